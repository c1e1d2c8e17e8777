export { machineFor, type MachineWishes } from './machine';
export { placeAtTime, straightTime } from './motion';
export type { Move, MoveKind } from './moves';
export { sheetPicture } from './picture';
export { type Rehearsal, rehearse, type Spent } from './rehearse';
export type { SeenInMotion } from './seen-in-motion';
