import { colourName, labOfHex, nameOfHex } from '../ink';
import type { TidyResult } from '../line';
import type { Lab } from '../raster';
import type { VectorPlate } from './document/vector-settings';

/** What lines of no colour of their own are drawn in. */
const BLACK = '#000000';

const areAlike = (a: Lab, b: Lab): boolean =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) < ALIKE ||
  [a, b].every((one) => colourName(one) === 'black');

/** What shapes of one plate have in common. */
export const plateKey = (layer: string, colour: string | null) => JSON.stringify([layer, colour]);

/** Colours of one layer nearer to each other than this in OKLab are one plate, and all that people call black. */
const ALIKE = 0.04;

/**
 * A plate for each layer and each colour on it that can be told from the others; layers of one colour are told apart by colours
 * beside it.
 */
export function platesOf(shapes: TidyResult['shapes']): {
  list: VectorPlate[];
  numbers: Map<string, number>;
} {
  const numbers = new Map<string, number>();
  const list: VectorPlate[] = [];
  const taken = new Set<string>();
  const onLayer = new Map<string, { number: number; lab: Lab }[]>();
  for (const { layer, colour } of shapes) {
    const key = plateKey(layer, colour);
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
