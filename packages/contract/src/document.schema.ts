import Joi from 'joi';
import {
  FORMAT_IDS,
  type Hand,
  type HandContour,
  type HandEdit,
  INK,
  type JobDocument,
  LINE,
  SCHEMA,
  MOST_KEPT,
  VECTOR,
  formatOf,
  handSize,
  isWhole,
} from '@drelk/core';
import { pieceSchema } from './piece.schema';
import { proveSchema } from './prove.schema';
import { byKind, colour, numbers, places, schemaOf } from './settings.schema';

export const sha256 = Joi.string().pattern(/^[0-9a-f]{64}$/, 'SHA-256');

const VECTOR_KINDS = ['svg', 'dxf'];

const source = Joi.object({
  blob: sha256.required(),
  name: Joi.string().max(255).required(),
  kind: Joi.string()
    .valid('png', 'jpeg', 'webp', 'gif', 'bmp', 'tiff', 'avif', ...VECTOR_KINDS)
    .required(),
  width: Joi.number().integer().min(1).max(100_000).required(),
  height: Joi.number().integer().min(1).max(100_000).required(),
  density: Joi.number().positive().max(100_000).allow(null).required(),
  notes: Joi.array().items(Joi.string().max(300)).max(20).required(),
});

const place = places(1, 2);
const axis = places(2, 4);
const square = Joi.object({
  turn: Joi.number().valid(0, 1, 2, 3).required(),
  mirror: Joi.boolean().required(),
  angle: Joi.number().min(-Math.PI).max(Math.PI).required(),
  flatten: Joi.alternatives(Joi.valid('auto', 'none'), places(4, 8)).required(),
  crop: Joi.object({
    kind: Joi.string().valid('box', 'loop').required(),
    points: places(5000, 2).required(),
  })
    .allow(null)
    .required(),
  scale: Joi.alternatives(
    Joi.object({ by: Joi.valid('file').required() }),
    Joi.object({
      by: Joi.valid('ruler').required(),
      from: place.required(),
      to: place.required(),
      length: Joi.number().positive().max(100_000).required(),
    }),
    Joi.object({
      by: Joi.valid('rectangle').required(),
      name: Joi.string().valid('card', 'a4', 'a3', 'letter', 'typed').required(),
      width: Joi.number().positive().max(100_000).required(),
      height: Joi.number().positive().max(100_000).required(),
    }),
  ).required(),
});

const tone = Joi.string().valid('ink', 'paper').required();
const stroke = byKind({
  brush: {
    tone,
    width: Joi.number().positive().max(10_000).required(),
    points: places(20_000, 2).required(),
    axis,
  },
  pour: {
    tone,
    at: place.required(),
    tolerance: Joi.number().min(0).max(100).required(),
    everywhere: Joi.boolean().required(),
  },
  loop: { does: Joi.string().valid('keep', 'drop').required(), points: places(20_000, 6).required() },
  inside: { at: place.allow(null).required() },
  mirror: { axis: axis.required() },
});

/** Strokes of a job, and places that all of them go through: a save with them stays below what the server takes. */
export const MOST_STROKES = 5000;
export const MOST_STROKE_PLACES = 150_000;

/** Refuses strokes that go through too many places in all. */
const inBounds: Joi.CustomValidator<Record<string, { points?: number[] }>> = (strokes, helpers) => {
  const places = Object.values(strokes).reduce((sum, { points }) => sum + (points?.length ?? 2) / 2, 0);
  return places <= MOST_STROKE_PLACES ? strokes : helpers.error('object.max', { limit: MOST_STROKE_PLACES });
};

const strokes = Joi.object()
  .pattern(/^[1-9]\d{0,8}$/, stroke)
  .max(MOST_STROKES)
  .custom(inBounds);

/** Marks on a thing that is cut out. */
const MOST_MARKS = 500;

const cut = Joi.object({
  loop: places(20_000, 6).allow(null).required(),
  marks: Joi.object()
    .pattern(
      /^[1-9]\d{0,8}$/,
      Joi.object({
        says: Joi.string().valid('in', 'out').required(),
        width: Joi.number().positive().max(10_000).required(),
        points: places(20_000, 2).required(),
      }),
    )
    .max(MOST_MARKS)
    .custom(inBounds)
    .required(),
  gives: Joi.string().valid('silhouette', 'inside').required(),
});

const anchor = Joi.object({
  box: places(2, 4).required(),
  area: Joi.number().min(0).required(),
  hole: Joi.boolean().required(),
  at: places(1, 2).required(),
});

/** Contours that the hand made, at most, in one edit; edits, and segments of one contour. */
const MOST_CONTOURS = 5000;
const MOST_EDITS = 20_000;
const MOST_SEGMENTS = 100_000;

const handContour = Joi.object({
  closed: Joi.boolean().required(),
  kinds: Joi.string()
    .pattern(/^[lca]+$/)
    .max(MOST_SEGMENTS)
    .required(),
  places: numbers(6 * MOST_SEGMENTS + 2, 4).required(),
  pen: Joi.number().positive().max(10_000),
  plate: colour,
}).custom((value: HandContour, helpers) => (isWhole(value) ? value : helpers.error('any.invalid')));

const hand = Joi.object()
  .pattern(
    /^[1-9]\d{0,8}$/,
    Joi.object({
      from: Joi.array().items(anchor).max(MOST_CONTOURS).required(),
      contours: Joi.array().items(handContour).max(MOST_CONTOURS).required(),
    }).custom((value: HandEdit, helpers) =>
      value.from.length + value.contours.length > 0 ? value : helpers.error('any.invalid'),
    ),
  )
  .max(MOST_EDITS)
  .custom((value: Hand, helpers) =>
    handSize(value) <= MOST_KEPT ? value : helpers.error('object.max', { limit: MOST_KEPT }),
  );

const ink = schemaOf(INK, { cut, strokes });
const line = schemaOf(LINE, { hand });
/** How a vector file is taken, where the job begins with one. */
const vector = schemaOf(VECTOR, {});

/** What is chosen of each format. */
export const formatChoices = Joi.object(
  Object.fromEntries(
    FORMAT_IDS.map((id) => [
      id,
      Joi.object(
        Object.fromEntries(
          formatOf(id).options.map((option) => [
            option.id,
            'figure' in option
              ? Joi.number().min(option.figure.least).max(option.figure.most).required()
              : Joi.string()
                  .valid(...option.choices.map((choice) => choice.id))
                  .required(),
          ]),
        ),
      ).required(),
    ]),
  ),
);

/** Everything below the source: what the user may set. */
const settings = {
  schema: Joi.number().valid(SCHEMA).required(),
  name: Joi.string().trim().min(1).max(120).required(),
  units: Joi.string().valid('mm', 'in').required(),
  vector,
  square: square.required(),
  ink: ink.required(),
  line: line.required(),
  piece: pieceSchema.required(),
  prove: proveSchema.required(),
  handoff: formatChoices.required(),
};

/** A whole job document, as saved and as sent. */
export const jobDocumentSchema: Joi.ObjectSchema<JobDocument> = Joi.object({
  ...settings,
  source: source.required(),
  vector: Joi.when('source.kind', {
    is: Joi.valid(...VECTOR_KINDS),
    then: vector.required(),
    otherwise: Joi.forbidden(),
  }),
});

/** A job document whose source is not looked at: the command line brings its own picture. */
export const jobSettingsSchema = Joi.object({ ...settings, source: Joi.any() });
