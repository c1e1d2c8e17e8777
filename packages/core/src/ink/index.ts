export { type Dots, dotsOf, withoutDots } from './dots';
export type { CutOut } from './cut-out/known';
export {
  type BandSettings,
  type CleanLength,
  type CleanSettings,
  type EdgeSettings,
  INK,
  INK_DEFAULTS,
  type InkSettings,
  type Kind,
  type Separation,
  type ToneSettings,
} from './settings';
export { addStroke, type Axis, dropStroke, type Stroke, strokesInOrder } from './strokes';
export type { CutMark, CutSettings } from './cut-out/settings';
export { cutOut } from './cut-out/cut-out';
export { onWhite } from './cut-out/on-white';
export { marksInOrder, withMark } from './cut-out/marks';
export { findWords, separateWords, wantedLines } from './words/words';
export { type Rulings, withoutRulings } from './rulings/without-rulings';
export { type Look, lookAt } from './kind';
export { automaticTones } from './level';
export { calmed, levelOf, makeTone, type Toned } from './tone';
export { withEvenRims } from './along-rims';
export { KIND_NAMES, kindInWords } from './kind-names';
export { FINEST, fittingDetail, leastArea, PHOTO_PIXELS } from './detail';
export { followLight } from './follow-light';
export { blackOnWhite, type Separated } from './separated';
export { separateByTone } from './by-tone';
export { findColours } from './plates/colours';
export { colourName, labOfHex, nameOfHex } from './colour-name';
export { makePlates, type Plates } from './plates/plates';
export { separateByPlates, type UsedPlate, usedPlates } from './by-plates';
export { separateByBands } from './bands';
export { separateByEdges } from './by-edges';
export { findBackground } from './background';
export { mirroredPoints, pouredArea, replayStrokes } from './hand';
export { type CleanNumbers, growsInk } from './clean/clean';
export { componentsOf } from './clean/components';
export { type Vanishing, vanishingMask, vanishingShares } from './vanishing';
export { type Ink, makeInk } from './ink';
export {
  mapOfBands,
  mapOfInk,
  mapOfPlates,
  NO_PLATE,
  plateSheets,
  type TakenMap,
  within,
  withoutSpecks,
} from './plates/map';
