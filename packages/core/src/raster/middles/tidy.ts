import type { Branch, Skeleton } from './skeleton';

/** A whisker reaches less than this many half-widths of the stroke it stands on beyond its middle. */
const WHISKER = 1.9;
/** Towards the tip of a corner ink gets narrower, as no stroke does; how much, and how far that may go. */
const TAPER = 0.75;
const LONGEST = 6;
/** Junctions nearer to each other than this many half-widths are one. */
const ONE_JUNCTION = 2.2;

/**
 * Takes out what thinning leaves and nobody drew: whiskers towards the corners of thick strokes, and the short branch
 * between the two forks that a junction falls apart into. `radius` is the half width of ink at a pixel or place.
 */
export function tidySkeleton(
  skeleton: Skeleton,
  radius: (place: number | { x: number; y: number }) => number,
): Skeleton {
  const { junctions } = skeleton;
  const radii = junctions.map((junction) => radius(junction));
  let branches = skeleton.branches.filter((branch) => {
    if (branch.from < 0 || branch.to >= 0) return true;
    const { pixels, from } = branch;
    const at = (share: number) => radius(pixels[Math.floor(share * (pixels.length - 1))]);
    const tapers = at(0.75) < TAPER * at(0.25) && pixels.length < LONGEST * radii[from];
    return !tapers && pixels.length + at(1) > WHISKER * radii[from];
  });
  const group = junctions.map((_, k) => k);
  const find = (k: number): number => (group[k] === k ? k : (group[k] = find(group[k])));
  branches = branches.filter(({ from, to, pixels }) => {
    if (from < 0 || to < 0 || from === to) return true;
    if (pixels.length > ONE_JUNCTION * Math.max(radii[from], radii[to])) return true;
    group[find(from)] = find(to);
    return false;
  });
  const sums = junctions.map(() => ({ x: 0, y: 0, count: 0 }));
  junctions.forEach(({ x, y }, k) => {
    const sum = sums[find(k)];
    sum.x += x;
    sum.y += y;
    sum.count++;
  });
  const merged = junctions.map((junction, k) => {
    const { x, y, count } = sums[k];
    return count > 0 ? { x: x / count, y: y / count } : junction;
  });
  return {
    junctions: merged,
    branches: branches
      .map((branch): Branch => {
        const end = (k: number) => (k < 0 ? k : find(k));
        return { ...branch, from: end(branch.from), to: end(branch.to) };
      })
      // What leads from a junction back to itself within its own room is no loop.
      .filter(({ from, to, pixels }) => from < 0 || from !== to || pixels.length > 3 * radii[from]),
  };
}
