import { Zlib } from 'fflate';
import { DrelkError } from '../../error';
import { densityChunk, pngChunk } from '../picture/png-chunk';
import type { Drawing } from '../drawing';
import type { PaintedArea } from './painted-area';
import { bitRows, colourRows, pictureSize } from './rows';

export const SIGNATURE = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);
/** A picture of more pixels is more than programs like to open. */
const MOST_PIXELS = 80e6;
/** Numbers of areas are of 16 bits. */
const MOST_AREAS = 65_000;

export interface PictureLook {
  dpi: number;
  /** No greys between: one bit a pixel, black where anything is painted. */
  isTwoTones: boolean;
  isTransparent: boolean;
}

/** Painted areas as a PNG (PNG specification, second edition) of the drawing's frame, with its density. Throws `too-large`. */
export function writePng(
  drawing: Pick<Drawing, 'frame'>,
  areas: readonly PaintedArea[],
  look: PictureLook,
): Uint8Array<ArrayBuffer> {
  const { dpi, isTwoTones, isTransparent } = look;
  const { width, height } = pictureSize(drawing, dpi);
  if (width * height > MOST_PIXELS) throw tooLarge(width * height, dpi);
  if (areas.length > MOST_AREAS)
    throw new DrelkError(
      'too-large',
      `A picture of ${areas.length} marks is more than there are numbers for.`,
      'Hand off paths.',
    );
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
