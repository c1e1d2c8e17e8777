import { Context, checkStopped, quietContext } from '../context';
import { greyOfLight, lightOfBlue, lightOfGreen, lightOfRed } from './luminance';
import type { ColourPicture, GreyPicture } from './picture';

/** Every byte of a word at once. */
const EACH = 0x01010101;

/** Luminance of one opaque colour, 0..255: weighted on linear light (BT.709), encoded back (sRGB). */
export function luminance(red: number, green: number, blue: number): number {
  return greyOfLight[(lightOfRed[red] + lightOfGreen[green] + lightOfBlue[blue] + 8) >> 4];
}

/**
 * The grey picture that everything downstream reads. Transparent areas are paper (white), unless the
 * picture's visible parts are all of one tone: then its shape is only in the alpha channel, and opaque
 * becomes black.
 */
export function toGrey(picture: ColourPicture, context: Context = quietContext): GreyPicture {
  const { width, height, data } = picture;
  const grey = new Uint8Array(width * height);
  const bytes = data.byteOffset & 3 ? data.slice() : data;
  // Signed, since opaque white would be no small integer otherwise.
  const words = new Int32Array(bytes.buffer, bytes.byteOffset, width * height);
  const rows = Math.max(1, Math.floor((1 << 19) / width));
  let translucent = false;
  for (let top = 0; top < height; top += rows) {
    checkStopped(context);
    const from = top * width;
    const to = Math.min(height, top + rows) * width;
    translucent = convertOpaque(words, grey, from, to) || translucent;
  }
  if (translucent) {
    if (isOneTone(data, grey)) greyFromAlpha(data, grey);
    else layOnWhite(data, grey);
  }
  return { width, height, data: grey };
}

/**
 * Converts pixels [from, to) as if opaque; equal neighbours are looked up once, and four that are equal to what came
 * before cost one comparison. True where alpha was below 255.
 */
function convertOpaque(words: Int32Array, grey: Uint8Array, from: number, to: number): boolean {
  const fours = new Int32Array(grey.buffer, 0, grey.length >> 2);
  let alpha = words[from];
  let last = words[from];
  let value = luminance(last & 255, (last >>> 8) & 255, (last >>> 16) & 255);
  let i = from;
  while (i < to) {
    if ((i & 3) === 0 && i + 4 <= to) {
      const off = (words[i] ^ last) | (words[i + 1] ^ last) | (words[i + 2] ^ last) | (words[i + 3] ^ last);
      if (off === 0) {
        fours[i >> 2] = Math.imul(value, EACH);
        i += 4;
        continue;
      }
    }
    const stop = Math.min(to, (i & ~3) + 4);
    for (; i < stop; i++) {
      const word = words[i];
      if (word !== last) {
        last = word;
        alpha &= word;
        const light =
          lightOfRed[word & 255] + lightOfGreen[(word >>> 8) & 255] + lightOfBlue[(word >>> 16) & 255];
        value = greyOfLight[(light + 8) >> 4];
      }
      grey[i] = value;
    }
  }
  return alpha >>> 24 !== 255;
}

/** True when everything visible has one tone, within what rounding of translucent rims explains. */
function isOneTone(data: ColourPicture['data'], grey: Uint8Array): boolean {
  let lowest = 255;
  let highest = 0;
  for (let i = 0; i < grey.length; i++) {
    if (data[4 * i + 3] < 128) continue;
    lowest = Math.min(lowest, grey[i]);
    highest = Math.max(highest, grey[i]);
  }
  return highest - lowest < 12;
}

function greyFromAlpha(data: ColourPicture['data'], grey: Uint8Array): void {
  for (let i = 0; i < grey.length; i++) grey[i] = 255 - data[4 * i + 3];
}

/** Lays translucent pixels on white paper, blending encoded values as every browser does. */
function layOnWhite(data: ColourPicture['data'], grey: Uint8Array): void {
  for (let i = 0; i < grey.length; i++) {
    const alpha = data[4 * i + 3];
    if (alpha < 255) grey[i] = Math.round(255 + ((grey[i] - 255) * alpha) / 255);
  }
}
