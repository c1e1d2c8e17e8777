export * from './arrange';
export * from './artwork';
export { type Bridge } from './bridges';
export * from './check-item';
export {
  type ArtworkGround,
  type HeldIslands,
  type ItemPath,
  type ItemTools,
  type MadeItem,
  makeItem,
} from './make-item';
export { FLATS } from './items/board';
export { type Grow } from './items/border';
export * from './own-form';
export * from './piece';
export { boxAroundAll, inTurn } from './place';
export * from './scale';
export * from './settings';
export { type LaidOut, MOST_REPEATS } from './sheet';
export * from './tasks';
