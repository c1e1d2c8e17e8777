import {
  type Contour,
  type Point,
  alongOf,
  directionFrom,
  directionTo,
  endOf,
  findCrossings,
  nearestAlong,
  norm,
  reverseContour,
  runsBetween,
} from '../geometry';
import { type ToolWay, wayAlong } from './tool-way';

/** Ends of open cuts so near to each other, in millimetres, have a tab between them; common practice, no source. */
const MOST_TAB = 15;
/** Along it is what differs by no more than 60 degrees, as a cosine. */
const ALONG = 0.5;
/** How closely curves are followed to see whether they cross, in millimetres. */
const CLOSE = 0.005;

/** A part that hangs by tabs: the way around it as if there were none, and the runs that are cut, in order. */
export interface Tabbed {
  around: Contour;
  runs: Contour[];
  /** Number, among the open cuts, of the first. */
  first: number;
}

/** Open cuts that go around a part but for gaps, each with the nearest that goes on; and those that do not come around. */
export function tabbedIn(open: readonly Contour[]): { tabbed: Tabbed[]; open: Contour[] } {
  const left = new Set(open);
  const tabbed: Tabbed[] = [];
  const alone: Contour[] = [];
  for (const first of open) {
    if (!left.delete(first)) continue;
    const runs = [first];
    const own = [first];
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
      own.push(best.taken);
    }
    const end = endOf(runs[runs.length - 1]);
    const gap = norm(end.x - first.start.x, end.y - first.start.y);
    const around = joined(runs);
    // Lines that cross one another leave no tabs.
    const isAround =
      gap < MOST_TAB &&
      gap > 0 &&
      isWide(around, gap) &&
      runs.every((run, k) => goesOn(run, runs[(k + 1) % runs.length])) &&
      findCrossings([around], CLOSE).length === 0;
    if (isAround) tabbed.push({ around, runs, first: open.indexOf(first) });
    else alone.push(...own);
  }
  return { tabbed, open: alone };
}

/** Whether a gap lies along the run before it, or the one after it: lines beside each other leave no tabs between their ends. */
function goesOn(before: Contour, after: Contour): boolean {
  const [from, to] = [endOf(before), after.start];
  const gap = norm(to.x - from.x, to.y - from.y);
  if (gap === 0) return true;
  const along = ({ x, y }: Point) => (x * (to.x - from.x) + y * (to.y - from.y)) / gap;
  const { segments } = before;
  const last = segments[segments.length - 1];
  const begin = segments.length > 1 ? segments[segments.length - 2] : before.start;
  return (
    Math.max(along(directionTo(begin, last)), along(directionFrom(after.start, after.segments[0]))) > ALONG
  );
}

/** How wide the gaps between runs around a part are, each after its run. */
export const gapsIn = ({ runs }: Tabbed): number[] =>
  runs.map((run, k) => {
    const [end, { start }] = [endOf(run), runs[(k + 1) % runs.length]];
    return norm(start.x - end.x, start.y - end.y);
  });

/** Runs around a part, those joined that have no more than so much between them; none where that leaves no gap. */
function withoutGaps(tabbed: Tabbed, closes: number): Contour[] {
  const { runs } = tabbed;
  const gaps = gapsIn(tabbed);
  const isClosed = (k: number) => gaps[k] <= closes;
  const begin = runs.findIndex((_, k) => !isClosed((k + runs.length - 1) % runs.length));
  if (begin < 0) return [];
  const kept: Contour[] = [];
  runs.forEach((_, n) => {
    const k = (begin + n) % runs.length;
    const last = kept[kept.length - 1];
    if (n === 0 || !isClosed((k + runs.length - 1) % runs.length)) kept.push(runs[k]);
    else
      kept[kept.length - 1] = {
        ...last,
        segments: [...last.segments, { kind: 'line', ...runs[k].start }, ...runs[k].segments],
      };
  });
  return kept;
}

/** A short stroke is no part with a tab. */
const isWide = (around: Contour, gap: number): boolean => alongOf(around).length > 4 * gap;

function joined(runs: readonly Contour[]): Contour {
  const [first] = runs;
  const segments = runs.flatMap((run, k) => {
    const { x, y } = (runs[k + 1] ?? first).start;
    return [...run.segments, { kind: 'line' as const, x, y }];
  });
  return { start: first.start, segments, closed: true };
}

/** The ways of a tool so wide around a part, `beside` of it beside the line, its tabs left; gaps that the tool closes by its width are none. */
export function wayAroundTabs(tabbed: Tabbed, width: number, beside: number): ToolWay {
  const { around } = tabbed;
  const runs = withoutGaps(tabbed, width);
  if (runs.length === 0) return wayAlong(around, beside, true);
  if (beside === 0) return { runs, standing: [] };
  const { runs: ways, standing } = wayAlong(around, beside, true);
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
