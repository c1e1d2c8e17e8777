import {
  type Context,
  type VectorSettings,
  type VectorSource,
  boxHeight,
  boxOf,
  boxWidth,
  checkNotEmpty,
  contoursOf,
  drawnArtwork,
  newJob,
  shapesIn,
} from '@drelk/core';
import { type FontShelf, openJob } from '@drelk/runner';
import type { FileView } from './views';

/** What a vector file holds when it is taken as is said. */
export async function fileView(
  source: VectorSource,
  settings: VectorSettings,
  fonts: FontShelf,
  context: Context,
): Promise<FileView> {
  const about = { blob: '', name: source.name, kind: 'svg', width: 1, height: 1, density: null, notes: [] };
  const run = await openJob(source, fonts).run(newJob(about, settings), context);
  const { paths, frame, file } = run.take(drawnArtwork);
  checkNotEmpty(paths.ids.length, source.name, file.left);
  const box = boxOf(contoursOf(shapesIn(paths).map(({ shape }) => shape))) ?? frame;
  return {
    ...file,
    paths,
    drawn: { width: boxWidth(box), height: boxHeight(box) },
    page: { width: boxWidth(frame), height: boxHeight(frame) },
  };
}
