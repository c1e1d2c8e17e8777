import { quietContext } from '../context';
import { type GreyPicture, findComponents, findRowChanges, greyWithin } from '../raster';

/** What each piece of evidence weighs. */
const WEIGHTS = { rim: 1.6, share: 0.8, pieces: 0.6 };
/** How far inside the rim it is looked at as well, as shares of the shorter side. */
const INSETS = [0, 0.025, 0.05, 0.075];
/** Where along each side it is looked at how far the rim's tone goes in, and how much farther it goes at the corners around a shape. */
const ALONG_SIDES = Array.from({ length: 15 }, (_, k) => 0.25 + (0.5 * k) / 14);
const ROUNDER = 0.02;
const LEAST_ROUNDER = 3;
/** At no more than this share of the places along the sides the rim is of the other tone: one side may lie in shadow. */
const OTHERWISE = 0.3;
/** Pixels of the copy that is looked at. */
const JUDGED = 500_000;
/** Pieces smaller than this share of the picture are grain. */
const LEAST_PIECE = 2e-5;

/**
 * Which tone is paper, by the evidence of both sides: what lies along the picture's rim, what there is more of, and
 * inside which of the two the other lies in pieces. True where it is the dark one.
 */
export function paperIsDark(grey: GreyPicture, level: number): boolean {
  const { rim, share, pieces } = evidenceOf(greyWithin(grey, JUDGED), level);
  return WEIGHTS.rim * rim + WEIGHTS.share * share + WEIGHTS.pieces * pieces > 0;
}

/** Evidence that the dark tone is paper, each from -1 (against) to 1 (for). */
export function evidenceOf(grey: GreyPicture, level: number): { rim: number; share: number; pieces: number } {
  const { width, data } = grey;
  let dark = 0;
  for (const tone of data) if (tone < level) dark++;
  const changes = findRowChanges(grey, level, quietContext);
  const inside = (of: 'ink' | 'paper') => {
    const { area, rim, count } = findComponents(changes, width, of);
    let pieces = 0;
    for (let k = 0; k < count; k++) if (!rim[k] && area[k] >= LEAST_PIECE * data.length) pieces++;
    return pieces;
  };
  const [darkPieces, lightPieces] = [inside('ink'), inside('paper')];
  return {
    rim: 2 * rimShare(grey, level) - 1,
    share: 2 * (dark / data.length) - 1,
    pieces: (lightPieces - darkPieces) / Math.max(1, lightPieces + darkPieces),
  };
}

/**
 * Share of the picture's rim that is darker than `level`, along the rim itself and a little inside it: a line drawn
 * along the rim is no paper, but what lies around a rounded shape is.
 */
function rimShare(grey: GreyPicture, level: number): number {
  const { width, height, data } = grey;
  const insets = isAroundShape(grey, level) ? [0] : INSETS;
  const shares = insets.map((inset) => {
    const off = Math.floor(inset * Math.min(width, height));
    const [right, bottom] = [width - 1 - off, height - 1 - off];
    let dark = 0;
    let all = 0;
    const count = (i: number) => {
      all++;
      if (data[i] < level) dark++;
    };
    for (let x = off; x <= right; x++) {
      count(off * width + x);
      count(bottom * width + x);
    }
    for (let y = off + 1; y < bottom; y++) {
      count(y * width + off);
      count(y * width + right);
    }
    return dark / all;
  });
  return shares.reduce((sum, share) => sum + share, 0) / shares.length;
}

/**
 * Whether the tone along the rim is what a shape with rounded corners leaves of the picture: it reaches farther in at the
 * corners than along the sides, which a line drawn along the rim does not.
 */
function isAroundShape({ width, height, data }: GreyPicture, level: number): boolean {
  const shorter = Math.min(width, height);
  const [right, bottom] = [width - 1, height - 1];
  const places = ALONG_SIDES.flatMap((share) => {
    const [x, y] = [Math.floor(share * right), Math.floor(share * bottom)];
    return [
      [x, 0, 0, 1],
      [x, bottom, 0, -1],
      [0, y, 1, 0],
      [right, y, -1, 0],
    ] as const;
  });
  const dark = places.filter(([x, y]) => data[y * width + x] < level).length;
  const isDark = 2 * dark > places.length;
  const depth = (x: number, y: number, dx: number, dy: number): number => {
    let steps = 0;
    for (; steps < shorter / 2 && data[y * width + x] < level === isDark; steps++) [x, y] = [x + dx, y + dy];
    return steps;
  };
  const sides = places.map(([x, y, dx, dy]) => depth(x, y, dx, dy)).sort((one, other) => one - other);
  if (sides[Math.floor(OTHERWISE * sides.length)] === 0) return false;
  const rounder = sides[sides.length >> 1] + Math.max(LEAST_ROUNDER, ROUNDER * shorter);
  const corners = [
    depth(0, 0, 1, 1),
    depth(right, 0, -1, 1),
    depth(right, bottom, -1, -1),
    depth(0, bottom, 1, -1),
  ].filter((steps) => steps > 0);
  return corners.filter((steps) => steps >= rounder).length >= Math.max(2, corners.length - 1);
}
