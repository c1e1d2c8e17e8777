import type { GreyPicture, JobDocument, Proof } from '@drelk/core';
import type { SourceHeader } from '@drelk/runner';
import type { HandCalls } from './questions/hand-questions';
import type { JobCalls } from './questions/job-questions';
import type { ArrivedView, EngineProblem, Held, ResultView } from './views';

/** Questions that are answered once each, whatever is being computed: what is asked, and the answer. */
export interface EngineCalls extends JobCalls, HandCalls {
  open: { asks: { file: ArrayBuffer; name: string }; answer: { header: SourceHeader } };
}
export type EngineCall = keyof EngineCalls;
export type JobCall = keyof JobCalls;
export type HandCall = keyof HandCalls;

/** Every computation and question has a number, and names the picture it is about. */
interface Numbered {
  request: number;
  picture: string;
}

/** One question as it is asked. */
export type AskedOf<C extends EngineCall> = { type: C } & Numbered & EngineCalls[C]['asks'];

/** What the page sends to the worker of a job. */
export type EngineRequest =
  | { type: 'share'; flag: SharedArrayBuffer }
  /** Nothing is asked yet: what will be hot may be compiled meanwhile. */
  | { type: 'warm'; request: number }
  | ({ type: 'compute'; document: JobDocument; mode: 'preview' | 'full'; held: Held } & Numbered)
  /** What Prove finds of a document. */
  | ({ type: 'prove'; document: JobDocument } & Numbered)
  | { [C in JobCall | 'open']: AskedOf<C> }[JobCall | 'open'];

/** What it sends to the worker of the moving hand. */
export type HandRequest =
  /** Tones to look for edges in, under a name; of others those to `keep` are. */
  | { type: 'tones'; name: string; grey: GreyPicture; keep: readonly string[] }
  | { [C in HandCall]: AskedOf<C> }[HandCall];

/** What workers answer. */
export type EngineAnswer =
  | { type: 'progress'; request: number; stage: string; share: number }
  | { type: 'arrived'; request: number; part: ArrivedView }
  | { type: 'result'; request: number; view: ResultView }
  | { type: 'proof'; request: number; proof: Proof }
  | { type: 'answer'; request: number; answer: unknown }
  | { type: 'problem'; request: number; problem: EngineProblem };
