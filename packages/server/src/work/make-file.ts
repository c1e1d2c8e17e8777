import { readFile } from 'node:fs/promises';
import { type CheckedFile, DrelkError, type HandOffAsked, type JobDocument, fileOf } from '@drelk/core';
import { nodeHost } from '@drelk/decode';
import { fontShelf, openJob, openSource } from '@drelk/runner';

/** A file that is asked for of a job as it was saved; everything in it can be sent to another thread. */
export interface FileAsked {
  document: JobDocument;
  what: HandOffAsked;
  /** Where the job's source lies, and fonts of its own by their ids. */
  source: string;
  fonts: Record<string, string>;
}

/** What was made, or the sentence why not. */
export type FileMade = { file: CheckedFile } | { problem: Pick<DrelkError, 'code' | 'message' | 'hint'> };

/** Runs a job from its source to a file that was read back and compared, as the page does. */
export async function makeFile({ document, what, source, fonts }: FileAsked): Promise<FileMade> {
  const host = nodeHost(__filename, async (id) => (id in fonts ? readFile(fonts[id]) : undefined));
  const context = { progress: () => undefined, stopped: () => false, now: () => performance.now() };
  try {
    const { blob: key, name } = document.source;
    const opened = openSource(host, await readFile(source), { key, name });
    const job = openJob(await opened.source, fontShelf(host));
    return { file: (await job.run(document, context)).take(fileOf(what)) };
  } catch (error) {
    if (!(error instanceof DrelkError)) throw error;
    const { code, message, hint } = error;
    return { problem: { code, message, hint } };
  }
}
