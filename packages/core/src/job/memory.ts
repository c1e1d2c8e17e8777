import type { Context } from '../context';
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

/** Two odd numbers that spread bits well (those of MurmurHash3's finalizer, from memory). */
const SPREAD = 0x85ebca6b;
const SPREAD_MORE = 0xc2b2ae35;

/**
 * A short name for a long key: 64 bits of hash in two halves, each multiplied and turned character by character. Keys
 * are made of the keys before them, so that whole ones would grow with every step and every stroke of the hand.
 */
export function shortened(key: string): string {
  let [a, b] = [0x9e3779b9, 0x7f4a7c15];
  for (let i = 0; i < key.length; i++) {
    const code = key.charCodeAt(i);
    a = Math.imul(a ^ code, SPREAD);
    a ^= a >>> 15;
    b = Math.imul(b ^ (code + i), SPREAD_MORE);
    b ^= b >>> 13;
  }
  return `${(a >>> 0).toString(36)}.${(b >>> 0).toString(36)}.${key.length.toString(36)}`;
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

/** Runs steps from memory and counts their milliseconds. */
export function stepsIn(memory: Memory, timing: Record<Step, number> | undefined, context: Context): RunStep {
  return (name, part, key, compute) => {
    context.progress(name, 0);
    const result = remember(memory, part, shortened(`${part} ${key}`), () => context.now(), compute);
    if (timing) timing[name] += result.milliseconds;
    return result;
  };
}
