/// <reference lib="webworker" />
import {
  type Context,
  DrelkError,
  type JobDocument,
  type Lit,
  buffersOf,
  checkSource,
  combinedShapes,
  gapBetweenShapes,
  narrowestIn,
  fitFollowed,
  fontsNamedInFile,
  fontsOf,
  rehearsedFile,
  reshaped,
  warmUp,
} from '@drelk/core';
import type {
  Asked,
  EngineAnswer,
  EngineCall,
  EngineCalls,
  EngineRequest,
  Held,
  OptionView,
  ResultView,
} from './messages';
import { fontsNamed } from './fonts';
import { EngineSession, type ShownPart, inkPixels, maskPixels } from './session';
import { VectorSession, fileView } from './vector-session';

type Compute = Extract<EngineRequest, { type: 'compute' }>;

/** The picture or file that was opened last: its name is known at once, the session once it is decoded. */
let current: { picture: string; session: Promise<EngineSession | VectorSession> } | undefined;
/** Number of the newest computation, written by the page without waiting for this thread. */
let newest: Int32Array | undefined;

/** Progress is told for what takes longer than this, in milliseconds. */
const QUIET = 300;
/** Colours of lit-up areas, as little-endian RGBA: what a pour takes; what vanishes to paper, and to ink; one area. */
const POURED = [0xb0_62_6f_2f];
/** What is beside a thing is dimmed. */
const BESIDE = [0xd0_d8_dc_dc];
const LIT: Record<Lit['kind'], number[]> = {
  vanishing: [0xd0_2d_51_c4, 0xd0_ad_86_1d],
  plate: [0xd0_ad_86_1d],
  background: [0xd0_2d_51_c4],
  box: [0x90_ad_86_1d],
};

addEventListener('message', ({ data }: MessageEvent<EngineRequest>) => {
  if (data.type === 'share') newest = new Int32Array(data.flag);
  else if (data.type === 'warm') warm(data.request);
  else void answer(data);
});

/** Gives way to the first question. */
function warm(request: number): void {
  try {
    warmUp(contextFor(request, true));
  } catch (error) {
    if (!(error instanceof DrelkError)) throw error;
  }
}

async function answer(message: Exclude<EngineRequest, { type: 'share' | 'warm' }>): Promise<void> {
  const { request } = message;
  try {
    if (message.type === 'compute') {
      const context = contextFor(request, true);
      if (context.stopped()) throw stopped();
      const view = await compute(message, context);
      const bitmaps = [view.picture, view.ink].filter((bitmap) => bitmap !== undefined);
      const transfer = [
        ...bitmaps,
        ...[view.paths, view.piecePaths].flatMap((paths) => (paths ? buffersOf(paths) : [])),
      ];
      postMessage({ type: 'result', request, view } satisfies EngineAnswer, { transfer });
    } else {
      const { answer: given, transfer } = await reply(message, contextFor(request, false));
      postMessage({ type: 'answer', request, answer: given } satisfies EngineAnswer, { transfer });
    }
  } catch (error) {
    const { code, message: text, hint } = error instanceof DrelkError ? error : unexpected(error);
    post({ type: 'problem', request, problem: { code, message: text, hint } });
  }
}

interface Reply<C extends EngineCall> {
  answer: EngineCalls[C]['answer'];
  transfer: Transferable[];
}

