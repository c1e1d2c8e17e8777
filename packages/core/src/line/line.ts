import { type Context, checkStopped } from '../context';
import { type Contour, type Shape, contoursOf, nodeCount, polygonArea, reverseContour } from '../geometry';
import type { GreyPicture } from '../raster';
import { traceCentrelines } from './centreline/centreline';
import { thickAreas } from './centreline/thick';
import { type ContourSet, traceContours } from './rims/contours';
import { type FitOptions, type SeenLoop, fitAlone, fitLoop, loopAsFound } from './fitting/fit-loop';
import type { Rim } from './promise/match';
import { type Refusal, tangled } from './noise';
import type { BorderAt, PlateMap } from './plates/borders';
import { tracePlates } from './plates/shared';
import { equalCircles } from './fitting/equal-circles';
import { keepPromise } from './promise/promise';
import type { Evened } from './regular/evened';
import { type RegularForm, evenOut, regularForms } from './regular/regular';
import { joinedRims, meanAllowed } from './fitting/rim';
import { seeLoops } from './fitting/see-loops';

/** The ways of turning ink into paths: around its edge, along its middle, or a plate at a time. */
export const LINE_METHODS = ['outline', 'centreline', 'plates'] as const;
export type LineMethod = (typeof LINE_METHODS)[number];

/** What the user may set of Line, resolved to pixels. */
export interface LineSettings extends FitOptions {
  /** The tolerance is a length that somebody asked for: it rules however little the picture tells of a rim. */
  isAsked?: boolean;
  /** Contours around less than this are dropped, in square pixels. */
  drop: number;
}

/** Clean paths, in pixels of the picture: closed ones around areas, single lines along strokes. */
export interface LineResult {
  shapes: Shape[];
  /** Points of the contours as found, and nodes of the paths made from them. */
  nodesBefore: number;
  nodesAfter: number;
  /** Contours dropped because they are too small. */
  dropped: number;
  /** The ink's contours with the corners that paths have beyond them: what the paths follow, and are compared with. */
  rims: Rim[];
  /** Largest distance between a path and the rim it follows, looked at from both, in pixels. */
  off: number;
  /** What was evened out among paths: their numbers in `shapes`, each outer contour followed by its holes. */
  evened?: Evened[];
  /** Why there are none. */
  refused?: Refusal;
}

/** Share of the tolerance within which the mean of several contours is followed where it lies far from one of them. */
const CLOSELY = 0.7;

/** Fits curves to every contour and gathers them into shapes. */
export function makeLine(contours: ContourSet, settings: LineSettings, context: Context): LineResult {
  const { points, parents, holes } = contours;
  const allowed = meanAllowed(contours);
  const small = smallContours(contours, settings.drop);
  const own = optionsFor(contours, settings);
  const seen = seeLoops(contours, own, allowed, (c) => small[c] === 1, context);
  const forms = settings.regular ? regularForms(seen, contours.unsure, context) : [];
  const options = asSureTogether(forms, own);
  const means = new Map(forms.map(({ first, mean }) => [first, mean]));
  const isCopy = new Set(forms.flatMap(({ places }) => places.slice(1).map(({ of }) => of)));
  const alone = (c: number) => fitAlone(seen[c] as SeenLoop, options[c], allowed[c], context);
  const fitted = seen.map((one, c) => {
    if ((c & 15) === 0) {
      checkStopped(context);
      context.progress('line', c / parents.length);
    }
    return one && !isCopy.has(c) ? fitLoop(means.get(c) ?? one, options[c], allowed[c], context) : undefined;
  });
  equalCircles(seen, fitted);
  const closely = ({ first, mean }: RegularForm) => {
    const { tolerance, ...others } = options[first];
    return fitLoop(mean, { ...others, tolerance: CLOSELY * tolerance }, allowed[first], context);
  };
  const followed = { options, unsure: contours.unsure, alone, closely };
  const evened = settings.regular ? evenOut(forms, fitted, seen, followed) : [];
  const { left, off } = keepPromise(fitted, (c) => options[c], {
    holes,
    alone,
    asFound: (c) => loopAsFound((seen[c] as SeenLoop).loop),
  });
  const isReversed = (c: number) => seen[c]?.reversed === true;
  const rim = joinedRims(
    fitted.map((one) => one?.runs),
    contours,
    isReversed,
  );
  if (left > 0) return refusedLine(rim, tangled(left));
  const shapeOf = new Map<number, Shape>();
  const laid = fitted.map((one, c) => one && (isReversed(c) ? reverseContour(one.contour) : one.contour));
  laid.forEach((contour, c) => {
    if (!contour) return;
    if (holes[c] === 0) shapeOf.set(c, { outer: contour, holes: [] });
    else shapeOf.get(parents[c])?.holes.push(contour);
  });
  const shapes = [...shapeOf.values()];
  const result = resultOf(
    shapes,
    { rims: [{ rim }], off },
    points.length / 2,
    small.reduce((sum, is) => sum + is, 0),
  );
  return { ...result, evened: numbered(evened, laid, shapes) };
}

