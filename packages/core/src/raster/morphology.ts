import type { GreyPicture } from './picture';

/** The lightest tone in the square of 2 * radius + 1 pixels around each pixel; beyond the rim there is nothing. */
export function dilated(grey: GreyPicture, radius: number): GreyPicture {
  return extremes(grey, radius, 0);
}

/** The darkest tone in the square of 2 * radius + 1 pixels around each pixel; beyond the rim there is nothing. */
export function eroded(grey: GreyPicture, radius: number): GreyPicture {
  return extremes(grey, radius, 255);
}

/** What is lighter than its surroundings and smaller than the square is taken away. */
export function opened(grey: GreyPicture, radius: number): GreyPicture {
  return dilated(eroded(grey, radius), radius);
}

/** What is darker than its surroundings and smaller than the square is taken away. */
export function closed(grey: GreyPicture, radius: number): GreyPicture {
  return eroded(dilated(grey, radius), radius);
}

/**
 * Running extremes over a square, rows and then columns. The extreme of a window is put together from windows of
 * 1, 2, 4 ... pixels, each from two of the one before, so that the steps are few; and a step compares the four
 * bytes of a word at once. The minimum is the maximum of the negative: `flip` is 255 for it, 0 for the maximum.
 */
function extremes({ width, height, data }: GreyPicture, radius: number, flip: 0 | 255): GreyPicture {
  const stride = (width + 3) >> 2;
  const words = new Uint32Array(stride * height);
  const bytes = new Uint8Array(words.buffer);
  const lineWords = new Uint32Array(((width + 2 * radius) >> 2) + 2);
  const line = new Uint8Array(lineWords.buffer);
  for (let y = 0; y < height; y++) {
    lineWords.fill(0);
    line.set(data.subarray(y * width, (y + 1) * width), radius);
    if (flip) for (let x = radius; x < radius + width; x++) line[x] ^= 255;
    overWindow(2 * radius + 1, (step) => takeLarger(lineWords, 0, lineWords.length - 1, step));
    bytes.set(line.subarray(0, width), 4 * y * stride);
  }
  // Down the columns every row first gathers what lies at and below it, half a window far; then, from the bottom up,
  // it takes in what the row half a window above it gathered, or the first row near the top.
  overWindow(radius + 1, (step) => takeLarger(words, 0, words.length, 4 * step * stride));
  for (let y = height - 1; y > 0; y--) {
    const above = Math.max(0, y - radius) * stride;
    for (let x = 0, i = y * stride; x < stride; x++, i++) words[i] = largerBytes(words[i], words[above + x]);
  }
  if (flip) for (let i = 0; i < words.length; i++) words[i] = ~words[i];
  if (stride * 4 === width) return { width, height, data: bytes };
  const result = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    result.set(bytes.subarray(4 * y * stride, 4 * y * stride + width), y * width);
  return { width, height, data: result };
}

/** Steps that put a window together: 1, 2, 4 ... as long as they stay within it, and what is left. */
function overWindow(window: number, step: (by: number) => void): void {
  let reach = 1;
  for (; 2 * reach <= window; reach *= 2) step(reach);
  if (window > reach) step(window - reach);
}

/** Each byte of words [from, to) becomes the larger of itself and the one so many bytes ahead, where there is one. */
function takeLarger(words: Uint32Array, from: number, to: number, bytesAhead: number): void {
  const ahead = bytesAhead >> 2;
  const shift = 8 * (bytesAhead & 3);
  const end = Math.min(to, words.length - ahead);
  if (shift === 0) {
    for (let i = from, k = from + ahead; i < end; i++, k++) words[i] = largerBytes(words[i], words[k]);
    return;
  }
  for (let i = from, k = from + ahead; i < end; i++, k++) {
    const other = (words[k] >>> shift) | (words[k + 1] << (32 - shift));
    words[i] = largerBytes(words[i], other);
  }
}

const EVEN = 0x00ff00ff;
const CARRY = 0x01000100;
const ONES = 0x00010001;

/** The larger of two words byte by byte: the bit carried out of a byte's difference tells which. */
function largerBytes(p: number, q: number): number {
  if (p === q) return p;
  const pEven = p & EVEN;
  const qEven = q & EVEN;
  const pOdd = (p >>> 8) & EVEN;
  const qOdd = (q >>> 8) & EVEN;
  const even = Math.imul((((pEven | CARRY) - qEven) >>> 8) & ONES, 255);
  const odd = Math.imul((((pOdd | CARRY) - qOdd) >>> 8) & ONES, 255);
  return (pEven & even) | (qEven & ~even) | (((pOdd & odd) | (qOdd & ~odd)) << 8);
}
