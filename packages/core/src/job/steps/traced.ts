import { matchShapes } from '../../line';
import { measureHints } from '../../square';
import { figure, gathered, partOf, setting, work } from '../graph';
import type { Provided, Traced } from './provided';
import { withHand } from './by-hand';
import { inkResult, kind } from './ink';
import { contours, frame, inkPlates, known, line, pictureScale, tolerance, wantedPlates } from './line';
import { along, dots, look, sheetOfPhoto, size } from './look';
import { corners, grey, plan, squared } from './square';

const toSource = partOf(plan, 'to source', (whole) => whole.toSource);
const reduction = partOf(size, 'reduction', (whole) => whole.reduction);
const lineShapes = gathered('shapes of the line', { line }, (reads) => reads.line.shapes);
const height = partOf(plan, 'height', (whole) => whole.height);

const { plates, handedOver } = withHand('picture', {
  shapes: lineShapes,
  toSource,
  reduction,
  plates: inkPlates,
});

/** How the paths compare with the ink, after everything that changes them. */
export const match = work('match', { part: 'line', cost: 40 }, { line, handedOver, height }, (reads) =>
  matchShapes(reads.line.rims, reads.handedOver.shapes, reads.height),
);

const sourceKind = setting('source.kind', (document) => document.source.kind);
const aboutHints = figure('about hints', { corners, look, sourceKind, pictureScale, size }, (reads) => {
  const { source: from, millimetresPerPixel } = reads.pictureScale;
  return {
    corners: reads.corners,
    ghosts: reads.sourceKind === 'jpeg' && reads.look.ghosts,
    millimetresPerPixel: from === 'none' ? null : millimetresPerPixel / reads.size.reduction,
  };
});
const hints = work('hints', { part: 'square', cost: 10 }, { grey, aboutHints }, (reads) =>
  measureHints(reads.grey, reads.aboutHints),
);

const traced = gathered(
  'traced',
  {
    reduction,
    seen: look,
    dots,
    along,
    sheet: sheetOfPhoto,
    kind,
    corners,
    hints,
    plan,
    picture: squared,
    ink: inkResult,
    contours,
    line,
    match,
    tolerance,
  },
  (reads): Traced => ({ ...reads }),
);

/** Paths traced from a picture, part by part: Square up, Ink and Line. */
export const ofPicture = {
  handedOver,
  toSource,
  reduction,
  plates,
  wanted: wantedPlates,
  frame,
  known,
  scale: pictureScale,
};

/** All of it, with how it was traced. */
export const tracedArtwork = gathered(
  'traced artwork',
  { ...ofPicture, traced },
  ({ handedOver: { paths, parked }, reduction: _, ...reads }): Provided & { traced: Traced } => ({
    ...reads,
    paths,
    parked,
  }),
);
