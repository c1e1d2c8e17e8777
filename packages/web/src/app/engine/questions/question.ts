import type { Context } from '@drelk/core';
import type { FontShelf, OpenJob } from '@drelk/runner';

/** What a question is answered with, and what of it is moved instead of copied. */
export interface Answer<A> {
  answer: A;
  transfer?: Transferable[];
}

/** What there is to answer with. */
export interface Asked {
  /** The job that the question is about. Rejects with `stopped` where another was opened since. */
  job(): Promise<OpenJob>;
  fonts: FontShelf;
  context: Context;
}

/** A question of the page to a worker: what is asked, and how it is answered. */
export interface Question<Asks, A> {
  answer(asks: Asks, asked: Asked): Promise<Answer<A>> | Answer<A>;
}

export const question = <Asks, A>(answer: Question<Asks, A>['answer']): Question<Asks, A> => ({ answer });

/** What is asked and answered, of a list of questions. */
export type CallsOf<Q> = {
  [C in keyof Q]: Q[C] extends Question<infer Asks, infer A> ? { asks: Asks; answer: A } : never;
};
