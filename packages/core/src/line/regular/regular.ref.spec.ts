import sharp from 'sharp';
import { quietContext } from '../../context';
import {
  type Affine,
  affineContour,
  type Contour,
  contoursOf,
  distancesBetween,
  nodeCount,
  nodesOf,
  norm,
  type Point,
} from '../../geometry';
import { pathData } from '../../format/svg/write';
import { findRowChanges } from '../../raster';
import { polygon } from '../../testing/contours';
import { random } from '../../testing/pictures';
import { type LineResult, makeLine } from '../line';
import { traceContours } from '../rims/contours';
import { settleEdges } from '../rims/settle-edges';
import { withJitter } from '../rims/unsure';

const SETTINGS = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5, drop: 0 };
const LEVEL = 127.5;
const SIDE = 320;

/** Contours in black on white by a renderer that is not ours, with grain of so many tones. */
async function traced(contours: readonly Contour[], grain = 0) {
  const path = contours.map((contour) => pathData(contour, 0, 0, 5)).join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}"><rect width="100%" height="100%" fill="#fff"/><path fill-rule="evenodd" d="${path}"/></svg>`;
  const data = Uint8Array.from(await sharp(Buffer.from(svg)).greyscale().raw().toBuffer());
  const next = random(3);
  const grey = {
    width: SIDE,
    height: SIDE,
    data: data.map((tone) => Math.max(0, Math.min(255, Math.round(tone + grain * (next() + next() - 1))))),
  };
  const found = traceContours(grey, LEVEL, findRowChanges(grey, LEVEL, quietContext), quietContext);
  const rims = withJitter(settleEdges(found, grey, LEVEL, quietContext));
  const line = (regular: boolean) => makeLine(rims, { ...SETTINGS, regular, drop: 20 }, quietContext);
  return { plain: line(false), evened: line(true) };
}

const turned = (degrees: number, x: number, y: number, size = 1, over = 1): Affine => {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return [size * cos, size * sin, -over * size * sin, over * size * cos, x, y];
};

/** Distances between all nodes of a contour, by size: the same for what is the same but for turning and mirroring. */
const spread = (contour: Contour) =>
  nodesOf(contour)
    .flatMap((a, k, all) => all.slice(k + 1).map((b) => norm(a.x - b.x, a.y - b.y)))
    .sort((a, b) => a - b);

const meanOff = ({ shapes }: LineResult, truth: readonly Contour[]) => {
  const found = contoursOf(shapes);
  const offs = [...distancesBetween(found, truth, 0.7, 0.01), ...distancesBetween(truth, found, 0.7, 0.01)];
  return offs.reduce((sum, off) => sum + off, 0) / offs.length;
};

/** A form without any symmetry: curves, lines and corners. */
const FORM: Contour = {
  start: { x: -30, y: -18 },
  segments: [
    { kind: 'line', x: 24, y: -26 },
    { kind: 'cubic', x1: 44, y1: -10, x2: 30, y2: 6, x: 12, y: 8 },
    { kind: 'line', x: 16, y: 30 },
    { kind: 'arc', bulge: 0.4, x: -22, y: 22 },
    { kind: 'line', x: -30, y: -18 },
  ],
  closed: true,
};

describe('forms that are there several times', () => {
  const truth = [
    turned(0, 62.3, 70.8),
    turned(37, 180.1, 62.4),
    turned(-110, 250.6, 190.2),
    turned(20, 70.4, 210.7, 1, -1),
  ].map((map) => affineContour(FORM, map));

  it.each([0, 25])(
    'are one form, turned and mirrored, nearer to the truth (grain of %d tones)',
    async (grain) => {
      const { plain, evened } = await traced(truth, grain);
      const [first, ...others] = contoursOf(evened.shapes).map(spread);
      for (const other of others)
        other.forEach((length, k) => {
          expect(length).toBeCloseTo(first[k], 2);
        });
      expect(evened.evened).toContainEqual({
        kind: 'alike',
        contours: expect.arrayContaining([0, 1, 2, 3]) as number[],
      });
      expect(meanOff(evened, truth)).toBeLessThan(meanOff(plain, truth) * (grain > 0 ? 0.8 : 1));
      expect(nodeCountOf(evened)).toBeLessThanOrEqual(nodeCountOf(plain));
    },
  );

  it('are left as they are where one has what another has not', async () => {
    const other = affineContour(
      { ...FORM, segments: FORM.segments.map((one, k) => (k === 0 ? { ...one, x: 27, y: -27.5 } : one)) },
      turned(0, 200.2, 180.6),
    );
    const { evened } = await traced([truth[0], other]);
    expect(evened.evened?.filter(({ kind }) => kind === 'alike')).toEqual([]);
  });
});

const nodeCountOf = ({ shapes }: LineResult) =>
  contoursOf(shapes).reduce((sum, contour) => sum + nodeCount(contour), 0);

