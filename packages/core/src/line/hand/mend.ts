import type { Context } from '../../context';
import { DrelkError } from '../../error';
import {
  type Contour,
  type Point,
  type Segment,
  chordsToArcs,
  circleContour,
  combineAreas,
  directionFrom,
  directionTo,
  findCrossings,
  indexRims,
  intersected,
  leftStanding,
  merged,
  narrowPlaces,
  narrowRuns,
  nestContours,
  norm,
  offset,
  penned,
  placeContour,
  signedArea,
  startOf,
  subtracted,
  united,
} from '../../geometry';
import { refitContours } from '../promise/refit';
import { middlesOf, runsFrom } from './middles';

/** How shapes are mended: made thicker or slots wider where they are too narrow, corners cut free or filled for a round tool. */
export const MENDS = ['thickened', 'opened', 'relieved', 'rounded'] as const;
export type MendKind = (typeof MENDS)[number];

/** Where shapes are mended, and how wide, or with what radius, they are to be there. Pixels of the shapes. */
export interface Mend {
  how: MendKind;
  at: readonly Point[];
  least: number;
  /** What the shapes cover is what is taken away: a tool works inside of them. */
  isTaken: boolean;
}

/** Shapes are worked on so large that the least is so many units. */
const LARGE = 200;
/** A little more than the least, so that it passes when it is measured. */
const MORE = 1.012;
/** Curves are followed so closely on that scale; chords lie this near the arc they were cut from, as a share of the least. */
const FLATNESS_UNITS = 0.2;
const CHORDS = 1 / 200;
/** Patches reach so many times what curves may be off into what they lie along. */
const OVER = 8;
/** Of what curves may be off, this share is for the fit of what lies along a corner's sides. */
const FITTED = 0.8;
/** How near curves are to the rims of what is added or taken away, as a share of the least. */
const PATCH = 0.005;
/** Places along rims are looked at so far apart, and are of a finding that is no farther away, as shares of the least. */
const STEP = 1 / 10;
const HERE = 0.5;
/** After so many rounds what is still too narrow stays so; looked at no farther than this beside the places. */
const ROUNDS = 4;
const BESIDE = 3;
/** Segments shorter than this share of the least are none. */
const CRUMB = 0.02;
/** The middle of what is widened runs smoothly within this share of the least. */
const SMOOTH = 0.03;
/** A corner is the node of a contour that is nearer than this to its place, as a share of the least. */
const AT_NODE = 0.05;

/**
 * Closed contours of shapes with each of the places mended, and nothing else changed: their other curves are kept. Throws
 * `nothing-found` where there is nothing to mend at any of the places.
 */
export function mended(contours: readonly Contour[], mend: Mend, context: Context): Contour[] {
  const { how, at, least } = mend;
  if (how === 'relieved' || how === 'rounded') {
    const patches = at.map((place) =>
      how === 'relieved'
        ? relief(contours, place, least)
        : leftStanding(contours, place, MORE * least, mend.isTaken),
    );
    return patched(contours, patches, mend, context);
  }
  let made: readonly Contour[] = contours;
  let left: readonly Point[] = at;
  // Beside what was mended something may be too narrow still, where a rim has a notch.
  for (let round = 0; round < ROUNDS && left.length > 0; round++) {
    const patch = widened(made, left, mend, context);
    if (patch.length === 0 && round > 0) break;
    made = patched(made, [patch], mend, context);
    left = narrowPlaces(rimsOf(made, least), least, sideOf(mend))
      .map(({ from, to }) => ({ x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }))
      .filter((place) => isNear(place, at, BESIDE * least));
  }
  return [...made];
}

/** Shapes with patches added or taken away, as the tool works outside or inside of them. */
function patched(
  contours: readonly Contour[],
  patches: readonly Contour[][],
  { how, least, isTaken }: Mend,
  context: Context,
): Contour[] {
  const fine = CHORDS * least;
  const whole = patches.reduce((all, patch) => united(all, patch, fine / 4), [] as Contour[]);
  if (whole.length === 0)
    throw new DrelkError(
      'nothing-found',
      'There is nothing at these places that could be mended so.',
      'It may lie on another item: change that one.',
    );
  const adds = (how === 'thickened' || how === 'rounded') !== isTaken;
  const isPen = how === 'thickened' || how === 'opened';
  const own = isPen
    ? refitted(whole, least, context)
    : exactly(overlapping(whole, contours, adds, least), least, context);
  const made = combineAreas(adds ? 'unite' : 'take away', contours, own).filter(
    (contour) => Math.abs(signedArea(contour)) > fine * least,
  );
  const clean = made.map((contour) => withoutCrumbs(contour, CRUMB * least));
  const chords = (adds ? united(contours, whole, fine / 4) : subtracted(contours, whole, fine / 4)).filter(
    (contour) => Math.abs(signedArea(contour)) > fine * least,
  );
  // Where rims run into one another at hardly an angle, curves are fitted anew to what comes out.
  if (clean.length === chords.length && findCrossings(clean, fine).length === 0) return clean;
  return refitted(chords, least, context);
}

