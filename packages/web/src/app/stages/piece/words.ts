import type { BoardForm, CornerForm, HoleForm, ItemKind, MarkForm, Task, TextAlignment } from '@drelk/core';

/** What the interface calls things of Piece. */
export const KINDS: Record<ItemKind, string> = {
  artwork: 'artwork',
  board: 'board',
  border: 'border',
  text: 'text',
  holes: 'holes',
  outline: 'outline',
  frame: 'frame',
  marks: 'for registration',
};
export const TASK_WORDS: Record<Task, string> = {
  'cut-through': 'cut through',
  score: 'score',
  engrave: 'engrave',
  pocket: 'pocket',
  guide: 'guide, not machined',
};
export const FORMS: Record<BoardForm, string> = {
  rectangle: 'rectangle',
  disc: 'disc',
  oval: 'oval',
  pill: 'pill',
  arch: 'arch',
  hexagon: 'hexagon',
  shield: 'shield',
  tag: 'tag with a hole',
  banner: 'banner',
  fob: 'key fob',
  ornament: 'ornament with a loop',
  own: 'own form',
};
export const CORNERS: Record<CornerForm, string> = {
  square: 'square',
  round: 'round',
  scooped: 'scooped',
  chamfered: 'chamfered',
};
export const MARKS: Record<MarkForm, string> = { cross: 'cross', square: 'square', triangle: 'triangle' };
export const HOLES: Record<HoleForm, string> = { round: 'round', slot: 'slot', keyhole: 'keyhole' };
export const ALIGNMENTS: Record<TextAlignment, string> = { left: 'left', centre: 'middle', right: 'right' };

/** Entries of a table of words, for lists to choose from. */
export const entriesOf = <K extends string>(words: Record<K, string>): { id: K; says: string }[] =>
  (Object.keys(words) as K[]).map((id) => ({ id, says: words[id] }));
