import type { ColourPicture, PixelGraph } from '../../raster';

/** What a link between pixels alike costs, in the units of colours’ unlikelihood; 50 in Rother et al. 2004, which cuts thin parts off. */
const GAMMA = 20;
/** Costs are whole numbers, so many to the unit. */
export const UNIT = 100;
/** More than all links of a pixel together. */
export const CERTAIN = 64 * GAMMA * UNIT;

/**
 * The pixels given, in rising order, as a graph: parting two neighbours costs the more the more alike they are and the
 * nearer, gamma / distance * exp(-beta |difference|^2) with beta from the mean difference (Boykov and Jolly 2001; Rother,
 * Kolmogorov and Blake 2004, equations 4 and 5).
 */
export function graphOf({ width, height, data }: ColourPicture, pixels: Uint32Array): PixelGraph {
  const count = pixels.length;
  const nodeOf = new Int32Array(width * height).fill(-1);
  for (let node = 0; node < count; node++) nodeOf[pixels[node]] = node;
  const neighbour = new Int32Array(8 * count).fill(-1);
  const squares = new Float32Array(4 * count);
  let sum = 0;
  let links = 0;
  // Right, and the three below; the other four are the same links seen from the other side.
  const steps = [1, width - 1, width, width + 1];
  for (let node = 0; node < count; node++) {
    const pixel = pixels[node];
    const x = pixel % width;
    for (let d = 4; d < 8; d++) {
      const across = d === 5 ? -1 : d === 6 ? 0 : 1;
      if (x + across < 0 || x + across >= width) continue;
      const beside = pixel + steps[d - 4];
      const other = beside < nodeOf.length ? nodeOf[beside] : -1;
      if (other < 0) continue;
      neighbour[8 * node + d] = other;
      neighbour[8 * other + 7 - d] = node;
      const [i, j] = [4 * pixel, 4 * beside];
      const square =
        (data[i] - data[j]) ** 2 + (data[i + 1] - data[j + 1]) ** 2 + (data[i + 2] - data[j + 2]) ** 2;
      squares[4 * node + d - 4] = square;
      sum += square;
      links++;
    }
  }
  const beta = sum > 0 ? links / (2 * sum) : 0;
  const link = new Int32Array(8 * count);
  for (let node = 0; node < count; node++) {
    for (let d = 4; d < 8; d++) {
      const other = neighbour[8 * node + d];
      if (other < 0) continue;
      const far = d === 5 || d === 7 ? Math.SQRT2 : 1;
      const cost = Math.round(((UNIT * GAMMA) / far) * Math.exp(-beta * squares[4 * node + d - 4]));
      link[8 * node + d] = cost;
      link[8 * other + 7 - d] = cost;
    }
  }
  return { count, neighbour, link };
}
