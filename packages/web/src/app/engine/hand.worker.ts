/// <reference lib="webworker" />
import { fontShelf } from '@drelk/runner';
import { problemOf, stopped, workContext } from './context';
import type { EngineAnswer, HandCall, HandRequest } from './messages';
import { pageHost } from './page-host';
import { HAND_QUESTIONS, heldTones } from './questions/hand-questions';
import type { Answer, Asked } from './questions/question';

const fonts = fontShelf(pageHost);
const asked: Asked = {
  fonts,
  context: workContext(() => false),
  job: () => Promise.reject(stopped()),
};

addEventListener('message', ({ data }: MessageEvent<HandRequest>) => {
  if (data.type === 'tones') {
    // Those of another job, or of before it was squared up otherwise, are wanted no more.
    for (const name of heldTones.keys()) if (!data.keep.includes(name)) heldTones.delete(name);
    heldTones.set(data.name, data.grey);
  } else void answer(data);
});

async function answer(message: Exclude<HandRequest, { type: 'tones' }>): Promise<void> {
  const { request } = message;
  try {
    const { answer: reply } = HAND_QUESTIONS[message.type as HandCall] as {
      answer(asks: unknown, asked: Asked): Promise<Answer<unknown>>;
    };
    const { answer: given, transfer = [] } = await reply(message, asked);
    postMessage({ type: 'answer', request, answer: given } satisfies EngineAnswer, { transfer });
  } catch (error) {
    postMessage({ type: 'problem', request, problem: problemOf(error) } satisfies EngineAnswer);
  }
}
