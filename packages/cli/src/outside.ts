import { readFile } from 'node:fs/promises';
import { DrelkError, type Fonts, type Wanted, type WorkAsked, parseLength } from '@drelk/core';
import { fontsFor } from './fonts';
import { UNITS } from './tidy';

/** What the command line says of somebody's file and of the work that it is for. */
export interface OutsideOptions {
  process: string;
  material?: string;
  tool?: string;
  unit?: string;
  /** Of pockets. */
  depth?: string;
  comesOut?: string;
}

/** A file's bytes, the fonts that it names, and what it is for; throws a sentence for what cannot be read. */
export async function outsideFile(
  path: string,
  { process, material, tool, unit, depth, comesOut }: OutsideOptions,
): Promise<{ bytes: Uint8Array; fonts: Fonts; asked: WorkAsked }> {
  const bytes = await readFile(path).catch(() => {
    throw new DrelkError('bad-drawing', `“${path}” cannot be opened.`, 'Check its name and where it lies.');
  });
  const asked = {
    process,
    ...(material === undefined ? {} : { material }),
    ...(tool === undefined ? {} : { tool: parseLength(tool, 'mm') }),
    ...(depth === undefined ? {} : { works: { pocket: { tool: null, depth: parseLength(depth, 'mm') } } }),
    ...(comesOut === undefined ? {} : { wanted: comesOut as Wanted }),
    ...(unit === undefined ? {} : { millimetresPerUnit: UNITS[unit] }),
  };
  return { bytes, fonts: await fontsFor(bytes), asked };
}
