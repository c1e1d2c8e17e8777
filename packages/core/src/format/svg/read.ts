import { DrelkError } from '../../error';
import type { Contour } from '../../geometry';
import { type Element, parseElements } from './elements';
import { readPathData } from './path-data';

/** What was read from an SVG file: contours in millimetres, y down. */
export interface SvgDrawing {
  width: number;
  height: number;
  contours: Contour[];
}

/** Millimetres in each unit of CSS Values; a bare number is in px, 1/96 inch. */
const UNITS: Record<string, number> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
  '': 25.4 / 96,
};

/** Reads the paths of anybody's SVG file, whatever else is in it. Throws `bad-drawing`. */
export function readSvg(text: string): SvgDrawing {
  const svg = parseElements(text).find((element) => element.tag === 'svg');
  if (!svg) throw new DrelkError('bad-drawing', 'This file has no svg element.', 'Choose an SVG file.');
  const viewBox = (svg.attributes['viewBox'] ?? '').split(/[\s,]+/).map(Number);
  if (viewBox.length !== 4 || viewBox.some(Number.isNaN)) {
    throw new DrelkError('bad-drawing', 'This SVG has no viewBox.', 'Save it with a size and a viewBox.');
  }
  const width = lengthOf(svg.attributes['width'], viewBox[2]);
  const height = lengthOf(svg.attributes['height'], viewBox[3]);
  const scale = width / viewBox[2];
  const contours: Contour[] = [];
  const walk = (element: Element) => {
    if (element.tag === 'path') contours.push(...readPathData(element.attributes['d'] ?? '', viewBox, scale));
    element.children.forEach(walk);
  };
  walk(svg);
  return { width, height, contours };
}

/** Millimetres of a length with its unit; what is none is as many pixels as given. */
function lengthOf(text: string | undefined, fallback: number): number {
  const match = /^\s*([\d.]+(?:e[-+]?\d+)?)\s*([a-z]*)\s*$/i.exec(text ?? '');
  return match ? Number(match[1]) * (UNITS[match[2].toLowerCase()] ?? UNITS['']) : fallback * UNITS[''];
}
