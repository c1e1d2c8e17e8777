import { type Context, checkStopped } from '../context';
import { type ColourPicture, type GreyPicture, findRowChanges, histogram } from '../raster';
import { automaticTones } from './level';
import { type ColourCluster, findColours } from './plates/colours';
import { paperIsDark } from './paper';
import type { Kind } from './settings';
import { norm } from '../norm';

/** What was measured of a picture to tell its kind. */
export interface Look {
  kind: Kind;
  /** What it would be if the measure nearest to its mark lay on the other side of it; undefined where none is near. */
  other: Kind | undefined;
  /** Standard deviation of the noise, in tones. */
  noise: number;
  /** Share of the pixels in even areas that have one of few tones: near 1 for art, small where light falls unevenly. */
  concentration: number;
  /** Nine tenths of the picture curve by no more than this from pixel to pixel, in tones: small in a relief, which has no texture. */
  roughness: number;
  /** How far the tone of bare paper varies across the picture, in tones. */
  unevenness: number;
  /** Colours that people would name, and how many of them are not grey. */
  colours: number;
  coloured: number;
  /** Share of all changes of tone that happen at once: near 1 where something has rims, small where all is light and shade. */
  jumps: number;
  /** True where red, green and blue are one everywhere. */
  greyOnly: boolean;
  /** Share of the pixels whose tone is that of ink or of paper, or nearly. */
  twoTone: number;
  /** How far the tone of the paper is from white or, where it is dark, from black. */
  tint: number;
  /** Mean width of what is ink, in pixels, and as a share of the picture's diagonal. */
  strokeWidth: number;
  thinness: number;
}

/** A picture whose tones are spread wider than this is one of light and shade. */
const CONCENTRATED = 0.75;
/** Noise above this, in tones, comes from a camera or a scanner. */
const NOISY = 0.7;
/** A relief is smooth: more than this, in tones, is the texture of a photo. */
const SMOOTH = 3;
/** From this share of jumps on a picture has rims: it is no relief. */
const RIMS = 0.3;
/** Plateaus that hold more than this share are all there is: greys beside them were drawn. */
const EVEN = 0.97;
/** Paper that varies by more than this, in tones, has light and shade on it. */
const SHADED = 25;
/** Share of ink and paper below which a picture of greys has more than two tones. */
const TWO_TONE = 0.75;
/** Strokes thinner than this share of the diagonal are lines. */
const THIN = 0.012;
/** OKLab chroma from which a colour is not grey. */
const COLOURED = 0.045;
/** From this chroma on a colour has a hue, and from this distance on another's is a different one. */
const TINTED = 0.025;
const OTHER_HUE = 0.06;
/** Paper farther than this from white is tinted. */
const TINT = 6;

/**
 * Tells what a picture is. Tones spread wide even where neighbours are alike mean light and shade: a photo, or a
 * relief where there is neither colour nor texture nor any rim. Otherwise tones lie on plateaus: two or more colours that are not grey,
 * beside another, make flat art; more than two greys make a relief; and of pictures in two tones thin strokes
 * are a line drawing where they are clean, a scan (or handwriting) where noise or tinted paper betray one, and
 * broad ink is a logo, or a scan where it is noisy.
 */
export function lookAt(picture: ColourPicture, grey: GreyPicture, context: Context): Look {
  const counts = histogram(grey);
  const tones = automaticTones(counts);
  const darkPaper = paperIsDark(grey, tones.level);
  const colours = findColours(picture, 'auto', context);
  checkStopped(context);
  const coloured = colouredOf(colours);
  const noise = noiseOf(grey);
  checkStopped(context);
  const concentration = concentrationOf(grey, noise);
  checkStopped(context);
  const unevenness = unevennessOf(grey, tones.level, darkPaper);
  checkStopped(context);
  const measured = {
    noise,
    concentration,
    roughness: roughnessOf(grey),
    unevenness,
    jumps: jumpsOf(grey, counts),
    colours: colours.length,
    coloured,
    greyOnly: isGreyOnly(picture),
    twoTone: twoToneShare(counts, tones),
    tint: darkPaper ? tones.dark : 255 - tones.light,
    ...strokesOf(grey, tones.level, darkPaper, context),
  };
  return { kind: kindOf(measured), other: otherKindOf(measured), ...measured };
}

/** How many colours are not grey: those with much of a hue, and pale ones beside pale ones of another. */
function colouredOf(colours: readonly ColourCluster[]): number {
  const tinted = colours.filter(({ lab }) => norm(lab[1], lab[2]) > TINTED);
  return tinted.filter(
    ({ lab }) =>
      norm(lab[1], lab[2]) > COLOURED ||
      tinted.some((other) => norm(lab[1] - other.lab[1], lab[2] - other.lab[2]) > OTHER_HUE),
  ).length;
}

