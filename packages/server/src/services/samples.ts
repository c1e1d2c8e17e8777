import { readFile, readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import {
  EMPTY_PAGE,
  type JobDocument,
  type PieceSettings,
  type Source,
  VECTOR_DEFAULTS,
  checkPicture,
  newJob,
} from '@drelk/core';
import { type Sample } from '@drelk/contract';
import { notFound } from '../problem';
import type { BlobStore } from './blobs';
import type { JobService, NewJob } from './jobs';

/** Samples that stand on the shelf of an empty database. */
const ON_THE_SHELF = ['01-moth.png', '07-tin-label.png', '08-leaf.png', '09-sealing-ring.png'];

/** A finished job of the demo: its picture, or none, and what lies on its piece. */
interface FinishedJob {
  name: string;
  picture: string | null;
  units: 'mm' | 'in';
  piece: PieceSettings;
}

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
      const document = { ...newJob(await this.sourceOf(file)), name: nameOf(file) };
      jobs.push({ document, thumbnail: await this.small(file) });
    }
    const folder = join(this.folder, '../finished');
    for (const file of (await readdir(folder)).sort().reverse()) {
      const { name, picture, units, piece } = JSON.parse(
        await readFile(join(folder, file), 'utf8'),
      ) as FinishedJob;
      const job = picture ? newJob(await this.sourceOf(picture)) : await this.emptyJob();
      jobs.push({ document: { ...job, name, units, piece }, thumbnail: await this.small(file) });
    }
    await this.jobs.createAll(jobs);
  }

  private async sourceOf(file: string): Promise<Source> {
    const bytes = await this.read(file);
    const { kind, width, height, density } = checkPicture(bytes, file);
    const blob = await this.blobs.put(bytes);
    return { blob, name: file, kind, width, height, density: density ?? null, notes: [] };
  }

  private async emptyJob(): Promise<JobDocument> {
    const { svg, ...page } = EMPTY_PAGE;
    const blob = await this.blobs.put(Buffer.from(svg));
    return newJob({ blob, kind: 'svg', density: null, notes: [], ...page }, VECTOR_DEFAULTS);
  }

  /** The small picture of a demo job. */
  private async small(file: string): Promise<string> {
    return this.blobs.put(await this.read(file.replace(/\.\w+$/, '.webp')));
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
