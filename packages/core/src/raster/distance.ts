import { type Context, checkStopped, quietContext } from '../context';

/** Exact Euclidean distances, in pixels between centres, and where the nearest seed is when asked for. */
export interface Distances {
  distance: Float32Array;
  /** Index of the nearest seed pixel; empty unless asked for. */
  nearest: Int32Array;
}

/** Farther than any picture is wide. */
const FAR = 0xffff;

/**
 * Distance of every pixel to the nearest one whose value in `data` is `seed`; Infinity where there is none. Columns
 * first, then along each row the lower envelope of parabolas (Felzenszwalb and Huttenlocher 2012, section 2;
 * the scan in whole numbers after Meijster, Roerdink and Hesselink 2000).
 */
export function distanceTransform(
  data: Uint8Array,
  width: number,
  height: number,
  seed: number,
  { nearest: wantsNearest = false, context = quietContext }: { nearest?: boolean; context?: Context } = {},
): Distances {
  const column = columnDistances(data, width, height, seed);
  const distance = new Float32Array(width * height);
  const nearest = new Int32Array(wantsNearest ? width * height : 0);
  // Squared distances of this row's columns, the parabolas of the envelope and where each begins.
  const squares = new Float64Array(width);
  const vertex = new Int32Array(width);
  const begins = new Int32Array(width);
  for (let y = 0; y < height; y++) {
    if ((y & 127) === 0) checkStopped(context);
    const row = y * width;
    // Between two seeds of a row no column beyond them comes into question.
    for (let from = 0; from < width;) {
      if (column[row + from] === 0) {
        if (wantsNearest) nearest[row + from] = row + from;
        from++;
        continue;
      }
      let to = from;
      while (to < width && column[row + to] !== 0) to++;
      stretch(y, from, to);
      from = to;
    }
  }
  return { distance, nearest };

  /** Distances in row y of the columns from .. to - 1, none of which has a seed there. */
  function stretch(y: number, from: number, to: number): void {
    const row = y * width;
    let count = -1;
    const last = Math.min(width - 1, to);
    for (let x = Math.max(0, from - 1); x <= last; x++) {
      const g = column[row + x];
      if (g === FAR) continue;
      const square = g * g;
      squares[x] = square;
      // A column is left out where the parabola before it lies below it from its own place on.
      while (count >= 0) {
        const at = begins[count];
        const v = vertex[count];
        if ((at - v) * (at - v) + squares[v] <= (at - x) * (at - x) + square) break;
        count--;
      }
      if (count < 0) {
        count = 0;
        vertex[0] = x;
        begins[0] = from;
        continue;
      }
      const v = vertex[count];
      const begin = 1 + Math.floor((x * x - v * v + square - squares[v]) / (2 * (x - v)));
      if (begin < to) {
        count++;
        vertex[count] = x;
        begins[count] = Math.max(from, begin);
      }
    }
    if (count < 0) {
      distance.fill(Infinity, row + from, row + to);
      if (wantsNearest) nearest.fill(-1, row + from, row + to);
      return;
    }
    for (let k = 0; k <= count; k++) {
      const v = vertex[k];
      const g = column[row + v];
      const square = g * g;
      const end = k < count ? begins[k + 1] : to;
      const seedIndex = wantsNearest ? nearestInColumn(data, width, height, seed, v, y, g) : 0;
      for (let x = begins[k]; x < end; x++) {
        distance[row + x] = Math.sqrt((x - v) * (x - v) + square);
        if (wantsNearest) nearest[row + x] = seedIndex;
      }
    }
  }
}

/** How many rows away the nearest seed of each pixel's own column is. */
function columnDistances(data: Uint8Array, width: number, height: number, seed: number): Uint16Array {
  const result = new Uint16Array(width * height);
  for (let x = 0; x < width; x++) result[x] = data[x] === seed ? 0 : FAR;
  for (let i = width; i < result.length; i++) {
    const above = result[i - width];
    result[i] = data[i] === seed ? 0 : above === FAR ? FAR : above + 1;
  }
  for (let i = width * (height - 1) - 1; i >= 0; i--) {
    const below = result[i + width] + 1;
    if (below < result[i]) result[i] = below;
  }
  return result;
}

function nearestInColumn(
  data: Uint8Array,
  width: number,
  height: number,
  seed: number,
  x: number,
  y: number,
  g: number,
): number {
  const above = y - g;
  return above >= 0 && data[above * width + x] === seed
    ? above * width + x
    : Math.min(height - 1, y + g) * width + x;
}
