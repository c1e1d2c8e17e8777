import { readFile } from 'node:fs/promises';
import {
  DrelkError,
  PIXEL,
  POINT,
  TIDY_DEFAULTS,
  boxHeight,
  boxOf,
  boxWidth,
  contoursOf,
  parseLength,
  quietContext,
  readVectorFile,
  tidied,
  writeTidied,
} from '@drelk/core';
import { fontsFor } from './fonts';
import { asReport, formatFor, writeAll } from './write-all';

/** What an old file may become: it stays one of its kind. */
const TIDIED = ['svg', 'dxf'] as const;

export interface TidyOptions {
  out: string[];
  simplify?: string;
  join?: string;
  unit?: string;
  dxf?: 'r12' | '2000';
  report?: string;
}

/** Units a file's own may be said to be, where the file does not say; in millimetres. */
export const UNITS: Record<string, number> = { mm: 1, cm: 10, in: 25.4, px: PIXEL, pt: POINT };
export const UNIT_NAMES = Object.keys(UNITS);

/** `drelk tidy`: an old vector file in, clean closed paths in the same coordinates out. Files appear whole or not at all. */
export async function tidy(path: string, options: TidyOptions): Promise<void> {
  const formats = options.out.map((file) => formatFor(file, TIDIED));
  const settings = {
    join: options.join === undefined ? TIDY_DEFAULTS.join : parseLength(options.join, 'mm'),
    simplify: options.simplify === undefined ? null : parseLength(options.simplify, 'mm'),
  };
  const bytes = await readFile(path).catch(() => {
    throw new DrelkError('bad-drawing', `“${path}” cannot be opened.`, 'Check its name and where it lies.');
  });
  const fonts = await fontsFor(bytes);
  const begun = performance.now();
  const now = () => performance.now();
  const drawing = readVectorFile(bytes, path, {
    now,
    fonts,
    ...(options.unit === undefined ? {} : { millimetresPerUnit: UNITS[options.unit] }),
  });
  const read = performance.now() - begun;
  const result = tidied(drawing, path, settings, { ...quietContext, now });
  const tidying = performance.now() - begun - read;
  const files = formats.map((format) => writeTidied(result.shapes, drawing, format, options.dxf ?? 'r12'));
  const outputs: [string, string][] = files.map((text, k) => [options.out[k], text]);
  const { before, after, mended, left, off } = result;
  const box = boxOf(contoursOf(result.shapes.map(({ shape }) => shape)));
  const size = { width: box ? boxWidth(box) : 0, height: box ? boxHeight(box) : 0 };
  if (options.report) {
    const layers = layersOf(result.shapes);
    const milliseconds = { read, tidy: tidying, write: performance.now() - begun - read - tidying };
    const { unit } = drawing;
    outputs.push([
      options.report,
      asReport({ unit, ...size, before, after, mended, left, off, layers, milliseconds }),
    ]);
  }
  await writeAll(outputs);
  if (options.report) return;
  console.log(
    `${size.width.toFixed(2)} x ${size.height.toFixed(2)} mm, ${after.contours} contours, ${after.open} open, ${before.nodes} nodes become ${after.nodes}`,
  );
  for (const [what, count] of Object.entries(mended)) console.log(`${count} ${what}`);
  for (const [what, count] of Object.entries(left)) console.log(`not taken: ${count} ${what}`);
}

/** Layers and colours with their shapes, in the order in which they come. */
function layersOf(shapes: ReturnType<typeof tidied>['shapes']) {
  const layers = new Map<string, { layer: string; colour: string | null; shapes: number }>();
  for (const { layer, colour } of shapes) {
    const key = JSON.stringify([layer, colour]);
    const own = layers.get(key) ?? { layer, colour, shapes: 0 };
    own.shapes++;
    layers.set(key, own);
  }
  return [...layers.values()];
}
