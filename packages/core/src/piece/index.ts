export * from './artwork';
export { type ItemPath, type ItemTools, type MadeItem } from './make-item';
export { FLATS } from './items/board';
export { type Grow } from './items/border';
export * from './piece';
export * from './scale';
export * from './settings';
export { type LaidOut, MOST_REPEATS } from './sheet';
export * from './tasks';
