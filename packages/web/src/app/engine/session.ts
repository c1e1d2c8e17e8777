import {
  type CheckedFile,
  type Context,
  type ContourSet,
  type DecodedPicture,
  DrelkError,
  type GreyPicture,
  type JobDocument,
  type JobResult,
  type Memory,
  handOffFile,
  newMemory,
  reduceColour,
  runJob,
  sizeWithin,
} from '@drelk/core';
import type { ResultView } from './messages';
import { viewOf } from './view';

/** Pixels of the copy that answers while the hand moves. */
const PREVIEW_PIXELS = 500_000;

/** What the worker holds of one job: its decoded picture, a smaller copy, and what the stages gave for each. */
export class EngineSession {
  private small: DecodedPicture;
  private readonly memories = { preview: newMemory(), full: newMemory() };
  private last: JobResult | undefined;

  constructor(private readonly source: DecodedPicture) {
    const { picture, key } = source;
    const size = sizeWithin(picture.width, picture.height, PREVIEW_PIXELS);
    const isSmall = size.width === picture.width;
    this.small = isSmall
      ? source
      : {
          key: `${key} small`,
          picture: reduceColour(picture, size.width, size.height),
          reduction: picture.width / size.width,
        };
    if (isSmall) this.memories.preview = this.memories.full;
  }

  compute(
    document: JobDocument,
    mode: 'preview' | 'full',
    context: Context,
  ): { result: JobResult; view: ResultView } {
    const source = mode === 'full' ? this.source : this.small;
    const memory: Memory = this.memories[mode];
    const result = runJob(document, source, memory, context);
    if (mode === 'full') this.last = result;
    return { result, view: viewOf(result, source.reduction, mode) };
  }

  handOff(document: JobDocument, format: 'svg' | 'dxf', context: Context): CheckedFile {
    return handOffFile(document, runJob(document, this.source, this.memories.full, context), format);
  }

  /** The contours of the last full result, as found before fitting. */
  contours(): ContourSet {
    if (!this.last) throw new DrelkError('stopped', 'There is no result yet.', 'Wait a moment.');
    return this.last.contours;
  }
}

/** The ink as a picture: one colour, opaque where ink is. */
export function inkPixels(
  { width, height, data }: GreyPicture,
  level: number,
): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint32Array(width * height);
  // Little-endian RGBA of the interface's ink colour.
  const colour = 0xff20262a;
  for (let i = 0; i < pixels.length; i++) if (data[i] < level) pixels[i] = colour;
  return new Uint8ClampedArray(pixels.buffer);
}
