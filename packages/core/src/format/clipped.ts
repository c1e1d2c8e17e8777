import { type Box, type Contour, boxOf, combineAreas } from '../geometry';
import { type VectorPath, tell } from './vector-drawing';

/** What of a path lies within clips; undefined where nothing does. Open lines are taken whole where any of them is inside; what is closed is closed along the clip. */
export function clipped(
  path: VectorPath,
  clips: readonly Contour[][],
  left: Record<string, number>,
): VectorPath | undefined {
  let { contours } = path;
  for (const clip of clips) {
    const [around, within] = [boxOf(contours), boxOf(clip)];
    if (!around || !within || !overlap(around, within)) {
      tell(left, 'things clipped away');
      return undefined;
    }
    if (isBox(clip, within) && lies(around, within)) continue;
    tell(left, 'things cut off at their clip');
    const lines = contours.filter(({ closed }) => !closed);
    const areas = contours.filter(({ closed }) => closed);
    if (lines.length > 0) tell(left, 'lines taken beyond their clip');
    contours = [...lines, ...(areas.length > 0 ? combineAreas('keep common', areas, clip) : [])];
  }
  return contours.length > 0 ? { ...path, contours } : undefined;
}

const overlap = (a: Box, b: Box) =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
const lies = (inner: Box, outer: Box) =>
  inner.left >= outer.left &&
  inner.right <= outer.right &&
  inner.top >= outer.top &&
  inner.bottom <= outer.bottom;

/** Whether a clip is one upright rectangle. */
function isBox([clip, ...more]: readonly Contour[], box: Box): boolean {
  return (
    more.length === 0 &&
    clip.segments.every(
      ({ kind, x, y }) =>
        kind === 'line' && (x === box.left || x === box.right) && (y === box.top || y === box.bottom),
    )
  );
}