/** How each question is answered. */
const replies: { [C in EngineCall]: (asked: Asked<C>, context: Context) => Promise<Reply<C>> } = {
  async open({ picture: key, file, name }) {
    const bytes = new Uint8Array(file);
    const header = checkSource(bytes, name);
    const session = isVector(header)
      ? Promise.resolve(new VectorSession({ key, name, bytes }))
      : decode(bytes, name).then((picture) => new EngineSession({ key, picture, reduction: 1 }));
    current = { picture: key, session };
    await session;
    return plain({ header });
  },
  async handOff({ picture, document, format, plate }, context) {
    const own = await session(picture);
    const file = own.handOff(document, { format, plate }, context, await fontsFor(document, own));
    return { answer: file, transfer: [file.bytes.buffer] };
  },
  async narrowest({ picture, document }, context) {
    const own = await session(picture);
    return plain({ narrowest: own.narrowest(document, context, await fontsFor(document, own)) });
  },
  narrowestIn({ shapes: [one, other] }) {
    const narrowest = other ? gapBetweenShapes(one, other) : narrowestIn(one);
    return Promise.resolve(plain({ narrowest }));
  },
  async wouldBe({ picture, document, changed }, context) {
    const own = await session(picture);
    const fonts = await fontsFor(changed, own);
    return plain({ contours: own.wouldBe(document, changed, context, fonts) });
  },
  async rehearse({ file, name, setUp }, { now }) {
    const bytes = new Uint8Array(file);
    const fonts = await fontsNamed(fontsNamedInFile(bytes));
    return plain({ rehearsal: rehearsedFile(bytes, name, setUp, { now, fonts }).rehearsal });
  },
  async contours({ picture }) {
    const { points, starts } = (await opened(picture)).contours();
    return plain({ points, starts });
  },
  async frame({ picture: key, document, show }, context) {
    const { picture, ...place } = (await opened(key)).frame(document, show, context);
    const bitmap = await bitmapOf(picture);
    return { answer: { ...place, bitmap }, transfer: [bitmap] };
  },
  async cling({ picture, at }) {
    return plain((await opened(picture)).cling(at));
  },
  async sheet({ picture }, context) {
    return plain({ corners: (await opened(picture)).sheet(context) });
  },
  async poured({ picture, document, at, tolerance, everywhere }, context) {
    const session = await opened(picture);
    const { mask, width, height } = session.poured(document, at, { tolerance, everywhere }, context);
    const bitmap = await bitmapOf({ width, height, data: maskPixels(mask, POURED) });
    const share = mask.reduce((sum, value) => sum + value, 0) / mask.length;
    return { answer: { mask: bitmap, share }, transfer: [bitmap] };
  },
  async lit({ picture, document, what }, context) {
    const { mask, width, height } = (await opened(picture)).lit(document, what, context);
    const bitmap = await bitmapOf({ width, height, data: maskPixels(mask, LIT[what.kind]) });
    return { answer: { mask: bitmap }, transfer: [bitmap] };
  },
  async cut({ picture, document }, context) {
    const beside = (await opened(picture)).cut(document, context);
    if (!beside) return plain({ mask: undefined });
    const { mask, width, height } = beside;
    const bitmap = await bitmapOf({ width, height, data: maskPixels(mask, BESIDE) });
    return { answer: { mask: bitmap }, transfer: [bitmap] };
  },
  async words({ picture, document }, context) {
    return plain({ lines: (await opened(picture)).words(document, context) });
  },
  combined({ how, shapes }) {
    return Promise.resolve(plain({ contours: combinedShapes(how, shapes) }));
  },
  async file({ file, name, settings }, context) {
    const bytes = new Uint8Array(file);
    const fonts = await fontsNamed(fontsNamedInFile(bytes));
    const view = fileView({ key: name, name, bytes }, settings, context, fonts);
    return { answer: view, transfer: buffersOf(view.paths) };
  },
  reshaped({ shapes, what }, context) {
    return Promise.resolve(plain({ made: reshaped(shapes, what, context) }));
  },
  async edge({ picture, ...asks }, context) {
    return plain((await opened(picture)).edge(asks, context));
  },
  followed({ points, closed }, context) {
    return Promise.resolve(plain({ contour: fitFollowed(points, closed, context) }));
  },
  async options({ picture, document }, context) {
    const options: OptionView[] = [];
    for (const { grey, level, ...option } of (await opened(picture)).options(document, context)) {
      const pixels = grey && level !== undefined ? inkPixels(grey, level) : undefined;
      options.push(
        grey && pixels
          ? { ...option, bitmap: await bitmapOf({ width: grey.width, height: grey.height, data: pixels }) }
          : option,
      );
    }
    return { answer: { options }, transfer: options.flatMap(({ bitmap }) => bitmap ?? []) };
  },
};

const plain = <T>(value: T) => ({ answer: value, transfer: [] });

function reply<C extends EngineCall>(asked: Asked<C>, context: Context): Promise<Reply<C>> {
  const handler = replies[asked.type as C] as (asked: Asked<C>, context: Context) => Promise<Reply<C>>;
  return handler(asked, context);
}

/** What is held of a picture or file; what is open no more is worked on no more. */
async function session(picture: string): Promise<EngineSession | VectorSession> {
  if (current?.picture !== picture) throw stopped();
  const own = await current.session;
  if (current?.picture !== picture) throw stopped();
  return own;
}

/** The same for what only pictures are asked. */
async function opened(picture: string): Promise<EngineSession> {
  const own = await session(picture);
  if (own instanceof EngineSession) return own;
  throw new DrelkError(
    'nothing-found',
    'This job begins with a vector file: it has no picture.',
    'Go to Line.',
  );
}

