export { openFont } from './open-font';
export type { Font } from './font';
export { MOST_FONT_BYTES, readFontFile } from './read-font-file';
export { openStrokeFont } from './stroke-font';
export {
  type Fonts,
  fontsNamedIn,
  NO_FONTS,
  SHIPPED_FONTS,
  type ShippedFont,
  shippedFontFor,
} from './shipped';
export {
  type CircleText,
  type ContourText,
  MOST_TEXT,
  TEXT_ALIGNMENTS,
  TEXT_SIZES,
  type TextAlignment,
  type TextSettings,
  type TextSize,
} from './settings';
export { setText } from './set-text';
export { LINE_PEN, textShapes } from './text-shapes';
