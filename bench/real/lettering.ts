import { readFileSync } from 'node:fs';
import * as opentype from 'opentype.js';
import { pathOf } from '../../packages/core/src/testing/print';
import { type Next, between, chance, pick } from './case';

export const WORDS = [
  'TEA',
  'Saltmoth',
  'OPEN',
  'Oolong',
  'GATE 4',
  'night tea',
  'No 27',
  'Fresh',
  'MILK',
  'Exit',
  'PLUM',
  'Sugar',
];

export const FACES = ['lora', 'cabin', 'pacifico'];

const fonts = new Map<string, opentype.Font>();

export function fontOf(name: string): opentype.Font {
  const known = fonts.get(name);
  if (known) return known;
  const bytes = readFileSync(`node_modules/@fontsource/${name}/files/${name}-latin-400-normal.woff`);
  const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
  fonts.set(name, font);
  return font;
}

/** A line of text as path data, letter after letter, and how long it is. */
export function textPath(font: opentype.Font, text: string, x: number, y: number, size: number) {
  let at = x;
  let data = '';
  for (const letter of text) {
    const glyph = font.charToGlyph(letter);
    data += pathOf(glyph.getPath(at, y, size).commands);
    at += ((glyph.advanceWidth ?? 0) * size) / font.unitsPerEm;
  }
  return { data, length: at - x };
}

/** Words, and perhaps an icon or a border, as a sign has them: a drawing in its own units and its frame. */
export function signArt(next: Next): { svg: string; wide: number; high: number } {
  const font = fontOf(pick(next, FACES));
  const { data, length } = textPath(font, pick(next, WORDS), 0, 0, 100);
  const [x1, y1, x2, y2] = [0, -90, length, 30];
  const [margin, border] = [between(next, 22, 60), chance(next, 0.35) ? between(next, 3, 8) : 0];
  const [wide, high] = [x2 - x1 + 2 * margin, y2 - y1 + 2 * margin];
  const frame =
    border > 0
      ? `<rect x="${x1 - margin + 10}" y="${y1 - margin + 10}" width="${wide - 20}" height="${high - 20}" rx="${between(next, 0, 14)}" fill="none" stroke="#000" stroke-width="${border}"/>`
      : '';
  const svg = `viewBox="${x1 - margin} ${y1 - margin} ${wide} ${high}"><path d="${data}"/>${frame}`;
  return { svg, wide, high };
}
