import type { DrawingPlate } from '../format';
import { type Homography, type PathSet, type Shape, composed, packPaths, scaledAndMoved } from '../geometry';
import { nameOfHex } from '../ink';
import { coloursWith, replayHand } from '../line';
import type { JobDocument } from './document';
import type { RunStep } from './memory';

/** Plates of the ink, and after them those that only the hand uses, by the names of their colours. */
export function withHandsPlates(
  plates: readonly DrawingPlate[],
  { line: { hand } }: JobDocument,
): DrawingPlate[] {
  const colours = coloursWith(
    plates.map(({ colour }) => colour),
    hand,
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

/** Paths once the hand's edits are done again, and which of those wait. */
export interface HandedOver {
  shapes: readonly Shape[];
  paths: PathSet;
  parked: readonly number[];
}

/** Does again what the hand did to the paths, in source pixels. */
export function handOver(
  { line: { hand } }: JobDocument,
  given: { key: string; shapes: readonly Shape[] },
  at: { toSource: Homography; reduction: number; plates: readonly DrawingPlate[] },
  step: RunStep,
): { key: string; value: HandedOver } {
  const { shapes } = given;
  const traced = step('line', 'paths', given.key, () => packPaths(shapes));
  if (Object.keys(hand).length === 0)
    return { key: traced.key, value: { shapes, paths: traced.value, parked: [] } };
  const { reduction } = at;
  const toSource = composed(scaledAndMoved(reduction, reduction, 0, 0), at.toSource);
  const colours = at.plates.map(({ colour }) => colour);
  return step('line', 'by hand', `${traced.key} ${JSON.stringify([toSource, colours, hand])}`, () => {
    const { shapes: all, owners, parked } = replayHand(traced.value, hand, toSource, colours);
    return { shapes: all, paths: packPaths(all, 1, owners), parked };
  });
}