type Measured = Omit<Look, 'kind' | 'other'>;

function kindOf(look: Measured): Kind {
  const isSmooth = look.jumps < RIMS;
  if (look.concentration < CONCENTRATED)
    return look.greyOnly && look.roughness <= SMOOTH && isSmooth ? 'relief' : 'photo';
  if (look.coloured >= 2 && look.colours >= 3) return 'flat';
  const isEven = look.concentration > EVEN;
  if (look.twoTone < TWO_TONE || (look.colours >= 4 && (isSmooth || isEven))) return 'relief';
  const isShaded = !isEven && look.unevenness > SHADED;
  if (look.thinness < THIN) return look.noise > NOISY || look.tint > TINT || isShaded ? 'scan' : 'line';
  return look.noise > NOISY || isShaded ? 'scan' : 'logo';
}

/** Measures that a kind hangs on, each with its mark. */
const MARKS = [
  ['concentration', CONCENTRATED],
  ['roughness', SMOOTH],
  ['noise', NOISY],
  ['twoTone', TWO_TONE],
  ['thinness', THIN],
  ['tint', TINT],
] as const;
/** A measure nearer to its mark than this share of it may as well lie beyond. */
const NEAR = 0.2;

/** The kind beyond the nearest mark that would change it. */
function otherKindOf(look: Measured): Kind | undefined {
  const kind = kindOf(look);
  const near = MARKS.map(([measure, mark]) => {
    const off = Math.abs(look[measure] / mark - 1);
    const beyond = kindOf({
      ...look,
      [measure]: look[measure] > mark ? mark * (1 - NEAR) : mark * (1 + NEAR),
    });
    return { off, beyond };
  });
  return near.filter(({ off, beyond }) => off < NEAR && beyond !== kind).sort((a, b) => a.off - b.off)[0]
    ?.beyond;
}

/** The size of the Laplacian that nine tenths of the pixels do not exceed. */
function roughnessOf({ width, height, data }: GreyPicture): number {
  const counts = new Uint32Array(1021);
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 200_000)));
  let left = 0;
  for (let y = 1; y < height - 1; y += step) {
    for (let x = 1, i = y * width + 1; x < width - 1; x += step, i += step) {
      counts[Math.abs(4 * data[i] - data[i - 1] - data[i + 1] - data[i - width] - data[i + width])]++;
      left += 0.9;
    }
  }
  let size = 0;
  while (size < counts.length && (left -= counts[size]) > 0) size++;
  return size;
}

/** Tones of one plateau, and how many plateaus may hold a picture; two may be as wide as its noise makes them. */
const PLATEAU = 3;
const PLATEAUS = 8;
const NOISE_SPREAD = 5;

function concentrationOf({ width, height, data }: GreyPicture, noise: number): number {
  const counts = new Uint32Array(256);
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / 300_000)));
  const most = Math.max(12, NOISE_SPREAD * noise);
  let even = 0;
  for (let y = 1; y < height - 1; y += step) {
    for (let x = 1; x < width - 1; x += step) {
      const i = y * width + x;
      const tone = data[i];
      const off = Math.max(
        Math.abs(data[i - 1] - tone),
        Math.abs(data[i + 1] - tone),
        Math.abs(data[i - width] - tone),
        Math.abs(data[i + width] - tone),
      );
      if (off > most) continue;
      counts[tone]++;
      even++;
    }
  }
  if (even === 0) return 0;
  const wide = Math.min(60, Math.max(PLATEAU, Math.round(NOISE_SPREAD * noise)));
  return Math.max(heldBy(counts, PLATEAUS, PLATEAU), heldBy(counts, 2, wide)) / even;
}

/** How many of the counted lie in the `groups` fullest stretches of `width` tones. */
function heldBy(counts: Uint32Array, groups: number, width: number): number {
  const left = counts.slice();
  let held = 0;
  for (let k = 0; k < groups; k++) {
    let best = 0;
    let at = 0;
    for (let tone = 0; tone < 256; tone++) {
      let sum = 0;
      for (let n = tone; n < Math.min(256, tone + width); n++) sum += left[n];
      if (sum > best) {
        best = sum;
        at = tone;
      }
    }
    held += best;
    left.fill(0, at, at + width);
  }
  return held;
}

/** A change by this share of the tones there are, within so many pixels, is a jump; so many rows and columns are looked at. */
const JUMP = 0.25;
const WITHIN = 3;
const LOOKED_AT = 150;

function jumpsOf({ width, height, data }: GreyPicture, counts: ArrayLike<number>): number {
  const least = JUMP * rangeOf(counts, data.length);
  let [all, jumps] = [0, 0];
  const along = (from: number, length: number, step: number) => {
    for (let k = WITHIN; k < length; k += WITHIN) {
      const change = Math.abs(data[from + k * step] - data[from + (k - WITHIN) * step]);
      all += change;
      if (change > least) jumps += change;
    }
  };
  const [rows, columns] = [height, width].map((length) => Math.max(1, Math.floor(length / LOOKED_AT)));
  for (let y = 0; y < height; y += rows) along(y * width, width, 1);
  for (let x = 0; x < width; x += columns) along(x, height, width);
  return jumps / (all || 1);
}

