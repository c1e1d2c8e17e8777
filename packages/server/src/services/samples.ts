import { readFile, readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { checkPicture, newJob } from '@drelk/core';
import { type Sample } from '@drelk/contract';
import { notFound } from '../problem';
import type { BlobStore } from './blobs';
import type { JobService, NewJob } from './jobs';

/** Samples that stand on the shelf of an empty database. */
const ON_THE_SHELF = ['01-moth.png', '07-tin-label.png', '08-leaf.png', '09-sealing-ring.png'];

/** The demo's pictures. */
export class SampleService {
  constructor(
    private readonly folder: string,
    private readonly blobs: BlobStore,
    private readonly jobs: JobService,
  ) {}

  /** What can be opened, and nothing else. */
  async list(): Promise<Sample[]> {
    const files = (await readdir(this.folder))
      .filter((file) => /\.(png|jpe?g|webp|gif|bmp|avif|dxf)$/.test(file))
      .sort();
    return Promise.all(
      files.map(async (file) => ({
        id: file.replace(/\.\w+$/, ''),
        name: nameOf(file),
        file,
        picture: file.replace(/\.dxf$/, '.webp'),
        bytes: (await stat(join(this.folder, file))).size,
      })),
    );
  }

  async read(file: string): Promise<Buffer> {
    const folder = file.endsWith('.webp') ? join(this.folder, '../shelf') : this.folder;
    return readFile(join(folder, file)).catch(() => {
      throw notFound('This sample');
    });
  }

  /** Fills an empty shelf with demo jobs: all of them with their small pictures, or none. */
  async fill(): Promise<void> {
    if ((await this.jobs.count()) > 0) return;
    const jobs: NewJob[] = [];
    for (const file of [...ON_THE_SHELF].reverse()) {
      const bytes = await this.read(file);
      const header = checkPicture(bytes, file);
      const { kind, width, height } = header;
      const blob = await this.blobs.put(bytes);
      const source = { blob, name: file, kind, width, height, density: header.density ?? null, notes: [] };
      const small = await this.read(file.replace(/\.\w+$/, '.webp'));
      jobs.push({
        document: { ...newJob(source), name: nameOf(file) },
        thumbnail: await this.blobs.put(small),
      });
    }
    await this.jobs.createAll(jobs);
  }
}

/** "09-sealing-ring.png" is called "Sealing ring". */
function nameOf(file: string): string {
  const words = file
    .replace(/^\d+-/, '')
    .replace(/\.\w+$/, '')
    .replace(/-/g, ' ');
  return words[0].toUpperCase() + words.slice(1).replace(/\ba(\d)\b/, 'A$1');
}
