import { quietContext } from '../context';
import { type GreyPicture, findComponents, findRowChanges, greyWithin } from '../raster';

/** What each piece of evidence weighs. */
const WEIGHTS = { rim: 1.6, share: 0.8, pieces: 0.6 };
/** How far inside the rim it is looked at as well, as shares of the shorter side. */
const INSETS = [0, 0.025, 0.05, 0.075];
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
 * along the rim is no paper.
 */
function rimShare({ width, height, data }: GreyPicture, level: number): number {
  const shares = INSETS.map((inset) => {
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
