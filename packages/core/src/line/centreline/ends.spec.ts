import { quietContext } from '../../context';
import { type Contour, indexChords, nearestPlace } from '../../geometry';
import { drawnStrokes } from '../../testing/strokes';
import { traceCentrelines } from './centreline';
import { joinEnds } from './join';

const options = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5 };
const line = (x1: number, y1: number, x2: number, y2: number): Contour => ({
  start: { x: x1, y: y1 },
  segments: [{ kind: 'line', x: x2, y: y2 }],
  closed: false,
});

describe('joinEnds', () => {
  it('moves an end onto the stroke whose ink it touches, and no other end', () => {
    const stem = line(20, 3, 20, 30);
    joinEnds([
      { contour: line(0, 0, 40, 0), width: 4 },
      { contour: stem, width: 4 },
    ]);
    expect(stem.start).toEqual({ x: 20, y: 0 });
    expect(stem.segments[0]).toMatchObject({ x: 20, y: 30 });
  });

  it('takes a broad stroke it touches before a thin one that is nearer but apart', () => {
    const stem = line(20, 8, 20, 40);
    joinEnds([
      { contour: line(0, 0, 40, 0), width: 16 },
      { contour: line(25, 8, 25, 40), width: 1 },
      { contour: stem, width: 2 },
    ]);
    expect(stem.start).toEqual({ x: 20, y: 0 });
  });

  it('leaves ends that touch nothing', () => {
    const alone = line(20, 9, 20, 30);
    joinEnds([
      { contour: line(0, 0, 40, 0), width: 4 },
      { contour: alone, width: 4 },
    ]);
    expect(alone.start).toEqual({ x: 20, y: 9 });
  });
});

describe('free ends', () => {
  /** An arc of 60 pixels' radius over a third of a turn: at its ends it has long left its chord's direction. */
  const arc = [-60, 60].map((degrees) => {
    const angle = (degrees * Math.PI) / 180;
    return { x: 80 + 60 * Math.cos(angle), y: 80 + 60 * Math.sin(angle) };
  });
  const path = `M${arc[0].x} ${arc[0].y}A60 60 0 0 1 ${arc[1].x} ${arc[1].y}`;

  it.each([
    [4, 'round', 0.2],
    [4, 'butt', 0.2],
    [8, 'round', 0.2],
    [8, 'butt', 0.2],
  ] as const)('of a bent stroke %d pixels wide, %s, follow the bend within %d px', async (pen, cap, off) => {
    const grey = await drawnStrokes(180, [path], pen, cap);
    const [{ contour, width }, ...others] = traceCentrelines(grey, 127.5, options, quietContext);
    expect(others).toEqual([]);
    expect(Math.abs(width - pen)).toBeLessThan(0.1);
    const index = indexChords([contour], 0.001);
    // Along the stroke an end is found within a seventh of the width.
    for (const end of arc) expect(nearestPlace(index, end, 10)?.distance).toBeLessThan(pen / 7);
    // Across it the ends are truer: both lie on the circle.
    const last = contour.segments[contour.segments.length - 1];
    for (const { x, y } of [contour.start, last])
      expect(Math.abs(Math.hypot(x - 80, y - 80) - 60)).toBeLessThan(off);
  });
});
