export { upgraded } from './upgrade/upgrade';
export { MATERIALS_AS_WERE, paceAsWas, TOOLS_AS_WERE, wasFromBehind } from './upgrade/workshop-as-was';
export {
  type DecodedPicture,
  isPicture,
  type JobSource,
  newMemory,
  type Run,
  startRun,
  TIMED_PARTS,
  type TimedPart,
  type VectorSource,
} from './graph';
export {
  artworkPaths,
  contours,
  drawing,
  drawnArtwork,
  fileOf,
  fontsOf,
  type FoundWords,
  foundWords,
  grey,
  ink,
  inkResult,
  litBy,
  look,
  type MadeJob,
  madeJob,
  narrowestPlace,
  type PictureResult,
  pictureResult,
  piece,
  plan,
  type Pour,
  pouredBy,
  proof,
  separated,
  sheet,
  squared,
  thing,
  type Traced,
  vectorResult,
  whole,
  wholeGrey,
} from './steps';
export type { WorkAsked } from './outside/outside-file';
export {
  type JobDocument,
  LINE,
  type LineDocument,
  type Neighbours,
  newJob,
  SCHEMA,
  type Source,
} from './document/document';
export { EMPTY_PAGE } from './document/empty-piece';
export { PREVIEW_PIXELS, reducedPicture } from './picture/reduced';
export { checkCrop } from './picture/check-crop';
export type { Lit } from './picture/lit';
export type { HandOffAsked } from './handed/package';
export { changedSince, type JobState, stateOf } from './document/changed-since';
export { warmUp } from './picture/warm-up';
export { type InkOption, inkOptions } from './picture/options';
export { APART, type Facts } from './facts';
export {
  formatLength,
  formatLong,
  formatSmall,
  inchFraction,
  parseAngle,
  parseLength,
  parseOffset,
  roundLengths,
} from './document/length';
export { checkNotEmpty, tidied, writeTidied } from './outside/tidy-file';
export { checkVectorFile } from './outside/check-file';
export {
  type RehearsalSetUp,
  rehearsedFile,
  type RehearsedFile,
  rehearseVectorFile,
} from './outside/rehearse-file';
export { VECTOR, VECTOR_DEFAULTS, type VectorFacts, type VectorSettings } from './document/vector-settings';
export { changedContours } from './would-be';
export {
  type ContourChanges,
  type FoundPlaces,
  type ShapeWork,
  changesOf,
  nothingThere,
} from './remedied/changes';
export { type JobEdit, editFor } from './remedied/edits';
