import { type Affine, type Contour, affineContour } from '../../geometry';
import { type Font, type Fonts, shippedFontFor } from '../../text';
import type { Element } from './elements';
import { userLength } from './lengths';
import type { Viewport } from './shapes';
import type { Style } from './style';

/** The size of writing that says none (CSS Fonts 3, section 3.5: medium is what most take as 16 px), and the names of weights. */
const USUAL_SIZE = 16;
const WEIGHTS: Record<string, number> = { normal: 400, bold: 700, bolder: 700, lighter: 300 };

/** Writing as contours, in user units: areas, or the lines of a single-line font. */
export interface Written {
  contours: Contour[];
  isLine: boolean;
}

/**
 * What a text element writes (SVG 1.1, chapter 10), where its face is one of the `fonts`: its own words and those of its spans, each
 * where it says or after the one before, brought in line by their anchor. Undefined where the face is not there or the
 * writing runs along a path.
 */
export function writtenContours(
  element: Element,
  styleOf: (element: Element) => Style,
  fonts: Fonts,
  viewport: Viewport,
): Written | undefined {
  if (element.children.some(({ tag }) => tag !== 'tspan')) return undefined;
  const spans = [{ ...element, children: [] }, ...element.children].filter(({ text }) => text.trim() !== '');
  const contours: Contour[] = [];
  let isLine = false;
  let pen = { x: number(element, 'x', viewport.width) ?? 0, y: number(element, 'y', viewport.height) ?? 0 };
  for (const span of spans) {
    const style = styleOf(span);
    const font = fontOf(style, fonts);
    if (!font) return undefined;
    isLine = font.isLine;
    pen = {
      x: (number(span, 'x', viewport.width) ?? pen.x) + (number(span, 'dx', viewport.width) ?? 0),
      y: (number(span, 'y', viewport.height) ?? pen.y) + (number(span, 'dy', viewport.height) ?? 0),
    };
    const words = span.text.replace(/\s+/g, ' ').trim();
    const scale = (userLength(style['font-size'], viewport.height) ?? USUAL_SIZE) / font.unitsPerEm;
    const room = userLength(style['letter-spacing'], viewport.width) ?? 0;
    const glyphs = font.shape(words);
    const last = glyphs[glyphs.length - 1];
    const width = glyphs.length > 0 ? (last.x + last.advance) * scale + room * glyphs.length : 0;
    const anchor = { middle: width / 2, end: width }[style['text-anchor'] ?? ''] ?? 0;
    glyphs.forEach(({ id, x, y }, k) => {
      const at: Affine = [scale, 0, 0, scale, pen.x - anchor + x * scale + k * room, pen.y - y * scale];
      contours.push(...font.outline(id).map((contour) => affineContour(contour, at)));
    });
    pen = { x: pen.x - anchor + width, y: pen.y };
  }
  return { contours, isLine };
}

const number = ({ attributes }: Element, name: string, whole: number) => userLength(attributes[name], whole);

function fontOf(style: Style, fonts: Fonts): Font | undefined {
  const weight = WEIGHTS[style['font-weight'] ?? 'normal'] ?? (Number(style['font-weight']) || 400);
  const id = shippedFontFor(style['font-family'] ?? '', weight);
  return id === undefined ? undefined : fonts.get(id);
}