/** What was evened out, by where the paths of contours lie among those of shapes. */
function numbered(
  evened: readonly Evened[],
  laid: readonly (Contour | undefined)[],
  shapes: readonly Shape[],
): Evened[] {
  const numbers = new Map(contoursOf(shapes).map((contour, n) => [contour, n]));
  return evened.map(({ kind, contours }) => ({
    kind,
    contours: contours.flatMap((c) => {
      const path = laid[c];
      return path && numbers.has(path) ? [numbers.get(path) as number] : [];
    }),
  }));
}

/** Contours of one form are followed as closely as the least sure of them, being seen in one picture. */
function asSureTogether(forms: readonly RegularForm[], options: readonly FitOptions[]): FitOptions[] {
  const together = [...options];
  for (const { places } of forms) {
    const all = places.map(({ of }) => of);
    const tolerance = all.reduce((most, c) => Math.max(most, options[c].tolerance), 0);
    for (const c of all) together[c] = { ...options[c], tolerance };
  }
  return together;
}

/** What of stairs is left once they are evened out goes on over so many pixels along a rim: less where corners divide it. */
const LEAST_SMOOTHNESS = 1.5;
const LEAST_BETWEEN_CORNERS = 1.1;

/** How each contour is followed: within what its rim leaves open, unless a tolerance is asked for. */
const optionsFor = ({ parents, unsure, stairs, corners }: ContourSet, settings: LineSettings): FitOptions[] =>
  Array.from(parents, (_, c) => {
    if (settings.isAsked || !unsure || unsure[c] <= settings.tolerance) return settings;
    const least = (corners?.[c]?.length ? LEAST_BETWEEN_CORNERS : LEAST_SMOOTHNESS) * (stairs?.[c] ?? 0);
    return { ...settings, tolerance: unsure[c], smoothness: Math.max(least, settings.smoothness) };
  });

/** No paths, and why. */
export function refusedLine(contours: ContourSet, refused: Refusal): LineResult {
  return { ...resultOf([], { rims: [{ rim: contours }], off: 0 }, contours.points.length / 2, 0), refused };
}

/** 1 for contours around less than `drop`, and for holes of shapes that are so small. */
function smallContours({ points, starts, parents, holes }: ContourSet, drop: number): Uint8Array {
  const small = new Uint8Array(parents.length);
  if (drop <= 0) return small;
  for (let c = 0; c < small.length; c++) {
    const goes = holes[c] === 1 && parents[c] >= 0 && small[parents[c]] === 1;
    if (goes || Math.abs(polygonArea(points.subarray(2 * starts[c], 2 * starts[c + 1]))) < drop) small[c] = 1;
  }
  return small;
}

/**
 * Every stroke as a single line along its middle. Ink wider than `solid` pixels, and dots, are outlined instead; null
 * makes lines of everything.
 */
export function makeCentrelines(
  ink: { grey: GreyPicture; level: number },
  contours: ContourSet,
  settings: LineSettings & { solid: number | null },
  context: Context,
): LineResult {
  const { grey, level } = ink;
  const { thin, thick } =
    settings.solid === null
      ? { thin: grey, thick: undefined }
      : thickAreas(grey, level, settings.solid, context);
  const lines = traceCentrelines(thin, level, settings, context);
  const shapes: Shape[] = lines.map(({ contour, width }) => ({ outer: contour, holes: [], pen: width }));
  let off = lines.reduce((most, line) => Math.max(most, line.off), 0);
  if (thick) {
    const around = traceContours(thick.grey, level, thick.changes, context);
    const areas = makeLine(around, settings, context);
    shapes.push(...areas.shapes);
    off = Math.max(off, areas.off);
  }
  return resultOf(shapes, { rims: [{ rim: contours }], off }, contours.points.length / 2, 0);
}

/** Each plate's shapes, neighbours sharing one border exactly. */
export function makePlateLines(
  map: PlateMap,
  borderAt: BorderAt,
  contours: ContourSet,
  settings: LineSettings,
  context: Context,
): LineResult {
  const { shapes, points, off } = tracePlates(map, borderAt, settings, context);
  return resultOf(shapes, { rims: [{ rim: contours }], off }, points, 0);
}

/** Shapes with their counts, and what they follow. */
export function resultOf(
  shapes: Shape[],
  { rims, off }: Pick<LineResult, 'rims' | 'off'>,
  nodesBefore: number,
  dropped: number,
): LineResult {
  const nodesAfter = contoursOf(shapes).reduce((sum, contour) => sum + nodeCount(contour), 0);
  return { shapes, nodesBefore, nodesAfter, dropped, rims, off };
}
