import { type Contour, type Point, contourLength, endOf, gapOfEnds, isNearlyClosed } from '../../geometry';
import { gapsIn } from '../../machine';
import { type Check, findingOf, told } from '../check';
import { remedy } from '../remedies';

/** Ends that are nearer to each other than this share of the way around are meant to meet. */
const MEANT = 0.1;
/** No tab is narrower, in millimetres; common practice, no source. */
const LEAST_TAB = 0.5;

interface OpenEnds {
  ends: Point[];
  gap: number;
  /** It was meant to close, and the tool's width does not close it. */
  isGrave: boolean;
}

/** Contours that do not close: those that were meant to are grave, lines are by nature, and single ones are none. */
export const open: Check = {
  kind: 'open',
  remedies: [remedy('close', 'Join their ends', 'Ends joined')],
  reads: ['paths', 'grounds'],
  check({ paths, grounds }, { kerf, units }) {
    const pens = new Set(
      paths.flatMap(({ shape: { outer, pen } }) =>
        pen === undefined || isNearlyClosed(outer) ? [] : [outer],
      ),
    );
    const found = grounds.flatMap(({ drawn, cuts }) => {
      // Gaps of one part that are left in several places are tabs.
      const tabbed = new Map(
        cuts.flatMap(({ tabbed: own, drawn: first }) => (own ? [[drawn[first], gapsIn(own)]] : [])),
      );
      const tabs = new Set(
        cuts.flatMap(({ tabbed: own }) => (own && areTabs(gapsIn(own)) ? own.runs : [])).map(keyOf),
      );
      return drawn
        .filter((contour) => !contour.closed && !pens.has(contour))
        .map((contour) => openEnds(contour, tabbed.get(contour), tabs.has(keyOf(contour)), kerf));
    });
    const areas = grounds.flatMap(({ paths: own }) =>
      own
        .filter(({ task, shape }) => task !== 'cut-through' && shape.pen === undefined && !shape.outer.closed)
        .map(({ shape: { outer } }) => openEnds(outer, undefined, false, 0)),
    );
    const all = [...found, ...areas];
    if (all.length === 0) return [];
    const grave = all.filter(({ isGrave }) => isGrave);
    const shown = grave.length > 0 ? grave : all;
    const count = paths.reduce((sum, { shape }) => sum + 1 + shape.holes.length, 0);
    const least = Math.min(...shown.map(({ gap }) => gap));
    return findingOf(
      shown.flatMap(({ ends, gap }) => ends.map((at) => ({ at, measured: gap }))),
      {
        kind: 'open',
        severity: grave.length > 0 ? 'stop' : 'note',
        allowed: 0,
        hint:
          grave.length > 0
            ? 'Close them in Line: what they go around stays held there.'
            : 'Right for lines, and where tabs hold a part.',
      },
      () =>
        `${all.length} of ${count} ${count === 1 ? 'contour is' : 'contours are'} open, ${grave.length > 0 ? `${grave.length} by so little that ${grave.length === 1 ? 'it was' : 'they were'} meant to close: ${told(Number(least.toFixed(3)), units)}` : 'as lines and tabs are'}.`,
    ).map((one) => ({ ...one, count: all.length, measured: all.length }));
  },
};

/** Gaps in several places, each as wide as a tab may be. */
const areTabs = (gaps: readonly number[]): boolean =>
  gaps.length > 1 && gaps.every((gap) => gap >= LEAST_TAB);

/** A contour by where it begins and ends, whichever way it runs. */
const keyOf = (contour: Contour): string => {
  const [a, b] = [contour.start, endOf(contour)].map(({ x, y }) => `${x} ${y}`).sort();
  return `${a} ${b}`;
};

function openEnds(
  contour: Contour,
  gaps: readonly number[] | undefined,
  isTab: boolean,
  kerf: number,
): OpenEnds {
  const end = endOf(contour);
  const gap = gapOfEnds(contour);
  const isMeant = !isTab && (gaps !== undefined || gap < MEANT * contourLength(contour));
  return { ends: [contour.start, end], gap, isGrave: isMeant && gap > kerf };
}
