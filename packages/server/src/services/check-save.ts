import { isDeepStrictEqual } from 'node:util';
import { type HistoryStep, type SaveRequest, patched } from '@drelk/contract';
import { Problem } from '../problem';

/** What is stored of a job: its document as JSON, and its history. */
export interface StoredJob {
  document: string;
  steps: readonly HistoryStep[];
  cursor: number;
}

/**
 * A save must fit what is stored: its steps lead from the stored document to the one that is sent, and back. Otherwise
 * what is undone later would be another job.
 */
export function checkSave(stored: StoredJob, { document, keep, steps, cursor }: SaveRequest): void {
  const old = stored.steps;
  if (keep > old.length || cursor > keep + steps.length) throw unfit();
  const all = [...old.slice(0, keep), ...steps];
  // From the document that is sent to the one where old and new history part, and from there to the stored one.
  const parted = patched(document, walk(all, cursor, keep));
  if (!isStored(patched(parted, walk(old, keep, stored.cursor)), stored.document)) throw unfit();
  const there = patched(parted, walk(all, keep, cursor));
  const end = patched(parted, walk(all, keep, all.length));
  if (!isDeepStrictEqual(there, document)) throw unfit();
  if (!isDeepStrictEqual(patched(end, walk(all, all.length, keep)), parted)) throw unfit();
}

/** Patches that lead along a history from after so many of its steps to after so many. */
function walk(steps: readonly HistoryStep[], from: number, to: number) {
  return from <= to
    ? steps.slice(from, to).flatMap(({ forward }) => forward)
    : steps
        .slice(to, from)
        .reverse()
        .flatMap(({ backward }) => backward);
}

/** Whether a document is what is stored: read only where it is not written the same. */
const isStored = (document: unknown, stored: string): boolean =>
  JSON.stringify(document) === stored || isDeepStrictEqual(document, JSON.parse(stored));

const unfit = () =>
  new Problem(400, {
    code: 'unfit',
    message: 'The steps that were sent do not lead to the job that was sent with them.',
    hint: 'Keep yours as a copy, or open the job again as it was saved last.',
  });
