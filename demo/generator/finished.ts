import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { create } from 'fontkit';
import sharp from 'sharp';
import {
  EMPTY_PAGE,
  type Piece,
  type PieceSettings,
  SHIPPED_FONTS,
  VECTOR_DEFAULTS,
  newJob,
  newMemory,
  startRun,
  openFont,
  pathData,
  quietContext,
  pictureResult,
  vectorResult,
} from '@drelk/core';

/** Hues of what is done along paths, and of boards, as on the bench. */
const HUES = {
  'cut-through': '#4a5580',
  score: '#8a5a86',
  engrave: '#6f8f6a',
  pocket: '#8c5a2e',
  guide: '#b6ad9c',
};
const BOARD = '#dcc39a';
const PAPER = '#fffdf8';

/** Draws the small pictures of the demo's finished jobs: everything on their pieces. */
export async function drawFinished(demo: string): Promise<void> {
  const folder = join(demo, 'finished');
  for (const file of readdirSync(folder)) {
    const job = JSON.parse(readFileSync(join(folder, file), 'utf8')) as {
      picture: string | null;
      piece: PieceSettings;
    };
    const piece = job.picture
      ? await onPicture(join(demo, 'pictures', job.picture), job.piece)
      : onNothing(job.piece);
    await sharp(Buffer.from(drawn(piece)))
      .extend({ top: 12, bottom: 12, left: 12, right: 12, background: PAPER })
      .flatten({ background: PAPER })
      .webp({ quality: 85 })
      .toFile(join(demo, 'shelf', file.replace('.json', '.webp')));
  }
}

function drawn({ paths, frame, items }: Piece): string {
  const boards = new Set(items.filter(({ kind }) => kind === 'board').map(({ id }) => id));
  const shapes = paths.map(({ item, task, shape }) => {
    const data = [shape.outer, ...shape.holes].map((contour) => pathData(contour)).join('');
    return shape.pen === undefined
      ? `<path d="${data}" fill="${boards.has(item) ? BOARD : HUES[task]}" fill-rule="evenodd"/>`
      : `<path d="${data}" fill="none" stroke="${HUES[task]}" stroke-width="${frame.right / 300}"/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="336" height="236" viewBox="0 0 ${frame.right} ${frame.bottom}">${shapes.join('')}</svg>`;
}

const fonts = () =>
  new Map(
    SHIPPED_FONTS.filter(({ licence }) => licence === 'OFL-1.1').map((font) => {
      const bytes = readFileSync(join(process.cwd(), 'node_modules', font.file));
      return [font.id, openFont((given) => create(Buffer.from(given)), bytes, font.name)];
    }),
  );

function onNothing(piece: PieceSettings): Piece {
  const { svg, ...page } = EMPTY_PAGE;
  const job = newJob({ blob: '', kind: 'svg', density: null, notes: [], ...page }, VECTOR_DEFAULTS);
  const source = { key: 'empty', name: page.name, bytes: Buffer.from(svg) };
  return startRun({ document: { ...job, piece }, source, fonts: fonts() }, newMemory(), quietContext).take(
    vectorResult,
  ).piece;
}

async function onPicture(file: string, piece: PieceSettings): Promise<Piece> {
  const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  const job = newJob({ blob: '', name: file, kind: 'png', width, height, density: null, notes: [] });
  const decoded = { key: file, picture: { width, height, data: new Uint8Array(data) }, reduction: 1 };
  return startRun(
    { document: { ...job, piece }, source: decoded, fonts: fonts() },
    newMemory(),
    quietContext,
  ).take(pictureResult).piece;
}
