import { quietContext } from '../../context';
import { type Contour, contoursOf } from '../../geometry';
import { findRowChanges } from '../../raster';
import { drawn, random } from '../../testing/pictures';
import { traceContours } from '../rims/contours';
import { makeLine } from '../line';
import { settleEdges } from '../rims/settle-edges';

/** A round hole or disc, in pixels. */
interface Round {
  x: number;
  y: number;
  radius: number;
}
const SIZE = 200;
const settings = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };

/** Plates with six round holes each, of any size and at any place that leaves some material between them. */
function plate(next: () => number): Round[] {
  const holes: Round[] = [];
  while (holes.length < 6) {
    const radius = 2.5 + 30 * next() ** 2;
    const at = () => 10 + radius + (SIZE - 20 - 2 * radius) * next();
    const hole = { x: at(), y: at(), radius };
    const isFree = holes.every(
      (other) => Math.hypot(other.x - hole.x, other.y - hole.y) > other.radius + radius + 4,
    );
    if (isFree) holes.push(hole);
  }
  return holes;
}

function circleOf({ start, segments }: Contour): Round | undefined {
  const [half, back] = segments;
  if (segments.length !== 2 || half.kind !== 'arc' || back.kind !== 'arc') return undefined;
  if (Math.abs(half.bulge) !== 1 || Math.abs(back.bulge) !== 1) return undefined;
  const radius = Math.hypot(half.x - start.x, half.y - start.y) / 2;
  return { x: (start.x + half.x) / 2, y: (start.y + half.y) / 2, radius };
}

it('round holes of 41 plates come back as circles, where they are and as large', () => {
  const next = random(41);
  let [found, asked, worst] = [0, 0, 0];
  for (let k = 0; k < 41; k++) {
    const holes = plate(next);
    const inPlate = (x: number, y: number) =>
      Math.min(x, y, SIZE - x, SIZE - y) > 5 &&
      holes.every((hole) => Math.hypot(x - hole.x, y - hole.y) > hole.radius);
    const grey = drawn(SIZE, SIZE, inPlate, 8);
    const contours = settleEdges(
      traceContours(grey, 127.5, findRowChanges(grey, 127.5), quietContext),
      grey,
      127.5,
      quietContext,
    );
    const circles = contoursOf(makeLine(contours, settings, quietContext).shapes).flatMap(
      (one) => circleOf(one) ?? [],
    );
    for (const hole of holes) {
      asked++;
      const off = Math.min(
        ...circles.map((circle) =>
          Math.max(Math.hypot(circle.x - hole.x, circle.y - hole.y), Math.abs(circle.radius - hole.radius)),
        ),
      );
      if (off > 0.3) continue;
      found++;
      worst = Math.max(worst, off);
    }
  }
  expect(asked).toBe(246);
  expect(found).toBeGreaterThanOrEqual(245);
  // The smallest are five pixels across, drawn in 64 shares of a pixel.
  expect(worst).toBeLessThan(0.08);
});