/** A contour whose segments are no shorter than so: what is goes into the one before it. */
function withoutCrumbs({ start, segments, closed }: Contour, least: number): Contour {
  const kept: Segment[] = [];
  let from: Point = start;
  for (const segment of segments) {
    const before = kept[kept.length - 1];
    const isCrumb = norm(segment.x - from.x, segment.y - from.y) < least && segment.kind !== 'arc';
    if (before && isCrumb) kept[kept.length - 1] = { ...before, x: segment.x, y: segment.y };
    else kept.push(segment);
    from = segment;
  }
  return { start, segments: kept, closed };
}

const rimsOf = (contours: readonly Contour[], least: number) =>
  indexRims(nestContours(contours, CHORDS * least).flatMap(({ outer, holes }) => [outer, ...holes]));

/** On which side of their rims shapes are too narrow. */
const sideOf = ({ how, isTaken }: Mend) => ((how === 'opened') === isTaken ? 'inside' : 'outside');

const isNear = (place: Point, at: readonly Point[], within: number): boolean =>
  at.some(({ x, y }) => norm(place.x - x, place.y - y) < within);

/** A pen as wide as the least along the middles of the strokes that are too narrow at the places, and at these themselves. */
function widened(
  contours: readonly Contour[],
  at: readonly Point[],
  mend: Mend,
  context: Context,
): Contour[] {
  const { least } = mend;
  const scale = LARGE / least;
  const step = STEP * least;
  const all = narrowRuns(rimsOf(contours, least), MORE * least, step, sideOf(mend));
  const runs = runsFrom(all, step, (middle) => isNear(middle, at, HERE * least));
  // Of the finding's own places those count where something is too narrow; what was measured after a round is.
  const found = at.filter((place) => runs.some((run) => isNear(place, run, HERE * least)) || mend.at !== at);
  const places = [...runs, ...found.map((place) => [place])];
  const lines = middlesOf(
    places,
    contours,
    { step, within: SMOOTH * least, wide: (MORE * least) / 2 },
    context,
  ).map((line) => ({
    contour: placeContour(line, { scale, x: 0, y: 0 }),
    pen: MORE * LARGE,
  }));
  return penned(lines, FLATNESS_UNITS).map((contour) =>
    placeContour(contour, { scale: 1 / scale, x: 0, y: 0 }),
  );
}

/** Curves for chords, outer contours one way around and holes the other. */
function refitted(chords: readonly Contour[], least: number, context: Context): Contour[] {
  const fine = CHORDS * least;
  const { contours } = refitContours(chords, PATCH * least, context);
  return nestContours(contours, fine).flatMap(({ outer, holes }) => [outer, ...holes]);
}

/** Patches that reach a little farther where nothing is changed by that, so that no crumbs are left between them and the shapes they lie along. */
function overlapping(
  patches: readonly Contour[],
  contours: readonly Contour[],
  adds: boolean,
  least: number,
): Contour[] {
  const fine = CHORDS * least;
  const scale = LARGE / least;
  const large = (all: readonly Contour[]) => all.map((one) => placeContour(one, { scale, x: 0, y: 0 }));
  const [own, shapes] = [large(patches), large(contours)];
  const wider = offset(own, OVER * fine * scale, 'round', FLATNESS_UNITS);
  const made = adds
    ? intersected(wider, united(shapes, own, FLATNESS_UNITS), FLATNESS_UNITS)
    : subtracted(wider, subtracted(shapes, own, FLATNESS_UNITS), FLATNESS_UNITS);
  return made.map((one) => placeContour(one, { scale: 1 / scale, x: 0, y: 0 }));
}

/** As those, but straight sides stay where they are: what fills a corner lies along both of its sides. */
function exactly(chords: readonly Contour[], least: number, context: Context): Contour[] {
  const fine = CHORDS * least;
  const given = chords.map((contour) => merged(chordsToArcs(contour, fine).contour, fine));
  const { contours } = refitContours(given, FITTED * fine, context);
  return nestContours(contours, fine).flatMap(({ outer, holes }) => [outer, ...holes]);
}

/** A disc of the tool that touches a corner from where it works, so that it is cut free (trade: relief cut). */
function relief(contours: readonly Contour[], place: Point, least: number): Contour[] {
  for (const contour of contours) {
    const { segments } = contour;
    for (let k = 0; k < segments.length; k++) {
      const node = startOf(contour, k);
      if (norm(node.x - place.x, node.y - place.y) > AT_NODE * least) continue;
      const last = (k + segments.length - 1) % segments.length;
      const before = directionTo(startOf(contour, last), segments[last]);
      const after = directionFrom(node, segments[k]);
      const way = { x: after.x - before.x, y: after.y - before.y };
      const size = norm(way.x, way.y);
      if (size < AT_NODE) continue;
      const centre = { x: node.x + (least * way.x) / size, y: node.y + (least * way.y) / size };
      return [circleContour(centre, MORE * least)];
    }
  }
  return [];
}
