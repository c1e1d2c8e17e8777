import { createHash, randomUUID } from 'node:crypto';
import { mkdir, readFile, readdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { notFound } from '../problem';

/** A blob's name, with another behind it for as long as it is written. */
const TEMPORARY = /[0-9a-f]{64}\.[0-9a-f-]{36}$/;

/** Files named by the SHA-256 of their bytes: written once, never changed. */
export class BlobStore {
  constructor(private readonly folder: string) {}

  /** Where a blob lies. */
  path(sha256: string): string {
    return join(this.folder, sha256.slice(0, 2), sha256);
  }

  /** Makes the folder, or takes away from it what was being written when a server was stopped; how much that was. */
  async sweep(): Promise<number> {
    await mkdir(this.folder, { recursive: true });
    const files = await readdir(this.folder, { recursive: true });
    const left = files.filter((file) => TEMPORARY.test(file));
    for (const file of left) await rm(join(this.folder, file), { force: true });
    return left.length;
  }

  /** Keeps bytes and tells their name; bytes already there are not written again. */
  async put(bytes: Uint8Array): Promise<string> {
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const path = this.path(sha256);
    if (await this.has(sha256)) return sha256;
    await mkdir(dirname(path), { recursive: true });
    const temporary = `${path}.${randomUUID()}`;
    try {
      await writeFile(temporary, bytes, { flush: true });
      await rename(temporary, path);
    } finally {
      await rm(temporary, { force: true });
    }
    return sha256;
  }

  async has(sha256: string): Promise<boolean> {
    return stat(this.path(sha256)).then(
      () => true,
      () => false,
    );
  }

  async get(sha256: string): Promise<Buffer> {
    return readFile(this.path(sha256)).catch(() => {
      throw notFound('The picture');
    });
  }
}
