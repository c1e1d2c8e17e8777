import type { Mask } from '../picture';

/** A run of a thinned mask's pixels between two junctions, or from one to a free end, or around. */
export interface Branch {
  /** Pixel indices, from one end to the other. */
  pixels: number[];
  /** Numbers of the junctions it begins and ends at; -1 is a free end. Both -1 and `around`: a closed ring. */
  from: number;
  to: number;
  around: boolean;
}

/** The graph of a thinned mask. A junction is a place, in pixels, with the room that its pixels took. */
export interface Skeleton {
  branches: Branch[];
  junctions: { x: number; y: number }[];
}

const NONE = 0;
const PATH = 1;
const JUNCTION = 2;

/** Steps to neighbours: straight ones first, so that a walk takes no short cut across a stair. */
const AROUND = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
  [1, 1],
  [-1, 1],
  [-1, -1],
  [1, -1],
];
/** The eight neighbours by their numbers, going once around. */
const RING = [0, 4, 1, 5, 2, 6, 3, 7];

/** Reads the graph of a thinned mask: junctions are clusters of pixels in which three or more lines meet. */
export function readSkeleton({ width, height, data }: Mask): Skeleton {
  const at = (i: number, k: number): number => {
    const x = (i % width) + AROUND[k][0];
    const y = Math.floor(i / width) + AROUND[k][1];
    return x >= 0 && y >= 0 && x < width && y < height && data[y * width + x] ? y * width + x : -1;
  };
  const lines: number[] = [];
  const kind = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i++) {
    if (!data[i]) continue;
    lines.push(i);
    kind[i] = PATH;
  }
  for (const i of lines) if (meetingLines(i, at) >= 3) kind[i] = JUNCTION;
  const cluster = new Map<number, number>();
  const junctions: Skeleton['junctions'] = [];
  for (const i of lines) {
    if (kind[i] !== JUNCTION || cluster.has(i)) continue;
    const members = [i];
    cluster.set(i, junctions.length);
    for (const member of members) {
      for (let k = 0; k < 8; k++) {
        const next = at(member, k);
        if (next < 0 || kind[next] !== JUNCTION || cluster.has(next)) continue;
        cluster.set(next, junctions.length);
        members.push(next);
      }
    }
    const mean = (of: (pixel: number) => number) =>
      members.reduce((sum, pixel) => sum + of(pixel), 0) / members.length + 0.5;
    junctions.push({ x: mean((p) => p % width), y: mean((p) => Math.floor(p / width)) });
  }
  const branches: Branch[] = [];
  const walk = (start: number, from: number) => {
    const pixels = [start];
    kind[start] = NONE;
    for (let here = start; ;) {
      const { next, junction } = ahead(here, from, pixels.length);
      if (junction >= 0) return { pixels, to: junction };
      if (next < 0) return { pixels, to: -1 };
      pixels.push(next);
      kind[next] = NONE;
      here = next;
    }
  };
  const isBeside = (pixel: number, junction: number) =>
    AROUND.some((_, k) => junction >= 0 && cluster.get(at(pixel, k)) === junction);
  /**
   * Onward along the line; a junction beside is where it ends, except the one just left, beside which other lines begin
   * that are not to be walked by mistake.
   */
  const ahead = (here: number, from: number, gone: number) => {
    let next = -1;
    let isFirst = false;
    for (let k = 0; k < 8; k++) {
      const other = at(here, k);
      if (other < 0) continue;
      const junction = cluster.get(other);
      if (junction !== undefined && (junction !== from || gone > 2)) return { next: -1, junction };
      if (kind[other] !== PATH) continue;
      const another = gone <= 2 && isBeside(other, from);
      if (next < 0 || (isFirst && !another)) {
        next = other;
        isFirst = another;
      }
    }
    return { next, junction: -1 };
  };
  for (const [pixel, junction] of cluster) {
    for (let k = 0; k < 8; k++) {
      const start = at(pixel, k);
      if (start >= 0 && kind[start] === PATH)
        branches.push({ ...walk(start, junction), from: junction, around: false });
    }
  }
  for (const i of lines) {
    if (kind[i] === PATH && meetingLines(i, at) <= 1)
      branches.push({ ...walk(i, -1), from: -1, around: false });
  }
  for (const i of lines) {
    if (kind[i] === PATH) branches.push({ ...walk(i, -1), from: -1, around: true });
  }
  return { branches, junctions };
}

/** How many lines leave a pixel: changes from paper to line going once around it. */
function meetingLines(i: number, at: (i: number, k: number) => number): number {
  let changes = 0;
  let before = at(i, RING[7]) >= 0;
  for (const k of RING) {
    const value = at(i, k) >= 0;
    if (value && !before) changes++;
    before = value;
  }
  return changes;
}
