import { quietContext } from '../../context';
import { findRowChanges } from '../../raster';
import { drawn } from '../../testing/pictures';
import { loopOf } from '../chain/loop';
import { traceContours } from './contours';
import { findCorners, leastTurn } from './corners';
import { settleEdges } from './settle-edges';

/** Corners of a polygon as it is seen in a picture of mixed pixels. */
function cornersOf(polygon: readonly [number, number][]) {
  const inside = (x: number, y: number) => {
    let is = false;
    polygon.forEach(([ax, ay], k) => {
      const [bx, by] = polygon[(k + 1) % polygon.length];
      if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) is = !is;
    });
    return is;
  };
  const grey = drawn(80, 80, inside);
  const found = traceContours(grey, 127.5, findRowChanges(grey, 127.5, quietContext), quietContext);
  const { points, starts } = settleEdges(found, grey, 127.5, quietContext);
  const loop = loopOf(points, starts[0], starts[1]);
  return findCorners(loop, { smoothing: 0, leastTurn: leastTurn(0.5) });
}

/** A stroke on a foot so high, whose ends are as blunt as those of small lettering. */
const onFoot = (high: number): [number, number][] => [
  [36.3, 10.2],
  [43.6, 10.2],
  [43.6, 60.4 - high],
  [55.7, 60.4 - high - 0.4],
  [55.7, 60.4],
  [24.2, 60.4],
  [24.2, 60.4 - high - 0.4],
  [36.3, 60.4 - high],
];

it.each([3.7, 4, 4.2, 4.6, 5])('sees both corners of an end %d pixels high', (high) => {
  const polygon = onFoot(high);
  const corners = cornersOf(polygon);
  expect(corners).toHaveLength(polygon.length);
  for (const [x, y] of polygon)
    expect(Math.min(...corners.map((corner) => Math.hypot(corner.x - x, corner.y - y)))).toBeLessThan(0.6);
});

it('keeps a sharp tip as one corner, near where it is', () => {
  const tip: [number, number][] = [
    [12.3, 30.5],
    [66.4, 36.2],
    [12.3, 42.1],
  ];
  const corners = cornersOf(tip);
  expect(corners).toHaveLength(3);
  expect(Math.min(...corners.map(({ x, y }) => Math.hypot(x - 66.4, y - 36.2)))).toBeLessThan(1.5);
});
