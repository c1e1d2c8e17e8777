import fc from 'fast-check';
import { IDENTITY, type PathSet, circleContour, packPaths, scaledAndMoved, shapesIn } from '../../geometry';
import { pathsAfter } from './acted';
import {
  addContours,
  changeContours,
  copyContours,
  dropContours,
  letGo,
  moveContours,
  withHoles,
} from './acts';
import { standFor } from './combine';
import type { Hand } from './hand';
import { replayHand, tracedAnchor } from './replay';

const ring = (x: number, y: number, radius: number, hole = 0) => ({
  outer: circleContour({ x, y }, radius),
  holes: hole > 0 ? [circleContour({ x, y }, hole, true)] : [],
});
const COLOURS = ['#102030', '#ffffff'];
const traced = packPaths([ring(60, 60, 40, 25), ring(60, 60, 8), ring(200, 60, 40, 25), ring(150, 150, 3)]);
const groundOf = (paths: PathSet) => ({ paths, toSource: IDENTITY, colours: COLOURS });
const replayed = (hand: Hand): PathSet => {
  const { shapes, owners } = replayHand(traced, hand, IDENTITY, COLOURS);
  return packPaths(shapes, 1, owners);
};
/** What each contour is known by, with its form: the same in sets of the same contours, however these are ordered. */
const contoursIn = (set: PathSet) =>
  Array.from(set.ids, (_, k) => {
    const { box, area } = tracedAnchor(set, k, IDENTITY);
    return JSON.stringify([set.edits[k], set.edits[k] > 0 ? set.parts[k] : 0, box, area]);
  }).sort();
const ACTS = [
  (hand: Hand, paths: PathSet, numbers: number[]) => dropContours(hand, groundOf(paths), numbers),
  (hand: Hand, paths: PathSet, numbers: number[], by: number) =>
    moveContours(hand, groundOf(paths), numbers, scaledAndMoved(1, 1, by, by / 2)),
  (hand: Hand, paths: PathSet, numbers: number[], by: number) =>
    copyContours(hand, groundOf(paths), numbers, scaledAndMoved(1, 1, 300 + by, by)),
  (hand: Hand, paths: PathSet, _: number[], by: number) =>
    addContours(hand, groundOf(paths), [{ contour: circleContour({ x: 500, y: by }, 5) }]),
  (hand: Hand, paths: PathSet, numbers: number[], by: number) =>
    standFor(hand, groundOf(paths), numbers, [{ contour: circleContour({ x: 20 * by, y: 300 }, 6 + by) }]),
] as const;

it('whatever is done in turn, the same contours are there at once as when all of it is done again on the trace', () => {
  const act = fc.record({
    act: fc.nat(ACTS.length - 1),
    which: fc.nat(1000),
    whole: fc.boolean(),
    by: fc.integer({ min: 1, max: 9 }),
  });
  fc.assert(
    fc.property(fc.array(act, { minLength: 1, maxLength: 6 }), (acts) => {
      let hand: Hand = {};
      let paths = traced;
      for (const { act: n, which, whole, by } of acts) {
        if (paths.ids.length === 0) return;
        const k = which % paths.ids.length;
        const numbers = whole ? withHoles(paths, new Set([paths.ids[k]])) : [k];
        const next = { ...hand };
        ACTS[n](next, paths, numbers, by);
        const now = pathsAfter(groundOf(paths), hand, next);
        if (!now) throw new Error('nothing comes back here');
        expect(contoursIn(now)).toEqual(contoursIn(replayed(next)));
        expect(new Set(now.ids).size).toBe(now.ids.length);
        [hand, paths] = [next, now];
      }
    }),
    { numRuns: 300 },
  );
});

it('keeps ids, a hole where a hole lay, and leaves the set it was given as it is', () => {
  const before = contoursIn(traced);
  const hand: Hand = {};
  const contour = circleContour({ x: 60, y: 60 }, 20, true);
  changeContours(hand, groundOf(traced), [{ number: 1, contour }]);
  const now = pathsAfter(groundOf(traced), {}, hand) as PathSet;
  expect(Array.from(now.ids)).toEqual([1, 7, 3, 4, 5, 6]);
  expect(shapesIn(now)[0].shape.holes).toHaveLength(1);
  expect(contoursIn(traced)).toEqual(before);
});

it('a hole that is left alone by its outline is a shape by itself', () => {
  const hand: Hand = {};
  dropContours(hand, groundOf(traced), [0]);
  const now = pathsAfter(groundOf(traced), {}, hand) as PathSet;
  expect(shapesIn(now)).toHaveLength(4);
});

it('does not make up what comes back when an edit is let go', () => {
  const hand: Hand = {};
  dropContours(hand, groundOf(traced), [0, 1]);
  const less = { ...hand };
  letGo(less, 1);
  expect(pathsAfter(groundOf(replayed(hand)), hand, less)).toBeUndefined();
});
