import { Injectable } from '@angular/core';
import { del, get, set } from 'idb-keyval';
import type { JobDocument } from '@drelk/core';
import type { HistoryStep, JobRecord } from '@drelk/contract';

/** What the server has not taken yet of a job: the document, and its steps from `keep` on. */
export interface Draft {
  revision: number;
  document: JobDocument;
  keep: number;
  steps: HistoryStep[];
  cursor: number;
  /** When it was made, in milliseconds since 1970. */
  at: number;
}

/** How a draft stands to what the server has: taken there, to be taken up again, or made from an older job. */
export type DraftStanding = 'taken' | 'open' | 'apart';

const keyOf = (id: string) => `draft ${id}`;

/** Where the browser keeps nothing, as in some private windows, work is as safe as its connection. */
async function orNothing<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    return await work();
  } catch {
    return undefined;
  }
}

/** Work that has not reached the server, kept in this browser until it has. */
@Injectable({ providedIn: 'root' })
export class Drafts {
  async keep(id: string, draft: Draft): Promise<void> {
    await orNothing(() => set(keyOf(id), draft));
  }

  async of(id: string): Promise<Draft | undefined> {
    return orNothing(() => get<Draft>(keyOf(id)));
  }

  async forget(id: string): Promise<void> {
    await orNothing(() => del(keyOf(id)));
  }
}

/** A save whose answer never came may have been taken all the same: then the server has the first of the draft's steps. */
export function standingOf(draft: Draft, job: JobRecord): DraftStanding {
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  if (draft.revision === job.revision) return 'open';
  if (draft.cursor === job.cursor && same(draft.document, job.document)) return 'taken';
  const theirs = job.steps.slice(draft.keep);
  const isBegun =
    job.revision === draft.revision + 1 &&
    job.steps.length >= draft.keep &&
    theirs.length <= draft.steps.length &&
    same(theirs, draft.steps.slice(0, theirs.length));
  return isBegun ? 'open' : 'apart';
}
