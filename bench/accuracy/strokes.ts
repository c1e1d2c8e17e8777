import { type Contour, distancesBetween, traceCentrelines } from '@drelk/core';
import { drawnStrokes, strokeContours } from '../../packages/core/src/testing/strokes';
import { context, percentile } from '../measure';

const SIZE = 200;
const PENS = [3, 5, 8, 12];
const DRAWINGS: [string, string[], number][] = [
  [
    'lines and curves',
    ['M30.3 40.2L170.8 55.7', 'M30 150C60 60 140 60 170 150', 'M24 176C80 150 120 196 178 168'],
    3,
  ],
  ['corners', ['M40 40L40 150L150 150', 'M70 30L90 120L120 40L160 120'], 2],
  ['crossings', ['M30.3 40.2L170.8 155.7', 'M35 150L165 52'], 2],
  [
    'meetings',
    ['M30.3 60.2L170.8 70.7', 'M95 65.1L105 120', 'M100 150L100 185', 'M100 150L40 120', 'M100 150L160 120'],
    5,
  ],
  [
    'rings and loops',
    ['M20 60A40 40 0 1 0 100 60A40 40 0 1 0 20 60Z', 'M30 170C130 190 190 80 140 80C90 80 110 170 185 180'],
    2,
  ],
];
const options = { tolerance: 1 / 3, smoothness: 0.8, corners: 0.5 };

/** Centrelines against the lines that were drawn: distances both ways, how many, and where two cross. */
export async function strokeRows(): Promise<Record<string, Record<string, string>>> {
  const rows: Record<string, Record<string, string>> = {};
  const every: number[] = [];
  let extras = 0;
  for (const [name, paths, count] of DRAWINGS) {
    const off: number[] = [];
    let extra = 0;
    for (const pen of PENS) {
      for (const cap of ['round', 'butt'] as const) {
        const grey = await drawnStrokes(SIZE, paths, pen, cap);
        const found = traceCentrelines(grey, 127.5, options, context).map(({ contour }) => contour);
        const truth = strokeContours(paths);
        off.push(...distances(found, truth), ...distances(truth, found));
        extra += Math.abs(found.length - count);
      }
    }
    rows[name] = figures(off, extra);
    every.push(...off);
    extras += extra;
  }
  return { ...rows, all: figures(every, extras) };
}

const figures = (off: readonly number[], extra: number) => ({
  mean: (off.reduce((sum, value) => sum + value, 0) / off.length).toFixed(4),
  p95: percentile([...off], 0.95).toFixed(3),
  worst: percentile([...off], 1).toFixed(2),
  'strokes too many or too few': `${extra}`,
});

const distances = (from: readonly Contour[], to: readonly Contour[]) =>
  distancesBetween(from, to, 0.5, 0.002);
