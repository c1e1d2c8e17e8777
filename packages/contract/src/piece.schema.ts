import Joi from 'joi';
import {
  BOARD_FORMS,
  CORNER_FORMS,
  HOLE_FORMS,
  type ItemKind,
  type ItemSettings,
  type KeptContour,
  MARK_FORMS,
  BRIDGE_KINDS,
  MOST_BRIDGES,
  MOST_FONTS,
  MOST_HOLES,
  MOST_ITEMS,
  MOST_PICKED,
  MOST_REPEATS,
  MOST_TABS,
  MOST_TEXT,
  type PieceSettings,
  TASKS,
  TEXT_ALIGNMENTS,
  TEXT_SIZES,
  hangsOn,
  inTurn,
  isWhole,
} from '@drelk/core';
import { byKind } from './settings.schema';

/** Lengths in millimetres: of what is made, and of how far apart things lie. */
const MOST = 100_000;
const size = Joi.number().positive().max(MOST).required();
const distance = Joi.number().min(0).max(MOST).required();
const offset = Joi.number().min(-MOST).max(MOST).required();
const degrees = Joi.number().min(-3600).max(3600).required();
const flag = Joi.boolean().required();
const id = Joi.number().integer().min(1).max(1e9);
const task = Joi.string().valid(...TASKS);
const colour = Joi.string().pattern(/^#[0-9a-f]{6}$/, 'colour');
const anchor = Joi.array()
  .items(Joi.number().valid(-1, 0, 1))
  .length(2)
  .required();
const oneOf = (values: readonly string[]) =>
  Joi.string()
    .valid(...values)
    .required();

const place = Joi.object({
  on: id.allow(null).required(),
  theirs: anchor,
  own: anchor,
  x: offset,
  y: offset,
  turn: degrees,
  mirrored: flag,
}).required();

const corners = Joi.object({
  form: oneOf(CORNER_FORMS),
  size: distance,
  on: Joi.array().items(Joi.boolean()).length(4).required(),
}).required();

const along = Joi.alternatives(
  Joi.object({ kind: Joi.valid('straight').required() }),
  Joi.object({
    kind: Joi.valid('circle').required(),
    diameter: size,
    reads: oneOf(['over', 'under']),
    stands: oneOf(['outside', 'inside']),
    turn: degrees,
    even: flag,
  }),
  Joi.object({
    kind: Joi.valid('contour').required(),
    at: Joi.array().items(Joi.number().min(-1e6).max(1e6)).length(2).required(),
    start: offset,
    turned: flag,
    upright: flag,
    even: flag,
  }),
).required();

const text = Joi.object({
  text: Joi.string().allow('').max(MOST_TEXT).required(),
  font: Joi.string().max(80).required(),
  upper: flag,
  size: Joi.object({ of: oneOf(TEXT_SIZES), length: size }).required(),
  letters: Joi.number().min(-0.5).max(5).required(),
  lines: Joi.number().min(0.3).max(5).required(),
  align: oneOf(TEXT_ALIGNMENTS),
  along,
}).required();

const count = Joi.number().integer().min(1).max(MOST_HOLES).required();
const pattern = byKind({
  one: {},
  row: { count, step: distance, along: oneOf(['across', 'down']) },
  circle: { count, diameter: size },
  sides: { from: distance },
}).required();

const bridges = Joi.object({
  width: size,
  count: Joi.number().integer().min(0).max(MOST_BRIDGES).required(),
  places: Joi.array()
    .items(Joi.array().items(Joi.number().min(-1e6).max(1e6)).length(2))
    .max(500)
    .required(),
  by: oneOf(BRIDGE_KINDS),
})
  .allow(null)
  .required();

/** Contours of a form of one's own, and segments of one. */
const MOST_CONTOURS = 200;
const MOST_SEGMENTS = 5000;

/** Contours of a form: each closed and whole, the first around the others. */
export const formContours = Joi.array()
  .items(
    Joi.object({
      closed: Joi.valid(true).required(),
      kinds: Joi.string()
        .pattern(/^[lca]+$/)
        .max(MOST_SEGMENTS)
        .required(),
      places: Joi.array()
        .items(Joi.number().min(-MOST).max(MOST))
        .max(6 * MOST_SEGMENTS + 2)
        .required(),
    }).custom((value: KeptContour, helpers) => (isWhole(value) ? value : helpers.error('any.invalid'))),
  )
  .max(MOST_CONTOURS)
  .required();

const around = Joi.array().items(id).min(1).max(MOST_ITEMS).required();

const picked = Joi.array()
  .items(
    Joi.object({
      from: Joi.object({
        box: Joi.array().items(Joi.number().min(-1e6).max(1e6)).length(4).required(),
        area: Joi.number().min(0).max(1e12).required(),
        hole: flag,
        at: Joi.array().items(Joi.number().min(-1e6).max(1e6)).length(2).required(),
      }).required(),
      task: task.required(),
    }),
  )
  .max(MOST_PICKED)
  .required();

/** What each kind of item has besides what all have. */
const KINDS: Record<ItemKind, Joi.SchemaMap> = {
  artwork: {
    inner: task.allow(null).required(),
    plates: Joi.object().pattern(colour, task).max(200).required(),
    picked,
    bridges,
  },
  board: { form: oneOf(BOARD_FORMS), width: size, height: size, corners, own: formContours },
  border: { around: id.required(), inset: distance, corners, second: distance },
  text: { set: text, bridges },
  holes: { form: oneOf(HOLE_FORMS), width: size, length: distance, pattern },
  frame: { around, distance, corners },
  outline: {
    around,
    distance,
    bridges: distance,
    holes: oneOf(['filled', 'kept']),
    ring: Joi.object({ hole: size, wall: size, at: degrees }).allow(null).required(),
    base: Joi.object({ height: size, width: size, length: size }).allow(null).required(),
  },
  marks: {
    around,
    form: oneOf(MARK_FORMS),
    size,
    distance,
    count: Joi.number().valid(2, 3, 4).required(),
  },
};

const shared = {
  name: Joi.string().trim().min(1).max(120).required(),
  place,
  task: Joi.alternatives(Joi.valid('auto'), task).required(),
  hidden: flag,
  locked: flag,
  tabs: Joi.object({ width: size, count: Joi.number().integer().min(0).max(MOST_TABS).required() })
    .allow(null)
    .required(),
  layer: Joi.number().min(-1e9).max(1e9).required(),
};
const item = byKind(
  Object.fromEntries(Object.entries(KINDS).map(([kind, more]) => [kind, { ...shared, ...more }])),
);

/** What an item hangs on has to be there, and must not hang on the item in its turn. */
function hanging(items: Record<number, ItemSettings>, helpers: Joi.CustomHelpers) {
  if (!Object.values(items).every((one) => hangsOn(one).every((other) => other in items)))
    return helpers.error('any.invalid');
  inTurn(items);
  return items;
}

const repeats = Joi.alternatives(
  Joi.object({ kind: Joi.valid('one', 'fit').required() }),
  Joi.object({
    kind: Joi.valid('rows').required(),
    rows: Joi.number().integer().min(1).max(MOST_REPEATS).required(),
    columns: Joi.number().integer().min(1).max(MOST_REPEATS).required(),
  }),
).required();

/** Piece as it is kept in a job's document. */
export const pieceSchema: Joi.ObjectSchema<PieceSettings> = Joi.object({
  by: oneOf(['artwork', 'picture']),
  edge: oneOf(['width', 'height']),
  length: Joi.number().min(0.1).max(MOST).allow(null).required(),
  items: Joi.object()
    .pattern(/^[1-9]\d{0,8}$/, item)
    .max(MOST_ITEMS)
    .custom(hanging)
    .required(),
  fonts: Joi.object()
    .pattern(/^[0-9a-f]{64}$/, Joi.object({ name: Joi.string().trim().min(1).max(120).required() }))
    .max(MOST_FONTS)
    .required(),
  turn: degrees,
  mirrored: flag,
  sheet: Joi.object({
    width: size,
    height: size,
    margin: distance,
    x: distance,
    y: distance,
    repeats,
    gap: distance,
    shifted: flag,
    turned: flag,
  })
    .allow(null)
    .required(),
});
