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
/** Ripples beside edges, in tones, that hard compression leaves and an ordinary photo does not. */
const RIPPLE = 10;
/** A pixel may become this large before rims look rough; common practice, no source. Millimetres. */
const FINE_PIXEL = 0.5;
/** A picture with fewer pixels along its longer side is small, whatever is made of it. */
const FEW_PIXELS = 300;

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
  const longer = Math.max(grey.width, grey.height);
  if (millimetresPerPixel === null && longer < FEW_PIXELS) {
    hints.push({
      kind: 'small',
      message: `${grey.width} × ${grey.height} pixels are good for ${(FINE_PIXEL * longer).toFixed(0)} mm.`,
      hint: 'Rims are read between the pixels: enlarging it beforehand adds nothing, a larger original does.',
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

/** Side of the blocks that JPEG compresses apart (ITU-T T.81). */
const BLOCK = 8;
/** Steps between neighbours that make an edge, and below which a pixel lies clear of one. */
const EDGE = 60;
const CLEAR = 24;
/** Pixels of a large picture that are looked at. */
const SAMPLED = 500_000;

/**
 * True where a file shows the ghosts of hard compression: in blocks with an edge, even areas clear of it ripple, and
 * in blocks without one they do not.
 */
export function hasGhosts({ width, height, data }: GreyPicture): boolean {
  const sums = [0, 0];
  const counts = [0, 0];
  const steps = (i: number) => Math.max(Math.abs(data[i] - data[i + 1]), Math.abs(data[i] - data[i + width]));
  const skip = Math.max(1, Math.floor((width * height) / SAMPLED));
  let block = 0;
  for (let top = BLOCK; top + 2 * BLOCK <= height; top += BLOCK) {
    for (let left = BLOCK; left + 2 * BLOCK <= width; left += BLOCK) {
      if (block++ % skip !== 0) continue;
      let most = 0;
      for (let k = 0; k < BLOCK * BLOCK; k++)
        most = Math.max(most, steps((top + (k >> 3)) * width + left + (k & 7)));
      if (most > CLEAR && most <= EDGE) continue;
      const kind = most > EDGE ? 0 : 1;
      for (let k = 0; k < BLOCK * BLOCK; k++) {
        const i = (top + (k >> 3)) * width + left + (k & 7);
        let near = 0;
        for (let off = -3; off < 3; off++) near = Math.max(near, steps(i + off), steps(i + off * width));
        if (near > CLEAR) continue;
        const across = Math.abs(data[i - 1] + data[i + 1] - 2 * data[i]);
        sums[kind] += across + Math.abs(data[i - width] + data[i + width] - 2 * data[i]);
        counts[kind]++;
      }
    }
  }
  const beside = sums[0] / Math.max(1, counts[0]);
  const elsewhere = sums[1] / Math.max(1, counts[1]);
  return beside > elsewhere + RIPPLE && beside > 3 * elsewhere;
}
