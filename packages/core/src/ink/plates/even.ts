import { type Context, checkStopped } from '../../context';
import { NONE } from './plate';
import { areAlike } from './channels';
import type { Nearest } from './nearest';

/** A pixel whose colour lies within this of a plate's (OKLab) may be of that plate alone. */
export const OWN = 0.06;

/** Which plate pixels are of without doubt, and their colours as little-endian RGBA words. */
export interface EvenMap {
  width: number;
  height: number;
  words: Uint32Array;
  even: Uint8Array;
}

/**
 * The plate of every pixel that agrees with its neighbours on both sides, one way or the other; NONE for rims. With `flat` all colours that
 * differ by no more than that from one side to the other, in tones, are of the nearest plate, however far it is.
 */
export function evenPixels(
  words: Uint32Array,
  { width, height }: { width: number; height: number },
  { plate, distance }: Nearest,
  context: Context,
  flat = Infinity,
): Uint8Array {
  const own = new Uint8Array(words.length);
  let last = -1;
  let of = NONE;
  for (let i = 0; i < words.length; i++) {
    if ((i & 0xfffff) === 0) checkStopped(context);
    if (words[i] !== last) {
      last = words[i];
      of = flat < Infinity || distance(last) < OWN ? plate(last) : NONE;
    }
    own[i] = of;
  }
  const result = new Uint8Array(words.length).fill(NONE);
  for (let y = 0; y < height; y++) {
    const up = y > 0 ? -width : 0;
    const down = y < height - 1 ? width : 0;
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const p = own[i];
      if (p === NONE) continue;
      const left = x > 0 ? -1 : 0;
      const right = x < width - 1 ? 1 : 0;
      // A mixture that happens to look like a third plate lies between two others; it never has its like all around.
      if (own[i + left] !== p || own[i + right] !== p || own[i + up] !== p || own[i + down] !== p) continue;
      const isFlat =
        areAlike(words[i + left], words[i + right], flat) && areAlike(words[i + up], words[i + down], flat);
      if (!isFlat) continue;
      result[i] = p;
    }
  }
  return result;
}

/**
 * Takes away even areas that may be fringes: nowhere broad, and of a colour that lies between those of two plates beside them. Whether a
 * pixel may be mixed so is asked with all such areas gone.
 */
export function withoutFringes(
  { width, height, even }: EvenMap,
  isBetween: (x: number, y: number) => boolean,
): void {
  const broad = broadAreas(even, width, height);
  const thin = [...even.keys()].filter((i) => even[i] !== NONE && broad[i] === 0);
  const plates = thin.map((i) => even[i]);
  for (const i of thin) even[i] = NONE;
  const isFringe = thin.map((i) => isBetween(i % width, Math.floor(i / width)));
  thin.forEach((i, k) => {
    if (!isFringe[k]) even[i] = plates[k];
  });
}

/** 1 for the even pixels of areas that are somewhere five pixels broad both ways. */
function broadAreas(even: Uint8Array, width: number, height: number): Uint8Array {
  const broad = new Uint8Array(even.length);
  const stack: number[] = [];
  for (let y = 1; y < height - 1; y++)
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const p = even[i];
      if (p === NONE || broad[i] === 1) continue;
      let alike = true;
      for (let row = i - width; alike && row <= i + width; row += width)
        alike = even[row - 1] === p && even[row] === p && even[row + 1] === p;
      if (!alike) continue;
      broad[i] = 1;
      stack.push(i);
      for (let at = stack.pop(); at !== undefined; at = stack.pop())
        for (const next of [at - 1, at + 1, at - width, at + width])
          if (next >= 0 && next < even.length && broad[next] === 0 && even[next] === p) {
            broad[next] = 1;
            stack.push(next);
          }
    }
  return broad;
}
