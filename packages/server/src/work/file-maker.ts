import { join } from 'node:path';
import { Piscina } from 'piscina';
import { type CheckedFile, DrelkError, type HandOffAsked, type JobDocument } from '@drelk/core';
import { Problem } from '../problem';
import type { BlobStore } from '../services/blobs';
import { type FileAsked, type FileMade, makeFile } from './make-file';

/** Runs jobs outside of the server's own thread; a job that nobody waits for any more is stopped. */
export interface Threads {
  make(asked: FileAsked, signal: AbortSignal): Promise<FileMade>;
  close(): Promise<void>;
}

/** As many may wait as people at one workshop would ask for at once. */
const MOST_WAITING = 16;
/** A job that takes longer is given up, in milliseconds. */
const LONGEST = 120_000;
/** A thread that nobody needs goes after this, in milliseconds. */
const IDLE = 30_000;

/** One thread beside the server's own: two would leave none of two cores to answer with. */
export function jobThreads(): Threads {
  const pool = new Piscina({
    filename: join(__dirname, 'thread.js'),
    minThreads: 0,
    maxThreads: 1,
    maxQueue: MOST_WAITING,
    idleTimeout: IDLE,
  });
  return {
    make: (asked, signal) => pool.run(asked, { signal }) as Promise<FileMade>,
    close: () => pool.destroy(),
  };
}

/** Where there are no built threads: in this one. */
export const ownThread: Threads = { make: makeFile, close: () => Promise.resolve() };

/** Makes files of saved jobs. */
export class FileMaker {
  constructor(
    private readonly threads: Threads,
    private readonly blobs: BlobStore,
  ) {}

  /** A file of a job, read back and compared. Throws the sentence why there is none. */
  async make(document: JobDocument, what: HandOffAsked, left: AbortSignal): Promise<CheckedFile> {
    const fonts = Object.keys(document.piece.fonts).map((id) => [id, this.blobs.path(id)]);
    const asked: FileAsked = {
      document,
      what,
      source: this.blobs.path(document.source.blob),
      fonts: Object.fromEntries(fonts) as FileAsked['fonts'],
    };
    const signal = AbortSignal.any([left, AbortSignal.timeout(LONGEST)]);
    const made = await this.threads.make(asked, signal).catch((error: unknown) => {
      throw signal.aborted || isFull(error) ? busy() : error;
    });
    if ('file' in made) return made.file;
    const { code, message, hint } = made.problem;
    throw new DrelkError(code, message, hint);
  }

  close(): Promise<void> {
    return this.threads.close();
  }
}

const isFull = (error: unknown): boolean => error instanceof Error && error.message.includes('queue');

const busy = () =>
  new Problem(503, {
    code: 'busy',
    message: 'The server has no time to work this job out.',
    hint: 'Open the job and hand it off there, or try again.',
  });
