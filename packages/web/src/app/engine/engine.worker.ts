/// <reference lib="webworker" />
import { type Context, DrelkError, buffersOf, proof, warmUp } from '@drelk/core';
import { type OpenJob, fontShelf, openJob, openSource } from '@drelk/runner';
import { computed } from './computing';
import { problemOf, stopped, workContext } from './context';
import type { EngineAnswer, EngineRequest, JobCall } from './messages';
import type { ArrivedView } from './views';
import { pageHost } from './page-host';
import { JOB_QUESTIONS } from './questions/job-questions';
import type { Answer, Asked } from './questions/question';

type Numbered = Exclude<EngineRequest, { type: 'share' | 'warm' }>;
type Compute = Extract<EngineRequest, { type: 'compute' | 'prove' }>;

/** The picture or file that was opened last: its name is known at once, the job once it is decoded. */
let current: { picture: string; job: Promise<OpenJob> } | undefined;
/** Number of the newest request that stops older ones, written by the page without waiting for this thread. */
let newest: Int32Array | undefined;

const fonts = fontShelf(pageHost);

addEventListener('message', ({ data }: MessageEvent<EngineRequest>) => {
  if (data.type === 'share') newest = new Int32Array(data.flag);
  else if (data.type === 'warm') warm(data.request);
  else void answer(data);
});

/** Gives way to the first question. */
function warm(request: number): void {
  try {
    warmUp(givingWay(request));
  } catch (error) {
    if (!(error instanceof DrelkError)) throw error;
  }
}

async function answer(message: Numbered): Promise<void> {
  const { request } = message;
  try {
    if (message.type === 'compute' || message.type === 'prove') await compute(message);
    else {
      const { answer: given, transfer = [] } = await reply(message);
      postMessage({ type: 'answer', request, answer: given } satisfies EngineAnswer, { transfer });
    }
  } catch (error) {
    postMessage({ type: 'problem', request, problem: problemOf(error) } satisfies EngineAnswer);
  }
}

/** Computations give way to newer ones; of what is not asked by a number yet nobody waits to hear. */
const givingWay = (request: number, tell?: (stage: string, share: number) => void): Context =>
  workContext(() => newest !== undefined && Atomics.load(newest, 0) > request, tell);

async function compute(message: Compute): Promise<void> {
  const { request, picture } = message;
  const context = givingWay(request, (stage, share) =>
    postMessage({ type: 'progress', request, stage, share } satisfies EngineAnswer),
  );
  if (context.stopped()) throw stopped();
  const job = await jobOf(picture);
  if (message.type === 'prove') {
    const found = (await job.run(message.document, context)).take(proof);
    postMessage({ type: 'proof', request, proof: found } satisfies EngineAnswer);
    return;
  }
  const show = (part: ArrivedView) =>
    postMessage({ type: 'arrived', request, part } satisfies EngineAnswer, { transfer: [part.bitmap] });
  const view = await computed(job, message, context, show);
  const transfer = [
    ...[view.picture, view.ink].filter((bitmap) => bitmap !== undefined),
    ...[view.paths, view.piecePaths].flatMap((paths) => (paths ? buffersOf(paths) : [])),
  ];
  postMessage({ type: 'result', request, view } satisfies EngineAnswer, { transfer });
}

/** Questions are answered to the end, unless their job is left. */
async function reply(message: Exclude<Numbered, Compute>): Promise<Answer<unknown>> {
  const { picture: key } = message;
  if (message.type === 'open') {
    const { header, source } = openSource(pageHost, new Uint8Array(message.file), {
      key,
      name: message.name,
    });
    const job = source.then((opened) => openJob(opened, fonts));
    current = { picture: key, job };
    await job;
    return { answer: { header } };
  }
  const context = workContext(() => current?.picture !== key);
  const asked: Asked = { fonts, context, job: () => jobOf(key) };
  const { answer: given } = JOB_QUESTIONS[message.type as JobCall] as {
    answer(asks: unknown, asked: Asked): Promise<Answer<unknown>>;
  };
  return given(message, asked);
}

/** What is held of a picture or file; what is open no more is worked on no more. */
async function jobOf(picture: string): Promise<OpenJob> {
  if (current?.picture !== picture) throw stopped();
  const job = await current.job;
  if (current.picture !== picture) throw stopped();
  return job;
}