/** From the tone that a fiftieth of the pixels is darker than to the one that as many are lighter than. */
function rangeOf(counts: ArrayLike<number>, pixels: number): number {
  const end = (from: number, step: 1 | -1): number => {
    let tone = from;
    for (let left = pixels / 50 - counts[tone]; left > 0; left -= counts[tone]) tone += step;
    return tone;
  };
  return end(255, -1) - end(0, 1);
}

function isGreyOnly({ data }: ColourPicture): boolean {
  const step = 4 * Math.max(1, Math.floor(data.length / 4 / 100_000));
  let off = 0;
  let count = 0;
  for (let i = 0; i < data.length; i += step) {
    off += Math.abs(data[i] - data[i + 1]) + Math.abs(data[i + 1] - data[i + 2]);
    count++;
  }
  return off / count < 1.5;
}

/** Side of the patches in which noise is measured, and range of tones above which a patch shows something. */
const PATCH = 6;
const SHOWS = 48;

/** Noise: the middle spread of small patches that show nothing. Compression leaves none of it away from rims. */
function noiseOf({ width, height, data }: GreyPicture): number {
  const counts = new Uint32Array(400);
  let total = 0;
  const step = Math.max(PATCH, Math.floor(Math.sqrt((width * height) / 12_000)));
  for (let top = 0; top + PATCH <= height; top += step) {
    for (let left = 0; left + PATCH <= width; left += step) {
      let [sum, squares, darkest, lightest] = [0, 0, 255, 0];
      for (let k = 0; k < PATCH * PATCH; k++) {
        const tone = data[(top + Math.floor(k / PATCH)) * width + left + (k % PATCH)];
        sum += tone;
        squares += tone * tone;
        darkest = Math.min(darkest, tone);
        lightest = Math.max(lightest, tone);
      }
      if (lightest - darkest > SHOWS) continue;
      const mean = sum / PATCH ** 2;
      counts[Math.min(399, Math.round(10 * Math.sqrt(Math.max(0, squares / PATCH ** 2 - mean * mean))))]++;
      total++;
    }
  }
  let left = total / 2;
  let tenths = 0;
  while (tenths < 399 && (left -= counts[tenths]) > 0) tenths++;
  return tenths / 10;
}

/** Spread (95th over 5th percentile) of bare paper's tone over the patches of a 12 x 12 grid that show some. */
function unevennessOf({ width, height, data }: GreyPicture, level: number, darkPaper: boolean): number {
  const grid = 12;
  const papers: number[] = [];
  for (let gy = 0; gy < grid; gy++) {
    for (let gx = 0; gx < grid; gx++) {
      const values: number[] = [];
      for (let k = 0; k < 400; k++) {
        const x = Math.floor(((gx + (k % 20) / 20) * width) / grid);
        const y = Math.floor(((gy + Math.floor(k / 20) / 20) * height) / grid);
        const tone = data[y * width + x];
        if (tone < level === darkPaper) values.push(tone);
      }
      if (values.length < 100) continue;
      values.sort((a, b) => a - b);
      papers.push(values[values.length >> 1]);
    }
  }
  if (papers.length === 0) return 0;
  papers.sort((a, b) => a - b);
  return papers[Math.floor(0.95 * (papers.length - 1))] - papers[Math.floor(0.05 * (papers.length - 1))];
}

function twoToneShare(counts: Uint32Array, { dark, light }: { dark: number; light: number }): number {
  const within = Math.max(20, (light - dark) * 0.12);
  let near = 0;
  let total = 0;
  counts.forEach((count, tone) => {
    total += count;
    if (Math.abs(tone - dark) <= within || Math.abs(tone - light) <= within) near += count;
  });
  return near / total;
}

/** Mean width of the ink: twice its area over the length of its rim, the rim counted along rows. */
function strokesOf(
  grey: GreyPicture,
  level: number,
  darkPaper: boolean,
  context: Context,
): { strokeWidth: number; thinness: number } {
  const { at } = findRowChanges(grey, level, context);
  let dark = 0;
  for (let k = 0; k < at.length; k += 2) dark += at[k + 1] - at[k];
  const ink = darkPaper ? grey.data.length - dark : dark;
  // Rims of all directions cross rows 2 / pi times their length (Cauchy).
  const rim = Math.max(1, (at.length * Math.PI) / 2);
  const strokeWidth = (2 * ink) / rim;
  return { strokeWidth, thinness: strokeWidth / norm(grey.width, grey.height) };
}
