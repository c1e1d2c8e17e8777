import type { Task } from '../../format';
import {
  type ChordIndex,
  type Contour,
  type Point,
  contourLength,
  distanceToChord,
  flatten,
  indexChords,
  indexSegmentBoxes,
  segmentsNearOthers,
} from '../../geometry';
import { type Check, findingOf, told } from '../check';
import { remedy } from '../remedies';
import { contoursIn, sheetsOf } from '../cut-ground';
import { norm } from '../../norm';

/** Along these the tool follows the line itself; areas may lie side by side. */
const FOLLOWED: readonly Task[] = ['cut-through', 'score'];
/** Places along contours are looked at so far apart, in told, but no more of them than that. */
const STEP = 0.5;
const MOST_PLACES = 200_000;
/** How closely curves are followed, in told. */
const FLATNESS_UNITS = 0.01;
/** So many places in a row on another line are no crossing. */
const LEAST = 3;
/** What is kept of long runs: a place for so many. */
const KEPT = 8;

/** Lines that lie on one another, or so near that they are cut twice: how long, and where. */
export const duplicate: Check = {
  kind: 'duplicate',
  remedies: [remedy('drop-doubles', 'Drop the doubles', 'Doubles dropped')],
  reads: ['paths'],
  check({ paths }, { double, units }) {
    const lines = sheetsOf(paths.filter(({ task }) => FOLLOWED.includes(task))).map(contoursIn);
    const total = lines.flat().reduce((sum, contour) => sum + contourLength(contour), 0);
    const step = Math.max(STEP, total / MOST_PLACES);
    const runs = lines.flatMap((contours) => runsOnOthers(contours, step, double));
    // Each of two lines is found on the other.
    const length = runs.reduce((sum, run) => sum + (run.length - 1) * step, 0) / 2;
    const places = runs.flatMap((run) =>
      run.filter((_, k) => k % KEPT === Math.floor(Math.min(KEPT, run.length) / 2)),
    );
    return findingOf(
      places.map((at) => ({ at, measured: length })),
      {
        kind: 'duplicate',
        severity: 'stop',
        allowed: 0,
        hint: 'Drop one of them in Line, or read the file with doubles dropped.',
      },
      () =>
        `${told(length, units)} are cut twice: lines lie on one another, or nearer than ${told(double, units)}.`,
    );
  },
};

/** Places in rows that lie on another contour. */
function runsOnOthers(contours: readonly Contour[], step: number, near: number): Point[][] {
  const all = indexSegmentBoxes(contours);
  const close = segmentsNearOthers(all, near).map((k) => all.segments[k]);
  const lines = close.map(({ start, to }): Contour => ({ start, segments: [to], closed: false }));
  const index = indexChords(lines, FLATNESS_UNITS);
  const owners = index.owners.map((line) => close[line].contour);
  const runs: Point[][] = [];
  let run: Point[] = [];
  const end = () => {
    if (run.length >= LEAST) runs.push(run);
    run = [];
  };
  close.forEach(({ contour }, k) => {
    if (k > 0 && close[k - 1].contour !== contour) end();
    for (const at of placesAlong(lines[k], step)) {
      if (isOnOther({ ...index, owners }, at, contour, near)) run.push(at);
      else end();
    }
  });
  end();
  return runs;
}

function* placesAlong(line: Contour, step: number): Generator<Point> {
  const points = flatten(line, FLATNESS_UNITS);
  let wanted = step / 2;
  let along = 0;
  for (let i = 0; i + 3 < points.length; i += 2) {
    const [x1, y1, x2, y2] = points.subarray(i, i + 4);
    const length = norm(x2 - x1, y2 - y1);
    for (; length > 0 && wanted < along + length; wanted += step) {
      const share = (wanted - along) / length;
      yield { x: x1 + share * (x2 - x1), y: y1 + share * (y2 - y1) };
    }
    along += length;
  }
}

/** Whether a place of a contour lies within so much of another one. */
function isOnOther(
  { chords, owners, index }: ChordIndex,
  { x, y }: Point,
  own: number,
  near: number,
): boolean {
  let isOn = false;
  index?.search(x - near, y - near, x + near, y + near, (k) => {
    isOn ||= owners[k] !== own && distanceToChord(chords, 4 * k, x, y) <= near;
    return false;
  });
  return isOn;
}
