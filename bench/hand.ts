import {
  type Contour,
  CLOSED,
  combineAreas,
  contourAt,
  dropContours,
  formContour,
  formsLike,
  moveContours,
  newJob,
  newMemory,
  startRun,
  pickPath,
  pictureResult,
  scaledAndMoved,
  united,
} from '@drelk/core';
import { coloured, drawn, random } from '../packages/core/src/testing/pictures';
import { context, median, now } from './measure';

const RUNS = 5;

/** What the hand's work on paths costs. */
export function handRows(): Record<string, Record<string, string>> {
  return { ...retraced(), ...joined(), ...looked() };
}

const timed = (does: () => unknown): number => {
  const begun = now();
  does();
  return now() - begun;
};
const row = (name: string, ours: number[], other: number[]) => ({
  [name]: {
    ours: `${median(ours).toFixed(1)} ms`,
    reference: `${median(other).toFixed(1)} ms`,
    ratio: (median(ours) / median(other)).toFixed(2),
  },
});

/** 900 round holes and pegs, two megapixels. */
const pegs = () =>
  coloured(
    drawn(
      1640,
      1240,
      (x, y) => {
        const [u, v] = [(x % 54) - 27, (y % 41) - 20];
        const far = Math.hypot(u, v * 1.2);
        return far < 17 && far > 6;
      },
      4,
    ),
  );

/** A picture traced anew with 200 edits of the hand on it, and without any. */
function retraced() {
  const picture = pegs();
  const { width, height } = picture;
  const document = newJob({ blob: '', name: 'pegs', kind: 'png', width, height, density: 300, notes: [] });
  const decoded = { key: 'pegs', picture, reduction: 1 };
  const first = startRun({ document, source: decoded }, newMemory(), context).take(pictureResult).artwork;
  const ground = { paths: first.paths, toSource: first.traced.plan.toSource, colours: [] };
  const edited = structuredClone(document);
  const closed = Array.from(first.paths.ids.keys()).filter((k) => (first.paths.flags[k] & CLOSED) !== 0);
  dropContours(edited.line.hand, ground, closed.slice(0, 100));
  for (const k of closed.slice(100, 200))
    moveContours(edited.line.hand, ground, [k], scaledAndMoved(1, 1, 2, 0));
  const [ours, other]: number[][] = [[], []];
  for (let k = 0; k <= RUNS; k++) {
    // The threshold is another each time, so that all of it is done anew.
    document.ink.threshold = edited.ink.threshold = 120 + k;
    const [plain, withHand] = [document, edited].map((one) =>
      timed(() => startRun({ document: one, source: decoded }, newMemory(), context).take(pictureResult)),
    );
    if (k === 0) continue;
    other.push(plain);
    ours.push(withHand);
  }
  return row('2 MP traced anew with 200 edits; reference: without', ours, other);
}

/** 500 ellipses of eight curves united, and by the polygon library as chords. */
function joined() {
  const next = random(5);
  const shapes = Array.from({ length: 500 }, (): Contour => {
    const [x, y, turn] = [3000 * next(), 2000 * next(), 3 * next()];
    return formContour({ kind: 'ellipse', x, y, turn, width: 160, height: 90, radius: 0, sides: 0 });
  });
  const [ours, other]: number[][] = [[], []];
  for (let k = 0; k <= RUNS; k++) {
    const [mine, theirs] = [timed(() => combineAreas('unite', shapes)), timed(() => united(shapes))];
    if (k === 0) continue;
    ours.push(mine);
    other.push(theirs);
  }
  return row('500 shapes united, curves kept; reference: clipper2 on chords', ours, other);
}

/** One pick among the pegs, and the forms of what was picked; beside a frame of 16 ms. */
function looked() {
  const picture = pegs();
  const { width, height } = picture;
  const document = newJob({ blob: '', name: 'pegs', kind: 'png', width, height, density: 300, notes: [] });
  const { paths } = startRun(
    { document, source: { key: 'pegs', picture, reduction: 1 } },
    newMemory(),
    context,
  ).take(pictureResult).artwork;
  const [picks, forms]: number[][] = [[], []];
  const next = random(3);
  for (let k = 0; k < 60; k++) {
    const at = { x: width * next(), y: height * next() };
    picks.push(timed(() => pickPath(paths, at, 6)));
    forms.push(timed(() => formsLike(contourAt(paths, k))));
  }
  const frame = [16];
  return {
    ...row(`a pick among ${paths.ids.length} contours; reference: a frame`, picks, frame),
    ...row('true forms of a contour; reference: a frame', forms, frame),
  };
}
