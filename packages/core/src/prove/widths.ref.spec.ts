import fc from 'fast-check';
import type { DrawingPath } from '../format';
import { type Contour, circleContour, combineAreas, flatten } from '../geometry';
import { type Cv, type Mat, greyMat, loadOpenCv } from '../testing/opencv';
import { limitsOf } from './limits';
import { prove } from './prove';
import { subjectOf } from './subject';
import { MATERIALS, TOOLS } from '../machine';

/** Pixels of the raster to a millimetre. */
const FINE = 60;
const LIMITS = { ...limitsOf(MATERIALS[0], TOOLS[0]), leastNeck: 1.6 };

/** Two discs held by a band whose sides come nearest somewhere between them, of which nobody tells where. */
const waist = (from: number, over: number, under: number, lean: number): Contour[] =>
  combineAreas('unite', [
    circleContour({ x: 4, y: 6 }, 3.5),
    circleContour({ x: 18, y: 6 }, 3.5),
    {
      start: { x: 5, y: 6 - from },
      segments: [
        { kind: 'line', x: 5, y: 6 + from },
        { kind: 'cubic', x1: 9 + lean, y1: 6 + under, x2: 13 + lean, y2: 6 + under, x: 17, y: 6 + from },
        { kind: 'line', x: 17, y: 6 - from },
        { kind: 'cubic', x1: 13 - lean, y1: 6 - over, x2: 9 - lean, y2: 6 - over, x: 5, y: 6 - from },
      ],
      closed: true,
    },
  ]);

let cv: Cv;
beforeAll(async () => {
  ({ cv } = await loadOpenCv());
});

/** A polygon's inside on a fine raster, with the distance of each pixel's middle to the outside: the library's exact transform. */
function distancesOf(points: Float64Array, width: number, height: number): Float32Array {
  const inside = new Uint8Array(width * height);
  for (let row = 0; row < height; row++) {
    const y = (row + 0.5) / FINE;
    const crossed: number[] = [];
    for (let i = 0, j = points.length - 2; i < points.length; j = i, i += 2) {
      const [y1, y2] = [points[j + 1], points[i + 1]];
      if (y1 > y !== y2 > y) crossed.push(points[j] + ((y - y1) / (y2 - y1)) * (points[i] - points[j]));
    }
    crossed.sort((a, b) => a - b);
    for (let k = 0; k + 1 < crossed.length; k += 2)
      inside.fill(
        255,
        row * width + Math.ceil(crossed[k] * FINE - 0.5),
        row * width + Math.floor(crossed[k + 1] * FINE - 0.5) + 1,
      );
  }
  const mats: Mat[] = [greyMat(cv, { width, height, data: inside }), new cv.Mat()];
  cv.distanceTransform(mats[0], mats[1], cv.DIST_L2, cv.DIST_MASK_PRECISE);
  const distances = Float32Array.from(mats[1].data32F);
  for (const mat of mats) mat.delete();
  return distances;
}

/** The largest disc that goes from one place to another inside of a shape: its diameter, in millimetres. */
function widestWay(distances: Float32Array, width: number, from: number, to: number): number {
  const goes = (radius: number): boolean => {
    const seen = new Uint8Array(distances.length);
    const open = [from];
    while (open.length > 0) {
      const at = open.pop() ?? from;
      if (at === to) return true;
      if (seen[at] || distances[at] < radius) continue;
      seen[at] = 1;
      open.push(at - 1, at + 1, at - width, at + width);
    }
    return false;
  };
  let [low, high] = [0, distances[from]];
  while (high - low > 0.05) {
    const middle = (low + high) / 2;
    if (goes(middle)) low = middle;
    else high = middle;
  }
  // Distances go to the middles of pixels outside, up to a pixel beyond the rim; the way lies up to half of one beside the best.
  return (2 * low) / FINE;
}

it('the width of 60 necks is that of the largest disc which goes through, by an exact distance transform of a raster', () => {
  const [width, height] = [22 * FINE, 12 * FINE];
  const at = (x: number, y: number) => y * FINE * width + x * FINE;
  fc.assert(
    fc.property(
      fc.double({ min: 1.2, max: 2, noNaN: true, noInteger: true }),
      fc.double({ min: -0.3, max: 0.25, noNaN: true, noInteger: true }),
      fc.double({ min: -0.3, max: 0.25, noNaN: true, noInteger: true }),
      fc.double({ min: -2, max: 2, noNaN: true, noInteger: true }),
      (from, over, under, lean) => {
        const [outer] = waist(from, over, under, lean);
        const path: DrawingPath = { task: 'cut-through', shape: { outer, holes: [] } };
        const neck = prove(subjectOf([path]), LIMITS).findings.find(({ kind }) => kind === 'neck');
        const seen = widestWay(distancesOf(flatten(outer, 0.001), width, height), width, at(4, 6), at(18, 6));
        // To 1.6 pixels of the raster: 0.027 mm.
        expect(Math.abs((neck?.measured ?? Infinity) - seen)).toBeLessThan(1.6 / FINE);
      },
    ),
    { numRuns: 60 },
  );
});
