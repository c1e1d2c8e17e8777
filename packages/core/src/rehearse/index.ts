export { sheetPicture } from './picture';
export { type Rehearsal, rehearse, type RehearsalWishes, type Spent } from './rehearse';
export type { SeenInMotion } from './seen-in-motion';
