import { type JobDocument, upgraded } from '@drelk/core';
import { differences, patched } from './patches';
import type { HistoryStep } from './wire';

/** What is stored of a job's document and of how it came to be. */
export interface StoredHistory {
  document: unknown;
  steps: readonly HistoryStep[];
  /** Steps from here on were undone. */
  cursor: number;
}

/**
 * A job of an older schema as one of today's, with its whole history: every document there was along it is made one
 * of today's schema, and the steps between them are found anew. So all that could be undone or redone still can.
 */
export function upgradedHistory({ document, steps, cursor }: StoredHistory): {
  document: JobDocument;
  steps: HistoryStep[];
} {
  const along: unknown[] = new Array<unknown>(steps.length + 1);
  along[cursor] = document;
  for (let k = cursor; k > 0; k--) along[k - 1] = patched(along[k], steps[k - 1].backward);
  for (let k = cursor; k < steps.length; k++) along[k + 1] = patched(along[k], steps[k].forward);
  const now = along.map(upgraded);
  return {
    document: now[cursor] as JobDocument,
    steps: steps.map(({ label }, k) => ({
      label,
      forward: differences(now[k], now[k + 1]),
      backward: differences(now[k + 1], now[k]),
    })),
  };
}
