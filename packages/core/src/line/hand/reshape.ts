import type { Context } from '../../context';
import { DrelkError } from '../../error';
import {
  type Contour,
  type OffsetCorners,
  type PathSet,
  chordsToArcs,
  contourAt,
  contourLength,
  merged,
  nestContours,
  offset,
  penned,
  placeContour,
  ringWidth,
  signedArea,
} from '../../geometry';
import { refitContours } from '../promise/refit';
import { type Mend, mended } from './mend';

/** A shape as it is given to be made another: an area with its holes, or a single line with its pen. */
export interface GivenShape {
  contours: Contour[];
  pen?: number;
}

/** A contour that was made, with its pen where it is a single line. */
export interface MadeContour {
  contour: Contour;
  pen?: number;
}

/** What is to become of shapes; `within` is how far curves may be off what was asked for. Lengths in pixels. */
export type Reshaping = { within: number } &
  /** Areas grown by a distance, or shrunk by one below 0; single lines get a wider or narrower pen. */
  (
    | { how: 'grown'; by: number; corners: OffsetCorners }
    /** The fewest nodes. */
    | { how: 'fewer nodes' }
    /** Lines become the areas that their pens cover. */
    | { how: 'as areas' }
    /** Rings drawn with a pen become single lines along their middle. */
    | { how: 'as lines' }
    /** Some places mended, all else as it is. */
    | { how: 'mended'; mend: Mend }
  );

/** Of what curves may be off, this share is for the fit; the rest for the chords that it is fitted to. */
const FITTED = 0.8;
/** The offset follows curves within 0.01 of its unit: so many of these are what curves may be off. */
const FINE = 0.4;
/** Corners of chords lie this near the arc or line they were cut from, as a share of what curves may be off. */
const CHORDS = 0.1;
/** How finely curves are followed to see what lies in what, as a share of what they may be off. */
const NEST = 1;

/** Shapes of a set as they are given on. */
export function givenShapes(paths: PathSet, numbers: readonly number[]): GivenShape[] {
  const shapes = new Map<number, GivenShape>();
  for (const k of numbers) {
    const pen = paths.pens[k];
    const own = shapes.get(paths.shapes[k]) ?? { contours: [], ...(Number.isNaN(pen) ? {} : { pen }) };
    own.contours.push(contourAt(paths, k));
    shapes.set(paths.shapes[k], own);
  }
  return [...shapes.values()];
}

/** Numbers of contours by the plates that they are on: what is made of several stays on the plate of each. */
export function byPlate({ plates }: PathSet, numbers: readonly number[]): number[][] {
  const groups = new Map<number, number[]>();
  for (const k of numbers) {
    const own = groups.get(plates[k]);
    if (own) own.push(k);
    else groups.set(plates[k], [k]);
  }
  return [...groups.values()];
}

/** Shapes made others. Throws `nothing-left` where nothing would be, and `nothing-found` where none is of the kind. */
export function reshaped(shapes: readonly GivenShape[], what: Reshaping, context: Context): MadeContour[] {
  const made = madeOf(shapes, what, context);
  if (made.length > 0) return made;
  throw what.how === 'as lines' || what.how === 'as areas'
    ? new DrelkError(
        'nothing-found',
        what.how === 'as lines'
          ? 'None of these is a ring drawn with a pen.'
          : 'None of these is a line with a pen.',
        what.how === 'as lines'
          ? 'Pick outlines that have one hole, everywhere as far in.'
          : 'Pick single lines.',
      )
    : new DrelkError('nothing-left', 'Nothing would be left of these shapes.', 'Take less away.');
}

function madeOf(shapes: readonly GivenShape[], what: Reshaping, context: Context): MadeContour[] {
  const { how, within } = what;
  if (how === 'fewer nodes') {
    const all = shapes.flatMap(({ contours, pen }) => contours.map((contour) => ({ contour, pen })));
    const { contours } = refitContours(
      all.map(({ contour }) => contour),
      within,
      context,
    );
    return contours.map((contour, k) => withPen(contour, all[k].pen));
  }
  if (how === 'as lines') return shapes.flatMap((shape) => middleOf(shape, within, context) ?? []);
  if (how === 'as areas') {
    const lines = shapes.flatMap(({ contours, pen }) =>
      pen === undefined ? [] : contours.map((contour) => ({ contour, pen })),
    );
    return finely(within, context, (scale) =>
      penned(lines.map(({ contour, pen }) => ({ contour: scaled(contour, scale), pen: pen * scale }))),
    ).map((contour) => ({ contour }));
  }
  if (how === 'mended') {
    const lines = shapes.filter(({ pen }) => pen !== undefined);
    const areas = shapes.filter(({ pen }) => pen === undefined).flatMap(({ contours }) => contours);
    return [
      ...mended(areas, what.mend, context).map((contour) => ({ contour })),
      ...lines.flatMap(({ contours, pen }) => contours.map((contour) => withPen(contour, pen))),
    ];
  }
  return shapes.flatMap(({ contours, pen }) => {
    if (pen !== undefined) {
      const wider = pen + 2 * what.by;
      return wider > 0 ? contours.map((contour) => withPen(contour, wider)) : [];
    }
    return grown(contours, what.by, what.corners, within, context).map((contour) => ({ contour }));
  });
}

const withPen = (contour: Contour, pen: number | undefined): MadeContour =>
  pen === undefined ? { contour } : { contour, pen };

/**
 * Areas grown by a distance, or shrunk by one below 0, with curves fitted again within `within`: corners that stick out become
 * round, sharp or bevelled.
 */
export function grown(
  contours: readonly Contour[],
  by: number,
  corners: OffsetCorners,
  within: number,
  context: Context,
): Contour[] {
  if (by === 0) return [...contours];
  return finely(within, context, (scale) =>
    offset(
      contours.map((contour) => scaled(contour, scale)),
      by * scale,
      corners,
    ),
  );
}

/** Works on areas so large that chords lie well within what curves may be off, then fits curves to them. */
function finely(within: number, context: Context, work: (scale: number) => Contour[]): Contour[] {
  const scale = FINE / within;
  const chords = work(scale).map((contour) => {
    const own = scaled(contour, 1 / scale);
    return merged(chordsToArcs(own, CHORDS * within).contour, CHORDS * within);
  });
  const { contours } = refitContours(chords, FITTED * within, context);
  return nestContours(contours, NEST * within).flatMap(({ outer, holes }) => [outer, ...holes]);
}

const scaled = (contour: Contour, scale: number) => placeContour(contour, { scale, x: 0, y: 0 });

/** The line along the middle of a ring that was drawn with a pen, and that pen; undefined for other shapes. */
function middleOf({ contours, pen }: GivenShape, within: number, context: Context): MadeContour | undefined {
  const [outer, ...holes] = [...contours].sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)));
  const width = pen === undefined ? ringWidth({ outer, holes }) : undefined;
  if (width === undefined) return undefined;
  const inside = grown([outer], -width / 2, 'round', within, context);
  const [line] = inside.sort((a, b) => contourLength(b) - contourLength(a));
  return line && { contour: line, pen: width };
}
