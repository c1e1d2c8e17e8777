import type { Contour } from '../geometry';

/** A glyph of a line of text: where its origin lies along the baseline and above it, and how far the next one's is. Font units. */
export interface ShapedGlyph {
  id: number;
  x: number;
  y: number;
  advance: number;
  /** False for what is only room, such as a space. */
  isSeen: boolean;
}

/** A font as text is made with it. Lengths in its own units, y up; outlines y down. */
export interface Font {
  name: string;
  /** Its letters are single lines, for scoring and engraving. */
  isLine: boolean;
  unitsPerEm: number;
  /** Heights of capitals and of what sticks out most above and below the baseline. */
  capitals: number;
  ascent: number;
  descent: number;
  /** From one baseline to the next. */
  lineHeight: number;
  /** Whether there is a letter for a character. */
  has(codePoint: number): boolean;
  /** The glyphs of a line of text, kerned and with the ligatures that the font has. */
  shape(text: string): ShapedGlyph[];
  /** A glyph's contours about its origin, y down. */
  outline(id: number): Contour[];
}
