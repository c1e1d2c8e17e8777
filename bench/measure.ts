import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import type { Context } from '@drelk/core';

/** Where bounds are kept, from the project's folder. */
const BOUNDS_FILE = 'bench/bounds.json';

export const now = () => performance.now();
/** A context that never stops, with real times. */
export const context: Context = { now, progress: () => undefined, stopped: () => false };

const sorted = (values: number[]) => [...values].sort((a, b) => a - b);
export const median = (values: number[]) => sorted(values)[Math.floor(values.length / 2)];
export const percentile = (values: number[], share: number) =>
  sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** Figures that came out over their bound, told at the end. */
const over: string[] = [];

/** A figure beside the most that it may be; `named` says at the end which one it was. */
export function bounded(value: number, most: number, unit: string, named = ''): string {
  const text = `${Number(value.toFixed(value < 10 ? 2 : 0))} ${unit}`.trim();
  if (value <= most) return `${text} (at most ${most})`;
  over.push(`${named}${named ? ' ' : ''}${text}, at most ${most}`);
  return `**${text}** (at most ${most})`;
}

/** Says what was over its bound. */
export function tellOver(): void {
  if (over.length > 0) console.log(`\nOver their bounds: ${over.join('; ')}.`);
}

/** Bounds of figures that take time, are counted or compared, by table, column and row: what was measured once, and half as much. */
const BOUNDS = readBounds();
const MORE = 1.5;
/** Counted things do not come out otherwise on a busy machine. */
const MORE_NODES = 1.02;
/** A time, or a plain number of a row that is to be small. */
const TIME = /^([\d.]+) (ms|s)$/;
const PLAIN = /^([\d.]+)$/;
const SMALL = /reference|bytes|nodes|ns\/px/;

function readBounds(): Record<string, number> {
  return existsSync(BOUNDS_FILE)
    ? (JSON.parse(readFileSync(BOUNDS_FILE, 'utf8')) as Record<string, number>)
    : {};
}

/** A cell beside its bound; with BENCH_RECORD what it comes to is kept as one. */
function withBound(table: string, column: string, row: string, cell: string): string {
  const [, figure, unit = ''] = TIME.exec(cell) ?? (SMALL.test(row) ? PLAIN.exec(cell) : null) ?? [];
  if (figure === undefined) return cell;
  const key = `${table.split(/[;,:]/)[0]} | ${column} | ${row}`;
  if (process.env['BENCH_RECORD'])
    BOUNDS[key] =
      row === 'nodes'
        ? Math.ceil(MORE_NODES * Number(figure))
        : Number((MORE * Math.max(1, Number(figure))).toPrecision(2));
  const most = BOUNDS[key] as number | undefined;
  return most === undefined ? cell : bounded(Number(figure), most, unit, `${column}, ${row}:`);
}

/** A table with the rows' names across and their figures down the side, so that it stays narrow; each figure beside its bound. */
export function print(title: string, rows: Record<string, Record<string, string>>): void {
  const names = Object.keys(rows);
  const figures = Object.keys(rows[names[0]]);
  console.log(`\n${title}\n`);
  console.log(`| | ${names.join(' | ')} |`);
  console.log(`|---|${names.map(() => '---').join('|')}|`);
  for (const figure of figures)
    console.log(
      `| ${figure} | ${names.map((name) => withBound(title, name, figure, rows[name][figure])).join(' | ')} |`,
    );
  if (process.env['BENCH_RECORD']) writeFileSync(BOUNDS_FILE, `${JSON.stringify(BOUNDS, undefined, 2)}\n`);
}
