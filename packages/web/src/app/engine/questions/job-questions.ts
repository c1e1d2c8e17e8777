import {
  type CheckedFile,
  type Contour,
  type FoundWords,
  type GreyPicture,
  type HandOffAsked,
  type JobDocument,
  type Lit,
  type Narrowest,
  type Pour,
  contours,
  fileOf,
  foundWords,
  grey,
  narrowestPlace,
  wholeGrey,
} from '@drelk/core';
import {
  type FrameKind,
  besideThing,
  frameOf,
  lit,
  poured,
  sheetIn,
  triedOptions,
  wouldBe,
} from '@drelk/runner';
import type { FrameView, OptionView } from '../views';
import { bitmapOf, inkPixels, maskPixels } from '../pixels';
import { type CallsOf, question } from './question';

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

interface About {
  document: JobDocument;
}

/** Questions about the open job. */
export const JOB_QUESTIONS = {
  /** A file of all of it, of one plate by its colour, or all files. */
  handOff: question<About & HandOffAsked, CheckedFile>(async ({ document, ...what }, { job, context }) => {
    const file = (await (await job()).run(document, context)).take(fileOf(what));
    return { answer: file, transfer: [file.bytes.buffer] };
  }),
  /** The narrowest place of what a piece is cut to. */
  narrowest: question<About, { narrowest: Narrowest | undefined }>(async ({ document }, { job, context }) => {
    const run = await (await job()).run(document, context);
    return { answer: { narrowest: run.take(narrowestPlace) } };
  }),
  /** Contours that a piece would have with other settings and has not now, in millimetres. */
  wouldBe: question<About & { changed: JobDocument }, { contours: Contour[] }>(
    async ({ document, changed }, { job, context }) => ({
      answer: { contours: await wouldBe(await job(), document, changed, context) },
    }),
  ),
  /** The contours of the ink, as found before fitting. */
  contours: question<About, { points: Float64Array; starts: Uint32Array }>(
    async ({ document }, { job, context }) => {
      const { points, starts } = (await (await job()).run(document, context)).take(contours);
      return { answer: { points, starts } };
    },
  ),
  /** A picture squared up otherwise than the document says: the source itself, or without its crop. */
  frame: question<About & { show: FrameKind }, FrameView>(async ({ document, show }, { job, context }) => {
    const { picture, ...place } = await frameOf(await job(), document, show, context);
    const bitmap = await bitmapOf(picture);
    return { answer: { ...place, bitmap }, transfer: [bitmap] };
  }),
  /** The tones in which a hand looks for edges: of the picture as it came, or squared up. */
  tones: question<About & { of: 'source' | 'squared' }, GreyPicture>(
    async ({ document, of }, { job, context }) => {
      const run = await (await job()).run(document, context);
      const { width, height, data } = run.take(of === 'source' ? wholeGrey : grey);
      const own = data.slice();
      return { answer: { width, height, data: own }, transfer: [own.buffer] };
    },
  ),
  /** The corners of the sheet in view, in source pixels. */
  sheet: question<About, { corners: number[] | null }>(async ({ document }, { job, context }) => ({
    answer: { corners: await sheetIn(await job(), document, context) },
  })),
  /** The area that pouring would take, over the squared-up picture, reduced. */
  poured: question<About & Pour, { mask: ImageBitmap; share: number }>(
    async ({ document, at, tolerance, everywhere }, { job, context }) => {
      const pour = { at, tolerance, everywhere };
      const { mask, width, height } = await poured(await job(), document, pour, context);
      const bitmap = await bitmapOf({ width, height, data: maskPixels(mask, POURED) });
      const share = mask.reduce((sum, value) => sum + value, 0) / mask.length;
      return { answer: { mask: bitmap, share }, transfer: [bitmap] };
    },
  ),
  /** What a control of Ink is about, lit up. */
  lit: question<About & { what: Lit }, { mask: ImageBitmap }>(
    async ({ document, what }, { job, context }) => {
      const { mask, width, height } = await lit(await job(), document, what, context);
      const bitmap = await bitmapOf({ width, height, data: maskPixels(mask, LIT[what.kind]) });
      return { answer: { mask: bitmap }, transfer: [bitmap] };
    },
  ),
  /** What is beside the thing that is cut out, dimmed; nothing where nothing is cut out. */
  cut: question<About, { mask: ImageBitmap | undefined }>(async ({ document }, { job, context }) => {
    const beside = await besideThing(await job(), document, context);
    if (!beside) return { answer: { mask: undefined } };
    const { mask, width, height } = beside;
    const bitmap = await bitmapOf({ width, height, data: maskPixels(mask, BESIDE) });
    return { answer: { mask: bitmap }, transfer: [bitmap] };
  }),
  /** Lines of words in the picture. */
  words: question<About, { lines: FoundWords[] }>(async ({ document }, { job, context }) => ({
    answer: { lines: (await (await job()).run(document, context)).take(foundWords) },
  })),
  /** Six treatments of the picture, small. */
  options: question<About, { options: OptionView[] }>(async ({ document }, { job, context }) => {
    const options: OptionView[] = [];
    for await (const { grey: tones, level, ...option } of triedOptions(await job(), document, context)) {
      if (!tones || level === undefined) options.push(option);
      else {
        const { width, height } = tones;
        options.push({ ...option, bitmap: await bitmapOf({ width, height, data: inkPixels(tones, level) }) });
      }
    }
    return { answer: { options }, transfer: options.flatMap(({ bitmap }) => bitmap ?? []) };
  }),
};

export type JobCalls = CallsOf<typeof JOB_QUESTIONS>;
