import { type Context, checkStopped } from '../context';
import { type ColourPicture, type Lab, luminance, okDistance, okLab } from '../raster';
import { wordsOf } from './colour-distance';
import { colourName } from './colour-name';
import { findColours } from './plate-colours';

/** One colour's ink. */
export interface Plate {
  /** #rrggbb */
  colour: string;
  name: string;
  lab: Lab;
  /** Its luminance, 0 to 255. */
  tone: number;
  /** Share of the picture's pixels that are mostly of this plate. */
  share: number;
}

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

/** A pixel whose colour lies within this of a plate's (OKLab) may be of that plate alone. */
const OWN = 0.06;
/** No plate, in the tables below. */
const NONE = 255;

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
  const even = evenPixels(words, width, height, nearest, context);
  const mixed = new Mixtures(picture, words, plates, nearest, even);
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

interface Nearest {
  plate: (word: number) => number;
  distance: (word: number) => number;
}

/** The nearest plate of a colour and how far it is, looked up by 5 bits a channel. */
function nearestPlates(plates: readonly Plate[]): Nearest {
  const plateOf = new Uint8Array(1 << 15).fill(NONE);
  const distanceOf = new Float32Array(1 << 15);
  const keyOf = (word: number) =>
    ((word & 0xf8) << 7) | (((word >>> 8) & 0xf8) << 2) | ((word >>> 19) & 0x1f);
  const find = (key: number) => {
    const lab = okLab(((key >> 10) << 3) + 4, (((key >> 5) & 31) << 3) + 4, ((key & 31) << 3) + 4);
    let best = Infinity;
    plates.forEach((plate, k) => {
      const distance = okDistance(lab, plate.lab);
      if (distance < best) {
        best = distance;
        plateOf[key] = k;
      }
    });
    distanceOf[key] = best;
  };
  return {
    plate: (word) => {
      const key = keyOf(word);
      if (plateOf[key] === NONE) find(key);
      return plateOf[key];
    },
    distance: (word) => {
      const key = keyOf(word);
      if (plateOf[key] === NONE) find(key);
      return distanceOf[key];
    },
  };
}

/** The plate of every pixel that agrees with its neighbours on both sides, one way or the other; NONE for rims. */
function evenPixels(
  words: Uint32Array,
  width: number,
  height: number,
  { plate, distance }: Nearest,
  context: Context,
): Uint8Array {
  const own = new Uint8Array(words.length);
  let last = -1;
  let of = NONE;
  for (let i = 0; i < words.length; i++) {
    if ((i & 0xfffff) === 0) checkStopped(context);
    if (words[i] !== last) {
      last = words[i];
      of = distance(last) < OWN ? plate(last) : NONE;
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
      const left = x > 0 ? own[i - 1] : p;
      const right = x < width - 1 ? own[i + 1] : p;
      // A mixture that happens to look like a third plate lies between two others; it never has its like all around.
      if (left === p && right === p && own[i + up] === p && own[i + down] === p) result[i] = p;
    }
  }
  return result;
}

/** Works out of what two plates a rim's pixel is mixed. The answer is left in its fields. */
class Mixtures {
  first = 0;
  second = 0;
  share = 255;
  private readonly near = new Uint8Array(8);
  private readonly colours: [number, number, number][];

  constructor(
    private readonly picture: ColourPicture,
    private readonly words: Uint32Array,
    plates: readonly Plate[],
    private readonly nearest: Nearest,
    private readonly even: Uint8Array,
  ) {
    this.colours = plates.map(({ colour }) => {
      const value = Number.parseInt(colour.slice(1), 16);
      return [value >> 16, (value >> 8) & 255, value & 255];
    });
  }

  find(x: number, y: number): void {
    const { width } = this.picture;
    const word = this.words[y * width + x];
    const count = this.candidates(x, y);
    const own = this.nearest.plate(word);
    this.first = this.second = own;
    this.share = 255;
    if (count < 2) return;
    const [r, g, b] = [word & 255, (word >>> 8) & 255, (word >>> 16) & 255];
    let best = Infinity;
    for (let i = 0; i < count; i++) {
      for (let k = i + 1; k < count; k++) {
        const [r1, g1, b1] = this.colours[this.near[i]];
        const [r2, g2, b2] = this.colours[this.near[k]];
        const [dr, dg, db] = [r2 - r1, g2 - g1, b2 - b1];
        const length = dr * dr + dg * dg + db * db;
        const t = Math.min(1, Math.max(0, ((r - r1) * dr + (g - g1) * dg + (b - b1) * db) / length));
        const off = (r - r1 - t * dr) ** 2 + (g - g1 - t * dg) ** 2 + (b - b1 - t * db) ** 2;
        if (off >= best) continue;
        best = off;
        [this.first, this.second] = t > 0.5 ? [this.near[k], this.near[i]] : [this.near[i], this.near[k]];
        this.share = Math.round(255 * (t > 0.5 ? t : 1 - t));
      }
    }
    // A thin line's own plate has no even pixels nearby, and no mixture of others explains it as well.
    const isNear = this.near.subarray(0, count).includes(own);
    if (!isNear && this.nearest.distance(word) < OWN && best > 900) {
      this.first = this.second = own;
      this.share = 255;
    }
  }

  /** Plates of the even pixels within two of (x, y), and of its neighbour that differs from them the most. */
  private candidates(x: number, y: number): number {
    const { width, height } = this.picture;
    let count = 0;
    const add = (plate: number) => {
      for (let k = 0; k < count; k++) if (this.near[k] === plate) return;
      if (count < this.near.length) this.near[count++] = plate;
    };
    const top = Math.max(0, y - 2);
    const bottom = Math.min(height - 1, y + 2);
    const left = Math.max(0, x - 2);
    const right = Math.min(width - 1, x + 2);
    for (let py = top; py <= bottom; py++) {
      for (let i = py * width + left, end = py * width + right; i <= end; i++) {
        if (this.even[i] !== NONE) add(this.even[i]);
      }
    }
    if (count === 0) return 0;
    const [r, g, b] = this.colours[this.near[0]];
    let most = -1;
    let farthest = 0;
    for (let py = Math.max(0, y - 1); py <= Math.min(height - 1, y + 1); py++) {
      for (let px = Math.max(0, x - 1); px <= Math.min(width - 1, x + 1); px++) {
        const word = this.words[py * width + px];
        const off =
          Math.abs((word & 255) - r) +
          Math.abs(((word >>> 8) & 255) - g) +
          Math.abs(((word >>> 16) & 255) - b);
        if (off > most) {
          most = off;
          farthest = word;
        }
      }
    }
    add(this.nearest.plate(farthest));
    return count;
  }
}
