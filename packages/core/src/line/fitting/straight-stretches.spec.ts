import { quietContext } from '../../context';
import { norm } from '../../geometry';
import { measured } from '../chain/loop';
import { fitLoop, seeLoop } from './fit-loop';

const OPTIONS = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5 };

/** Points along a leaf of two sides: straight for `straight` pixels from either tip, then bent in `turn` radians to the other. */
function leaf(straight: number, radius: number, turn: number) {
  const side: [number, number][] = [];
  let [x, y, angle] = [0, 0, 0];
  const go = (length: number, bend: number) => {
    for (let gone = 0; gone < length; gone += 0.8) {
      side.push([x, y]);
      angle += 0.8 * bend;
      x += 0.8 * Math.cos(angle);
      y += 0.8 * Math.sin(angle);
    }
  };
  go(straight, 0);
  go(radius * turn, 1 / radius);
  go(straight, 0);
  const other = side.map(([px, py]): [number, number] => [x - px, y - py]);
  const places = [...side, ...other];
  return measured(
    Float64Array.from(places, ([px]) => px),
    Float64Array.from(places, ([, py]) => py),
  );
}

/** Lines of a fitted loop, by their lengths. */
function lengthsOf(loop: ReturnType<typeof leaf>, regular: boolean): number[] {
  const options = { ...OPTIONS, regular };
  const { contour } = fitLoop(seeLoop(loop, options, 1), options, 1, quietContext);
  return contour.segments
    .flatMap((segment, k, all) => {
      const from = k > 0 ? all[k - 1] : contour.start;
      return segment.kind === 'line' ? [norm(segment.x - from.x, segment.y - from.y)] : [];
    })
    .filter((length) => length > 8);
}

it.each([
  [40, 30, 1.2],
  [60, 18, 1.8],
])('straight stretches of %d pixels beside a bend of radius %d are lines', (straight, radius, turn) => {
  const lengths = lengthsOf(leaf(straight, radius, turn), true);
  expect(lengths).toHaveLength(4);
  for (const length of lengths) {
    expect(length).toBeGreaterThan(0.8 * straight);
    expect(length).toBeLessThan(1.12 * straight);
  }
});

it.each([60, 200, 500])('of an arc of radius %d nothing is straight', (radius) => {
  expect(lengthsOf(leaf(0, radius, 1), true)).toEqual([]);
});

it('takes no more lines where nothing is to be regular', () => {
  const loop = leaf(40, 30, 1.2);
  expect(lengthsOf(loop, false).length).toBeLessThanOrEqual(lengthsOf(loop, true).length);
});
