import { type Contour, asArcs, flatten } from '../../geometry';

/** A contour with its curves as they are asked for: as they are, as arcs that touch, or as chords, so near to them in millimetres. */
export function asAsked(contour: Contour, curves: string | number | undefined, within: number): Contour {
  if (curves === 'arcs') return asArcs(contour, within);
  if (curves !== 'chords') return contour;
  const points = flatten(contour, within);
  const [start, ...rest] = Array.from({ length: points.length / 2 }, (_, k) => ({
    x: points[2 * k],
    y: points[2 * k + 1],
  }));
  const ends = contour.closed ? [...rest, start] : rest;
  return { start, segments: ends.map(({ x, y }) => ({ kind: 'line', x, y })), closed: contour.closed };
}
