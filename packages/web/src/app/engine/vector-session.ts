import {
  type CheckedFile,
  type Context,
  type Contour,
  type Fonts,
  type JobDocument,
  type JobResult,
  type VectorSettings,
  type VectorSource,
  boxHeight,
  boxOf,
  boxWidth,
  checkNotEmpty,
  contoursOf,
  fontsNamedInFile,
  type HandOffAsked,
  type Narrowest,
  cutGrounds,
  handedOff,
  changedContours,
  narrowestOf,
  newJob,
  newMemory,
  runVectorJob,
  shapesIn,
} from '@drelk/core';
import type { FileView, Held, ResultView } from './messages';
import { Names } from './names';
import { viewOf } from './view';

/** What the worker holds of a job that begins with a vector file. */
export class VectorSession {
  private readonly memory = newMemory();
  private readonly names: Names;
  /** Ids of the fonts that the file's writing is set in. */
  readonly fonts: readonly string[];

  constructor(private readonly source: VectorSource) {
    this.fonts = fontsNamedInFile(source.bytes);
    this.names = new Names(source.key);
  }

  compute(
    document: JobDocument,
    mode: 'preview' | 'full',
    held: Held,
    context: Context,
    fonts: Fonts,
  ): { result: JobResult; view: ResultView } {
    const result = runVectorJob(document, this.source, this.memory, context, fonts);
    const { artwork, piece } = result;
    const names = { paths: this.names.ofPaths(artwork.paths), ...this.names.ofPiece(document, piece) };
    return { result, view: viewOf(result, 1, mode, names, held) };
  }

  /** Where what the piece is cut to is narrowest. */
  narrowest(document: JobDocument, context: Context, fonts: Fonts): Narrowest | undefined {
    return narrowestOf(
      cutGrounds(runVectorJob(document, this.source, this.memory, context, fonts).drawing.paths),
    );
  }

  /** What the piece would have with other settings and has not now. */
  wouldBe(document: JobDocument, changed: JobDocument, context: Context, fonts: Fonts): Contour[] {
    const drawingOf = (one: JobDocument) =>
      runVectorJob(one, this.source, this.memory, context, fonts).drawing;
    return changedContours(drawingOf(document), drawingOf(changed));
  }

  handOff(document: JobDocument, what: HandOffAsked, context: Context, fonts: Fonts): CheckedFile {
    const result = runVectorJob(document, this.source, this.memory, context, fonts);
    return handedOff(document, result, what);
  }
}

/** What a vector file holds when it is taken as is said. */
export function fileView(
  source: VectorSource,
  settings: VectorSettings,
  context: Context,
  fonts: Fonts,
): FileView {
  const about = { blob: '', name: source.name, kind: 'svg', width: 1, height: 1, density: null, notes: [] };
  const { artwork } = runVectorJob(newJob(about, settings), source, newMemory(), context, fonts);
  const { paths, frame, file } = artwork;
  checkNotEmpty(paths.ids.length, source.name, file.left);
  const box = boxOf(contoursOf(shapesIn(paths).map(({ shape }) => shape))) ?? frame;
  return {
    ...file,
    paths,
    drawn: { width: boxWidth(box), height: boxHeight(box) },
    page: { width: boxWidth(frame), height: boxHeight(frame) },
  };
}
