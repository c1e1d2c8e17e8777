import { type Context, checkStopped, quietContext } from '../context';
import { type Lab, okDistance, okLab } from './colour-space';
import { toGrey } from './grey';
import type { ColourPicture, GreyPicture } from './picture';

type Colour = readonly [red: number, green: number, blue: number];

/** Two colours between which tones of a picture run, where its luminance tells them apart badly. */
export interface ToneOfColour {
  dark: Colour;
  light: Colour;
}

/** Bits of each channel by which colours are counted, and every so many-th pixel that is. */
const BITS = 4;
const PIXELS = 60_000;
/** Two colours differ when they are so far apart in OKLab. */
const APART = 0.08;
/** Where less than this share of the distance is lightness, luminance tells them apart worse than the way from one to the other does. */
const LIGHTNESS = 0.4;
/** Two colours are all there are when no more than this share of the pixels lies beside the way between them, by this share of its length. */
const BESIDE = 0.05;
const ASIDE = 0.25;
/** And each of them holds so much of the picture. */
const HELD = 0.01;
/** Rounds in which colours go to the nearer of two middles. */
const ROUNDS = 8;
/** Colours nearer than this to the one that is seen most are shades of it. */
const SHADES = 0.05;

interface Counted {
  colour: Colour;
  lab: Lab;
  count: number;
}

/**
 * The two colours of a picture that has two of about one lightness (two-means in OKLab, which are its two-class discriminant for classes
 * of like spread); undefined where luminance tells its colours apart, where they are more than two, or where some of it is clear.
 */
export function toneOfColour({ width, height, data }: ColourPicture): ToneOfColour | undefined {
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / PIXELS)));
  const sums = new Float64Array(4 << (3 * BITS));
  let total = 0;
  for (let y = 0; y < height; y += step)
    for (let x = 0; x < width; x += step) {
      const i = 4 * (y * width + x);
      if (data[i + 3] < 255) return undefined;
      const shift = 8 - BITS;
      const red = data[i] >> shift;
      const bin = (((red << BITS) | (data[i + 1] >> shift)) << BITS) | (data[i + 2] >> shift);
      for (let k = 0; k < 3; k++) sums[4 * bin + k] += data[i + k];
      sums[4 * bin + 3]++;
      total++;
    }
  const counted: Counted[] = [];
  for (let bin = 0; bin < sums.length; bin += 4) {
    const count = sums[bin + 3];
    if (count === 0) continue;
    const colour: Colour = [sums[bin] / count, sums[bin + 1] / count, sums[bin + 2] / count];
    counted.push({ colour, lab: okLab(...colour), count });
  }
  const [one, other] = inTwo(counted).map(seenMost);
  if (!one || !other) return undefined;
  const apart = okDistance(one.lab, other.lab);
  if (apart < APART || Math.abs(one.lab[0] - other.lab[0]) > LIGHTNESS * apart) return undefined;
  if (Math.min(one.count, other.count) < HELD * total) return undefined;
  const beside = counted.reduce(
    (sum, { lab, count }) => sum + (offWay(lab, one.lab, other.lab) > ASIDE * apart ? count : 0),
    0,
  );
  if (beside > BESIDE * total) return undefined;
  const [dark, light] = one.lab[0] <= other.lab[0] ? [one, other] : [other, one];
  return { dark: dark.colour, light: light.colour };
}

/** Colours by which of two middles they are nearer to. */
function inTwo(counted: readonly Counted[]): [Counted[], Counted[]] {
  const most = counted.reduce((best, one) => (one.count > best.count ? one : best), counted[0]);
  const weight = ({ lab, count }: Counted) => count * okDistance(lab, most.lab) ** 2;
  const far = counted.reduce((best, one) => (weight(one) > weight(best) ? one : best), counted[0]);
  let middles: [Lab, Lab] = [most.lab, far.lab];
  let groups: [Counted[], Counted[]] = [[], []];
  for (let round = 0; round < ROUNDS; round++) {
    groups = [[], []];
    for (const one of counted)
      groups[okDistance(one.lab, middles[0]) <= okDistance(one.lab, middles[1]) ? 0 : 1].push(one);
    middles = [middleOf(groups[0], middles[0]), middleOf(groups[1], middles[1])];
  }
  return groups;
}

function middleOf(group: readonly Counted[], usual: Lab): Lab {
  const total = group.reduce((sum, { count }) => sum + count, 0);
  if (total === 0) return usual;
  const mean = (k: 0 | 1 | 2) => group.reduce((sum, { lab, count }) => sum + count * lab[k], 0) / total;
  return [mean(0), mean(1), mean(2)];
}

/** What is seen most of a group, with its shades. */
function seenMost(group: readonly Counted[]): Counted | undefined {
  if (group.length === 0) return undefined;
  const most = group.reduce((best, one) => (one.count > best.count ? one : best));
  const shades = group.filter(({ lab }) => okDistance(lab, most.lab) < SHADES);
  const count = shades.reduce((sum, one) => sum + one.count, 0);
  const mean = (k: 0 | 1 | 2) => shades.reduce((sum, one) => sum + one.count * one.colour[k], 0) / count;
  const colour: Colour = [mean(0), mean(1), mean(2)];
  return { colour, lab: okLab(...colour), count };
}

/** How far a colour lies off the straight way between two. */
function offWay(lab: Lab, from: Lab, to: Lab): number {
  const way = to.map((value, k) => value - from[k]);
  const length = way.reduce((sum, value) => sum + value * value, 0);
  const share = way.reduce((sum, value, k) => sum + value * (lab[k] - from[k]), 0) / length;
  const within = Math.max(0, Math.min(1, share));
  const [l, a, b] = way.map((value, k) => from[k] + within * value);
  return okDistance(lab, [l, a, b]);
}

/** The tones of a picture, along the way between its two colours where luminance does not tell them apart. */
export const tonesOf = (
  picture: ColourPicture,
  along: ToneOfColour | undefined,
  context: Context = quietContext,
): GreyPicture => (along ? toneAlong(picture, along, context) : toGrey(picture, context));

/** Tones along the way from one colour, black, to the other, white: linear in encoded values, as pixels at rims are mixed. */
function toneAlong(
  { width, height, data }: ColourPicture,
  { dark, light }: ToneOfColour,
  context: Context,
): GreyPicture {
  const [r, g, b] = light.map((value, k) => value - dark[k]);
  const scale = 255 / (r * r + g * g + b * b);
  const [byRed, byGreen, byBlue] = [r * scale, g * scale, b * scale];
  const from = dark[0] * byRed + dark[1] * byGreen + dark[2] * byBlue;
  const grey = new Uint8Array(width * height);
  for (let i = 0; i < grey.length; i++) {
    if ((i & 0xfffff) === 0) checkStopped(context);
    const tone = data[4 * i] * byRed + data[4 * i + 1] * byGreen + data[4 * i + 2] * byBlue - from;
    grey[i] = tone < 0 ? 0 : tone > 255 ? 255 : Math.round(tone);
  }
  return { width, height, data: grey };
}
