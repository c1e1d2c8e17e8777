import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import type { ScannerSheet } from '@drelk/contract';
import { notFound } from '../problem';

/** A drawing of the demo as its truth file keeps it. */
interface Drawing {
  width: number;
  height: number;
  areas: { data: string; colour: string }[];
  strokes: { data: string; width: number; colour?: string }[];
}

/** What lies on the bed: a drawing, and how many millimetres one of its units is. */
const SHEETS = [
  { id: 'ring', name: 'Sealing ring', truth: '09-sealing-ring', millimetres: 25.4 / 300 },
  { id: 'script', name: 'Open late, in ballpoint', truth: '04-open-late', millimetres: 25.4 / 300 },
  { id: 'label', name: 'Tin label', truth: '07-tin-label', millimetres: 0.1 },
  { id: 'leaf', name: 'Leaf', truth: '08-leaf', millimetres: 0.09 },
  { id: 'teapot', name: 'Teapot, in line', truth: '06-teapot', millimetres: 0.12 },
];

/** Densities it offers, in dots per inch. */
export const DENSITIES = [75, 150, 300, 600];
/** Paper around what is laid on the bed, in millimetres; tint of the paper; the most that noise changes a tone; the side of the tile that noise is repeated by. */
const MARGIN = 4;
const PAPER = '#faf8f3';
const NOISE = 3.4;
const TILE = 128;

/**
 * A stand-in for a flatbed scanner: lays one of the demo's flat objects on its bed and delivers a picture of it at the
 * density asked for, which is written in the file. Softness and noise are those of a plain machine. All
 * that runs over pixels does so on the picture library's own threads.
 */
export class ScannerService {
  /** `truths` is the folder with the demo's exact geometry. */
  constructor(private readonly truths: string) {}

  async sheets(): Promise<ScannerSheet[]> {
    return Promise.all(
      SHEETS.map(async ({ id, name, truth, millimetres }) => {
        const { width, height } = await this.drawing(truth);
        return { id, name, width: width * millimetres, height: height * millimetres };
      }),
    );
  }

  /** One scan as PNG. */
  async scan(id: string, density: number): Promise<{ name: string; bytes: Buffer }> {
    const sheet = SHEETS.find((other) => other.id === id);
    if (!sheet) throw notFound('This sheet');
    const drawing = await this.drawing(sheet.truth);
    const svg = drawn(drawing, sheet.millimetres, density / 25.4);
    const bytes = await sharp(Buffer.from(svg), { unlimited: true })
      .removeAlpha()
      .blur(0.5)
      .linear(1, -NOISE)
      .composite([
        { input: GRAIN, raw: { width: TILE, height: TILE, channels: 3 }, tile: true, blend: 'add' },
      ])
      .withMetadata({ density })
      .png({ compressionLevel: 6 })
      .toBuffer();
    return { name: `Scan of ${sheet.name.split(',')[0].toLowerCase()} ${density} dpi.png`, bytes };
  }

  private async drawing(truth: string): Promise<Drawing> {
    const text = await readFile(join(this.truths, `${truth}.json`), 'utf8');
    return (JSON.parse(text) as { drawing: Drawing }).drawing;
  }
}

function drawn({ width, height, areas, strokes }: Drawing, millimetres: number, pixels: number): string {
  const margin = MARGIN / millimetres;
  const [across, down] = [width + 2 * margin, height + 2 * margin];
  const size = (length: number) => Math.round(length * millimetres * pixels);
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size(across)}" height="${size(down)}" ` +
    `viewBox="${-margin} ${-margin} ${across} ${down}">` +
    `<rect x="${-margin}" y="${-margin}" width="${across}" height="${down}" fill="${PAPER}"/>` +
    areas.map(({ data, colour }) => `<path d="${data}" fill="${colour}" fill-rule="evenodd"/>`).join('') +
    strokes
      .map(
        ({ data, width: pen, colour }) =>
          `<path d="${data}" fill="none" stroke="${colour ?? '#000'}" stroke-width="${pen}" stroke-linecap="round"/>`,
      )
      .join('') +
    '</svg>'
  );
}

/** Noise for a tile of the bed, the same at every scan: a small linear generator (Numerical Recipes' constants). */
function grain(): Buffer {
  let state = 1;
  return Buffer.from(
    Array.from({ length: 3 * TILE * TILE }, () => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      return Math.round((state / 2 ** 32) * 2 * NOISE);
    }),
  );
}

const GRAIN = grain();
