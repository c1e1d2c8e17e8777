export { beyondTolerance } from './fitting/fitted';
export { type ContourSet, traceContours } from './rims/contours';
export { type Match, matchShapes } from './promise/match';
export {
  LINE_METHODS,
  type LineMethod,
  type LineResult,
  type LineSettings,
  makeCentrelines,
  makeLine,
  makePlateLines,
  refusedLine,
  resultOf,
} from './line';
export { refusalOf } from './noise';
export { type Evened, evenedPaths } from './regular/evened';
export { followRims } from './rims/follow-rims';
export { atLeastUnsure } from './rims/unsure';
export { traceCentrelines } from './centreline/centreline';
export { anchorOf, foundAgain } from './hand/anchor';
export {
  checkHand,
  coloursWith,
  editsInOrder,
  type Hand,
  type HandContour,
  type HandEdit,
  handSize,
  MOST_KEPT,
} from './hand/hand';
export { pathsAfter } from './hand/acted';
export { replayHand, tracedAnchor } from './hand/replay';
export {
  addContours,
  changeContours,
  copyContours,
  dropContours,
  type HandGround,
  type HandPart,
  keepAsDrawn,
  kindOfEdit,
  letGo,
  moveContours,
  putInPlate,
  withHoles,
} from './hand/acts';
export { combinedShapes, shapesOf, standFor } from './hand/combine';
export {
  type Pick,
  pickBy,
  pickCrossed,
  pickedAgain,
  pickInBox,
  pickInLoop,
  pickLike,
  pickParts,
  PICKS,
  pickSame,
  pickSmaller,
} from './hand/picks';
export type { MendKind } from './hand/mend';
export { closable, contoursHere, doublesIn, enlargedTo, shapesAround, sliversHere } from './hand/remedied';
export {
  type GivenShape,
  byPlate,
  givenShapes,
  grown,
  type MadeContour,
  reshaped,
  type Reshaping,
} from './hand/reshape';
export { aligned, type Alignment, ALIGNMENTS, apartBy, spreadOut, turnToParallel } from './hand/arrange';
export { clingToEdge, followEdge, type FollowedRun } from './follow/follow-edge';
export { fitFollowed } from './follow/fit-followed';
export { refitContours } from './promise/refit';
export {
  TIDY_DEFAULTS,
  tidyDrawing,
  type TidyResult,
  type TidySettings,
  type VectorCounts,
} from './old-file/tidy';
