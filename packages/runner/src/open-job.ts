import {
  type Context,
  type DecodedPicture,
  type JobDocument,
  type JobSource,
  PREVIEW_PIXELS,
  type PictureHeader,
  type Run,
  type VectorKind,
  checkSource,
  fontsNamedInFile,
  fontsOf,
  isPicture,
  newMemory,
  reducedPicture,
  startRun,
} from '@drelk/core';
import type { FontShelf } from './font-shelf';
import type { Host } from './host';

/** How much of a picture is computed on: all of it, a copy for the moving hand, or one as small as an option is shown. */
export type RunSize = 'full' | 'preview' | 'option';

/** Pixels of the pictures of the options. */
const OPTION_PIXELS = 120_000;
/** Bytes that what is remembered of a job may take: so many a pixel, and no less than the second figure. */
const ROOM_PER_PIXEL = 20;
const LEAST_ROOM = 192 * 2 ** 20;

/** A job's source as it is held, with what its steps gave. Any number of documents can be run on it. */
export interface OpenJob {
  source: JobSource;
  /** A run of a document, with the fonts that it is set in. */
  run(document: JobDocument, context: Context, size?: RunSize): Promise<Run>;
}

export type SourceHeader = PictureHeader | { kind: VectorKind };

/** Looks at a file's header, and opens it: a vector file as it is, a picture decoded. Throws a sentence. */
export function openSource(
  host: Pick<Host, 'decode'>,
  bytes: Uint8Array,
  { key, name }: { key: string; name: string },
): { header: SourceHeader; source: Promise<JobSource> } {
  const header = checkSource(bytes, name);
  const isVector = header.kind === 'svg' || header.kind === 'dxf';
  const source = isVector
    ? Promise.resolve({ key, name, bytes })
    : host.decode(bytes, name).then((picture) => ({ key, picture, reduction: 1 }));
  return { header, source };
}

/** Holds a source, and remembers what steps give as far as there is room. */
export function openJob(source: JobSource, fonts: FontShelf): OpenJob {
  const pixels = isPicture(source) ? source.picture.width * source.picture.height : 0;
  const memory = newMemory(Math.max(LEAST_ROOM, ROOM_PER_PIXEL * pixels));
  const inFile = isPicture(source) ? [] : fontsNamedInFile(source.bytes);
  const copies = new Map<RunSize, DecodedPicture>();
  const sized = (size: RunSize): JobSource => {
    if (!isPicture(source) || size === 'full') return source;
    const copy =
      copies.get(size) ?? reducedPicture(source, size === 'preview' ? PREVIEW_PIXELS : OPTION_PIXELS);
    copies.set(size, copy);
    return copy;
  };
  return {
    source,
    async run(document, context, size = 'full') {
      const named = [...new Set([...fontsOf(document), ...inFile])];
      const had = await fonts.named(named, document.piece.fonts);
      return startRun({ document, source: sized(size), fonts: had }, memory, context);
    },
  };
}
