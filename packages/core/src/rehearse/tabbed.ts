import {
  type Contour,
  type Point,
  alongOf,
  endOf,
  nearestAlong,
  norm,
  reverseContour,
  runsBetween,
} from '../geometry';
import { type ToolWay, wayAlong } from './tool-way';

/** Ends of open cuts so near to each other, in millimetres, have a tab between them; common practice, no source. */
const MOST_TAB = 15;

/** A part that hangs by tabs: the way around it as if there were none, and the runs that are cut, in order. */
export interface Tabbed {
  around: Contour;
  runs: Contour[];
}

/** Open cuts that go around a part but for gaps, each with the nearest that goes on; and those that do not come around. */
export function tabbedIn(open: readonly Contour[]): { tabbed: Tabbed[]; open: Contour[] } {
  const left = new Set(open);
  const tabbed: Tabbed[] = [];
  const alone: Contour[] = [];
  for (const first of open) {
    if (!left.delete(first)) continue;
    const runs = [first];
    for (;;) {
      const end = endOf(runs[runs.length - 1]);
      const back = norm(end.x - first.start.x, end.y - first.start.y);
      let best: { run: Contour; taken: Contour; distance: number } | undefined;
      for (const run of left)
        for (const way of [run, reverseContour(run)]) {
          const distance = norm(way.start.x - end.x, way.start.y - end.y);
          if (distance < Math.min(back, best?.distance ?? MOST_TAB))
            best = { run: way, taken: run, distance };
        }
      if (!best) break;
      left.delete(best.taken);
      runs.push(best.run);
    }
    const end = endOf(runs[runs.length - 1]);
    const gap = norm(end.x - first.start.x, end.y - first.start.y);
    if (gap < MOST_TAB && gap > 0 && isWide(runs, gap)) tabbed.push({ around: joined(runs), runs });
    else alone.push(...runs);
  }
  return { tabbed, open: alone };
}

/** A short stroke is no part with a tab. */
const isWide = (runs: readonly Contour[], gap: number): boolean => alongOf(joined(runs)).length > 4 * gap;

function joined(runs: readonly Contour[]): Contour {
  const [first] = runs;
  const segments = runs.flatMap((run, k) => {
    const { x, y } = (runs[k + 1] ?? first).start;
    return [...run.segments, { kind: 'line' as const, x, y }];
  });
  return { start: first.start, segments, closed: true };
}

/** The ways of a tool so wide around a part, its tabs left. */
export function wayAroundTabs({ around, runs }: Tabbed, width: number): ToolWay {
  if (width === 0) return { runs, standing: [] };
  const { runs: ways, standing } = wayAlong(around, width, true);
  const [way] = ways;
  const along = alongOf(way);
  const at = (place: Point): number => nearestAlong(along, place);
  const gaps = runs.map((run, k): [number, number] => {
    const one = at(endOf(run));
    const other = at((runs[k + 1] ?? runs[0]).start);
    const ahead = (other - one + along.length) % along.length;
    return ahead <= along.length / 2 ? [one, one + ahead] : [other, other + along.length - ahead];
  });
  return {
    runs: runsBetween(
      along,
      gaps.sort((a, b) => a[0] - b[0]),
    ),
    standing,
  };
}
