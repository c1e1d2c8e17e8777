import fc from 'fast-check';
import type { DrawingPath } from '../format';
import { type Contour, type Segment, arcCubics, flatten, reverseContour, startOf } from '../geometry';
import { block } from '../testing/contours';
import { limitsOf } from './limits';
import { prove } from './prove';
import { subjectOf } from './subject';
import { MATERIALS, TOOLS } from '../machine';

const material = MATERIALS.find(({ process }) => process === 'router') ?? MATERIALS[0];
const mill = TOOLS.find(({ kind }) => kind === 'end mill') ?? TOOLS[0];
const ROUTER = limitsOf(material, mill);
/** 1/8 in across. */
const RADIUS = mill.width / 2;

/** A rectangle from 20 to 80 and 20 to 60 with its corners rounded to a radius, counter-clockwise on screen. */
function rounded(radius: number): Contour {
  const bulge = Math.tan(Math.PI / 8);
  const [l, t, r, b] = [20, 20, 80, 60];
  const arc = (x: number, y: number): Segment => ({ kind: 'arc', bulge, x, y });
  const line = (x: number, y: number): Segment => ({ kind: 'line', x, y });
  return {
    start: { x: l, y: t + radius },
    segments: [
      line(l, b - radius),
      arc(l + radius, b),
      line(r - radius, b),
      arc(r, b - radius),
      line(r, t + radius),
      arc(r - radius, t),
      line(l + radius, t),
      arc(l, t + radius),
    ],
    closed: true,
  };
}
/** The same with cubics for arcs, or with chords. */
const asCubics = (contour: Contour): Contour => ({
  ...contour,
  segments: contour.segments.flatMap((segment, k) =>
    segment.kind === 'arc' ? arcCubics(startOf(contour, k), segment) : [segment],
  ),
});
function asChords(contour: Contour): Contour {
  const points = flatten(contour, 0.002);
  const at = (k: number) => ({ x: points[2 * k], y: points[2 * k + 1] });
  const rest = Array.from({ length: points.length / 2 - 1 }, (_, k) => at(k + 1));
  return {
    start: at(0),
    segments: [...rest, at(0)].map((to): Segment => ({ kind: 'line', ...to })),
    closed: true,
  };
}
const found = (paths: DrawingPath[]) =>
  prove(subjectOf(paths), ROUTER).findings.find(({ kind }) => kind === 'inner-corner');
const board = block(0, 0, 100, 80);
const pocket = (outer: Contour): DrawingPath[] => [
  { task: 'cut-through', shape: { outer: board, holes: [] } },
  { task: 'pocket', shape: { outer, holes: [] } },
];
const window = (hole: Contour): DrawingPath[] => [
  { task: 'cut-through', shape: { outer: board, holes: [reverseContour(hole)] } },
];

const areaIn = (message = '') => Number(/leaves ([\d.]+) mm² standing/.exec(message)?.[1]);

it.each([
  ['arcs', (contour: Contour) => contour],
  ['cubics', asCubics],
  ['chords', asChords],
])(
  'corners rounded by %s more tightly than the tool keep what both circles leave between them',
  (_, drawn) => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 1.35, noNaN: true }), fc.boolean(), (radius, isPocket) => {
        const finding = found((isPocket ? pocket : window)(drawn(rounded(radius))));
        expect(finding?.count).toBe(4);
        // Plane geometry: of each corner of a square a quarter circle of radius r leaves (1 - pi / 4) r^2.
        const exact = 4 * (1 - Math.PI / 4) * (RADIUS ** 2 - radius ** 2);
        expect(Math.abs(areaIn(finding?.message) - exact)).toBeLessThan(0.06 + 0.02 * exact);
      }),
      { numRuns: 25 },
    );
  },
);

it.each([1.6, 3, 12])('corners rounded to %s mm are reached', (radius) => {
  for (const drawn of [rounded(radius), asCubics(rounded(radius)), asChords(rounded(radius))]) {
    expect(found(pocket(drawn))).toBeUndefined();
    expect(found(window(drawn))).toBeUndefined();
  }
});

it('tells all that stands in a slot that is narrower than the tool all along', () => {
  expect(found(pocket(rounded(0.8)))?.allowed).toBe(RADIUS);
  const slot = rounded(0.9);
  const thin: Contour = {
    ...slot,
    start: { x: 20, y: 20.9 },
    segments: [
      { kind: 'line', x: 20, y: 58 },
      { kind: 'arc', bulge: 1, x: 22, y: 58 },
      { kind: 'line', x: 22, y: 20.9 },
      { kind: 'arc', bulge: 1, x: 20, y: 20.9 },
    ],
  };
  // A slot 2 mm wide with round ends: a rectangle and a circle.
  const slotArea = 2 * (58 - 20.9) + Math.PI;
  expect(found(pocket(thin))).toMatchObject({ count: 1, measured: expect.closeTo(slotArea, 1) as number });
});
