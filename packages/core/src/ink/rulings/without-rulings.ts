import { type Context, checkStopped } from '../../context';
import { type ColourPicture, luminance } from '../../raster';
import { type Family, findFamily, strongestLines } from './family';
import { lift } from './lift';
import { type Ruling, learnRuling } from './ruling';
import { type Walk, darkRidges, darkestChannel, levelWalk, uprightWalk } from './ridges';
import { followLine } from './ruled-line';
import { norm } from '../../norm';

/** Lines that paper was ruled with: how many lay level and upright. */
export interface Rulings {
  level: number;
  upright: number;
}

/** A picture without the lines of its paper, and how many there were. */
export interface Unruled extends Rulings {
  picture: ColourPicture;
}

/** Rulings are at most this share as dark, against the paper, as ink is; those of a colour may be darker. */
const LIGHTER = 0.62;
/** Cosine between what a ruling and ink take from the paper's light, below which the ruling has a colour of its own. */
const LIKE_INK = 0.992;
/** Pixels darker than all but this share are ink's. */
const DARKEST = 0.004;
/** How far beside a ruling its paper is looked for, as a share of the picture's diagonal and at least, in pixels. */
const REACH = 1 / 450;
const LEAST_REACH = 3;
/** So many lines are tried for a margin. */
const MOST_MARGINS = 8;
/** Lines that must be left of a family once each was followed. */
const LEAST_LINES = 5;

/**
 * Takes the rulings of squared or lined paper out of a picture: lines at an even distance all across it, thin, and
 * lighter than ink or of another colour. What each of them takes from the paper's light is learned along it and given
 * back, the less the more ink lies on it, so that no stroke is bitten. Undefined where nothing is ruled.
 */
export function withoutRulings(picture: ColourPicture, context: Context): Unruled | undefined {
  const reach = Math.max(LEAST_REACH, Math.round(norm(picture.width, picture.height) * REACH));
  const ink = inkColour(picture);
  let current = picture;
  let darkest = darkestChannel(picture);
  const take = (walk: Walk, rulings: readonly Ruling[]): number => {
    if (rulings.length > 0 && current === picture)
      current = { ...picture, data: Uint8Array.from(picture.data) };
    for (const ruling of rulings) lift(current, walk, ruling, ink);
    if (rulings.length > 0) darkest = darkestChannel(current);
    return rulings.length;
  };
  const found = [levelWalk(picture), uprightWalk(picture)].map((walk) => {
    checkStopped(context);
    const ridges = darkRidges(darkest, walk, reach);
    const family = findFamily(ridges, walk, reach);
    const rulings = family ? followed(current, ridges, walk, family, reach) : [];
    const count = areRulings(rulings, ink) ? take(walk, rulings) : 0;
    return { walk, ridges, slope: family?.slope ?? 0, count };
  });
  const [level, upright] = found;
  for (const [ruled, other] of [[level, upright] as const, [upright, level] as const]) {
    if (ruled.count === 0 || other.count > 0) continue;
    const margin = marginLine(current, other.ridges, other.walk, -ruled.slope, reach, ink);
    other.count = take(other.walk, margin ? [margin] : []);
  }
  return current === picture ? undefined : { picture: current, level: level.count, upright: upright.count };
}

/** One line of a colour across the rulings, beside which one writes. */
function marginLine(
  picture: ColourPicture,
  ridges: Uint8Array,
  walk: Walk,
  slope: number,
  reach: number,
  ink: readonly number[],
): Ruling | undefined {
  for (const start of strongestLines(ridges, walk, slope, reach).slice(0, MOST_MARGINS)) {
    const line = followLine(ridges, walk, start, slope, reach);
    const ruling = line && learnRuling(picture, walk, line, reach);
    if (ruling && isColoured(ruling, ink)) return ruling;
  }
  return undefined;
}

function followed(
  picture: ColourPicture,
  ridges: Uint8Array,
  walk: Walk,
  family: Family,
  reach: number,
): Ruling[] {
  const rulings = family.at.flatMap((start) => {
    const line = followLine(ridges, walk, start, family.slope, reach);
    const ruling = line && learnRuling(picture, walk, line, reach);
    return ruling && ruling.width <= family.period / 4 ? ruling : [];
  });
  // Those along the rim are taken from their neighbours, which were followed all the way.
  const whole = rulings.filter((ruling) => !runsAtRim(ruling, walk));
  if (whole.length === 0) return rulings;
  const beside = [moved(whole[0], -family.period), moved(whole[whole.length - 1], family.period)];
  return [...whole, ...beside.filter((ruling) => runsAtRim(ruling, walk))];
}

const moved = (ruling: Ruling, by: number): Ruling => ({
  ...ruling,
  at: (u) => ruling.at(u) + by,
  from: 0,
  to: ruling.isThere.length,
});

/** Whether a ruling leaves the picture, or runs so near to its rim that too little is around it to follow it there. */
function runsAtRim({ at, width, reach }: Ruling, { long, wide }: Walk): boolean {
  return [0, long / 2, long].some((u) => {
    const inside = Math.min(at(u), wide - at(u));
    return inside > -width && inside <= 2 * reach;
  });
}

/** Whether lines are lighter than ink, or of a colour. */
function areRulings(rulings: readonly Ruling[], ink: readonly number[]): boolean {
  if (rulings.length < LEAST_LINES) return false;
  const middle = (of: (ruling: Ruling) => number) =>
    rulings.map(of).sort((a, b) => a - b)[rulings.length >> 1];
  const tone = (colour: readonly number[]) => {
    const [red, green, blue] = colour.map(Math.round);
    return luminance(red, green, blue);
  };
  const share = middle(
    ({ paper, line }) => (tone(paper) - tone(line)) / Math.max(1, tone(paper) - tone(ink)),
  );
  const coloured = rulings.filter((ruling) => isColoured(ruling, ink)).length;
  return share <= LIGHTER || (2 * coloured > rulings.length && share <= 1);
}

/** Whether a ruling takes other light from the paper than ink does, and so is no faint ink. */
function isColoured({ line, paper }: Ruling, ink: readonly number[]): boolean {
  const taken = paper.map((tone, c) => tone - line[c]);
  const byInk = paper.map((tone, c) => tone - ink[c]);
  const dot = taken.reduce((sum, tone, c) => sum + tone * byInk[c], 0);
  return dot < LIKE_INK * Math.hypot(...taken) * Math.hypot(...byInk);
}

/** The tone in each channel that only the darkest pixels go below. */
function inkColour({ data }: ColourPicture): [number, number, number] {
  const counts = [0, 1, 2].map(() => new Uint32Array(256));
  for (let i = 0; i < data.length; i += 4) {
    counts[0][data[i]]++;
    counts[1][data[i + 1]]++;
    counts[2][data[i + 2]]++;
  }
  const [red, green, blue] = counts.map((count) => {
    let left = (DARKEST * data.length) / 4;
    let tone = 0;
    while (tone < 255 && (left -= count[tone]) > 0) tone++;
    return tone;
  });
  return [red, green, blue];
}
