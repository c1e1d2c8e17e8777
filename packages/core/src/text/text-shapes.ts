import Flatbush from 'flatbush';
import {
  type Box,
  type Contour,
  type Shape,
  affineContour,
  boxOf,
  combineAreas,
  contoursOf,
  findCrossings,
  nestContours,
  parentsAmong,
  signedArea,
} from '../geometry';
import type { Font } from './font';
import type { PlacedGlyph } from './set-text';

/** How finely curves are followed to see what lies in what, in font units and in millimetres. */
const GLYPH_FLATNESS_UNITS = 0.5;
const FLATNESS_MM = 0.005;
/** How wide single lines are drawn, in millimetres. */
export const LINE_PEN = 0.3;

/** The shapes of a text: letters that overlap become one; of a single-line font, its lines. Millimetres. */
export function textShapes(font: Font, glyphs: readonly PlacedGlyph[]): Shape[] {
  if (font.isLine)
    return glyphs.flatMap(({ id, map }) =>
      font
        .outline(id)
        .map((contour): Shape => ({ outer: affineContour(contour, map), holes: [], pen: LINE_PEN })),
    );
  const whole = new Map<number, Contour[]>();
  const letters = glyphs.map(({ id, map }) => {
    const outline = whole.get(id) ?? wholeOutline(font.outline(id));
    whole.set(id, outline);
    return outline.map((contour) => affineContour(contour, map));
  });
  return together(letters).flatMap((contours) => nestContours(contours, FLATNESS_MM));
}

/** A glyph's areas, none over another: drawn so already, or united. Fonts run outer contours either way, and holes against them. */
function wholeOutline(contours: Contour[]): Contour[] {
  const parents = parentsAmong(contours, GLYPH_FLATNESS_UNITS);
  const areas = contours.map(signedArea);
  const isTwice = parents.some(
    (parent, k) => parent >= 0 && Math.sign(areas[parent]) === Math.sign(areas[k]),
  );
  return isTwice || findCrossings(contours, GLYPH_FLATNESS_UNITS).length > 0
    ? combineAreas('unite', contours)
    : contours;
}

/** Contours of each letter, those of letters that overlap as one. */
function together(letters: readonly Contour[][]): Contour[][] {
  const boxes = letters.map((contours) => boxOf(contours));
  const groups = groupsBy(boxes);
  return groups.map((group) => {
    const own = group.flatMap((k) => letters[k]);
    if (group.length === 1 || findCrossings(own, FLATNESS_MM).length === 0) return own;
    // Each letter by itself first, so that all run the same way round.
    return combineAreas(
      'unite',
      group.flatMap((k) => contoursOf(nestContours(letters[k], FLATNESS_MM))),
    );
  });
}

/** Numbers of boxes, those together that overlap, one by way of another. */
function groupsBy(boxes: readonly (Box | undefined)[]): number[][] {
  if (boxes.length === 0) return [];
  const index = new Flatbush(boxes.length);
  for (const box of boxes) index.add(box?.left ?? 0, box?.top ?? 0, box?.right ?? 0, box?.bottom ?? 0);
  index.finish();
  const group = boxes.map((_, k) => k);
  const rootOf = (k: number): number => (group[k] === k ? k : (group[k] = rootOf(group[k])));
  boxes.forEach((box, k) => {
    if (!box) return;
    for (const other of index.search(box.left, box.top, box.right, box.bottom))
      group[rootOf(k)] = rootOf(other);
  });
  const found = new Map<number, number[]>();
  boxes.forEach((_, k) => found.set(rootOf(k), [...(found.get(rootOf(k)) ?? []), k]));
  return [...found.values()];
}