/** The fonts of a job's texts, and of the writing in its file. */
const fontsFor = (document: JobDocument, own: EngineSession | VectorSession) =>
  fontsNamed(
    [...fontsOf(document), ...(own instanceof VectorSession ? own.fonts : [])],
    document.piece.fonts,
  );

const isVector = ({ kind }: { kind: string }) => kind === 'svg' || kind === 'dxf';

/** A result with the bitmaps that the page does not hold yet; picture and ink are shown as they arrive. */
async function compute(
  { request, picture: key, document, mode, held: first }: Compute,
  context: Context,
): Promise<ResultView> {
  const own = await session(key);
  const fonts = await fontsFor(document, own);
  if (own instanceof VectorSession) return own.compute(document, mode, first, context, fonts).view;
  let held = first;
  const early = (part: ShownPart) => {
    held = showEarly(request, part, held);
  };
  const { result, view } = own.compute(document, mode, held, context, early, fonts);
  const { picture, ink } = result.artwork.traced;
  if (view.names.picture !== held.picture) view.picture = await bitmapOf(picture);
  if (view.names.ink !== held.ink) {
    const { grey, level } = ink.ink;
    view.ink = await bitmapOf({ width: grey.width, height: grey.height, data: inkPixels(grey, level) });
  }
  return view;
}

/** Shows what has arrived and the page does not hold yet; what it holds then. */
function showEarly(request: number, { picture, ink, names, ground }: ShownPart, held: Held): Held {
  const layer = ink ? 'ink' : 'picture';
  const name = names[layer];
  if (name === undefined || name === held[layer]) return held;
  const { width, height } = picture;
  const data = ink
    ? inkPixels(ink.ink.grey, ink.ink.level)
    : new Uint8ClampedArray(
        picture.data.buffer as ArrayBuffer,
        picture.data.byteOffset,
        picture.data.byteLength,
      );
  // At once: this thread answers nothing else before the result is there.
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')?.putImageData(new ImageData(data, width, height), 0, 0);
  const bitmap = canvas.transferToImageBitmap();
  const part = { ...ground, layer, name, bitmap } as const;
  postMessage({ type: 'arrived', request, part } satisfies EngineAnswer, { transfer: [bitmap] });
  return { ...held, [layer]: name };
}

async function decode(bytes: Uint8Array<ArrayBuffer>, name: string) {
  const bitmap = await createImageBitmap(new Blob([bytes]), {
    imageOrientation: 'from-image',
    premultiplyAlpha: 'none',
    // The numbers as they stand in the file, as everywhere (packages/decode).
    colorSpaceConversion: 'none',
  }).catch(() => {
    throw new DrelkError(
      'not-a-picture',
      `“${name}” cannot be decoded by this browser.`,
      'Save it as PNG or JPEG.',
    );
  });
  const { width, height } = bitmap;
  const canvas = new OffscreenCanvas(width, height);
  const drawing = canvas.getContext('2d', { willReadFrequently: true });
  if (!drawing) throw new DrelkError('too-large', `“${name}” does not fit in memory.`, 'Save it smaller.');
  drawing.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { width, height, data: drawing.getImageData(0, 0, width, height).data };
}

function bitmapOf({
  width,
  height,
  data,
}: {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
}) {
  const pixels = new Uint8ClampedArray(data.buffer as ArrayBuffer, data.byteOffset, data.byteLength);
  return createImageBitmap(new ImageData(pixels, width, height));
}

/** Computations give way to newer ones and tell how far they are; questions are answered to the end. */
function contextFor(request: number, givesWay: boolean): Context {
  const begun = performance.now();
  let told = begun;
  return {
    now: () => performance.now(),
    stopped: () => givesWay && newest !== undefined && Atomics.load(newest, 0) > request,
    progress: (stage, share) => {
      const now = performance.now();
      if (!givesWay || now - begun < QUIET || now - told < 60) return;
      told = now;
      post({ type: 'progress', request, stage, share });
    },
  };
}

const post = (reply: EngineAnswer) => postMessage(reply);
const stopped = () => new DrelkError('stopped', 'A newer request came.', 'Nothing was changed.');

function unexpected(error: unknown): DrelkError {
  const why = error instanceof Error ? error.message : String(error);
  return new DrelkError(
    'bad-document',
    `This could not be computed: ${why}.`,
    'Undo the last change, or start again from the picture.',
  );
}
