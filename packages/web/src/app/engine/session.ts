import {
  type CheckedFile,
  type ColourPicture,
  type Context,
  type Contour,
  type ContourSet,
  type DecodedPicture,
  DrelkError,
  type Fonts,
  type GreyPicture,
  type JobDocument,
  type PictureResult,
  type Memory,
  type PictureLook,
  clingToEdge,
  clingToMark,
  followEdge,
  cutJob,
  type FoundWords,
  wordsJob,
  type HandOffAsked,
  type Narrowest,
  cutGrounds,
  handedOff,
  changedContours,
  narrowestOf,
  inkOptions,
  lookAtPicture,
  mapPoint,
  NO_FONTS,
  PREVIEW_PIXELS,
  newMemory,
  pouredArea,
  reduceColour,
  runJob,
  sizeWithin,
  squareJob,
  toGrey,
  type Arrived,
  type Lit,
  litArea,
} from '@drelk/core';
import type { EdgeAsks, FrameKind, Ground, Held, OptionView, Place, ResultView } from './messages';
import { Names } from './names';
import { atSourceScale, viewOf } from './view';

/** Pixels of the pictures of the options. */
const OPTION_PIXELS = 120_000;

/** A picture to be shown, RGBA, with where it lies. */
export interface ShownFrame {
  picture: ColourPicture;
  /** Size and map at the source's scale. */
  width: number;
  height: number;
  toSource: number[];
}

/** What is lit up: a number for each pixel, 0 for nothing. */
export interface Mask {
  mask: Uint8Array;
  width: number;
  height: number;
}

/** What is there early, with its names and where it lies. */
export interface ShownPart extends Pick<Arrived, 'picture' | 'ink'> {
  names: Held;
  ground: Ground;
}

function shownPart({ reduction, plan, picture, ink }: Arrived, names: Held): ShownPart {
  const { width, height } = picture;
  const toSource = atSourceScale(plan.toSource, reduction);
  return { picture, ink, names, ground: { width: width * reduction, height: height * reduction, toSource } };
}

/** What the worker holds of one job: its decoded picture, smaller copies, and what the stages gave for each. */
export class EngineSession {
  private readonly small: DecodedPicture;
  private readonly memories: { preview: Memory; full: Memory };
  private readonly names: Names;
  private last: PictureResult | undefined;
  private grey: GreyPicture | undefined;

  constructor(private readonly source: DecodedPicture) {
    const full = newMemory();
    this.names = new Names(source.key);
    this.small = this.reduced(PREVIEW_PIXELS);
    this.memories = { full, preview: this.small === source ? full : newMemory(full.looks) };
  }

  compute(
    document: JobDocument,
    mode: 'preview' | 'full',
    held: Held,
    context: Context,
    show: (part: ShownPart) => void = () => undefined,
    fonts: Fonts = NO_FONTS,
  ): { result: PictureResult; view: ResultView } {
    const source = mode === 'full' ? this.source : this.small;
    const arrived = (part: Arrived) => {
      const names = this.names.arrived(part, document, mode, held);
      // Beside older paths only what lies on the same picture as they do is shown early.
      if (held.paths === undefined || (mode === 'full' && names.picture === held.picture))
        show(shownPart(part, names));
    };
    const result = runJob(document, source, this.memories[mode], context, arrived, fonts);
    if (mode === 'full') this.last = result;
    const names = this.names.of(result, document, mode, held);
    return { result, view: viewOf(result, source.reduction, mode, names, held) };
  }

  /** Where what the piece is cut to is narrowest. */
  narrowest(document: JobDocument, context: Context, fonts: Fonts = NO_FONTS): Narrowest | undefined {
    return narrowestOf(
      cutGrounds(runJob(document, this.source, this.memories.full, context, undefined, fonts).drawing.paths),
    );
  }

  /** What the piece would have with other settings and has not now. */
  wouldBe(document: JobDocument, changed: JobDocument, context: Context, fonts: Fonts = NO_FONTS): Contour[] {
    const drawingOf = (one: JobDocument) =>
      runJob(one, this.source, this.memories.full, context, undefined, fonts).drawing;
    return changedContours(drawingOf(document), drawingOf(changed));
  }

  handOff(document: JobDocument, what: HandOffAsked, context: Context, fonts: Fonts = NO_FONTS): CheckedFile {
    const result = runJob(document, this.source, this.memories.full, context, undefined, fonts);
    return handedOff(document, result, what);
  }

  /** The contours of the last full result, as found before fitting. */
  contours(): ContourSet {
    if (!this.last) throw new DrelkError('stopped', 'There is no result yet.', 'Wait a moment.');
    return this.last.artwork.traced.contours;
  }

