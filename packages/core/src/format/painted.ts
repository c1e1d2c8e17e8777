import {
  type Box,
  type Contour,
  boxOf,
  combineAreas,
  findCrossings,
  parentsAmong,
  signedArea,
  NESTING_FLATNESS_MM,
} from '../geometry';
import { type VectorPath, tell } from './vector-drawing';

/** Colours whose channels all reach this are paper's. */
const WHITE = 0xf5;

/**
 * What a drawing shows once it is painted in its order: fills by their rules, so that what is covered by its own fill is gone,
 * and white over something else takes its part away, with the curves that bound it. White on bare paper is nothing; a
 * drawing of nothing but white is drawn in white. What went or became a hole is counted in `mended` and `left`.
 */
export function painted(
  paths: readonly VectorPath[],
  mended: Record<string, number>,
  left: Record<string, number>,
): VectorPath[] {
  const isWhite = paths.every(isPaper) ? () => false : isPaper;
  const shown: { path: VectorPath; box: Box }[] = [];
  for (const given of paths) {
    const path = given.paint === 'area' ? ruled(given, mended) : given;
    const box = boxOf(path.contours);
    if (!box) continue;
    if (!isWhite(path)) shown.push({ path, box });
    else if (path.paint === 'line') tell(left, 'white lines');
    else takeAway(shown, path, box, mended, left);
  }
  return shown.map(({ path }) => path).filter(({ contours }) => contours.length > 0);
}

function isPaper({ colour }: VectorPath): boolean {
  if (!colour) return false;
  return [1, 3, 5].every((at) => Number.parseInt(colour.slice(at, at + 2), 16) >= WHITE);
}

function takeAway(
  shown: { path: VectorPath; box: Box }[],
  white: VectorPath,
  box: Box,
  mended: Record<string, number>,
  left: Record<string, number>,
): void {
  let isOver = false;
  for (const one of shown) {
    if (one.path.paint === 'line' || !overlap(one.box, box)) continue;
    isOver = true;
    one.path = {
      ...one.path,
      contours: combineAreas('take away', one.path.contours, white.contours),
      rule: 'evenodd',
    };
  }
  tell(isOver ? mended : left, isOver ? 'white taken out of what is under it' : 'white on bare paper');
}

const overlap = (a: Box, b: Box) =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

/** An area whose contours bound it: inside is what is in an odd number of them, and none of them cross. */
function ruled(path: VectorPath, mended: Record<string, number>): VectorPath {
  const { contours, rule } = path;
  if (findCrossings(contours, NESTING_FLATNESS_MM).length > 0) {
    tell(mended, 'areas that crossed themselves, united');
    return { ...path, contours: combineAreas('unite', contours, [], rule), rule: 'evenodd' };
  }
  if (rule === 'evenodd' || contours.length === 1) return path;
  const seen = boundaries(contours);
  tell(mended, 'contours inside their own fill', contours.length - seen.length);
  return { ...path, contours: seen, rule: 'evenodd' };
}

/** Of contours that do not cross those at which a fill by winding numbers begins or ends. */
function boundaries(contours: readonly Contour[]): Contour[] {
  const parents = parentsAmong(contours, NESTING_FLATNESS_MM);
  const windings = new Map<number, number>();
  const windingIn = (k: number): number => {
    if (k < 0) return 0;
    const known = windings.get(k);
    if (known !== undefined) return known;
    const own = windingIn(parents[k]) + (signedArea(contours[k]) > 0 ? 1 : -1);
    windings.set(k, own);
    return own;
  };
  return contours.filter((_, k) => (windingIn(k) !== 0) !== (windingIn(parents[k]) !== 0));
}
