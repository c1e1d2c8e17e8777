import type { Context } from '../context';
import { type VectorDrawing, readVectorFile } from '../format';
import { type Box, IDENTITY, type Shape, boxOf, contoursOf, placeShape } from '../geometry';
import { colourName, labOfHex, nameOfHex } from '../ink';
import type { Lab } from '../raster';
import { type TidyResult, tidyDrawing } from '../line';
import { scaleFor } from '../piece';
import { type Fonts, NO_FONTS } from '../text';
import type { JobDocument } from './document';
import { handOver, withHandsPlates } from './hand-over';
import type { RunStep } from './memory';
import { tidied } from './tidy-file';
import type { Provided } from './trace';
import type { VectorFacts, VectorPlate, VectorSettings } from './vector-settings';

/** A vector file, under a name that stands for its bytes. */
export interface VectorSource {
  key: string;
  name: string;
  bytes: Uint8Array;
}

/** Around what is drawn there is this share of it, so that nothing lies at the bench's edge. */
const MARGIN = 0.04;
/** And no page is smaller than this, in millimetres. */
const LEAST_PAGE = 1;

/** The paths of a vector file: read, tidied, and changed by the hand. Millimetres from the page's upper left. */
export function drawnPaths(
  document: JobDocument & { vector: VectorSettings },
  source: VectorSource,
  step: RunStep,
  context: Context,
  fonts: Fonts = NO_FONTS,
): Provided & { file: VectorFacts } {
  const { vector } = document;
  const { millimetresPerUnit, join, simplify, without } = vector;
  const there = [...fonts.keys()].sort();
  const drawing = step('look', 'file', `${source.key} ${millimetresPerUnit} ${there}`, () =>
    readVectorFile(source.bytes, source.name, {
      now: () => context.now(),
      fonts,
      ...(millimetresPerUnit === null ? {} : { millimetresPerUnit }),
    }),
  );
  const result = step('line', 'tidied', `${drawing.key} ${JSON.stringify([join, simplify])}`, () =>
    // An empty page is what a piece without artwork begins with.
    isBlank(drawing.value)
      ? tidyDrawing(drawing.value, vector, context)
      : tidied(drawing.value, source.name, vector, context),
  );
  const laid = step('line', 'laid', `${result.key} ${JSON.stringify(without)}`, () =>
    laidOut(result.value, drawing.value.page, without),
  );
  const { frame, shapes, plates: own } = laid.value;
  const plates = withHandsPlates(own.length > 1 ? own : [], document);
  const byHand = handOver(
    document,
    { key: laid.key, shapes },
    { toSource: IDENTITY, reduction: 1, plates },
    step,
  );
  const known = { from: 'file', millimetresPerPixel: 1 } as const;
  const { paths, parked } = byHand.value;
  const { before, after, mended, left } = result.value;
  return {
    paths,
    parked,
    toSource: IDENTITY,
    plates,
    wanted: own.length > 1 ? own.filter(({ name }) => !without.includes(name)) : [],
    frame,
    known,
    scale: scaleFor(document.piece, frame, boxOf(contoursOf(shapes)), known),
    key: `${byHand.key} ${JSON.stringify([plates, frame])}`,
    file: { unit: drawing.value.unit, before, after, mended, left, plates: own },
  };
}

const isBlank = ({ paths, left }: VectorDrawing): boolean =>
  paths.length === 0 && Object.keys(left).length === 0;

/** Shapes on their plates, those that are wanted, and the page they lie on: from its upper left. */
function laidOut({ shapes }: TidyResult, page: Box, without: readonly string[]) {
  const plates = platesOf(shapes);
  const own = shapes.map(({ shape, layer, colour }) => ({
    shape,
    plate: plates.numbers.get(keyOf(layer, colour)) ?? 0,
  }));
  const box = boxOf(contoursOf(shapes.map(({ shape }) => shape))) ?? page;
  const edge = Math.max(LEAST_PAGE, MARGIN * Math.max(box.right - box.left, box.bottom - box.top));
  const left = Math.min(page.left, box.left - edge);
  const top = Math.min(page.top, box.top - edge);
  const isLone = plates.list.length === 1;
  const wanted = own.filter(({ plate }) => !without.includes(plates.list[plate].name));
  return {
    plates: plates.list,
    frame: {
      left: 0,
      top: 0,
      right: Math.max(page.right, box.right + edge) - left,
      bottom: Math.max(page.bottom, box.bottom + edge) - top,
    },
    shapes: wanted.map(({ shape, plate }): Shape => {
      const placed = placeShape(shape, { scale: 1, x: -left, y: -top });
      return isLone ? placed : { ...placed, plate };
    }),
  };
}

/** What lines of no colour of their own are drawn in. */
const BLACK = '#000000';

const areAlike = (a: Lab, b: Lab): boolean =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) < ALIKE ||
  [a, b].every((one) => colourName(one) === 'black');

const keyOf = (layer: string, colour: string | null) => JSON.stringify([layer, colour]);

/** Colours of one layer nearer to each other than this in OKLab are one plate, and all that people call black. */
const ALIKE = 0.04;

/**
 * A plate for each layer and each colour on it that can be told from the others; layers of one colour are told apart by colours
 * beside it.
 */
function platesOf(shapes: TidyResult['shapes']): { list: VectorPlate[]; numbers: Map<string, number> } {
  const numbers = new Map<string, number>();
  const list: VectorPlate[] = [];
  const taken = new Set<string>();
  const onLayer = new Map<string, { number: number; lab: Lab }[]>();
  for (const { layer, colour } of shapes) {
    const key = keyOf(layer, colour);
    const there = onLayer.get(layer) ?? [];
    const lab = labOfHex(colour ?? BLACK);
    const number = numbers.get(key) ?? there.find((plate) => areAlike(plate.lab, lab))?.number;
    if (number !== undefined) {
      numbers.set(key, number);
      list[number].shapes++;
      continue;
    }
    onLayer.set(layer, [...there, { number: list.length, lab }]);
    const own = apartFrom(colour ?? BLACK, new Set(list.map((plate) => plate.colour)));
    const called = layer && layer !== '0' ? layer : nameOfHex(own);
    const name = taken.has(called) ? `${called} ${own}` : called;
    taken.add(name);
    numbers.set(key, list.length);
    list.push({ name, colour: own, shapes: 1 });
  }
  return { list, numbers };
}

/** The colour, or the nearest one above it that is not taken. */
function apartFrom(colour: string, taken: ReadonlySet<string>): string {
  let value = Number.parseInt(colour.slice(1), 16);
  const hex = () => `#${value.toString(16).padStart(6, '0')}`;
  while (taken.has(hex())) value = (value + 1) % 0x1000000;
  return hex();
}
