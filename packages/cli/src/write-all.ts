import { rename, rm, writeFile } from 'node:fs/promises';
import { DrelkError, FORMAT_IDS, type FormatId, formatOf, formatOfName } from '@drelk/core';

/** Writes every file under a temporary name first, so that a failure leaves nothing behind. */
export async function writeAll(outputs: [string, string | Uint8Array][]): Promise<void> {
  const temporary = outputs.map(([path]) => `${path}.part-${process.pid}`);
  try {
    for (let k = 0; k < outputs.length; k++) await writeFile(temporary[k], outputs[k][1]);
    for (let k = 0; k < outputs.length; k++) await rename(temporary[k], outputs[k][0]);
  } catch {
    await Promise.all(temporary.map((path) => rm(path, { force: true })));
    throw new DrelkError(
      'bad-document',
      'The output could not be written.',
      'Check that the folder exists and may be written to.',
    );
  }
}

/** The format of an output by its ending, among some. */
export function formatFor(file: string, among: readonly FormatId[] = FORMAT_IDS): FormatId {
  const format = formatOfName(file);
  if (format && among.includes(format)) return format;
  const endings = among.map((id) => `.${formatOf(id).ending}`).join(' nor ');
  throw new DrelkError(
    'bad-document',
    `“${file}” ends in neither ${endings}.`,
    'Name the output by what it is to be.',
  );
}

/** A report as it is written. */
export const asReport = (report: object): string => `${JSON.stringify(report, null, 2)}\n`;
