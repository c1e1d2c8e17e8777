import type { Context } from '../../context';
import type { JobDocument } from '../document/document';
import type { Inputs } from './inputs';

/** Parts of a run that are timed, in the order in which they come. */
export const TIMED_PARTS = [
  'look',
  'square',
  'grey',
  'tone',
  'separate',
  'hand',
  'ink',
  'contours',
  'line',
  'piece',
  'prove',
  'ask',
] as const;
export type TimedPart = (typeof TIMED_PARTS)[number];

/** Other steps, by the names under which their values are handed in. */
export type Reads = Readonly<Record<string, Step>>;

/** The values of what is read. */
export type Values<R extends Reads> = { readonly [N in keyof R]: ValueOf<R[N]> };
export type ValueOf<S> = S extends Step<infer T> ? T : never;

interface Named {
  /** Like no other's: what it gives is kept under it. */
  name: string;
}

/** Something the run was begun with, known by a text that stands for it. */
export interface Given<T> extends Named {
  kind: 'given';
  read(inputs: Inputs): T;
  key(inputs: Inputs): string;
}

/** Something light that is worked out in every run, and known by what comes out. */
export interface Figure<T> extends Named {
  kind: 'figure';
  reads: Reads;
  compute(values: Readonly<Record<string, unknown>>): T;
}

/** Things brought together, known by what they are. */
export interface Gathered<T> extends Named {
  kind: 'gathered';
  reads: Reads;
  compute(values: Readonly<Record<string, unknown>>): T;
}

/** Something that takes long, known by what it is made from, and remembered. */
export interface Work<T> extends Named {
  kind: 'work';
  part: TimedPart;
  /** How long it takes beside others, about, for whoever watches. */
  cost: number;
  reads: Reads;
  compute(values: Readonly<Record<string, unknown>>, context: Context): T;
}

/** One of several steps, by what is read. */
export interface Choice<T> extends Named {
  kind: 'choice';
  reads: Reads;
  /** Those that it may be, as far as they are known beforehand. */
  among: readonly Step<T>[];
  of(values: Readonly<Record<string, unknown>>): Step<T>;
}

/**
 * A declared step of a job's run: what it is called, what it reads and what it makes of that. It is handed nothing else, so that its
 * key follows from what it reads, and nobody writes one.
 */
export type Step<T = unknown> = Given<T> | Figure<T> | Gathered<T> | Work<T> | Choice<T>;

type Plain = Readonly<Record<string, unknown>>;

/** A part of the document, known by what it says. */
export const setting = <T>(name: string, of: (document: JobDocument) => T): Given<T> => ({
  kind: 'given',
  name: `document · ${name}`,
  read: ({ document }) => of(document),
  key: ({ document }) => `${JSON.stringify(of(document))}`,
});

/** Anything else the run was begun with. */
export const given = <T>(
  name: string,
  read: (inputs: Inputs) => T,
  key: (inputs: Inputs) => string,
): Given<T> => ({ kind: 'given', name, read, key });

export const figure = <R extends Reads, T>(
  name: string,
  reads: R,
  compute: (values: Values<R>) => T,
): Figure<T> => ({ kind: 'figure', name, reads, compute: compute as (values: Plain) => T });

export const gathered = <R extends Reads, T>(
  name: string,
  reads: R,
  compute: (values: Values<R>) => T,
): Gathered<T> => ({ kind: 'gathered', name, reads, compute: compute as (values: Plain) => T });

export const work = <R extends Reads, T>(
  name: string,
  about: { part: TimedPart; cost?: number },
  reads: R,
  compute: (values: Values<R>, context: Context) => T,
): Work<T> => ({
  kind: 'work',
  name,
  part: about.part,
  cost: about.cost ?? 1,
  reads,
  compute: compute as (values: Plain, context: Context) => T,
});

export const choice = <R extends Reads, T>(
  name: string,
  reads: R,
  among: readonly Step<T>[],
  of: (values: Values<R>) => Step<T>,
): Choice<T> => ({ kind: 'choice', name, reads, among, of: of as (values: Plain) => Step<T> });

/** A part of what a step gives, known by what it says. */
export const partOf = <T, P>(step: Step<T>, name: string, of: (value: T) => P): Figure<P> =>
  figure(`${step.name} · ${name}`, { whole: step }, ({ whole }) => of(whole as T));

/** What is there whatever a run is begun with. */
export const constant = <T>(name: string, value: T): Figure<T> => figure(name, {}, () => value);
