import { type Context, checkStopped } from '../../context';
import type { GreyPicture, RowChanges } from '../../raster';
import type { Corner } from './corners';

/**
 * Closed polygons around ink, in pixels of the picture (a pixel's centre is at +0.5). Contour c has the
 * points `starts[c] .. starts[c + 1] - 1`; ink lies to the left of its direction seen on screen, so that
 * outer contours run counter-clockwise and holes clockwise.
 */
export interface ContourSet {
  /** x, y of each point. */
  points: Float64Array;
  starts: Uint32Array;
  /** The contour just around each one, or -1. */
  parents: Int32Array;
  /** 1 for holes. */
  holes: Uint8Array;
  /** How far to either side of each contour the edge may run for all that its pixels tell, in pixels; 0 where nothing is said. */
  unsure?: Float64Array;
  /** How large the pixels of each contour were whose stairs were evened out, in pixels; 0 where nothing was. */
  stairs?: Float64Array;
  /** Corners that were told by the pixels around: `index` is the contour's point they are nearest to, counted within it. */
  corners?: readonly (readonly Corner[] | undefined)[];
}

/** No point comes nearer to a pixel's centre than this: there contours would touch. */
const APART = 0.01;

/** Steps to the east, north, west and south; a quarter turn to the left is one on. */
const STEP_X = [1, 0, -1, 0];
const STEP_Y = [0, -1, 0, 1];

/**
 * Follows the line of tone `level` between pixel centres, each point where linear interpolation puts it
 * (marching squares); at saddles the mean of the four pixels decides. Beyond the picture is paper, and
 * ink that touches the rim ends exactly there. Nesting falls out of the order in which contours are met
 * (as in Suzuki and Abe 1985): what lies just to the left of a contour's first crossing tells its parent.
 */
export function traceContours(
  { width, height, data }: GreyPicture,
  level: number,
  { starts: rowStarts, at }: RowChanges,
  context: Context,
): ContourSet {
  const owner = new Int32Array(at.length).fill(-1);
  const buffer = { points: new Float64Array(4 * at.length + 64), count: 0 };
  const starts: number[] = [0];
  const parents: number[] = [];
  const holes: number[] = [];
  for (let y = 0; y < height; y++) {
    if ((y & 31) === 0) checkStopped(context);
    for (let k = rowStarts[y]; k < rowStarts[y + 1]; k++) {
      if (owner[k] >= 0) continue;
      const isHole = (k - rowStarts[y]) % 2 === 1;
      const left = k > rowStarts[y] ? owner[k - 1] : -1;
      const contour = parents.length;
      // To the left lies either the inside of `left` or the region around it, by what kind it is.
      parents.push(left < 0 || (holes[left] === 1) !== isHole ? left : parents[left]);
      holes.push(isHole ? 1 : 0);
      follow(at[k] - 1, y, isHole ? 1 : 3, contour);
      starts.push(buffer.count);
    }
  }
  return {
    points: buffer.points.subarray(0, 2 * buffer.count),
    starts: Uint32Array.from(starts),
    parents: Int32Array.from(parents),
    holes: Uint8Array.from(holes),
  };

  function tone(x: number, y: number): number {
    return x < 0 || y < 0 || x >= width || y >= height ? Infinity : data[y * width + x];
  }

  /** Between pixel (x, y), which is ink, and its neighbour one step on, which is paper. */
  function push(x: number, y: number, stepX: number, stepY: number): void {
    const inkTone = data[y * width + x];
    const paperTone = tone(x + stepX, y + stepY);
    const share = paperTone === Infinity ? 0.5 : (level - inkTone) / (paperTone - inkTone);
    const at = share < APART ? APART : share > 1 - APART ? 1 - APART : share;
    if (2 * buffer.count + 2 > buffer.points.length) {
      const larger = new Float64Array(buffer.points.length * 2);
      larger.set(buffer.points);
      buffer.points = larger;
    }
    buffer.points[2 * buffer.count] = x + 0.5 + at * stepX;
    buffer.points[2 * buffer.count + 1] = y + 0.5 + at * stepY;
    buffer.count++;
  }

  function claim(x: number, y: number, contour: number): void {
    let low = rowStarts[y];
    let high = rowStarts[y + 1] - 1;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (at[middle] < x + 1) low = middle + 1;
      else high = middle;
    }
    owner[low] = contour;
  }

  /**
   * Walks once around. State: the crossed pixel pair, as its ink pixel, and the direction of travel;
   * the paper pixel lies to the right of the travel.
   */
  function follow(pairX: number, pairY: number, heading: number, contour: number): void {
    let direction = heading;
    let inkX = direction === 3 ? pairX + 1 : pairX;
    let inkY = pairY;
    const firstX = inkX;
    const firstY = inkY;
    do {
      if ((buffer.count & 0x3fff) === 0) checkStopped(context);
      const right = (direction + 3) & 3;
      const aheadX = STEP_X[direction];
      const aheadY = STEP_Y[direction];
      push(inkX, inkY, STEP_X[right], STEP_Y[right]);
      if (direction & 1) claim(Math.min(inkX, inkX + STEP_X[right]), inkY, contour);
      const leftAhead = tone(inkX + aheadX, inkY + aheadY);
      const paperX = inkX + STEP_X[right];
      const paperY = inkY + STEP_Y[right];
      const rightAhead = tone(paperX + aheadX, paperY + aheadY);
      if (leftAhead < level) {
        if (rightAhead < level) {
          // Both ahead are ink: turn right, around the paper pixel.
          inkX = paperX + aheadX;
          inkY = paperY + aheadY;
          direction = right;
        } else {
          inkX += aheadX;
          inkY += aheadY;
        }
      } else if (rightAhead < level && isJoined(inkX, inkY, paperX, paperY, leftAhead, rightAhead)) {
        inkX = paperX + aheadX;
        inkY = paperY + aheadY;
        direction = right;
      } else {
        direction = (direction + 1) & 3;
      }
    } while (inkX !== firstX || inkY !== firstY || direction !== heading);
  }

  /** A saddle's two ink pixels are joined when the mean of all four is ink. */
  function isJoined(
    inkX: number,
    inkY: number,
    paperX: number,
    paperY: number,
    a: number,
    b: number,
  ): boolean {
    return tone(inkX, inkY) + tone(paperX, paperY) + a + b < 4 * level;
  }
}
