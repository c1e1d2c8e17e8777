import { strToU8, unzipSync, zipSync } from 'fflate';
import { DrelkError } from '../../error';
import { FORMAT_IDS, fileNameFor, formatOf } from '../../format';
import type { CheckedFile } from '../../handoff';
import type { JobDocument } from '../document/document';
import { handOffFile } from './hand-off-file';
import { jobCard } from './job-card';
import type { JobResult } from '../steps/result';

/** The name of the plain text in a package. */
const CARD = 'job-card.txt';
/** Zip keeps no time before 1980; packages of the same job are the same bytes. */
const TIME = new Date('1980-01-02T00:00:00');

/**
 * All files of a job, each as is chosen of it and each read back, with the job's card, as a zip (APPNOTE 6.3). It is opened again and
 * compared before it is given out.
 */
export function packageOf(document: JobDocument, result: JobResult): CheckedFile {
  const leftOut: string[] = [];
  const files = FORMAT_IDS.flatMap((format) => {
    try {
      return [handOffFile(document, result, format)];
    } catch (error) {
      // What is too large as a picture is handed off as paths all the same; anything else is a fault.
      if (!(error instanceof DrelkError) || error.code !== 'too-large') throw error;
      leftOut.push(`No ${formatOf(format).name}: ${error.message} ${error.hint}`);
      return [];
    }
  });
  const entries: Record<string, Uint8Array> = {
    ...Object.fromEntries(files.map(({ name, bytes }) => [name, bytes])),
    [CARD]: strToU8(jobCard(document, result, files, leftOut)),
  };
  const bytes = zipSync(entries, { mtime: TIME });
  const back = unzipSync(bytes);
  const isSame = Object.entries(entries).every(
    ([name, own]) => back[name]?.length === own.length && back[name].every((byte, k) => byte === own[k]),
  );
  if (!isSame || Object.keys(back).length !== Object.keys(entries).length)
    throw new DrelkError(
      'hand-off-differs',
      'The package opened again differs from its files.',
      'Nothing was handed off. Please keep the job and report it.',
    );
  return {
    name: fileNameFor(document.name, 'zip'),
    format: 'zip',
    bytes: new Uint8Array(bytes),
    readBack: files[0].readBack,
  };
}

/** What is asked for to be handed off: one file, of all or of a plate, or all files as a package. */
export interface HandOffAsked {
  format: CheckedFile['format'];
  plate?: string | undefined;
}
