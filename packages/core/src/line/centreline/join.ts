import { type Contour, type Point, flatten, norm } from '../../geometry';

/** An end whose ink touches another stroke's, its own half width and the other's away, is meant to lie on it. */
const TOUCHING = 1.05;
const FLAT = 0.001;

/** Moves ends that lie on another stroke's middle exactly onto its fitted curve, so that T and Y meet. */
export function joinEnds(strokes: { contour: Contour; width: number }[]): void {
  const flat = strokes.map(({ contour }) => flatten(contour, FLAT));
  strokes.forEach(({ contour, width }, k) => {
    if (contour.closed || contour.segments.length === 0) return;
    const last = contour.segments[contour.segments.length - 1];
    for (const end of [contour.start, last]) {
      const met = strokes.flatMap((other, n) => {
        if (n === k) return [];
        const near = nearestOn(flat[n], other.contour.closed, end);
        return near.distance < (TOUCHING * (width + other.width)) / 2 ? [near] : [];
      });
      const [nearest] = met.sort((a, b) => a.distance - b.distance);
      if (!nearest) continue;
      moveEnd(contour, end, nearest);
    }
  });
}

/** The end's handle goes with it. */
function moveEnd(contour: Contour, end: Point, to: Point): void {
  const [dx, dy] = [to.x - end.x, to.y - end.y];
  const [first] = contour.segments;
  const last = contour.segments[contour.segments.length - 1];
  if (end === contour.start && first.kind === 'cubic') {
    first.x1 += dx;
    first.y1 += dy;
  }
  if (end === last && last.kind === 'cubic') {
    last.x2 += dx;
    last.y2 += dy;
  }
  end.x = to.x;
  end.y = to.y;
}

function nearestOn(points: Float64Array, closed: boolean, { x, y }: Point): Point & { distance: number } {
  const count = points.length / 2;
  let best = { x, y, distance: Infinity };
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const j = (i + 1) % count;
    const [x1, y1] = [points[2 * i], points[2 * i + 1]];
    const [dx, dy] = [points[2 * j] - x1, points[2 * j + 1] - y1];
    const squared = dx * dx + dy * dy;
    const share = squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - x1) * dx + (y - y1) * dy) / squared));
    const [px, py] = [x1 + share * dx, y1 + share * dy];
    const distance = norm(x - px, y - py);
    if (distance < best.distance) best = { x: px, y: py, distance };
  }
  return best;
}
