import { type Looks, newLooks } from './look';

/**
 * What the stages last gave, each kept under a key made of its settings and of its input's key: a change
 * recomputes its own stage and what follows, and nothing else. Two results are kept a step, so that going
 * back and forth between two values costs nothing.
 */
export interface Memory {
  kept: Map<string, { key: string; value: unknown; milliseconds: number }[]>;
  /** What was seen in whole pictures; shared by memories of the same picture at several sizes. */
  looks: Looks;
}

const KEPT = 2;

export function newMemory(looks: Looks = newLooks()): Memory {
  return { kept: new Map(), looks };
}

/** A step's result, and the key under which the next step knows it. */
export interface Remembered<T> {
  key: string;
  value: T;
  /** What computing it took, now or when it was computed. */
  milliseconds: number;
}

/** Gives a step's kept result, or computes it. `key` must name everything the result depends on. */
export function remember<T>(
  memory: Memory,
  step: string,
  key: string,
  now: () => number,
  compute: () => T,
): Remembered<T> {
  const results = memory.kept.get(step) ?? [];
  const found = results.find((result) => result.key === key);
  if (found) return found as Remembered<T>;
  const begun = now();
  const value = compute();
  const result = { key, value, milliseconds: now() - begun };
  memory.kept.set(step, [result, ...results].slice(0, KEPT));
  return result;
}

/** Names of the timed steps, in order. */
export const STEPS = [
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
] as const;
export type Step = (typeof STEPS)[number];

/** Runs one step, or takes what it gave before. */
export type RunStep = <T>(
  name: Step,
  part: string,
  key: string,
  compute: () => T,
) => { key: string; value: T };
