import type { ColourPicture, Contour, Kind, Point } from '@drelk/core';

/** A picture, and what a first look at it should come to. */
export interface Case {
  name: string;
  set: 'shape' | 'pen' | 'sheet' | 'photo' | 'clip' | 'print' | 'relief' | 'paper';
  made(): Promise<Made>;
}

export interface Made {
  picture: ColourPicture;
  kinds: Kind[];
  /** Whether ink is the lighter tone; undefined where either may be. */
  lightOnDark?: boolean;
  /** Corners of the sheet in view; null where there is none. */
  sheet: Point[] | null;
  /** 1 where ink is; undefined where nobody can say. */
  ink?: Uint8Array;
  /** Lines of a pen, in the picture. */
  strokes?: Contour[];
}

export type Next = () => number;

/** A number from a name, the same at every run (FNV-1a). */
export const hashOf = (name: string): number =>
  [...name].reduce((hash, letter) => Math.imul(hash ^ letter.charCodeAt(0), 0x01000193) >>> 0, 0x811c9dc5);

/** Half of the pictures is only measured, never looked at while rules are made. */
export const isKeptAside = (name: string): boolean => (hashOf(name) >>> 7) % 2 === 1;

export const between = (next: Next, from: number, to: number) => from + (to - from) * next();

export const chance = (next: Next, share: number) => next() < share;

export const pick = <T>(next: Next, list: readonly T[]): T => list[Math.floor(next() * list.length)];

/** A size of so many megapixels, upright or not. */
export function sizeOf(next: Next, least: number, most: number): { width: number; height: number } {
  const pixels = 1e6 * Math.exp(between(next, Math.log(least), Math.log(most)));
  const long = Math.round(Math.sqrt((pixels * 4) / 3));
  const short = Math.round((long * 3) / 4);
  return chance(next, 0.7) ? { width: long, height: short } : { width: short, height: long };
}

/** The two halves, by name, and which pictures each has. */
export const HALVES = [
  ['tuned on', (name: string) => !isKeptAside(name)],
  ['kept aside', isKeptAside],
] as const;

/** Intersection over union of two masks of ones and zeros. */
export function overlap(found: ArrayLike<number>, truth: ArrayLike<number>): number {
  let [both, either] = [0, 0];
  for (let i = 0; i < truth.length; i++) {
    both += truth[i] & found[i];
    either += truth[i] | found[i];
  }
  return either > 0 ? both / either : 0;
}

export const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;
