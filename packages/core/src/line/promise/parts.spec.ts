import { random } from '../../testing/pictures';
import { armDirection, armsMeet, fitArm } from '../rims/arm';
import { fitCircle } from '../chain/circle';
import { findCorners, leastTurn } from '../rims/corners';
import { Directions } from '../fitting/local-direction';
import { loopOf, measured } from '../chain/loop';
import { evenOut } from '../../raster';

/** A closed loop of places from a function of the angle. */
function loop(count: number, place: (angle: number) => [number, number]) {
  const points = Array.from({ length: count }, (_, k) => place((2 * Math.PI * k) / count));
  return measured(
    Float64Array.from(points, ([x]) => x),
    Float64Array.from(points, ([, y]) => y),
  );
}

/** The outline of a polygon, a point every `step`. */
function outline(corners: [number, number][], step: number) {
  const points: number[] = [];
  corners.forEach(([x, y], i) => {
    const [nextX, nextY] = corners[(i + 1) % corners.length];
    const count = Math.round(Math.hypot(nextX - x, nextY - y) / step);
    for (let k = 0; k < count; k++) points.push(x + ((nextX - x) * k) / count, y + ((nextY - y) * k) / count);
  });
  return loopOf(Float64Array.from(points), 0, points.length / 2);
}

describe('fitCircle', () => {
  it('finds centre and radius from an arc with noise', () => {
    const next = random(2);
    const noisy = loop(200, (angle) => {
      const radius = 25 + 0.05 * (next() - next());
      return [7 + radius * Math.cos(angle), -3 + radius * Math.sin(angle)];
    });
    const whole = fitCircle(noisy, 0, 200);
    expect(Math.hypot((whole?.x ?? 0) - 7, (whole?.y ?? 0) + 3)).toBeLessThan(0.01);
    expect(Math.abs((whole?.radius ?? 0) - 25)).toBeLessThan(0.01);
    expect(Math.abs((fitCircle(noisy, 190, 60)?.radius ?? 0) - 25)).toBeLessThan(0.3);
  });

  it('finds none in a line, and is quick to see that a square is none', () => {
    const flat = measured(Float64Array.from([0, 1, 2, 3]), new Float64Array(4));
    expect(fitCircle(flat, 0, 4)).toBeUndefined();
    const square = outline(
      [
        [0, 0],
        [0, 40],
        [40, 40],
        [40, 0],
      ],
      0.7,
    );
    expect(fitCircle(square, 0, square.count, 0.3)).toBeUndefined();
  });
});

describe('arms', () => {
  it('follow a bend, and meet another where both curves cross', () => {
    // y = x^2 / 40 from the left, the line y = 20 - x from the right: they meet at x = 14.6410.
    const meet = -20 + Math.sqrt(400 + 800);
    const xs = [
      ...Array.from({ length: 9 }, (_, k) => meet - 9 + k),
      ...Array.from({ length: 9 }, (_, k) => meet + 1 + k),
    ];
    const both = measured(
      Float64Array.from(xs),
      Float64Array.from(xs, (x) => (x < meet ? (x * x) / 40 : 20 - x)),
    );
    const [bend, line] = [fitArm(both, 0, 9), fitArm(both, 9, 9)];
    expect(bend && line).toBeDefined();
    if (!bend || !line) return;
    expect(bend.c).not.toBe(0);
    expect(line.c).toBeCloseTo(0, 9);
    const place = armsMeet(bend, line, meet + 1, 5);
    expect(place?.x).toBeCloseTo(meet, 1);
    expect(armDirection(line, meet, 5).x).toBeCloseTo(Math.SQRT1_2, 6);
  });

  it('that run side by side do not meet', () => {
    const two = measured(Float64Array.from([0, 1, 2, 0, 1, 2]), Float64Array.from([0, 0, 0, 3, 3, 3]));
    const [first, second] = [fitArm(two, 0, 3), fitArm(two, 3, 3)];
    expect(first && second && armsMeet(first, second, 1, 1)).toBeUndefined();
    expect(fitArm(two, 0, 1)).toBeUndefined();
  });
});

const usual = { smoothing: 0, leastTurn: leastTurn(0.5) };

