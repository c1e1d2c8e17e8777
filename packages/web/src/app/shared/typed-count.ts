import { DrelkError } from '@drelk/core';

/** How many, as it is typed. Throws `bad-figure` for what is no whole number from `least` to `most`. */
export function typedCount(text: string, least: number, most: number): number {
  const count = Number(text);
  if (text.trim() !== '' && Number.isInteger(count) && count >= least && count <= most) return count;
  throw new DrelkError(
    'bad-figure',
    `“${text}” is not how many there may be.`,
    `Give a whole number from ${least} to ${most}.`,
  );
}
