import { type GreyPicture, toneAt } from '../../raster';

/** How far on either side paper and ink are read, and how far beyond that they must go on alike, in pixels. */
const BESIDE = 3;
const BEYOND = 4;
/** Tones there may differ by this share of the contrast, which is to be so large at least. */
const EVEN = 0.12;
const LEAST_CONTRAST = 24;
/** Levels this share of the contrast off the middle are left, and this share are put right wholly. */
const LEFT = 0.06;
const RIGHTED = 0.14;
/** How far the middle is looked for, and in what steps, in pixels. */
const REACH = 1.5;
const STEP = 0.5;

/**
 * How far along the normal (nx, ny), which points to the paper, the edge at (x, y) truly lies: where the tone is half
 * way between the paper and the ink on either side of it, which need not be the picture's `level`. Where those are
 * not even, or the level is about right, 0.
 */
export function softEdgeOffset(
  grey: GreyPicture,
  level: number,
  { x, y, nx, ny }: { x: number; y: number; nx: number; ny: number },
): number {
  const tone = (t: number) => toneAt(grey, x + t * nx, y + t * ny);
  const paper = tone(BESIDE);
  const ink = tone(-BESIDE);
  const contrast = paper - ink;
  if (contrast < LEAST_CONTRAST) return 0;
  const middle = (paper + ink) / 2;
  const off = Math.abs(middle - level) / contrast;
  if (off <= LEFT) return 0;
  const most = EVEN * contrast;
  if (Math.abs(tone(BEYOND) - paper) > most || Math.abs(tone(-BEYOND) - ink) > most) return 0;
  let best = Infinity;
  let before = tone(-REACH);
  for (let t = STEP - REACH; t <= REACH; t += STEP) {
    const here = tone(t);
    if (before < middle && here >= middle) {
      const at = t - STEP + (STEP * (middle - before)) / (here - before);
      if (Math.abs(at) < Math.abs(best)) best = at;
    }
    before = here;
  }
  return best === Infinity ? 0 : best * Math.min(1, (off - LEFT) / (RIGHTED - LEFT));
}