  /** The source itself, or the squared-up picture with or without its crop. */
  frame(document: JobDocument, show: FrameKind, context: Context): ShownFrame {
    const { picture } = this.source;
    if (show === 'source') {
      const { width, height } = picture;
      return { picture, width, height, toSource: [1, 0, 0, 0, 1, 0, 0, 0, 1] };
    }
    const { plan, picture: squared } =
      show === 'squared'
        ? squareJob(document, this.source, this.memories.full, context)
        : squareJob(
            { ...document, square: { ...document.square, crop: null } },
            this.source,
            newMemory(this.looks),
            context,
          );
    return { picture: squared, width: plan.width, height: plan.height, toSource: [...plan.toSource] };
  }

  /** Where a hand means to point on the source. */
  cling(at: Place): Place {
    this.grey ??= toGrey(this.source.picture);
    return clingToMark(this.grey, at);
  }

  /** The place on an edge that is meant, and the way there along edges: nothing of it leaves the squared-up picture. */
  edge({ document, from, to, reach, dark }: EdgeAsks, context: Context) {
    const { grey } = squareJob(document, this.source, this.memories.full, context);
    const at = clingToEdge(grey, to, reach);
    return { at, run: from && followEdge(grey, from, at, dark) };
  }

  sheet(context: Context): number[] | null {
    return this.look(context).sheet()?.corners ?? null;
  }

  /** The area that pouring would take, on the smaller copy: 1 for each of its pixels. */
  poured(
    document: JobDocument,
    at: Place,
    pour: { tolerance: number; everywhere: boolean },
    context: Context,
  ): Mask {
    const { reduction } = this.small;
    const { plan, picture } = squareJob(document, this.small, this.memories.preview, context);
    const place = mapPoint(plan.toResult, { x: at.x / reduction, y: at.y / reduction });
    const { width, height } = picture;
    return { mask: pouredArea(picture, { at: [place.x, place.y], ...pour }), width, height };
  }

  /** What is beside the thing that is cut out, on the smaller copy, so that a hand is answered at once; undefined where nothing is cut out. */
  cut(document: JobDocument, context: Context): Mask | undefined {
    const found = cutJob(document, this.small, this.memories.preview, context);
    if (!found) return undefined;
    const { width, height, data } = found;
    return { mask: data.map((tone) => (tone < 128 ? 0 : 1)), width, height };
  }

  words(document: JobDocument, context: Context): FoundWords[] {
    return wordsJob(document, this.source, this.memories.full, context);
  }

  /** What a control is about, seen small: 1 where it is, or falls to paper; 2 where to ink. */
  lit(document: JobDocument, what: Lit, context: Context): Mask {
    const { ink, picture } = runJob(document, this.source, this.memories.full, context).artwork.traced;
    return sampled(
      { mask: litArea(ink, what), width: picture.width, height: picture.height },
      PREVIEW_PIXELS,
    );
  }

  /** Six treatments, each with its ink and counts, one after the other. */
  *options(
    document: JobDocument,
    context: Context,
  ): Generator<OptionView & { grey?: GreyPicture; level?: number }> {
    const source = this.reduced(OPTION_PIXELS);
    const memory = newMemory(this.looks);
    const { separated } = runJob(document, source, memory, context).artwork.traced.ink;
    for (const option of inkOptions(document, this.look(context), separated)) {
      try {
        const { artwork, facts } = runJob({ ...document, ink: option.ink }, source, memory, context);
        const { shapes, nodes } = facts;
        const { grey, level } = artwork.traced.ink.ink;
        yield { ...option, shapes, nodes, grey, level };
      } catch (error) {
        if (!(error instanceof DrelkError) || error.code === 'stopped') throw error;
        yield { ...option, shapes: 0, nodes: 0 };
      }
    }
  }

  private get looks() {
    return this.memories.full.looks;
  }

  private look(context: Context): PictureLook {
    return lookAtPicture(this.looks, this.source.picture, context);
  }

  /** A copy of at most so many pixels; the source itself where it has no more. */
  private reduced(pixels: number): DecodedPicture {
    const { picture, key } = this.source;
    const size = sizeWithin(picture.width, picture.height, pixels);
    if (size.width === picture.width) return this.source;
    return {
      key: `${key} ${pixels}`,
      picture: reduceColour(picture, size.width, size.height),
      reduction: picture.width / size.width,
      whole: picture,
    };
  }
}

/** A mask of at most so many pixels: of each block one. */
function sampled(whole: Mask, pixels: number): Mask {
  const { width, height } = sizeWithin(whole.width, whole.height, pixels);
  if (width === whole.width) return whole;
  const mask = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(((y + 0.5) * whole.height) / height) * whole.width;
    for (let x = 0; x < width; x++)
      mask[i++] = whole.mask[row + Math.floor(((x + 0.5) * whole.width) / width)];
  }
  return { mask, width, height };
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

/** A mask as a picture: each value in its own colour (RGBA as little-endian words), 0 clear. */
export function maskPixels(mask: Uint8Array, colours: readonly number[]): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint32Array(mask.length);
  for (let i = 0; i < mask.length; i++) if (mask[i]) pixels[i] = colours[mask[i] - 1];
  return new Uint8ClampedArray(pixels.buffer);
}
