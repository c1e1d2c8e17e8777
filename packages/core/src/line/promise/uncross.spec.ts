import { quietContext } from '../../context';
import { circleContour, contoursOf, findCrossings } from '../../geometry';
import { findRowChanges } from '../../raster';
import { drawn } from '../../testing/pictures';
import { traceContours } from '../rims/contours';
import { type Fitted, chainThrough } from '../fitting/fitted';
import { contourOfChain } from '../chain/chain';
import { measured } from '../chain/loop';
import { makeLine } from '../line';
import { wholeRun } from '../fitting/runs-of';
import { settleEdges } from '../rims/settle-edges';
import { strayed } from './strayed';
import { crossingsOfCurves, uncross } from './uncross';

/** A rim of points a pixel apart around a box, and a path with every `every`-th of its points as nodes. */
function boxed(left: number, top: number, width: number, height: number, every: number): Fitted {
  const points: [number, number][] = [];
  for (let x = 0; x < width; x++) points.push([left + x, top + height]);
  for (let y = 0; y < height; y++) points.push([left + width, top + height - y]);
  for (let x = 0; x < width; x++) points.push([left + width - x, top]);
  for (let y = 0; y < height; y++) points.push([left, top + y]);
  const of = (axis: 0 | 1) => Float64Array.from(points, (point) => point[axis]);
  const runs = [wholeRun(measured(of(0), of(1)), { sigma: 0, most: 0, mean: 0 }, 0)];
  const whole = chainThrough(runs, { closed: true });
  const kept = whole.nodes.flatMap((_, k) => (k % every === 0 ? [k] : []));
  const chain = {
    closed: true,
    nodes: kept.map((k) => ({ ...whole.nodes[k] })),
    segments: kept.map((k, i) => ({
      ...whole.segments[k],
      first: k + 1,
      last: (kept[i + 1] ?? points.length) - 1,
    })),
  };
  return { contour: contourOfChain(chain), chain, runs };
}

const never = () => {
  throw new Error('not asked for');
};

describe('uncross', () => {
  // The path of the first box cuts its corner by far; the tip of the second lies in what is cut off.
  const boxes = () => [boxed(0, 0, 30, 30, 25), boxed(20.5, 4.5, 4, 4, 1), boxed(80, 0, 10, 10, 10)];
  const contours = (fitted: readonly Fitted[]) => fitted.map(({ contour }) => contour);

  it('follows only the segments that cross more closely, and leaves the rest as it is', () => {
    const fitted = boxes();
    const [first, , apart] = fitted;
    expect(findCrossings(contours(fitted), 0.01).length).toBeGreaterThan(0);
    expect(uncross(fitted, () => 0.3, { alone: never, asFound: never })).toBe(0);
    expect(findCrossings(contours(fitted), 0.01)).toEqual([]);
    expect(fitted[2]).toBe(apart);
    // Fewer nodes than points: what did not cross keeps its segments.
    expect(fitted[0].contour.segments.length).toBeLessThan(40);
    expect(fitted[0].chain?.segments.some((segment) => first.chain?.segments.includes(segment))).toBe(true);
  });

  it('asks for curves in place of a circle that crosses', () => {
    const box = boxed(0, 0, 30, 30, 1);
    const circle: Fitted = { contour: circleContour({ x: 36, y: 15 }, 7), runs: box.runs };
    const asked: number[] = [];
    const left = uncross([box, circle], () => 0.3, {
      alone: (k) => {
        asked.push(k);
        return boxed(31, 10, 10, 10, 1);
      },
      asFound: never,
    });
    expect([left, asked]).toEqual([0, [1]]);
  });
});

describe('makeLine', () => {
  it.each([0.7, 0.9, 1.1, 1.4])('keeps two bodies apart that are %d px from touching', (gap) => {
    // Two wedges, tip to tip: their corners would meet if each were drawn on to where its sides do.
    const grey = drawn(
      100,
      60,
      (x, y) => Math.abs(y - 30) < 0.55 * Math.max(0, Math.abs(x - 50) - gap / 2),
      12,
    );
    const found = traceContours(grey, 127.5, findRowChanges(grey, 127.5), quietContext);
    const contours = settleEdges(found, grey, 127.5, quietContext);
    const settings = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };
    const { shapes } = makeLine(contours, settings, quietContext);
    expect(findCrossings(contoursOf(shapes), 0.01)).toEqual([]);
    expect(contoursOf(shapes).every(({ closed }) => closed)).toBe(true);
  });
});

describe('strayed', () => {
  const small = (x: number): Fitted => ({
    contour: circleContour({ x, y: 30 }, 0.3),
    runs: boxed(x - 0.5, 29.5, 1, 1, 1).runs,
  });
  const disc = boxed(0, 0, 60, 60, 1);

  it('sees a speck that came to lie on the other side of a curve', () => {
    // Its rim lies outside the box, its path inside.
    const lost: Fitted = { contour: circleContour({ x: 59.4, y: 30 }, 0.3), runs: small(61).runs };
    const among = (all: Fitted[], holes: number[]) => {
      const crossings = crossingsOfCurves();
      crossings.find(all.map(({ contour }) => contour));
      return strayed(all, Uint8Array.from(holes), 1 / 3, crossings);
    };
    expect(among([disc, lost], [0, 0])).toMatchObject([{ a: 1, b: 0 }]);
    expect(among([disc, small(61)], [0, 0])).toEqual([]);
    expect(among([disc, small(30)], [0, 1])).toEqual([]);
  });
});
