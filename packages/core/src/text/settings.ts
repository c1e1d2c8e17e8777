/** What the size of a text is that of: its capitals, exactly, or all of it from left to right. */
export const TEXT_SIZES = ['capitals', 'width'] as const;
export type TextSize = (typeof TEXT_SIZES)[number];
export const TEXT_ALIGNMENTS = ['left', 'centre', 'right'] as const;
export type TextAlignment = (typeof TEXT_ALIGNMENTS)[number];

/** A circle that text stands on: read over its top, or under its bottom; on its outside or inside. Lengths in millimetres. */
export interface CircleText {
  kind: 'circle';
  diameter: number;
  reads: 'over' | 'under';
  stands: 'outside' | 'inside';
  /** Degrees, clockwise, that the middle of the text is turned from the top, or the bottom. */
  turn: number;
  /** Rooms between letters count at half their height, so that they look alike on tight bends. */
  even: boolean;
}

/** A contour of the artwork that text runs along, by its id among the paths, beginning so far from its start. */
export interface ContourText {
  kind: 'contour';
  /** x, y of a place in source pixels near which the contour lies. */
  at: readonly [number, number];
  start: number;
  /** On the other side, the other way. */
  turned: boolean;
  /** Letters stay upright. */
  upright: boolean;
  even: boolean;
}

export type TextLine = { kind: 'straight' } | CircleText | ContourText;

/** What a text says and how it is set. Lengths in millimetres. */
export interface TextSettings {
  text: string;
  /** A shipped font's id, or the name of a font file that is kept with the job. */
  font: string;
  upper: boolean;
  size: { of: TextSize; length: number };
  /** Room added between letters, and from one baseline to the next, as shares of the height of capitals and of the font's own. */
  letters: number;
  lines: number;
  align: TextAlignment;
  along: TextLine;
}

/** Most characters of one text. */
export const MOST_TEXT = 2000;
