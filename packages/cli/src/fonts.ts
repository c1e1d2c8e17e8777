import { readFile } from 'node:fs/promises';
import * as modules from 'node:module';
import { type Font, type Fonts, SHIPPED_FONTS, fontsNamedInFile, openFont } from '@drelk/core';

/** The shipped fonts that a file's writing is set in; those of the interface's packages, beside the program. */
export async function fontsFor(file: Uint8Array): Promise<Fonts> {
  const wanted = new Set(fontsNamedInFile(file));
  const fonts = new Map<string, Font>();
  if (wanted.size === 0) return fonts;
  const { create } = await import('fontkit');
  const { resolve } = modules.createRequire(process.argv[1]);
  for (const { id, name, file: path, licence } of SHIPPED_FONTS) {
    if (!wanted.has(id) || licence === 'Hershey') continue;
    const bytes = await readFile(resolve(path));
    fonts.set(
      id,
      openFont((given) => create(Buffer.from(given)), bytes, name),
    );
  }
  return fonts;
}
