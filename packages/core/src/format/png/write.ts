import { Zlib } from 'fflate';
import { DrelkError } from '../../error';
import { boxHeight, boxWidth } from '../../geometry';
import { densityChunk, pngChunk } from '../picture/png-chunk';
import type { Drawing } from '../drawing';
import type { PaintedArea } from './painted-area';
import { Samples } from './samples';

export const SIGNATURE = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);
const INCH = 25.4;
/** A picture of more pixels is more than programs like to open. */
const MOST_PIXELS = 80e6;
/** Each pixel is the mean of so many places across and down; so many rows of pixels at once. */
const FINE = 4;
const BAND = 16;
/** Numbers of areas are of 16 bits. */
const MOST_AREAS = 65_000;

export interface PictureLook {
  dpi: number;
  /** No greys between: one bit a pixel, black where anything is painted. */
  isTwoTones: boolean;
  isTransparent: boolean;
}

/** A drawing's frame in pixels. */
export function pictureSize(
  { frame }: Pick<Drawing, 'frame'>,
  dpi: number,
): { width: number; height: number } {
  const pixels = (length: number) => Math.max(1, Math.ceil((length * dpi) / INCH - 1e-6));
  return { width: pixels(boxWidth(frame)), height: pixels(boxHeight(frame)) };
}

/** Painted areas as a PNG (PNG specification, second edition) of the drawing's frame, with its density. Throws `too-large`. */
export function writePng(
  drawing: Pick<Drawing, 'frame'>,
  areas: readonly PaintedArea[],
  look: PictureLook,
): Uint8Array<ArrayBuffer> {
  const { dpi, isTwoTones, isTransparent } = look;
  const { width, height } = pictureSize(drawing, dpi);
  if (width * height > MOST_PIXELS || areas.length > MOST_AREAS) throw tooLarge(width * height, dpi);
  const header = new Uint8Array(13);
  const view = new DataView(header.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  // Bit depth and colour type (table 11.1): grey of one bit, or colour of eight with or without how much it covers.
  header.set(isTwoTones ? [1, 0] : [8, isTransparent ? 6 : 2], 8);
  const parts = [SIGNATURE, pngChunk('IHDR', header), densityChunk(dpi)];
  if (isTwoTones && isTransparent) parts.push(pngChunk('tRNS', Uint8Array.of(0, 1)));
  const packed: Uint8Array[] = [];
  const zlib = new Zlib({ level: 4 }, (part) => packed.push(part));
  const rows = isTwoTones ? bitRows(drawing, areas, dpi) : colourRows(drawing, areas, dpi, isTransparent);
  for (const band of rows) zlib.push(band);
  zlib.push(new Uint8Array(0), true);
  parts.push(...packed.filter(({ length }) => length > 0).map((part) => pngChunk('IDAT', part)));
  parts.push(pngChunk('IEND', new Uint8Array(0)));
  const bytes = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes;
}

function tooLarge(pixels: number, dpi: number): DrelkError {
  const most = Math.floor(dpi * Math.sqrt(MOST_PIXELS / pixels));
  return new DrelkError(
    'too-large',
    `A picture of this piece at ${dpi} dpi has ${Math.round(pixels / 1e6)} million pixels.`,
    `Type at most ${most} dpi, or hand off paths.`,
  );
}

/** Rows of one bit a pixel, 0 for black, each behind its filter's number (9.2): none. */
function* bitRows(
  drawing: Pick<Drawing, 'frame'>,
  areas: readonly PaintedArea[],
  dpi: number,
): Generator<Uint8Array> {
  const { width, height } = pictureSize(drawing, dpi);
  const samples = new Samples(areas, width, { ...drawing.frame, scale: dpi / INCH, band: BAND });
  const inks = [false, ...areas.map(({ colour }) => colour !== null)];
  const shown = new Uint16Array(width * BAND);
  const stride = 1 + Math.ceil(width / 8);
  for (let first = 0; first < height; first += BAND) {
    const count = Math.min(BAND, height - first);
    samples.fill(shown, first, count);
    const band = new Uint8Array(stride * count);
    for (let row = 0; row < count; row++)
      for (let column = 0; column < width; column++)
        if (!inks[shown[row * width + column]])
          band[row * stride + 1 + (column >> 3)] |= 0x80 >> (column & 7);
    yield band;
  }
}

/** Rows of red, green, blue, and how much is covered where that is asked for; on white otherwise. */
function* colourRows(
  drawing: Pick<Drawing, 'frame'>,
  areas: readonly PaintedArea[],
  dpi: number,
  isTransparent: boolean,
): Generator<Uint8Array> {
  const { width, height } = pictureSize(drawing, dpi);
  const [across, down] = [width * FINE, BAND * FINE];
  const samples = new Samples(areas, across, {
    ...drawing.frame,
    scale: (FINE * dpi) / INCH,
    band: down,
  });
  const shown = new Uint16Array(across * down);
  const pairs = new Uint32Array(shown.buffer);
  // By area: red, green, blue, and 1 where it covers.
  const colours = Float64Array.from(
    [null, ...areas.map(({ colour }) => colour)].flatMap((colour) =>
      colour ? [...[1, 3, 5].map((k) => parseInt(colour.slice(k, k + 2), 16)), 1] : [0, 0, 0, 0],
    ),
  );
  const channels = isTransparent ? 4 : 3;
  const stride = 1 + channels * width;
  for (let top = 0; top < height; top += BAND) {
    const count = Math.min(BAND, height - top);
    samples.fill(shown, top * FINE, count * FINE);
    const band = new Uint8Array(stride * count);
    for (let row = 0; row < count; row++)
      for (let column = 0; column < width; column++) {
        const first = row * FINE * across + column * FINE;
        const at = row * stride + 1 + channels * column;
        if (isOne(pairs, first / 2, across / 2)) {
          // Most pixels show one area alone, and most of these the ground.
          const area = 4 * shown[first];
          const covers = colours[area + 3] === 1;
          for (let k = 0; k < 3; k++) band[at + k] = covers ? colours[area + k] : isTransparent ? 0 : 255;
          if (isTransparent) band[at + 3] = covers ? 255 : 0;
          continue;
        }
        let [red, green, blue, cover] = [0, 0, 0, 0];
        for (let y = 0; y < FINE; y++)
          for (let x = 0; x < FINE; x++) {
            const area = 4 * shown[first + y * across + x];
            red += colours[area];
            green += colours[area + 1];
            blue += colours[area + 2];
            cover += colours[area + 3];
          }
        const all = FINE * FINE;
        // Transparent pixels keep the colour of what covers them; on white, white covers the rest.
        const [white, whole] = isTransparent ? [0, cover || 1] : [255 * (all - cover), all];
        band[at] = Math.round((red + white) / whole);
        band[at + 1] = Math.round((green + white) / whole);
        band[at + 2] = Math.round((blue + white) / whole);
        if (isTransparent) band[at + 3] = Math.round((255 * cover) / all);
      }
    yield band;
  }
}

/** Whether all samples of a pixel show the same area: they lie in rows of four, two of which are read at once. */
function isOne(pairs: Uint32Array, first: number, across: number): boolean {
  const pair = pairs[first];
  if (pair >>> 16 !== (pair & 0xffff)) return false;
  for (let y = 0, at = first; y < FINE; y++, at += across)
    if (pairs[at] !== pair || pairs[at + 1] !== pair) return false;
  return true;
}
