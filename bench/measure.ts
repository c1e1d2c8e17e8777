import type { Context } from '@drelk/core';

export const now = () => performance.now();
/** A context that never stops, with real times. */
export const context: Context = { now, progress: () => undefined, stopped: () => false };

const sorted = (values: number[]) => [...values].sort((a, b) => a - b);
export const median = (values: number[]) => sorted(values)[Math.floor(values.length / 2)];
export const percentile = (values: number[], share: number) =>
  sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** Rows that came out slower than their bound, told at the end. */
const over: string[] = [];

/** A figure beside the most that it may be. */
export function bounded(value: number, most: number, unit: string): string {
  const text = `${value.toFixed(value < 10 ? 1 : 0)} ${unit}`;
  if (value <= most) return `${text} (at most ${most})`;
  over.push(`${text}, at most ${most}`);
  return `**${text}** (at most ${most})`;
}

/** Says what was over its bound. */
export function tellOver(): void {
  if (over.length > 0) console.log(`\nOver their bounds: ${over.join('; ')}.`);
}

/** A table with the rows' names across and their figures down the side, so that it stays narrow. */
export function print(title: string, rows: Record<string, Record<string, string>>): void {
  const names = Object.keys(rows);
  const figures = Object.keys(rows[names[0]]);
  console.log(`\n${title}\n`);
  console.log(`| | ${names.join(' | ')} |`);
  console.log(`|---|${names.map(() => '---').join('|')}|`);
  for (const figure of figures)
    console.log(`| ${figure} | ${names.map((name) => rows[name][figure]).join(' | ')} |`);
}
