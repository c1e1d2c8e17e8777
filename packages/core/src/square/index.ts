export { type Corners, type Crop, type RectangleName, RECTANGLES, type SquareSettings } from './settings';
export { planSquare, type Scale, type SquarePlan } from './plan';
export { findSheet, type FoundSheet } from './find-sheet';
export { squareUp } from './square';
export { hasGhosts, measureHints, type SquareHint } from './hints';
export { clingToMark } from './cling';
