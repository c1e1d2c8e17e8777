import { eachInsideRun } from '../../raster';
import { drawLine } from '../draw';
import type { CutMark } from './settings';

/** What is to be cut out: places and widths in pixels of what it is cut out of. */
export interface CutOut {
  loop: readonly number[] | null;
  marks: readonly CutMark[];
}

export interface Size {
  width: number;
  height: number;
}

/** What the hand said of a pixel: not of the thing, of the thing, or nothing. */
export const OUT = 0;
export const IN = 1;
export const OPEN = 2;

/** Tone of a pixel that no mark has touched, and how far from it one must be that has. */
const BARE = 128;
const TOUCHED = 30;

/** What the hand said of every pixel: all beyond the loop is out, marks hold over it, the later ones over the earlier. */
export function knownOf({ loop, marks }: CutOut, { width, height }: Size): Uint8Array {
  const known = new Uint8Array(width * height).fill(loop ? OUT : OPEN);
  if (loop)
    eachInsideRun(width, height, loop, (y, from, to) => known.fill(OPEN, y * width + from, y * width + to));
  if (marks.length === 0) return known;
  const data = new Uint8Array(width * height).fill(BARE);
  for (const { says, width: pen, points } of marks)
    drawLine({ width, height, data, level: BARE }, points, says === 'in' ? 'ink' : 'paper', pen / 2);
  data.forEach((tone, i) => {
    if (tone < BARE - TOUCHED) known[i] = IN;
    else if (tone > BARE + TOUCHED) known[i] = OUT;
  });
  return known;
}

/** A cut-out on a picture that begins at left, top (pixels of the larger one) and is so many times smaller. */
export function placedOn({ loop, marks }: CutOut, left: number, top: number, times: number): CutOut {
  const places = (points: readonly number[]) =>
    points.map((value, k) => (value - (k % 2 === 0 ? left : top)) / times);
  return {
    loop: loop && places(loop),
    marks: marks.map((mark) => ({ ...mark, width: mark.width / times, points: places(mark.points) })),
  };
}
