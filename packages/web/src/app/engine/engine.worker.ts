/// <reference lib="webworker" />
import { type Context, DrelkError, checkPicture } from '@drelk/core';
import type { EngineAnswer, EngineRequest } from './messages';
import { EngineSession, inkPixels } from './session';

let session: EngineSession | undefined;
/** Number of the newest request, written by the page without waiting for this thread. */
let newest: Int32Array | undefined;
/** What the page already has bitmaps of. */
let shown: { square?: string; fullPicture?: boolean; ink?: object; level?: number } = {};

/** Progress is told for what takes longer than this, in milliseconds. */
const QUIET = 300;

addEventListener('message', ({ data }: MessageEvent<EngineRequest>) => {
  void answer(data);
});

async function answer(message: EngineRequest): Promise<void> {
  if (message.type === 'share') {
    newest = new Int32Array(message.flag);
    return;
  }
  const context = contextFor(message.request);
  try {
    if (message.type !== 'open' && context.stopped()) throw stopped();
    const { reply, transfer } = await work(message, context);
    postMessage(reply, { transfer });
  } catch (error) {
    const { code, message: text, hint } = error instanceof DrelkError ? error : unexpected(error);
    post({ type: 'problem', request: message.request, problem: { code, message: text, hint } });
  }
}

async function work(
  message: Exclude<EngineRequest, { type: 'share' }>,
  context: Context,
): Promise<{ reply: EngineAnswer; transfer: Transferable[] }> {
  const { request } = message;
  if (message.type === 'open') {
    const bytes = new Uint8Array(message.file);
    const header = checkPicture(bytes, message.name);
    session = new EngineSession({
      key: message.key,
      picture: await decode(bytes, message.name),
      reduction: 1,
    });
    shown = {};
    return { reply: { type: 'opened', request, header }, transfer: [] };
  }
  if (!session) throw stopped();
  if (message.type === 'handOff') {
    return {
      reply: { type: 'file', request, file: session.handOff(message.document, message.format, context) },
      transfer: [],
    };
  }
  if (message.type === 'contours') {
    const { points, starts } = session.contours();
    return { reply: { type: 'contours', request, points, starts }, transfer: [] };
  }
  const { result, view } = session.compute(message.document, message.mode, context);
  const transfer: Transferable[] = [];
  const square = JSON.stringify(message.document.square);
  const full = message.mode === 'full';
  // A preview never takes away the full picture that is shown already.
  if (shown.square !== square || (full && !shown.fullPicture)) {
    view.picture = await bitmapOf(result.picture);
    Object.assign(shown, { square, fullPicture: full });
    transfer.push(view.picture);
  }
  const { grey, level } = result.ink;
  if (shown.ink !== grey || shown.level !== level) {
    view.ink = await bitmapOf({ width: grey.width, height: grey.height, data: inkPixels(grey, level) });
    Object.assign(shown, { ink: grey, level });
    transfer.push(view.ink);
  }
  return { reply: { type: 'result', request, view }, transfer };
}

async function decode(bytes: Uint8Array<ArrayBuffer>, name: string) {
  const bitmap = await createImageBitmap(new Blob([bytes]), {
    imageOrientation: 'from-image',
    premultiplyAlpha: 'none',
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

function contextFor(request: number): Context {
  const begun = performance.now();
  let told = begun;
  return {
    now: () => performance.now(),
    stopped: () => newest !== undefined && Atomics.load(newest, 0) > request,
    progress: (stage, share) => {
      const now = performance.now();
      if (now - begun < QUIET || now - told < 60) return;
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
