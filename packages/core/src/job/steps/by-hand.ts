import type { DrawingPlate } from '../../format';
import {
  type Homography,
  type PathSet,
  type Shape,
  composed,
  packPaths,
  scaledAndMoved,
} from '../../geometry';
import { nameOfHex } from '../../ink';
import { type Hand, coloursWith, replayHand } from '../../line';
import { type Figure, type Step, choice, figure, gathered, setting, work } from '../graph';

/** Paths once the hand's edits are done again, and which of those wait. */
export interface HandedOver {
  shapes: readonly Shape[];
  paths: PathSet;
  parked: readonly number[];
}

const hand = setting('line.hand', (document) => document.line.hand);
const isTouched = figure('is touched by hand', { hand }, (reads) => Object.keys(reads.hand).length > 0);

/** Paths as they are provided, by whatever provides them; names are of the provider. */
export interface ProvidedSteps {
  shapes: Step<readonly Shape[]>;
  /** Takes places of the paths to the source's, where those are pixels of a picture so many times smaller. */
  toSource: Step<Homography>;
  reduction: Step<number>;
  plates: Step<readonly DrawingPlate[]>;
}

/** What is provided with what the hand did to it, and its plates with those that only the hand uses. */
export function withHand(
  provider: string,
  { shapes, toSource, reduction, plates: own }: ProvidedSteps,
): { plates: Figure<DrawingPlate[]>; handedOver: Step<HandedOver> } {
  const plates = figure(`${provider}: plates`, { own, hand }, (reads) =>
    withHandsPlates(reads.own, reads.hand),
  );
  const packed = work(`${provider}: paths`, { part: 'line', cost: 5 }, { shapes }, (reads) =>
    packPaths(reads.shapes),
  );
  const untouched = gathered(`${provider}: untouched`, { shapes, packed }, (reads): HandedOver => ({
    shapes: reads.shapes,
    paths: reads.packed,
    parked: [],
  }));
  const touched = work(
    `${provider}: by hand`,
    { part: 'line', cost: 10 },
    { packed, hand, toSource, reduction, plates },
    (reads): HandedOver => {
      const there = composed(scaledAndMoved(reads.reduction, reads.reduction, 0, 0), reads.toSource);
      const colours = reads.plates.map(({ colour }) => colour);
      const { shapes: all, owners, parked } = replayHand(reads.packed, reads.hand, there, colours);
      return { shapes: all, paths: packPaths(all, 1, owners), parked };
    },
  );
  const handedOver = choice(`${provider}: handed over`, { isTouched }, [untouched, touched], (reads) =>
    reads.isTouched ? touched : untouched,
  );
  return { plates, handedOver };
}

/** How many edits of the hand there are. */
export const edits = figure('edits', { hand }, (reads) => Object.keys(reads.hand).length);

/** Plates of the ink, and after them those that only the hand uses, by the names of their colours. */
function withHandsPlates(plates: readonly DrawingPlate[], edited: Hand): DrawingPlate[] {
  const colours = coloursWith(
    plates.map(({ colour }) => colour),
    edited,
  );
  const taken = new Set(plates.map(({ name }) => name));
  const more = colours.slice(plates.length).map((colour) => {
    const called = nameOfHex(colour);
    const name = taken.has(called) ? `${called} ${colour}` : called;
    taken.add(name);
    return { name, colour };
  });
  return [...plates, ...more];
}
