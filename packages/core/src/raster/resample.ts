import type { ColourPicture, GreyPicture } from './picture';

/** A source sample and its share of one result sample, for every result sample in turn. */
interface Weights {
  starts: Int32Array;
  indices: Int32Array;
  shares: Float32Array;
}

/** Shares by covered length: every source sample counts by how much of it lies under the result sample. */
function areaWeights(from: number, to: number): Weights {
  const scale = from / to;
  return gatherWeights(to, (i, add) => {
    const left = i * scale;
    const right = Math.min(from, left + scale);
    for (let k = Math.floor(left); k < right; k++) {
      add(k, (Math.min(k + 1, right) - Math.max(k, left)) / scale);
    }
  });
}

/** Shares by the cubic convolution kernel of Keys 1981 with a = -1/2 (also known as Catmull-Rom). */
function cubicWeights(from: number, to: number): Weights {
  const scale = from / to;
  return gatherWeights(to, (i, add) => {
    const centre = (i + 0.5) * scale - 0.5;
    const first = Math.floor(centre) - 1;
    for (let k = first; k < first + 4; k++) add(Math.min(from - 1, Math.max(0, k)), keys(centre - k));
  });
}

/** Keys 1981, equation 15 with a = -1/2. */
function keys(distance: number): number {
  const s = Math.abs(distance);
  if (s <= 1) return (1.5 * s - 2.5) * s * s + 1;
  return s < 2 ? ((-0.5 * s + 2.5) * s - 4) * s + 2 : 0;
}

function gatherWeights(
  to: number,
  each: (i: number, add: (index: number, share: number) => void) => void,
): Weights {
  const starts = new Int32Array(to + 1);
  const indices: number[] = [];
  const shares: number[] = [];
  for (let i = 0; i < to; i++) {
    each(i, (index, share) => {
      indices.push(index);
      shares.push(share);
    });
    starts[i + 1] = indices.length;
  }
  return { starts, indices: Int32Array.from(indices), shares: Float32Array.from(shares) };
}

/**
 * Both directions at once, row by row: the source rows of a result row are summed up as they lie in memory, and only then
 * summed across.
 */
function resample(
  data: Uint8Array | Uint8ClampedArray,
  from: { width: number; height: number; channels: number },
  to: { width: number; height: number },
  weightsFor: (from: number, to: number) => Weights,
): Uint8Array {
  const { channels } = from;
  const across = weightsFor(from.width, to.width);
  const down = weightsFor(from.height, to.height);
  const length = from.width * channels;
  const sums = new Float32Array(length);
  const row = new Float32Array(to.width * channels);
  const result = new Uint8ClampedArray(to.height * row.length);
  for (let y = 0; y < to.height; y++) {
    sums.fill(0);
    for (let k = down.starts[y]; k < down.starts[y + 1]; k++) {
      const share = down.shares[k];
      const offset = down.indices[k] * length;
      for (let i = 0; i < length; i++) sums[i] += share * data[offset + i];
    }
    if (channels === 1) sumAcross(sums, row, across);
    else sumColoursAcross(sums, row, channels, across);
    result.set(row, y * row.length);
  }
  return new Uint8Array(result.buffer);
}

function sumAcross(sums: Float32Array, row: Float32Array, { starts, indices, shares }: Weights): void {
  for (let x = 0; x < row.length; x++) {
    let sum = 0;
    for (let k = starts[x]; k < starts[x + 1]; k++) sum += shares[k] * sums[indices[k]];
    row[x] = sum;
  }
}

function sumColoursAcross(
  sums: Float32Array,
  row: Float32Array,
  channels: number,
  { starts, indices, shares }: Weights,
): void {
  row.fill(0);
  for (let x = 0, i = 0; i < row.length; x++, i += channels) {
    for (let k = starts[x]; k < starts[x + 1]; k++)
      for (let c = 0; c < channels; c++) row[i + c] += shares[k] * sums[indices[k] * channels + c];
  }
}

/** A smaller picture in which every pixel is the mean of the area it stands for. Sizes in pixels, at least 1. */
export function reduceGrey(grey: GreyPicture, width: number, height: number): GreyPicture {
  return {
    width,
    height,
    data: resample(grey.data, { ...grey, channels: 1 }, { width, height }, areaWeights),
  };
}

/** As `reduceGrey`, for colour. */
export function reduceColour(picture: ColourPicture, width: number, height: number): ColourPicture {
  return {
    width,
    height,
    data: resample(picture.data, { ...picture, channels: 4 }, { width, height }, areaWeights),
  };
}

/** A larger picture without visible steps, by cubic convolution (Keys 1981). Sizes in pixels. */
export function enlargeGrey(grey: GreyPicture, width: number, height: number): GreyPicture {
  return {
    width,
    height,
    data: resample(grey.data, { ...grey, channels: 1 }, { width, height }, cubicWeights),
  };
}

/** The size at which a picture has at most `pixels` pixels, aspect kept; its own size when it has fewer. */
export function sizeWithin(width: number, height: number, pixels: number): { width: number; height: number } {
  const scale = Math.min(1, Math.sqrt(pixels / (width * height)));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}

/** A picture of at most so many pixels: the same where it has no more, otherwise reduced. */
export function greyWithin(grey: GreyPicture, pixels: number): GreyPicture {
  const { width, height } = sizeWithin(grey.width, grey.height, pixels);
  return width < grey.width ? reduceGrey(grey, width, height) : grey;
}
