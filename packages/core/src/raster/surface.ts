/** A smooth surface known at a coarse grid of places, one value a cell, row by row. */
export interface Surface {
  width: number;
  height: number;
  /** Picture pixels of a cell each way. */
  cell: number;
  values: Float32Array;
}

/**
 * Fills the gaps of a sparsely known grid: where `weights` is small the value comes from coarser and coarser means
 * (pull and push over a pyramid, Gortler and others 1996, "The lumigraph", section 3.4). A grid that is
 * known nowhere stays 0.
 */
export function filledGrid(
  values: Float32Array,
  weights: Float32Array,
  width: number,
  height: number,
): Float32Array {
  if (width === 1 && height === 1) return weights[0] > 0 ? values.slice() : new Float32Array(1);
  const coarseWidth = (width + 1) >> 1;
  const coarseHeight = (height + 1) >> 1;
  const coarse = new Float32Array(coarseWidth * coarseHeight);
  const coarseWeights = new Float32Array(coarse.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const weight = Math.min(1, weights[y * width + x]);
      const to = (y >> 1) * coarseWidth + (x >> 1);
      coarse[to] += weight * values[y * width + x];
      coarseWeights[to] += weight;
    }
  }
  for (let i = 0; i < coarse.length; i++) if (coarseWeights[i] > 0) coarse[i] /= coarseWeights[i];
  const filled = filledGrid(coarse, coarseWeights, coarseWidth, coarseHeight);
  const result = new Float32Array(values.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const weight = Math.min(1, weights[i]);
      const below = weight < 1 ? between(filled, coarseWidth, coarseHeight, (x - 0.5) / 2, (y - 0.5) / 2) : 0;
      result[i] = weight * values[i] + (1 - weight) * below;
    }
  }
  return result;
}

/** Means over a square of cells, the rim's own cells standing for what is beyond it. */
export function smoothedGrid(
  values: Float32Array,
  width: number,
  height: number,
  radius: number,
): Float32Array {
  const pass = (from: Float32Array, size: number, lines: number, step: number, stride: number) => {
    const to = new Float32Array(from.length);
    for (let line = 0; line < lines; line++) {
      for (let i = 0; i < size; i++) {
        let sum = 0;
        for (let k = -radius; k <= radius; k++)
          sum += from[line * stride + Math.min(size - 1, Math.max(0, i + k)) * step];
        to[line * stride + i * step] = sum / (2 * radius + 1);
      }
    }
    return to;
  };
  return pass(pass(values, width, height, 1, width), height, width, width, 1);
}

/** A grid between its places, linear both ways; beyond its rim as at it. */
function between(values: Float32Array, width: number, height: number, x: number, y: number): number {
  const cx = Math.min(width - 1, Math.max(0, x));
  const cy = Math.min(height - 1, Math.max(0, y));
  const x0 = Math.floor(cx);
  const y0 = Math.floor(cy);
  const x1 = Math.min(width - 1, x0 + 1);
  const y1 = Math.min(height - 1, y0 + 1);
  const tx = cx - x0;
  const ty = cy - y0;
  const top = values[y0 * width + x0] * (1 - tx) + values[y0 * width + x1] * tx;
  const bottom = values[y1 * width + x0] * (1 - tx) + values[y1 * width + x1] * tx;
  return top * (1 - ty) + bottom * ty;
}

/** One row of a surface at the picture's own pixels; `y` is the row, `out` as long as the picture is wide. */
export function surfaceRow({ width, height, cell, values }: Surface, y: number, out: Float32Array): void {
  const gy = Math.min(height - 1, Math.max(0, (y + 0.5) / cell - 0.5));
  const y0 = Math.floor(gy);
  const y1 = Math.min(height - 1, y0 + 1);
  const ty = gy - y0;
  const column = (x: number) => values[y0 * width + x] * (1 - ty) + values[y1 * width + x] * ty;
  const half = cell / 2;
  let from = 0;
  for (let k = 0; k <= width && from < out.length; k++) {
    const left = column(Math.max(0, k - 1));
    const right = column(Math.min(width - 1, k));
    const end = k === width ? out.length : Math.min(out.length, Math.round(k * cell + half));
    const slope = (right - left) / cell;
    let value = left + slope * (from + 0.5 - (k * cell - half));
    for (let x = from; x < end; x++) {
      out[x] = value;
      value += slope;
    }
    from = end;
  }
}
