import {
  type Contour,
  type Kind,
  type PictureResult,
  distancesBetween,
  findComponents,
  findRowChanges,
  mapPoint,
  newJob,
  newMemory,
  startRun,
  pictureResult,
} from '@drelk/core';
import { context, now } from '../measure';
import type { Made } from './case';

/** What came of a picture with nothing touched. */
export interface Verdict {
  kind: Kind | 'refused';
  kindRight: boolean;
  polarityRight: boolean | undefined;
  /** Whether the sheet was found, or rightly none. */
  sheetRight: boolean;
  /** Intersection over union of the ink; and how far its rim is off in the mean, in pixels. */
  iou: number | undefined;
  off: number | undefined;
  /** Pieces and holes are as many as they should be. */
  topology: boolean | undefined;
  /** Of single lines: as many as drawn, and their mean distance. */
  lines: { right: boolean; mean: number } | undefined;
  shapes: number;
  nodes: number;
  milliseconds: number;
  /** What the ink was taken to be, for the contact sheet. */
  result: PictureResult | undefined;
  why: string;
}

/** A corner of a sheet is found within this share of the picture's diagonal. */
const NEAR = 0.02;
/** Pieces and holes smaller than this, in pixels, are counted on neither side. */
const LEAST_PIECE = 16;

/** Runs a picture as a new job does, and compares. */
export function judged(name: string, made: Made): Verdict {
  const { picture, kinds, lightOnDark, sheet, ink, strokes } = made;
  const { width, height } = picture;
  const source = { blob: '', name: `${name}.jpg`, kind: 'jpeg', width, height, density: null, notes: [] };
  const document = newJob(source);
  const memory = newMemory();
  const run = () =>
    startRun({ document, source: { key: name, picture, reduction: 1 } }, memory, context).take(pictureResult);
  const begun = now();
  let result: PictureResult;
  try {
    result = run();
  } catch (error) {
    return refused(made, (error as Error).message, now() - begun);
  }
  const milliseconds = now() - begun;
  const { traced } = result.artwork;
  const compared = ink && compare(result, ink, width, height, sheet !== null);
  const polarityRight =
    lightOnDark === undefined ? undefined : traced.ink.separated.lightOnDark === lightOnDark;
  let lines: Verdict['lines'];
  if (strokes) {
    document.line.method = 'centreline';
    lines = comparedLines(run(), strokes);
  }
  return {
    kind: traced.kind,
    kindRight: kinds.includes(traced.kind),
    polarityRight,
    sheetRight: isSheetRight(traced.corners, sheet, Math.hypot(width, height)),
    iou: compared?.iou,
    off: compared?.off,
    topology: compared?.topology,
    lines,
    shapes: result.facts.shapes,
    nodes: result.facts.nodes,
    milliseconds,
    result,
    why: traced.line.refused?.code ?? '',
  };
}

const refused = ({ ink, lightOnDark, strokes }: Made, why: string, milliseconds: number): Verdict => ({
  kind: 'refused',
  kindRight: false,
  polarityRight: lightOnDark === undefined ? undefined : false,
  sheetRight: false,
  iou: ink && 0,
  off: ink && Infinity,
  topology: ink && false,
  lines: strokes && { right: false, mean: Infinity },
  shapes: 0,
  nodes: 0,
  milliseconds,
  result: undefined,
  why,
});

function isSheetRight(found: readonly number[] | null, truth: Made['sheet'], diagonal: number): boolean {
  if (!found || !truth) return !found && !truth;
  return truth.every(({ x, y }) =>
    [0, 1, 2, 3].some((k) => Math.hypot(found[2 * k] - x, found[2 * k + 1] - y) < NEAR * diagonal),
  );
}

/** The ink that came out against the truth, on the squared-up picture; beside a sheet nothing is compared. */
function compare(
  { artwork: { traced } }: PictureResult,
  truth: Uint8Array,
  width: number,
  height: number,
  hasSheet: boolean,
) {
  const { grey, level } = traced.ink.ink;
  const mine = new Uint8Array(grey.data.length);
  const theirs = new Uint8Array(grey.data.length);
  for (let y = 0, i = 0; y < grey.height; y++) {
    for (let x = 0; x < grey.width; x++, i++) {
      const at = mapPoint(traced.plan.toSource, { x: x + 0.5, y: y + 0.5 });
      const [sx, sy] = [Math.floor(at.x), Math.floor(at.y)];
      if (sx < 0 || sy < 0 || sx >= width || sy >= height) continue;
      mine[i] = grey.data[i] < level ? 1 : 0;
      theirs[i] = truth[sy * width + sx];
    }
  }
  let both = 0;
  let either = 0;
  let rim = 0;
  for (let i = 0; i < mine.length; i++) {
    both += mine[i] & theirs[i];
    either += mine[i] | theirs[i];
    if (theirs[i] !== theirs[i + 1]) rim++;
  }
  // Rims of all directions cross rows 2 / pi times their length (Cauchy).
  const off = (either - both) / Math.max(1, (rim * Math.PI) / 2);
  const size = { width: grey.width, height: grey.height };
  const topology =
    !hasSheet || traced.corners !== null ? `${piecesOf(mine, size)}` === `${piecesOf(theirs, size)}` : false;
  return { iou: either > 0 ? both / either : 0, off, topology };
}

/** How many pieces and holes a mask has, of this size at least. */
export function piecesOf(
  mask: Uint8Array,
  { width, height }: { width: number; height: number },
  least = LEAST_PIECE,
): [pieces: number, holes: number] {
  const grey = { width, height, data: mask.map((value) => (value ? 0 : 255)) };
  const changes = findRowChanges(grey, 127.5, context);
  const count = (of: 'ink' | 'paper') =>
    findComponents(changes, width, of).area.filter((area) => area >= least).length;
  return [count('ink'), count('paper')];
}

function comparedLines(
  { artwork }: PictureResult,
  truth: readonly Contour[],
): { right: boolean; mean: number } {
  const found = artwork.traced.line.shapes.flatMap(({ outer, holes }) => [outer, ...holes]);
  const lines = found.filter(({ closed }) => !closed);
  if (lines.length === 0) return { right: false, mean: Infinity };
  const off = [...distancesBetween(lines, truth, 1, 0.02), ...distancesBetween(truth, lines, 1, 0.02)];
  const mean = off.reduce((sum, value) => sum + value, 0) / off.length;
  return { right: lines.length === truth.length && found.length === lines.length, mean };
}
