import { type Context, checkStopped } from '../../context';
import { type ColourPicture, luminance, okLab } from '../../raster';
import { wordsOf } from '../colour-distance';
import { colourName } from '../colour-name';
import { calmedMap, strayOf } from './calm';
import { NONE, type Plate } from './plate';
import { findColours } from './colours';
import { evenPixels, withoutFringes } from './even';
import { Mixtures } from './mixtures';
import { nearestPlates } from './nearest';

/**
 * A picture taken apart by colour. Every pixel is of its `first` plate by `share` / 255, the rest of its `second`:
 * in even areas the whole, on rims what mixture of two neighbouring plates it is.
 */
export interface Plates {
  width: number;
  height: number;
  plates: Plate[];
  first: Uint8Array;
  second: Uint8Array;
  share: Uint8Array;
}

/** Plates of one name are numbered: a name stands for one plate, in the panel and in every file. */
function numberAlike(plates: Plate[]): void {
  const counts = new Map<string, number>();
  for (const plate of plates) {
    const count = (counts.get(plate.name) ?? 0) + 1;
    counts.set(plate.name, count);
    if (count > 1) plate.name = `${plate.name} ${count}`;
  }
}

/** Takes a picture apart into `count` plates, or as many as people would name. At most 64. */
export function makePlates(picture: ColourPicture, count: 'auto' | number, context: Context): Plates {
  const { width, height } = picture;
  const colours = findColours(picture, count === 'auto' ? count : Math.min(64, count));
  checkStopped(context);
  const plates = colours.map(({ red, green, blue }): Plate => {
    const [r, g, b] = [red, green, blue].map(Math.round);
    const lab = okLab(r, g, b);
    return { colour: hexOf(r, g, b), name: colourName(lab), lab, tone: luminance(r, g, b), share: 0 };
  });
  numberAlike(plates);
  const words = wordsOf(picture);
  const nearest = nearestPlates(plates);
  const first = new Uint8Array(words.length);
  const second = new Uint8Array(words.length);
  const share = new Uint8Array(words.length).fill(255);
  const seen = { width, height, words, even: evenPixels(words, picture, nearest, context) };
  const stray = strayOf(seen, plates);
  const map = stray > 0 ? calmedMap(seen, nearest, stray, context) : seen;
  const mixed = new Mixtures(map, words, plates, nearest, stray);
  if (stray > 0) withoutFringes(map, (x, y) => mixed.isBetween(x, y));
  const { even } = map;
  for (let y = 0; y < height; y++) {
    if ((y & 63) === 0) {
      checkStopped(context);
      context.progress('separate', y / height);
    }
    for (let x = 0, i = y * width; x < width; x++, i++) {
      if (even[i] !== NONE) first[i] = second[i] = even[i];
      else {
        mixed.find(x, y);
        first[i] = mixed.first;
        second[i] = mixed.second;
        share[i] = mixed.share;
      }
    }
  }
  const counts = new Uint32Array(plates.length);
  for (const plate of first) counts[plate]++;
  return {
    width,
    height,
    plates: plates.map((plate, k) => ({ ...plate, share: counts[k] / words.length })),
    first,
    second,
    share,
  };
}

/** #rrggbb */
export function hexOf(red: number, green: number, blue: number): string {
  return `#${((1 << 24) | (red << 16) | (green << 8) | blue).toString(16).slice(1)}`;
}