/** The largest distance from the mirror images of nodes at an upright line, as near as it goes, to nodes. */
function asymmetry(contour: Contour): number {
  const nodes = nodesOf(contour);
  const xs = nodes.map(({ x }) => x);
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
  const nearest = ({ x, y }: Point) =>
    Math.min(...nodes.map((node) => norm(node.x - (2 * middle - x), node.y - y)));
  return Math.max(...nodes.map(nearest));
}

describe('a form that mirrors itself', () => {
  const HEART: Contour = {
    start: { x: 0, y: 60 },
    segments: [
      { kind: 'cubic', x1: -50, y1: 20, x2: -70, y2: -10, x: -52, y: -40 },
      { kind: 'cubic', x1: -38, y1: -62, x2: -10, y2: -58, x: 0, y: -32 },
      { kind: 'cubic', x1: 10, y1: -58, x2: 38, y2: -62, x: 52, y: -40 },
      { kind: 'cubic', x1: 70, y1: -10, x2: 50, y2: 20, x: 0, y: 60 },
    ],
    closed: true,
  };

  it.each([0, 50])('has nodes that mirror one another (grain of %d tones)', async (grain) => {
    const truth = [affineContour(HEART, turned(0, 160.37, 150.6, 1.7))];
    const { plain, evened } = await traced(truth, grain);
    const [contour] = contoursOf(evened.shapes);
    expect(asymmetry(contour)).toBeLessThan(1e-3);
    expect(evened.evened?.map(({ kind }) => kind)).toContain('mirrored');
    expect(nodeCountOf(evened)).toBeLessThanOrEqual(nodeCountOf(plain));
    expect(meanOff(evened, truth)).toBeLessThan(meanOff(plain, truth) + 0.01);
  });

  it('is mirrored at the axis of the whole, where the whole has one', async () => {
    const wing = affineContour(FORM, turned(25, 80.4, 120.3));
    const truth = [
      wing,
      affineContour(wing, [-1, 0, 0, 1, 2 * 160.37, 0]),
      affineContour(HEART, turned(0, 160.37, 240.6, 0.8)),
    ];
    const { evened } = await traced(truth, 30);
    const found = contoursOf(evened.shapes);
    const xs = found.map((contour) => nodesOf(contour).map(({ x }) => x));
    const middleOf = (values: readonly number[]) => (Math.min(...values) + Math.max(...values)) / 2;
    const heart = xs.findIndex((values) => Math.abs(middleOf(values) - 160.37) < 2);
    const wings = xs.filter((_, k) => k !== heart).flat();
    expect(middleOf(wings)).toBeCloseTo(middleOf(xs[heart]), 2);
  });
});

it('makes lines that are all but parallel or square so, and others not', async () => {
  const map = turned(11.3, 160.2, 150.7);
  const slab = (left: number, top: number, right: number, bottom: number) =>
    affineContour(polygon([left, top], [right, top], [right, bottom], [left, bottom]), map);
  const wedge = affineContour(polygon([-90, 60], [90, 72], [90, 90], [-90, 90]), map);
  const { evened } = await traced([slab(-90, -90, 90, -50), slab(-90, -30, 40, 30), wedge], 20);
  const angles = contoursOf(evened.shapes).flatMap(({ start, segments }) =>
    segments.map(({ x, y }, k) => {
      const from = k > 0 ? segments[k - 1] : start;
      const angle = (Math.atan2(y - from.y, x - from.x) * 180) / Math.PI;
      return (((angle - 11.3) % 90) + 135) % 90;
    }),
  );
  // Of twelve sides eleven run along one direction or across it, and one does not.
  const along = angles.filter((angle) => Math.abs(angle - 45) < 0.3);
  expect(angles).toHaveLength(12);
  expect(along).toHaveLength(11);
  expect(Math.max(...along) - Math.min(...along)).toBeLessThan(0.12);
  const slabs = along.slice(0, 8);
  expect(Math.max(...slabs) - Math.min(...slabs)).toBeLessThan(1e-6);
});

it('lays circles around all but one middle around one', async () => {
  const ring = (x: number, y: number, radius: number): Contour => ({
    start: { x: x + radius, y },
    segments: [
      { kind: 'arc', bulge: 1, x: x - radius, y },
      { kind: 'arc', bulge: 1, x: x + radius, y },
    ],
    closed: true,
  });
  const { evened } = await traced(
    [ring(150.3, 160.6, 90), ring(150.3, 160.6, 61.4), ring(150.3, 160.6, 30)],
    40,
  );
  const middles = contoursOf(evened.shapes).map(({ start, segments: [first] }) => ({
    x: (start.x + first.x) / 2,
    y: (start.y + first.y) / 2,
  }));
  expect(new Set(middles.map(({ x, y }) => `${x.toFixed(6)} ${y.toFixed(6)}`)).size).toBe(1);
  expect(norm(middles[0].x - 150.3, middles[0].y - 160.6)).toBeLessThan(0.05);
  expect(evened.evened?.some(({ kind }) => kind === 'round')).toBe(true);
});
