/** What a remedy does: to the artwork's contours at the places of a finding, or to the piece as a whole. */
export const REMEDY_ACTS = [
  'thicken',
  'open',
  'relieve',
  'round',
  'enlarge',
  'drop',
  'drop-doubles',
  'close',
  'unite',
  'refit',
  'bridge',
  'tie',
  'shrink',
  'mirror',
  'size',
] as const;
export type RemedyAct = (typeof REMEDY_ACTS)[number];

/** A change that mends a finding. */
export interface Remedy {
  act: RemedyAct;
  /** On its button, and in the history once it is taken. */
  says: string;
  taken: string;
  /** Nobody would want it otherwise: it may be taken without being looked at. */
  isSafe: boolean;
}

export const remedy = (act: RemedyAct, says: string, taken: string, isSafe = true): Remedy => ({
  act,
  says,
  taken,
  isSafe,
});
