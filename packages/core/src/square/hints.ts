import { type GreyPicture, edgeBlur } from '../raster';
import { cornerPoints, sideLengths } from './quadrilateral';
import type { Corners } from './settings';

/** Something measured in the picture that a better photo, or another size, would mend. */
export interface SquareHint {
  kind: 'focus' | 'small' | 'perspective' | 'ghosts';
  message: string;
  hint: string;
}

/** Edges softer than this, in pixels (standard deviation), are out of focus; and least edges to say so. */
const SOFT = 1.8;
const LEAST_EDGES = 20;
/** A far side shorter than its near one by more than this share is strong perspective. */
const STRONG = 0.22;
/** Steps across the compression's blocks over steps within them: above this they are seen; and least mean step. */
const BLOCKY = 1.3;
const LEAST_STEP = 0.25;
/** A pixel may become this large before rims look rough; common practice, no source. Millimetres. */
const FINE_PIXEL = 0.5;

/**
 * What can be said of a picture by measuring it: `grey` is the squared-up picture, `corners` those it was flattened by,
 * `ghosts` whether its file showed the blocks of hard compression. `millimetresPerPixel` is null while there is no
 * true size.
 */
export function measureHints(
  grey: GreyPicture,
  {
    corners,
    ghosts,
    millimetresPerPixel,
  }: {
    corners: Corners | null;
    ghosts: boolean;
    millimetresPerPixel: number | null;
  },
): SquareHint[] {
  const hints: SquareHint[] = [];
  const { sigma, edges } = edgeBlur(grey);
  if (edges >= LEAST_EDGES && sigma > SOFT) {
    hints.push({
      kind: 'focus',
      message: `Edges are soft over ${(2.5 * sigma).toFixed(1)} pixels: out of focus, or shaken.`,
      hint: 'Take it again with the camera resting on something; or make the piece smaller.',
    });
  }
  if (millimetresPerPixel !== null && millimetresPerPixel > FINE_PIXEL) {
    const good = (FINE_PIXEL * Math.max(grey.width, grey.height)).toFixed(0);
    hints.push({
      kind: 'small',
      message: `At this size one pixel is ${millimetresPerPixel.toFixed(2)} mm; the picture is good for ${good} mm.`,
      hint: 'Start from a larger picture, or make the piece smaller.',
    });
  }
  const shorter = corners ? converges(corners) : 0;
  if (shorter > STRONG) {
    hints.push({
      kind: 'perspective',
      message: `The far side looks ${Math.round(100 * shorter)} % shorter than the near one.`,
      hint: 'Step back and zoom in: flattened pixels of the far side are coarser.',
    });
  }
  if (ghosts) {
    hints.push({
      kind: 'ghosts',
      message: 'The file was compressed hard: there are ghosts beside the edges.',
      hint: 'Start from the original file, or one saved as PNG.',
    });
  }
  return hints;
}

/** By what share the shorter of two opposite sides falls short of the longer, the worse of both pairs. */
function converges(corners: Corners): number {
  const [top, right, bottom, left] = sideLengths(cornerPoints(corners));
  return (
    1 - Math.min(Math.min(top, bottom) / Math.max(top, bottom), Math.min(left, right) / Math.max(left, right))
  );
}

/** True where neighbouring pixels differ more across the edges of 8 x 8 blocks than elsewhere (strong edges left out). */
export function isBlocky({ width, height, data }: GreyPicture): boolean {
  const sums = [0, 0];
  const counts = [0, 0];
  const rows = Math.max(1, Math.floor(height / 400));
  for (let y = 0; y < height; y += rows) {
    for (let x = 1; x < width; x++) {
      const step = Math.abs(data[y * width + x] - data[y * width + x - 1]);
      if (step > 40) continue;
      const kind = x % 8 === 0 ? 0 : 1;
      sums[kind] += step;
      counts[kind]++;
    }
  }
  const across = sums[0] / Math.max(1, counts[0]);
  const within = sums[1] / Math.max(1, counts[1]);
  return across > LEAST_STEP && across > BLOCKY * within;
}
