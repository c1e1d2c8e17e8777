import { type Context, checkStopped } from '../context';
import type { GreyPicture } from './picture';

/**
 * Mean and standard deviation of the square of `2 * radius + 1` pixels around every pixel, a row at a time.
 * Near the rim the square is cut off there. The sums are those of an integral image (Crow 1984), kept for
 * the columns of one band of rows only: the whole would take more memory than the picture.
 */
export function eachRowStatistics(
  { width, height, data }: GreyPicture,
  radius: number,
  visit: (y: number, mean: Float32Array, deviation: Float32Array) => void,
  context: Context,
): void {
  const columns = new Int32Array(width);
  const columnSquares = new Int32Array(width);
  const mean = new Float32Array(width);
  const deviation = new Float32Array(width);
  const nothing = new Uint8Array(width);
  const rowOf = (y: number) => (y >= 0 && y < height ? data.subarray(y * width, (y + 1) * width) : nothing);
  for (let y = -radius; y < height; y++) {
    if ((y & 127) === 0) checkStopped(context);
    moveDown(columns, columnSquares, rowOf(y + radius), rowOf(y - radius - 1));
    if (y < 0) continue;
    const rows = Math.min(height - 1, y + radius) - Math.max(0, y - radius) + 1;
    alongRow(columns, columnSquares, radius, rows, mean, deviation);
    visit(y, mean, deviation);
  }
}

/** Column sums of a band of rows that moves down by one. */
function moveDown(columns: Int32Array, squares: Int32Array, coming: Uint8Array, going: Uint8Array): void {
  for (let x = 0; x < columns.length; x++) {
    const added = coming[x];
    const taken = going[x];
    columns[x] += added - taken;
    squares[x] += (added - taken) * (added + taken);
  }
}

/** Sums of the square, one column coming in and one going out at each step. */
function alongRow(
  columns: Int32Array,
  columnSquares: Int32Array,
  radius: number,
  rows: number,
  mean: Float32Array,
  deviation: Float32Array,
): void {
  const width = columns.length;
  let sum = 0;
  let square = 0;
  for (let x = 0; x < Math.min(radius, width); x++) {
    sum += columns[x];
    square += columnSquares[x];
  }
  const set = (x: number, count: number) => {
    const m = sum / count;
    const variance = square / count - m * m;
    mean[x] = m;
    deviation[x] = variance > 0 ? Math.sqrt(variance) : 0;
  };
  let x = 0;
  for (; x < width && (x <= radius || x + radius >= width); x++) step(x);
  const inner = width - radius;
  const share = 1 / ((2 * radius + 1) * rows);
  for (; x < inner; x++) {
    sum += columns[x + radius] - columns[x - radius - 1];
    square += columnSquares[x + radius] - columnSquares[x - radius - 1];
    const m = sum * share;
    const variance = square * share - m * m;
    mean[x] = m;
    deviation[x] = variance > 0 ? Math.sqrt(variance) : 0;
  }
  for (; x < width; x++) step(x);

  function step(at: number): void {
    if (at + radius < width) {
      sum += columns[at + radius];
      square += columnSquares[at + radius];
    }
    if (at > radius) {
      sum -= columns[at - radius - 1];
      square -= columnSquares[at - radius - 1];
    }
    set(at, (Math.min(width - 1, at + radius) - Math.max(0, at - radius) + 1) * rows);
  }
}
