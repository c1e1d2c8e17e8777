import { quietContext } from '../../context';
import { type Contour, centredArc, contoursOf } from '../../geometry';
import { findRowChanges } from '../../raster';
import { drawn } from '../../testing/pictures';
import { traceContours } from '../rims/contours';
import { makeLine } from '../line';
import { settleEdges } from '../rims/settle-edges';

const settings = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };

function outline(inside: (x: number, y: number) => boolean, size = 140): Contour {
  const grey = drawn(size, size, inside, 32);
  const found = traceContours(grey, 127.5, findRowChanges(grey, 127.5), quietContext);
  const contours = settleEdges(found, grey, 127.5, quietContext);
  return contoursOf(makeLine(contours, settings, quietContext).shapes)[0];
}

/** Radii of a contour's arcs. */
function radii({ start, segments }: Contour): number[] {
  let from = start;
  return segments.flatMap((segment) => {
    const before = from;
    from = segment;
    return segment.kind === 'arc' ? [centredArc(before, segment).radius] : [];
  });
}

const roundedBox = (width: number, height: number, radius: number) => (x: number, y: number) =>
  Math.hypot(
    Math.max(0, Math.abs(x - 70.25) - width / 2 + radius),
    Math.max(0, Math.abs(y - 69.75) - height / 2 + radius),
  ) < radius;

describe('arcs', () => {
  it.each([
    [100, 60, 7],
    [90, 90, 12],
    [110, 50, 20],
  ])('are the roundings of a box %d x %d: 8 nodes, radius %d within 0.05 px', (width, height, radius) => {
    const { segments, start, closed } = outline(roundedBox(width, height, radius));
    expect(segments.map(({ kind }) => kind).sort()).toEqual([
      ...Array(4).fill('arc'),
      ...Array(4).fill('line'),
    ]);
    for (const found of radii({ start, segments, closed }))
      expect(Math.abs(found - radius)).toBeLessThan(0.05);
  });

  it('are the ends of a slot, half a turn each', () => {
    const slot = outline(roundedBox(100, 40, 20));
    expect(slot.segments.map(({ kind }) => kind).sort()).toEqual(['arc', 'arc', 'line', 'line']);
    for (const found of radii(slot)) expect(Math.abs(found - 20)).toBeLessThan(0.05);
  });

  it('join two corners where the side between them is part of a circle', () => {
    const lens = outline((x, y) => Math.hypot(x - 70, y - 110) < 60 && Math.hypot(x - 70, y - 30) < 60);
    expect(lens.segments.map(({ kind }) => kind)).toEqual(['arc', 'arc']);
    for (const found of radii(lens)) expect(Math.abs(found - 60)).toBeLessThan(0.4);
  });

  it('are not put where a curve only resembles them', () => {
    const ellipse = outline((x, y) => ((x - 70) / 60) ** 2 + ((y - 70) / 35) ** 2 < 1);
    expect(radii(ellipse)).toEqual([]);
  });
});
