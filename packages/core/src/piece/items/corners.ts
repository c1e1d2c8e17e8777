import { DrelkError } from '../../error';
import type { Contour, Point, Segment } from '../../geometry';
import type { Corners4 } from '../settings';

/** The bulge of a quarter turn: the tangent of a quarter of it. */
const QUARTER = Math.tan(Math.PI / 8);

/**
 * A rectangle about the origin with its corners as they are wanted, counter-clockwise on screen. Throws `bad-figure` for corners
 * larger than half a side.
 */
export function cornered(width: number, height: number, { form, size, on }: Corners4): Contour {
  const most = Math.min(width, height) / 2;
  const isCut = form !== 'square' && size > 0;
  if (isCut && size > most + 1e-9)
    throw new DrelkError(
      'bad-figure',
      'The corners are larger than half the shorter side.',
      'Type smaller corners, or a greater size.',
    );
  const [x, y] = [width / 2, height / 2];
  // Counter-clockwise on screen from the upper left: down the left side, along the bottom, up, and back along the top.
  const corners = [
    { at: { x: -x, y: -y }, from: { x: 1, y: 0 }, to: { x: 0, y: 1 }, isOn: on[0] },
    { at: { x: -x, y }, from: { x: 0, y: -1 }, to: { x: 1, y: 0 }, isOn: on[3] },
    { at: { x, y }, from: { x: -1, y: 0 }, to: { x: 0, y: -1 }, isOn: on[2] },
    { at: { x, y: -y }, from: { x: 0, y: 1 }, to: { x: -1, y: 0 }, isOn: on[1] },
  ];
  const segments: Segment[] = [];
  let start: Point | undefined;
  let last: Point | undefined;
  const lineTo = (to: Point) => {
    if (last && (last.x !== to.x || last.y !== to.y)) segments.push({ kind: 'line', ...to });
    start ??= to;
    last = to;
  };
  for (const { at, from, to, isOn } of corners) {
    if (!isCut || !isOn) {
      lineTo(at);
      continue;
    }
    lineTo({ x: at.x + from.x * size, y: at.y + from.y * size });
    const end = { x: at.x + to.x * size, y: at.y + to.y * size };
    if (form === 'chamfered') segments.push({ kind: 'line', ...end });
    else segments.push({ kind: 'arc', bulge: form === 'round' ? QUARTER : -QUARTER, ...end });
    last = end;
  }
  if (start) lineTo(start);
  return { start: start ?? { x: 0, y: 0 }, segments, closed: true };
}
