/** A mixture of Gaussians over red, green and blue (0 to 255): for each part its share, mean and covariance. */
interface Part {
  weight: number;
  mean: [number, number, number];
  /** Upper half of the inverse covariance, row by row, and the logarithm of what stands before the exponential. */
  inverse: [number, number, number, number, number, number];
  height: number;
}

/** Colours by 5 bits a channel: cell r << 10 | g << 5 | b. */
export const CELLS = 1 << 15;

export const cellOf = (red: number, green: number, blue: number): number =>
  ((red & 0xf8) << 7) | ((green & 0xf8) << 2) | (blue >> 3);

const PARTS = 5;
/** Variance that every part has at least, in squared tones: noise, and the cells colours are counted in. */
const LEAST_VARIANCE = 40;
/** Rounds of assigning colours to parts and learning the parts from them. */
const ROUNDS = 4;

/**
 * How unlikely each colour is among those counted: the negative logarithm of its density under a mixture of five full
 * Gaussians (Rother, Kolmogorov and Blake 2004, equation 9). Parts begin from splits of the widest spread across its
 * mean (Orchard and Bouman 1991), and colours then go wholly to their likeliest part. `counts` has a number a cell.
 */
export function unlikelihood(counts: Float64Array): (cell: number) => number {
  const cells = Uint32Array.from(counts.keys()).filter((cell) => counts[cell] > 0);
  const parts = learned(cells, counts);
  const known = new Float32Array(CELLS).fill(-1);
  return (cell) => {
    if (known[cell] >= 0) return known[cell];
    let density = 0;
    for (const part of parts) density += Math.exp(logDensity(part, cell));
    return (known[cell] = Math.min(60, Math.max(0, -Math.log(density + 1e-30))));
  };
}

function learned(cells: Uint32Array, counts: Float64Array): Part[] {
  const of = new Uint8Array(cells.length);
  let parts = [partOf(cells, counts, of, 0)];
  while (parts.length < PARTS) {
    const widest = parts
      .map((_, k) => ({ k, ...widestAxis(cells, counts, of, k) }))
      .sort((a, b) => b.spread - a.spread)[0];
    if (!(widest.spread > LEAST_VARIANCE)) break;
    const { mean } = parts[widest.k];
    const [ax, ay, az] = widest.axis;
    cells.forEach((cell, i) => {
      if (of[i] !== widest.k) return;
      const [r, g, b] = colourOf(cell);
      if ((r - mean[0]) * ax + (g - mean[1]) * ay + (b - mean[2]) * az > 0) of[i] = parts.length;
    });
    parts = Array.from({ length: parts.length + 1 }, (_, k) => partOf(cells, counts, of, k));
  }
  for (let round = 0; round < ROUNDS; round++) {
    cells.forEach((cell, i) => {
      let best = -Infinity;
      parts.forEach((part, k) => {
        const value = logDensity(part, cell);
        if (value > best) {
          best = value;
          of[i] = k;
        }
      });
    });
    parts = parts.map((_, k) => partOf(cells, counts, of, k)).filter(({ weight }) => weight > 0);
  }
  const total = parts.reduce((sum, { weight }) => sum + weight, 0);
  return parts.map((part) => ({ ...part, height: part.height + Math.log(part.weight / total) }));
}

const colourOf = (cell: number): [number, number, number] => [
  ((cell >> 10) << 3) + 4,
  (((cell >> 5) & 31) << 3) + 4,
  ((cell & 31) << 3) + 4,
];

function covariance(cells: Uint32Array, counts: Float64Array, of: Uint8Array, k: number) {
  const sum = new Float64Array(10);
  cells.forEach((cell, i) => {
    if (of[i] !== k) return;
    const n = counts[cell];
    const [r, g, b] = colourOf(cell);
    [1, r, g, b, r * r, r * g, r * b, g * g, g * b, b * b].forEach((value, j) => (sum[j] += n * value));
  });
  const n = sum[0] || 1;
  const [r, g, b] = [sum[1] / n, sum[2] / n, sum[3] / n];
  const spread = [
    sum[4] / n - r * r,
    sum[5] / n - r * g,
    sum[6] / n - r * b,
    sum[7] / n - g * g,
    sum[8] / n - g * b,
    sum[9] / n - b * b,
  ];
  return { weight: sum[0], mean: [r, g, b] as [number, number, number], spread };
}

function partOf(cells: Uint32Array, counts: Float64Array, of: Uint8Array, k: number): Part {
  const { weight, mean, spread } = covariance(cells, counts, of, k);
  const [rr, rg, rb, gg, gb, bb] = spread.map(
    (v, j) => v + (j === 0 || j === 3 || j === 5 ? LEAST_VARIANCE : 0),
  );
  const [a, b, c] = [gg * bb - gb * gb, rb * gb - rg * bb, rg * gb - rb * gg];
  const determinant = rr * a + rg * b + rb * c;
  return {
    weight,
    mean,
    inverse: [
      a / determinant,
      b / determinant,
      c / determinant,
      (rr * bb - rb * rb) / determinant,
      (rg * rb - rr * gb) / determinant,
      (rr * gg - rg * rg) / determinant,
    ],
    height: -0.5 * Math.log(determinant * (2 * Math.PI) ** 3),
  };
}

function logDensity({ mean, inverse, height }: Part, cell: number): number {
  const r = ((cell >> 10) << 3) + 4 - mean[0];
  const g = (((cell >> 5) & 31) << 3) + 4 - mean[1];
  const b = ((cell & 31) << 3) + 4 - mean[2];
  const [rr, rg, rb, gg, gb, bb] = inverse;
  return height - 0.5 * (r * (rr * r + 2 * rg * g + 2 * rb * b) + g * (gg * g + 2 * gb * b) + bb * b * b);
}

/** Direction in which a part spreads widest, by power iteration, and how much colour it spreads there. */
function widestAxis(cells: Uint32Array, counts: Float64Array, of: Uint8Array, k: number) {
  const { spread, weight } = covariance(cells, counts, of, k);
  const [rr, rg, rb, gg, gb, bb] = spread;
  let axis: [number, number, number] = [0.6, 0.58, 0.55];
  let length = 0;
  for (let round = 0; round < 12; round++) {
    const [x, y, z] = axis;
    const next = [rr * x + rg * y + rb * z, rg * x + gg * y + gb * z, rb * x + gb * y + bb * z];
    length = Math.hypot(...next);
    if (!(length > 0)) break;
    axis = next.map((value) => value / length) as [number, number, number];
  }
  return { axis, spread: weight > 0 ? length : 0 };
}
