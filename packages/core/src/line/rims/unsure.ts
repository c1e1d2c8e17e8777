import { loopOf } from '../chain/loop';
import type { ContourSet } from './contours';
import { type Places, jitterAlong, jitterOf } from './jitter';

/** Jitter that is no more than this, in pixels, is what clean rims have. */
const CLEAN = 0.03;
/** A rim runs within so many times its jitter of where it is seen. */
const TIMES = 5;

/** Along a contour it is as unsure as all but this share of what tells of it says. */
const WORSE = 0.4;

/** Forms may look like jitter: no contour has so many times as much as the picture's usual. */
const APART = 1.5;

/**
 * How far from where contours are seen their rims may run: as far as they go to and fro without form, by compression, grain or
 * sharpening. Contours too short to say are as unsure as the others of the picture are.
 */
export function withJitter(contours: ContourSet): ContourSet {
  const { points, starts, parents, unsure } = contours;
  const isKnown = (c: number) => unsure !== undefined && unsure[c] > 0;
  const lines = Array.from(parents, (_, c) => {
    const loop = isKnown(c) ? undefined : loopOf(points, starts[c], starts[c + 1]);
    return { ...(loop ?? NOTHING), closed: true, weight: starts[c + 1] - starts[c] };
  });
  const jittered = unsureByJitter(lines);
  return { ...contours, unsure: jittered.map((own, c) => (unsure && isKnown(c) ? unsure[c] : own)) };
}

const NOTHING: Places = { x: new Float64Array(0), y: new Float64Array(0), count: 0 };

/** How far from where lines of one picture are seen they may run, in pixels; `weight` is how much each has to say of the others. */
export function unsureByJitter(
  lines: readonly (Places & { closed: boolean; weight: number })[],
): Float64Array {
  const along = lines.map((line) => jitterAlong(line).sort((a, b) => a - b));
  const own = Float64Array.from(lines, (line, c) => {
    const told = along[c];
    return told.length > 0 ? told[Math.floor((1 - WORSE) * told.length)] : jitterOf(line, line.closed);
  });
  const all = along.flat().sort((a, b) => a - b);
  const usual =
    all[all.length >> 1] ??
    usualOf(
      own,
      Float64Array.from(lines, ({ weight }) => weight),
    );
  return own.map((jitter) => {
    const most = jitter > 0 ? Math.min(jitter, APART * usual) : usual;
    return most > CLEAN ? TIMES * most : 0;
  });
}

/** The median of what contours tell, each by its length. */
function usualOf(jitters: Float64Array, lengths: Float64Array): number {
  const told = [...jitters.keys()].filter((c) => jitters[c] > 0).sort((a, b) => jitters[a] - jitters[b]);
  let left = told.reduce((sum, c) => sum + lengths[c], 0) / 2;
  return jitters[told.find((c) => (left -= lengths[c]) <= 0) ?? -1] ?? 0;
}

/** Contours whose rims may run anywhere within so many pixels of where they are seen, in waves as long as that. */
export const atLeastUnsure = (contours: ContourSet, pixels: number): ContourSet => ({
  ...contours,
  unsure: Float64Array.from(contours.parents, (_, c) => Math.max(pixels, contours.unsure?.[c] ?? 0)),
  stairs: new Float64Array(contours.parents.length).fill(1),
});
