import { type ColourPicture, ciede2000, cieLab } from '../raster';

/** Colours are looked up with this many bits a channel. */
const BITS = 6;

/**
 * How far colours are from one colour, by CIEDE2000 (1 is just seen): a function of a pixel as a little-endian RGBA
 * word, its answers kept for each of a quarter of a million colours.
 */
export function distanceFrom(red: number, green: number, blue: number): (word: number) => number {
  const known = new Float32Array(1 << (3 * BITS)).fill(-1);
  const lab = cieLab(red, green, blue);
  const shift = 8 - BITS;
  const half = (1 << shift) >> 1;
  const part = (word: number, at: number) => ((((word >>> at) & 255) >> shift) << shift) + half;
  return (word) => {
    const key =
      (((word & 255) >> shift) << (2 * BITS)) |
      ((((word >>> 8) & 255) >> shift) << BITS) |
      (((word >>> 16) & 255) >> shift);
    if (known[key] < 0) known[key] = ciede2000(lab, cieLab(part(word, 0), part(word, 8), part(word, 16)));
    return known[key];
  };
}

/** The pixels of a picture as little-endian RGBA words. */
export function wordsOf({ data, width, height }: ColourPicture): Uint32Array {
  const bytes = data.byteOffset & 3 ? data.slice() : data;
  return new Uint32Array(bytes.buffer, bytes.byteOffset, width * height);
}
