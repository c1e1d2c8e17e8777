import { type GreyPicture, tonesOf } from '../../raster';
import { withoutDots } from '../../ink';
import { type Corners, planSquare, squareUp } from '../../square';
import { choice, constant, figure, partOf, setting, work } from '../graph';
import { reducedSquare } from '../document/resolve';
import { along, dots, sheetOfPhoto, size, source, whole, wholeGrey } from './look';

const square = setting('square', (document) => document.square);
const flatten = setting('square.flatten', (document) => document.square.flatten);
const density = setting('source.density', (document) => document.source.density);

const unflattened = constant<Corners | null>('not flattened', null);
const asSet = figure('corners as set', { flatten }, ({ flatten: corners }): Corners | null =>
  typeof corners === 'string' ? null : corners,
);
/** Of the sheet that is in view beyond doubt, where the picture is seen to be a photo, whatever a later stage takes it for. */
const asSeen = figure('corners as seen', { sheetOfPhoto }, ({ sheetOfPhoto: sheet }): Corners | null =>
  sheet?.sure ? sheet.corners : null,
);

/** The corners to flatten by, in source pixels; null where it is not flattened. */
export const corners = choice('corners', { flatten }, [asSeen, asSet, unflattened], (reads) =>
  reads.flatten === 'auto' ? asSeen : reads.flatten === 'none' ? unflattened : asSet,
);

/** How the picture that is computed on is squared up. */
export const plan = figure('plan', { square, density, corners, size }, (reads) => {
  const { reduction } = reads.size;
  return planSquare(
    reads.size,
    reducedSquare(reads.square, reduction),
    reads.corners?.map((value) => value / reduction) ?? null,
    reads.density === null ? null : reads.density / reduction,
    reduction,
  );
});

/** What of it decides pixels. */
const warping = partOf(plan, 'pixels', ({ width, height, toSource, toResult, loop, exact }) => ({
  width,
  height,
  toSource,
  toResult,
  loop,
  exact,
}));

/** The picture squared up. */
export const squared = work('squared', { part: 'square', cost: 40 }, { source, warping }, (reads, context) =>
  squareUp(reads.source.picture, reads.warping, context),
);

const ownGrey = work(
  'squared grey',
  { part: 'grey', cost: 12 },
  { squared, along, dots, size },
  (reads, context): GreyPicture => {
    const { reduction } = reads.size;
    const own = tonesOf(reads.squared, reads.along, context);
    return reads.dots ? withoutDots(own, reads.dots, reduction) : own;
  },
);

/** Its tones: those of the picture as it came where nothing is done to it. */
export const grey = choice('grey', { squared, whole }, [ownGrey, wholeGrey], (reads) =>
  reads.squared === reads.whole ? wholeGrey : ownGrey,
);

/** Where things lie on the picture that is squared up. */
export const middle = figure('middle', { corners, size }, (reads) => {
  const { width, height, reduction } = reads.size;
  if (!reads.corners) return { x: width / 2, y: height / 2 };
  const [x0, y0, x1, y1, x2, y2, x3, y3] = reads.corners;
  return { x: (x0 + x1 + x2 + x3) / 4 / reduction, y: (y0 + y1 + y2 + y3) / 4 / reduction };
});
