import { readFileSync } from 'node:fs';
import * as opentype from 'opentype.js';
import sharp from 'sharp';
import type { GreyPicture } from '../raster';

const TEXT =
  'The night market opens late; tea is poured at the stall until the lamps go out. Bring 5 cups & a spoon, 24 hours: moths welcome! ';

/** A paragraph in one of the shipped faces, set `size` pixels high and drawn by a renderer that is not ours. */
export async function printed(
  face: string,
  size: number,
  width: number,
  height: number,
): Promise<GreyPicture> {
  const bytes = readFileSync(`node_modules/@fontsource/${face}/files/${face}-latin-400-normal.woff`);
  const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
  const scale = size / font.unitsPerEm;
  let data = '';
  let x = 0.4 * size;
  let y = 1.6 * size;
  for (let k = 0; y < height - size; k++) {
    const glyph = font.charToGlyph(TEXT[k % TEXT.length]);
    data += pathOf(glyph.getPath(x, y, size).commands);
    x += (glyph.advanceWidth ?? 0) * scale;
    if (x < width - 2 * size) continue;
    x = 0.4 * size;
    // A little more than whole pixels, so that no two lines lie alike on them.
    y += 1.45 * size + 0.13;
  }
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">` +
    `<rect width="${width}" height="${height}" fill="#fff"/><path d="${data}"/></svg>`;
  const pixels = await sharp(Buffer.from(svg), { unlimited: true }).greyscale().raw().toBuffer();
  return { width, height, data: new Uint8Array(pixels) };
}

/** Path data of a glyph’s outline: the library’s own writer leaves out what makes some of them whole. */
export function pathOf(commands: opentype.PathCommand[]): string {
  return commands
    .map((command) => {
      const { type } = command;
      if (type === 'Z') return 'Z';
      const places = [
        ...('x1' in command ? [command.x1, command.y1] : []),
        ...('x2' in command ? [command.x2, command.y2] : []),
        command.x,
        command.y,
      ];
      return type + places.map((place) => place.toFixed(2)).join(' ');
    })
    .join('');
}
