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
  // Column sums stand between columns of nothing, so that the square may reach beyond the picture.
  const columns = new Int32Array(width + 2 * radius + 1);
  const columnSquares = new Int32Array(columns.length);
  const shares = Float64Array.from(
    { length: width },
    (_, x) => 1 / (Math.min(width - 1, x + radius) - Math.max(0, x - radius) + 1),
  );
  const mean = new Float32Array(width);
  const deviation = new Float32Array(width);
  const nothing = new Uint8Array(width);
  const rowOf = (y: number) => (y >= 0 && y < height ? data.subarray(y * width, (y + 1) * width) : nothing);
  for (let y = -radius; y < height; y++) {
    if ((y & 127) === 0) checkStopped(context);
    moveDown(columns, columnSquares, radius + 1, rowOf(y + radius), rowOf(y - radius - 1));
    if (y < 0) continue;
    const rows = Math.min(height - 1, y + radius) - Math.max(0, y - radius) + 1;
    alongRow(columns, columnSquares, 2 * radius + 1, shares, rows, mean, deviation);
    visit(y, mean, deviation);
  }
}

/** Column sums of a band of rows that moves down by one; the first column stands at `first`. */
function moveDown(
  columns: Int32Array,
  squares: Int32Array,
  first: number,
  coming: Uint8Array,
  going: Uint8Array,
): void {
  for (let x = 0, at = first; x < coming.length; x++, at++) {
    const added = coming[x];
    const taken = going[x];
    columns[at] += added - taken;
    squares[at] += (added - taken) * (added + taken);
  }
}

/** Sums of the square, `side` columns wide: one column comes in and one goes out at each step. */
function alongRow(
  columns: Int32Array,
  columnSquares: Int32Array,
  side: number,
  shares: Float64Array,
  rows: number,
  mean: Float32Array,
  deviation: Float32Array,
): void {
  const ofRow = 1 / rows;
  let sum = 0;
  let square = 0;
  for (let x = 0; x < side; x++) {
    sum += columns[x];
    square += columnSquares[x];
  }
  for (let x = 0, coming = side; x < mean.length; x++, coming++) {
    sum += columns[coming] - columns[x];
    square += columnSquares[coming] - columnSquares[x];
    const share = shares[x] * ofRow;
    const m = sum * share;
    const variance = square * share - m * m;
    mean[x] = m;
    deviation[x] = variance > 1e-6 ? Math.sqrt(variance) : 0;
  }
}
