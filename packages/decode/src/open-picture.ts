import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { type DecodedPicture, DrelkError, type Source, checkPicture } from '@drelk/core';
import { decoded } from './pixels';

/** A picture file decoded to RGBA, its orientation obeyed, with what its header says. */
export interface OpenedPicture {
  source: Source;
  decoded: DecodedPicture;
}

/** Reads and decodes a picture; every refusal is a sentence, given before anything is decoded where it can be. */
export async function openPicture(path: string): Promise<OpenedPicture> {
  const name = basename(path);
  const bytes = await readFile(path).catch(() => {
    throw new DrelkError(
      'not-a-picture',
      `“${name}” cannot be opened.`,
      'Check the name and that it may be read.',
    );
  });
  const header = checkPicture(bytes, name);
  const picture = await decoded(bytes, header, name);
  const blob = createHash('sha256').update(bytes).digest('hex');
  return {
    source: {
      blob,
      name,
      kind: header.kind,
      width: picture.width,
      height: picture.height,
      density: header.density ?? null,
      notes: header.animated ? ['The file moves; its first picture was taken.'] : [],
    },
    decoded: { key: blob, picture, reduction: 1 },
  };
}
