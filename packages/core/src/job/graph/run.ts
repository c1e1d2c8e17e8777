import { type Context, checkStopped } from '../../context';
import { NO_FONTS } from '../../text';
import type { Inputs } from './inputs';
import { shortened } from './key';
import { type Memory, keep, recalled } from './memory';
import { TIMED_PARTS, type TimedPart, type Reads, type Step } from './step';

/** One job's steps with what it was begun with: whatever is asked for is worked out once, from memory where nothing it reads has changed. */
export interface Run {
  inputs: Inputs;
  /** What a step gives. Throws `stopped` once it is no longer wanted; nothing half done is kept. */
  take<T>(step: Step<T>): T;
  /** A name for what a step gives: the same for the same, and for nothing else. */
  keyOf(step: Step): string;
  /** Milliseconds that each part of what was taken took when it was computed. */
  timing(): Record<TimedPart, number>;
}

/** Hands a step the values it declared; tests hand it ones that tell what is read. */
export type HandIn = (step: Step, values: Record<string, unknown>) => Record<string, unknown>;

/** Begins a run of a job. The same inputs give the same values wherever this runs. */
export function startRun(
  { document, source, fonts = NO_FONTS }: Omit<Inputs, 'fonts'> & Partial<Pick<Inputs, 'fonts'>>,
  memory: Memory,
  context: Context,
  handIn: HandIn = (_, values) => values,
): Run {
  const inputs: Inputs = { document, source, fonts };
  const keys = new Map<string, string>();
  const values = new Map<string, unknown>();
  const timing = Object.fromEntries(TIMED_PARTS.map((part) => [part, 0])) as Record<TimedPart, number>;
  const watch = { done: 0, all: 0 };

  const once = <T>(known: Map<string, T>, name: string, compute: () => T): T => {
    const found = known.get(name);
    if (found !== undefined || known.has(name)) return found as T;
    const value = compute();
    known.set(name, value);
    return value;
  };
  const read = (step: Exclude<Step, { kind: 'given' }>): Record<string, unknown> =>
    handIn(step, mapped(step.reads, valueOf));
  const picked = (step: Extract<Step, { kind: 'choice' }>): Step =>
    once(chosen, step.name, () => step.of(read(step)));
  const chosen = new Map<string, Step>();

  function keyOf(step: Step): string {
    return once(keys, step.name, () => {
      if (step.kind === 'given') return shortened(`${step.name} ${step.key(inputs)}`);
      if (step.kind === 'choice') return keyOf(picked(step));
      if (step.kind === 'figure') return shortened(`${step.name} ${JSON.stringify(valueOf(step))}`);
      return shortened(`${step.name} ${Object.values(mapped(step.reads, keyOf)).join(' ')}`);
    });
  }

  function valueOf(step: Step): unknown {
    return once(values, step.name, () => {
      if (step.kind === 'given') return step.read(inputs);
      if (step.kind === 'choice') return valueOf(picked(step));
      if (step.kind !== 'work') return step.compute(read(step));
      const name = `${step.name} ${keyOf(step)}`;
      const found = recalled(memory, name);
      if (!found) return worked(step, name);
      timing[step.part] += found.milliseconds;
      watch.done += step.cost;
      return found.value;
    });
  }

  function worked(step: Extract<Step, { kind: 'work' }>, name: string): unknown {
    const given = read(step);
    checkStopped(context);
    const tell = (share: number) =>
      context.progress(step.part, Math.min(1, (watch.done + share * step.cost) / watch.all));
    tell(0);
    const begun = context.now();
    const value = step.compute(given, { ...context, progress: (_, share) => tell(share) });
    const milliseconds = context.now() - begun;
    keep(memory, name, { of: `${step.name} ${source.key}`, value, milliseconds });
    timing[step.part] += milliseconds;
    watch.done += step.cost;
    return value;
  }

  return {
    inputs,
    keyOf,
    timing: () => ({ ...timing }),
    take<T>(step: Step<T>): T {
      watch.all = Math.max(watch.all, watch.done + costOf(step));
      return valueOf(step) as T;
    },
  };
}

const mapped = <T>(reads: Reads, of: (step: Step) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(reads).map(([name, step]) => [name, of(step)]));

const costs = new WeakMap<Step, number>();

/** What all that a step hangs on costs together; of several that it may be, the dearest. */
function costOf(step: Step): number {
  const known = costs.get(step);
  if (known !== undefined) return known;
  const sum = [...worksBehind(step).values()].reduce((all, cost) => all + cost, 0);
  costs.set(step, sum);
  return sum;
}

function worksBehind(
  step: Step,
  seen = new Map<Step, ReadonlyMap<string, number>>(),
): ReadonlyMap<string, number> {
  const known = seen.get(step);
  if (known) return known;
  const works = new Map<string, number>();
  seen.set(step, works);
  const add = (more: ReadonlyMap<string, number>) => more.forEach((cost, name) => works.set(name, cost));
  if (step.kind === 'given') return works;
  Object.values(step.reads).forEach((one) => add(worksBehind(one, seen)));
  if (step.kind === 'work') works.set(step.name, step.cost);
  if (step.kind === 'choice') {
    const total = (one: ReadonlyMap<string, number>) =>
      [...one.values()].reduce((all, cost) => all + cost, 0);
    const [dearest] = step.among.map((one) => worksBehind(one, seen)).sort((a, b) => total(b) - total(a));
    if (dearest) add(dearest);
  }
  return works;
}
