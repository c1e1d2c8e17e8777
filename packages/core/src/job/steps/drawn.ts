import { type VectorDrawing, fontsNamedInFile, readVectorFile } from '../../format';
import { type Box, IDENTITY, type Shape, boxOf, contoursOf, placeShape } from '../../geometry';
import { type TidyResult, tidyDrawing } from '../../line';
import { type KnownScale, scaleFor } from '../../piece';
import type { Font } from '../../text';
import { choice, constant, figure, gathered, given, partOf, setting, vectorOf, work } from '../graph';
import { tidied } from '../outside/tidy-file';
import { VECTOR_DEFAULTS, type VectorFacts } from '../document/vector-settings';
import { platesOf, plateKey } from '../vector-plates';
import { withHand } from './by-hand';
import { fontNamed } from './fonts';
import { length } from './line';
import type { Provided } from './provided';

/** Around what is drawn there is this share of it, so that nothing lies at the bench's edge. */
const MARGIN = 0.04;
/** And no page is smaller than this, in millimetres. */
const LEAST_PAGE = 1;

const file = given('file', vectorOf, (inputs) => {
  const { key, name } = vectorOf(inputs);
  return `${key} ${name}`;
});
const vector = setting('vector', (document) => document.vector ?? VECTOR_DEFAULTS);
const unit = partOf(vector, 'unit', (all) => all.millimetresPerUnit);
const tidying = partOf(vector, 'tidying', ({ join, simplify }) => ({ join, simplify }));
const without = partOf(vector, 'without', (all) => all.without);

/** The fonts that the file's writing is set in, as far as they can be had. */
const named = work('fonts named in the file', { part: 'look', cost: 5 }, { file }, (reads) =>
  fontsNamedInFile(reads.file.bytes),
);
const fonts = choice('fonts of the file', { named }, [], (reads) =>
  gathered(
    `fonts of the file ${reads.named.join(' ')}`,
    Object.fromEntries(reads.named.map((id) => [id, fontNamed(id)])),
    (had): ReadonlyMap<string, Font> =>
      new Map(Object.entries(had).flatMap(([id, font]) => (font ? [[id, font] as const] : []))),
  ),
);

const drawing = work('drawing', { part: 'look', cost: 200 }, { file, unit, fonts }, (reads, context) =>
  readVectorFile(reads.file.bytes, reads.file.name, {
    now: () => context.now(),
    fonts: reads.fonts,
    ...(reads.unit === null ? {} : { millimetresPerUnit: reads.unit }),
  }),
);
const tidy = work('tidied', { part: 'line', cost: 300 }, { drawing, file, tidying }, (reads, context) =>
  // An empty page is what a piece without artwork begins with.
  isBlank(reads.drawing)
    ? tidyDrawing(reads.drawing, reads.tidying, context)
    : tidied(reads.drawing, reads.file.name, reads.tidying, context),
);
const laid = work('laid out', { part: 'line', cost: 20 }, { tidy, drawing, without }, (reads) =>
  laidOut(reads.tidy, reads.drawing.page, reads.without),
);

const shapes = gathered('shapes of the file', { laid }, (reads): readonly Shape[] => reads.laid.shapes);
const laidPlates = partOf(laid, 'plates', (all) => all.plates);
const ownPlates = figure('plates of the file', { laidPlates }, (reads) =>
  reads.laidPlates.length > 1 ? reads.laidPlates : [],
);
const frame = partOf(laid, 'frame', (all) => all.frame);
const box = partOf(laid, 'box', (all) => boxOf(contoursOf(all.shapes)) ?? null);
const toSource = constant('file: to source', IDENTITY);
const reduction = constant('file: reduction', 1);
const known = constant<KnownScale>('file: known scale', { from: 'file', millimetresPerPixel: 1 });
const scale = figure('file: scale', { length, frame, box, known }, (reads) =>
  scaleFor(reads.length, reads.frame, reads.box ?? undefined, reads.known),
);
const wanted = figure('file: plates wanted', { ownPlates, without }, (reads) =>
  reads.ownPlates.filter(({ name }) => !reads.without.includes(name)),
);

const { plates, handedOver } = withHand('file', { shapes, toSource, reduction, plates: ownPlates });

/** The paths of a vector file, part by part: read, tidied, and changed by the hand. Millimetres from the page's upper left. */
export const ofFile = { handedOver, toSource, reduction, plates, wanted, frame, known, scale };

export const drawnFacts = gathered(
  'facts of the file',
  { drawing, tidy, laidPlates },
  (reads): VectorFacts => {
    const { before, after, mended, left } = reads.tidy;
    return { unit: reads.drawing.unit, before, after, mended, left, plates: reads.laidPlates };
  },
);

/** All of it, with what was mended. */
export const drawnArtwork = gathered(
  'drawn artwork',
  { ...ofFile, facts: drawnFacts },
  ({
    handedOver: { paths, parked },
    facts: about,
    reduction: _,
    ...reads
  }): Provided & { file: VectorFacts } => ({
    ...reads,
    paths,
    parked,
    file: about,
  }),
);

const isBlank = ({ paths, left }: VectorDrawing): boolean =>
  paths.length === 0 && Object.keys(left).length === 0;

/** Shapes on their plates, those that are wanted, and the page they lie on: from its upper left. */
function laidOut({ shapes: tidiedShapes }: TidyResult, page: Box, leftOut: readonly string[]) {
  const { list, numbers } = platesOf(tidiedShapes);
  const own = tidiedShapes.map(({ shape, layer, colour }) => ({
    shape,
    plate: numbers.get(plateKey(layer, colour)) ?? 0,
  }));
  const around = boxOf(contoursOf(tidiedShapes.map(({ shape }) => shape))) ?? page;
  const edge = Math.max(
    LEAST_PAGE,
    MARGIN * Math.max(around.right - around.left, around.bottom - around.top),
  );
  const left = Math.min(page.left, around.left - edge);
  const top = Math.min(page.top, around.top - edge);
  const isLone = list.length === 1;
  const kept = own.filter(({ plate }) => !leftOut.includes(list[plate].name));
  return {
    plates: list,
    frame: {
      left: 0,
      top: 0,
      right: Math.max(page.right, around.right + edge) - left,
      bottom: Math.max(page.bottom, around.bottom + edge) - top,
    },
    shapes: kept.map(({ shape, plate }): Shape => {
      const placed = placeShape(shape, { scale: 1, x: -left, y: -top });
      return isLone ? placed : { ...placed, plate };
    }),
  };
}
