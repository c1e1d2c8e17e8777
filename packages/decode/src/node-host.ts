import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { checkPicture } from '@drelk/core';
import type { Host } from '@drelk/runner';
import { decoded } from './pixels';

/** Where single-line fonts lie in the core. */
const STROKES = '@drelk/core/package.json';

/**
 * How jobs are run outside the browser. Packages are looked for from `place`, a file of whoever runs; `own` gives the bytes of
 * fonts that users brought along, where there are any.
 */
export function nodeHost(
  place: string,
  own: (id: string) => Promise<Uint8Array | undefined> = () => Promise.resolve(undefined),
): Host {
  const { resolve } = createRequire(place);
  return {
    decode(bytes, name) {
      const file = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
      return decoded(file, checkPicture(file, name), name);
    },
    async fontFile(font) {
      try {
        if ('own' in font) return await own(font.own);
        const isStroke = !font.shipped.includes('/');
        return await readFile(
          isStroke ? join(dirname(resolve(STROKES)), 'fonts', font.shipped) : resolve(font.shipped),
        );
      } catch {
        return undefined;
      }
    },
    async outlineReader() {
      const { create } = await import('fontkit');
      return (bytes) => create(Buffer.from(bytes));
    },
  };
}