describe('findCorners', () => {
  it.each([
    [
      'a square',
      [
        [0, 0],
        [0, 40],
        [40, 40],
        [40, 0],
      ],
      4,
    ],
    [
      'a triangle with a sharp tip',
      [
        [0, 0],
        [60, 8],
        [0, 16],
      ],
      3,
    ],
    [
      'an L',
      [
        [0, 0],
        [0, 50],
        [20, 50],
        [20, 20],
        [50, 20],
        [50, 0],
      ],
      6,
    ],
  ] as [string, [number, number][], number][])(
    'finds those of %s where they are',
    (_name, polygon, count) => {
      const found = findCorners(outline(polygon, 0.7), usual);
      expect(found).toHaveLength(count);
      for (const [x, y] of polygon) {
        expect(Math.min(...found.map((corner) => Math.hypot(corner.x - x, corner.y - y)))).toBeLessThan(0.5);
      }
    },
  );

  it.each([3, 8, 30, 200])('finds none on a circle of radius %d', (radius) => {
    const round = loop(Math.round(radius * 9), (angle) => [
      radius * Math.cos(angle),
      radius * Math.sin(angle),
    ]);
    expect(findCorners(round, usual)).toEqual([]);
  });

  it('finds more and fewer of them as is wished', () => {
    const bent = outline(
      [
        [0, 0],
        [0, 40],
        [40, 80],
        [80, 0],
      ],
      0.7,
    );
    const count = (corners: number) =>
      findCorners(bent, { smoothing: 0, leastTurn: leastTurn(corners) }).length;
    expect(count(0.5)).toBe(4);
    expect(count(0)).toBeLessThan(4);
    expect(leastTurn(1)).toBeLessThan(leastTurn(0.5));
  });

  it('finds none on an ellipse', () => {
    expect(
      findCorners(
        loop(400, (angle) => [60 * Math.cos(angle), 25 * Math.sin(angle)]),
        usual,
      ),
    ).toEqual([]);
  });
});

describe('evenOut', () => {
  it('takes jitter out of a straight run and leaves its ends', () => {
    const next = random(4);
    const jagged = Float64Array.from({ length: 60 }, () => next() - 0.5);
    const even = evenOut(jagged, 3, false);
    const spread = (values: Float64Array) =>
      Math.sqrt(values.reduce((sum, value) => sum + value * value, 0) / values.length);
    expect(spread(even.subarray(5, 55))).toBeLessThan(0.6 * spread(jagged.subarray(5, 55)));
    expect([even[0], even[59]]).toEqual([jagged[0], jagged[59]]);
  });

  it('hardly shrinks a circle', () => {
    const count = 120;
    const wave = Float64Array.from({ length: count }, (_, k) => 20 * Math.cos((2 * Math.PI * k) / count));
    const even = evenOut(wave, 2, true);
    expect(Math.max(...even)).toBeGreaterThan(19.99);
  });

  it('does nothing at nothing', () => {
    const values = Float64Array.from([1, 5, 2]);
    expect(evenOut(values, 0, false)).toBe(values);
  });
});

describe('Directions', () => {
  const circle = (count: number, around: boolean) => {
    const at = (k: number) => (2 * Math.PI * k) / count;
    const x = Float64Array.from({ length: count + 1 }, (_, k) => 50 * Math.cos(at(k)));
    const y = Float64Array.from({ length: count + 1 }, (_, k) => 50 * Math.sin(at(k)));
    const along = Float64Array.from({ length: count + 1 }, (_, k) => (k * 2 * Math.PI * 50) / count);
    return { x, y, along, around, foundX: x, foundY: y, beyond: false };
  };

  it('are those of the curve, around the seam of a closed run too', () => {
    const directions = new Directions(circle(400, true));
    for (const index of [0, 1, 100, 399, 400]) {
      const angle = (2 * Math.PI * index) / 400;
      expect(directions.at(index)?.x).toBeCloseTo(-Math.sin(angle), 3);
      expect(directions.at(index)?.y).toBeCloseTo(Math.cos(angle), 3);
    }
  });

  it('are free at the ends of an open run', () => {
    const directions = new Directions(circle(400, false));
    expect([directions.at(0), directions.at(400)]).toEqual([undefined, undefined]);
    expect(directions.at(1)).toBeDefined();
  });
});

it('loopOf leaves out places that repeat', () => {
  const twice = Float64Array.from([0, 0, 0, 0, 4, 0, 4, 3, 0, 0]);
  const { count, along } = loopOf(twice, 0, 5);
  expect(count).toBe(3);
  expect(along[3]).toBe(12);
});
