import type { CheckKind } from './check';

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

const remedy = (act: RemedyAct, says: string, taken: string, isSafe = true): Remedy => ({
  act,
  says,
  taken,
  isSafe,
});

/** What mends each kind of finding, the best first; nothing where only another drawing would. */
export const REMEDIES: Partial<Record<CheckKind, readonly Remedy[]>> = {
  open: [remedy('close', 'Join their ends', 'Ends joined')],
  'no-true-size': [remedy('size', 'Give it a size', 'A size given', false)],
  'outside-bed': [remedy('shrink', 'Shrink it onto the bed', 'Shrunk onto the bed', false)],
  'parts-overlap': [remedy('unite', 'Unite them into one', 'Parts united', false)],
  crossing: [remedy('unite', 'Unite what crosses', 'What crosses united')],
  'self-crossing': [remedy('unite', 'Unite what crosses', 'What crosses united')],
  duplicate: [remedy('drop-doubles', 'Drop the doubles', 'Doubles dropped')],
  island: [remedy('bridge', 'Hold it with bridges', 'Islands bridged')],
  neck: [remedy('thicken', 'Thicken it, only there', 'Necks thickened')],
  wall: [remedy('thicken', 'Thicken it, only there', 'Walls thickened')],
  weak: [remedy('thicken', 'Thicken what holds them', 'Holds thickened', false)],
  'narrow-slot': [remedy('open', 'Widen it, only there', 'Gaps widened')],
  'small-hole': [
    remedy('enlarge', 'Enlarge to the least', 'Holes enlarged'),
    remedy('drop', 'Leave them out', 'Holes left out', false),
  ],
  speck: [remedy('drop', 'Drop them', 'Specks dropped')],
  sliver: [remedy('drop', 'Drop them', 'Slivers dropped')],
  'inner-corner': [
    remedy('relieve', 'Cut the corners free', 'Corners cut free', false),
    remedy('round', 'Round them to the tool', 'Corners rounded', false),
  ],
  'too-many-nodes': [remedy('refit', 'Fit curves anew', 'Curves fitted anew')],
  'short-segments': [remedy('refit', 'Fit curves anew', 'Curves fitted anew')],
  mirrored: [remedy('mirror', 'Turn it over', 'Piece turned over', false)],
};
