export * from './document';
export * from './empty-piece';
export { upgraded } from './upgrade/upgrade';
export { MATERIALS_AS_WERE, TOOLS_AS_WERE, paceAsWas, wasFromBehind } from './upgrade/workshop-as-was';
export {
  type DecodedPicture,
  type Inputs,
  type JobSource,
  type Memory,
  type Run,
  type Step as RunStep,
  TIMED_PARTS,
  type TimedPart,
  type VectorSource,
  isPicture,
  newMemory,
  startRun,
} from './graph';
export * from './steps';
export * from './resolve';
export * from './reduced';
export * from './check-crop';
export * from './lit';
export * from './hand-off-file';
export * from './job-card';
export * from './package';
export * from './changed-since';
export * from './warm-up';
export * from './options';
export * from './facts';
export * from './length';
export * from './tidy-file';
export * from './check-file';
export type { WorkAsked } from './outside-file';
export * from './rehearse-file';
export * from './vector-settings';
export * from './would-be';
