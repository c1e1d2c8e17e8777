import { type Contour, type Point, indexChords, nearestPlace } from '../../geometry';

/** An end whose ink touches another stroke's, its own half width and the other's away, is meant to lie on it. */
const TOUCHING = 1.05;
const FLATNESS_PX = 0.001;

/** Moves ends that lie on another stroke's middle exactly onto its fitted curve, so that T and Y meet. */
export function joinEnds(strokes: { contour: Contour; width: number }[]): void {
  const contours = strokes.map(({ contour }) => contour);
  const index = indexChords(contours, FLATNESS_PX);
  const widest = strokes.reduce((most, { width }) => Math.max(most, width), 0);
  strokes.forEach(({ contour, width }, k) => {
    if (contour.closed || contour.segments.length === 0) return;
    const last = contour.segments[contour.segments.length - 1];
    for (const end of [contour.start, last]) {
      const touches = (other: number) => (TOUCHING * (width + other)) / 2;
      const near = nearestPlace(index, end, touches(widest), (n) =>
        n === k ? -1 : touches(strokes[n].width),
      );
      if (near) moveEnd(contour, end, near);
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
