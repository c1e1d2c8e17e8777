import {
  CHECKS,
  type Contour,
  type DrawingPath,
  MATERIALS,
  type Given,
  TOOLS,
  cutGrounds,
  limitsOf,
  narrowestOf,
  placeContour,
  sheetsLeft,
  subjectOf,
} from '@drelk/core';
import { median, now } from './measure';

const RUNS = 5;
/** So many nodes, and what cuts them: a round tool leaves something standing in corners. */
const ROWS = [
  [2000, 'laser'],
  [20_000, 'laser'],
  [2000, 'router'],
  [20_000, 'router'],
] as const;
/** Of one leaf four nodes; rows of them on a sheet. */
const LEAF: Contour = {
  start: { x: -13, y: 0 },
  segments: [
    { kind: 'cubic', x1: -5, y1: 11, x2: 4, y2: 7, x: 13, y: 0 },
    { kind: 'cubic', x1: 9, y1: -4, x2: 6, y2: -7, x: 4, y: -7.5 },
    { kind: 'line', x: -4, y: -8 },
    { kind: 'line', x: -13, y: 0 },
  ],
  closed: true,
};

/** All findings of pieces of so many nodes, from nothing, in milliseconds; the slowest check by its name. */
export function proveRows(): Record<string, Record<string, string>> {
  return Object.fromEntries(
    ROWS.map(([nodes, process]) => {
      const subject = sheetOf(nodes);
      const limits = limitsOf(
        MATERIALS.find((one) => one.process === process) ?? MATERIALS[0],
        TOOLS.find((one) => one.process === process) ?? TOOLS[0],
      );
      const runs = Array.from({ length: nodes > 100_000 ? 1 : RUNS }, () => {
        const begun = now();
        const grounds = cutGrounds(subject.paths);
        const ground = now() - begun;
        const sheets = sheetsLeft(grounds, limits);
        const left = now() - begun - ground;
        const parts = CHECKS.map((check) => {
          const started = now();
          const count = check
            .check({ ...subject, grounds, sheets }, limits)
            .reduce((sum, one) => sum + one.count, 0);
          return { kind: check.kind, count, time: now() - started };
        });
        return { ground, left, parts, total: now() - begun };
      });
      const [{ parts }] = runs;
      const slowest = [...parts].sort((a, b) => b.time - a.time).slice(0, 3);
      return [
        `${nodes} nodes, ${process}`,
        {
          'all checks': `${median(runs.map(({ total }) => total)).toFixed(0)} ms`,
          'what lies in what': `${median(runs.map(({ ground }) => ground)).toFixed(0)} ms`,
          'what is left': `${median(runs.map(({ left }) => left)).toFixed(0)} ms`,
          slowest: slowest.map(({ kind, time }) => `${kind} ${time.toFixed(0)}`).join(', '),
          'narrowest place': `${narrowestIn(subject).toFixed(0)} ms`,
          found: String(parts.reduce((sum, { count }) => sum + count, 0)),
        },
      ];
    }),
  );
}

/** The narrowest place of a piece, in milliseconds; while its size changes it is the same place, as much wider as the piece. */
function narrowestIn({ paths }: Given): number {
  const grounds = cutGrounds(paths);
  return median(
    Array.from({ length: RUNS }, () => {
      const begun = now();
      narrowestOf(grounds);
      return now() - begun;
    }),
  );
}

function sheetOf(nodes: number): Given {
  const count = Math.round(nodes / 4);
  const across = Math.ceil(Math.sqrt(count));
  const paths = Array.from({ length: count }, (_, k): DrawingPath => ({
    task: 'cut-through',
    shape: {
      outer: placeContour(LEAF, { scale: 1, x: 30 * (k % across), y: 24 * Math.floor(k / across) }),
      holes: [],
    },
  }));
  return subjectOf(paths, { grounds: [] });
}
