export {
  type DecodedPicture,
  type Inputs,
  type JobSource,
  type VectorSource,
  isPicture,
  pictureOf,
  vectorOf,
} from './inputs';
export { type Memory, newMemory } from './memory';
export { type HandIn, type Run, startRun } from './run';
export * from './step';
