import { type DecodedPng, decode } from 'fast-png';
import type { ColourPicture } from '@drelk/core';

/**
 * A PNG file as RGBA to the last bit, where a canvas gives less: it keeps colours multiplied by how opaque they are, and what is all
 * but clear loses them. Of sixteen bits the upper eight count. Undefined for a file of another kind, or with fewer than eight
 * bits a grey.
 */
export function pixelsOfPng(bytes: Uint8Array): ColourPicture | undefined {
  const png = decode(bytes);
  const { width, height, depth, channels, palette } = png;
  if (depth < 8 && !palette) return undefined;
  if (png.data instanceof Uint8Array && channels === 4) return { width, height, data: png.data };
  const data = new Uint8Array(4 * width * height);
  if (palette) {
    const at = indexOf(png);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const [red, green, blue, alpha = 255] = palette[at(x, y)];
        data.set([red, green, blue, alpha], 4 * i);
      }
    return { width, height, data };
  }
  const shift = depth === 16 ? 8 : 0;
  const { data: samples } = png;
  const [isGrey, hasAlpha] = [channels < 3, channels % 2 === 0];
  const clear = png.transparency?.length ? [...png.transparency] : undefined;
  for (let i = 0, from = 0, to = 0; i < width * height; i++, from += channels, to += 4) {
    data[to] = samples[from] >> shift;
    data[to + 1] = samples[isGrey ? from : from + 1] >> shift;
    data[to + 2] = samples[isGrey ? from : from + 2] >> shift;
    const isClear = clear?.every((value, k) => samples[from + k] === value) ?? false;
    data[to + 3] = hasAlpha ? samples[from + channels - 1] >> shift : isClear ? 0 : 255;
  }
  return { width, height, data };
}

/** Numbers of colours, of which several share a byte where there are few; every row begins a new one (PNG, section 7.2). */
function indexOf({ width, height, depth, data }: DecodedPng): (x: number, y: number) => number {
  const isApart = data.length === width * height;
  if (isApart) return (x, y) => data[y * width + x];
  const row = Math.ceil((width * depth) / 8);
  const mask = (1 << depth) - 1;
  return (x, y) => (data[y * row + ((x * depth) >> 3)] >> (8 - depth - ((x * depth) & 7))) & mask;
}
