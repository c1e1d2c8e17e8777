import { Injectable, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import {
  DrelkError,
  EMPTY_PAGE,
  type Source,
  VECTOR_DEFAULTS,
  type VectorKind,
  checkSource,
  newJob,
} from '@drelk/core';
import { MOST_BYTES, type JobRecord } from '@drelk/contract';
import { beginAt } from '../view/bench-state';
import { ApiService } from '../shared/api.service';
import { ProblemService } from '../shared/problem.service';
import { Incoming } from './incoming';
import { PdfPages } from './pdf-pages';
import { TiffPages } from './tiff-pages';
import { VectorFiles } from './vector-files';

/** Makes a job of every picture that comes in, by whatever door: looked at first, then kept, then put on the shelf. */
@Injectable({ providedIn: 'root' })
export class IntakeService {
  /** Something is being dragged over the window. */
  readonly dropping = signal(false);
  readonly taking = signal(false);
  /** Jobs made since the page began: the shelf lists anew when it grows. */
  readonly made = signal(0);

  private readonly api = inject(ApiService);
  private readonly problems = inject(ProblemService);
  private readonly router = inject(Router);
  private readonly incoming = inject(Incoming);
  private readonly pdf = inject(PdfPages);
  private readonly tiff = inject(TiffPages);
  private readonly vectors = inject(VectorFiles);

  /** Takes files in, one after the other. One alone is opened; of several, and of those that failed, it is told. */
  async takeAll(files: readonly File[]): Promise<void> {
    if (files.length === 0 || this.taking()) return;
    this.taking.set(true);
    const jobs: JobRecord[] = [];
    const problems: unknown[] = [];
    try {
      for (const file of files) {
        if (files.length === 1) this.incoming.begin(file);
        try {
          const job = await this.take(file);
          if (job) jobs.push(job);
        } catch (problem) {
          this.incoming.end();
          problems.push(problem);
        }
      }
    } finally {
      this.taking.set(false);
      this.made.update((count) => count + jobs.length);
    }
    if (files.length === 1 && jobs.length === 1) await this.router.navigate(['/job', jobs[0].id]);
    else if (jobs.length > 0) {
      const failed = problems.length > 0 ? `, ${problems.length} could not be taken` : '';
      const made = jobs.length === 1 ? '1 new job is' : `${jobs.length} new jobs are`;
      this.problems.done(
        `${made} on the shelf${failed}.`,
        'To the shelf',
        () => void this.router.navigate(['/']),
      );
    }
    if (problems.length > 0) this.problems.show(problems[0]);
  }

  /** A job without a picture: an empty page to lay boards, text and holes on. */
  async beginEmpty(): Promise<void> {
    if (this.taking()) return;
    this.taking.set(true);
    try {
      const { name, width, height, svg } = EMPTY_PAGE;
      const file = new File([svg], name, { type: 'image/svg+xml' });
      const blob = await firstValueFrom(this.api.upload(file));
      const source: Source = { blob, name, kind: 'svg', width, height, density: null, notes: [] };
      const job = await firstValueFrom(this.api.create(newJob(source, VECTOR_DEFAULTS)));
      this.made.update((count) => count + 1);
      beginAt(job.id, 'piece');
      await this.router.navigate(['/job', job.id]);
    } catch (problem) {
      this.problems.show(problem);
    } finally {
      this.taking.set(false);
    }
  }

  onPaste(event: ClipboardEvent): void {
    void this.takeAll([...(event.clipboardData?.files ?? [])]);
  }

  onDragOver(event: DragEvent): void {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.dropping.set(true);
  }

  onDrop(event: DragEvent): void {
    this.dropping.set(false);
    const files = [...(event.dataTransfer?.files ?? [])];
    if (files.length === 0) return;
    event.preventDefault();
    void this.takeAll(files);
  }

  /** Undefined where a page was to be chosen and none was. Rejects with a sentence; nothing is kept then. */
  private async take(given: File): Promise<JobRecord | undefined> {
    const file = await ((await this.pdf.isPdf(given)) ? this.pdf.choose(given) : this.tiff.choose(given));
    if (!file) {
      this.incoming.end();
      return undefined;
    }
    if (file.size > MOST_BYTES) {
      const size = Math.round(file.size / 1024 / 1024);
      throw {
        code: 'too-large',
        message: `“${file.name}” is ${size} MB; up to 64 MB are taken.`,
        hint: 'Save it smaller.',
      };
    }
    const header = checked(new Uint8Array(await file.arrayBuffer()), file.name);
    if (!('width' in header)) return this.takeVector(file, header.kind);
    const blob = await firstValueFrom(this.api.upload(file));
    this.incoming.keptAs(blob);
    const source: Source = {
      blob,
      name: file.name.slice(0, 255),
      kind: header.kind,
      width: header.width,
      height: header.height,
      density: header.density ?? null,
      notes: header.animated ? ['The file moves; its first picture was taken.'] : [],
    };
    return firstValueFrom(this.api.create(newJob(source)));
  }

  /** A vector file is looked at first: what it holds, its unit and its layers are asked about before it is kept. */
  private async takeVector(file: File, kind: VectorKind): Promise<JobRecord | undefined> {
    this.incoming.end();
    const chosen = await this.vectors.choose(file);
    if (!chosen) return undefined;
    const { settings, page } = chosen;
    const blob = await firstValueFrom(this.api.upload(file));
    const whole = (length: number) => Math.min(MOST_MILLIMETRES, Math.max(1, Math.ceil(length)));
    const source: Source = {
      blob,
      name: file.name.slice(0, 255),
      kind,
      width: whole(page.width),
      height: whole(page.height),
      density: null,
      notes: [],
    };
    return firstValueFrom(this.api.create({ ...newJob(source, settings), units: chosen.units }));
  }
}

/** Sizes of pages are kept up to this, in millimetres. */
const MOST_MILLIMETRES = 100_000;

/** As everywhere; but here pages of a PDF are taken as well. */
function checked(bytes: Uint8Array, name: string) {
  try {
    return checkSource(bytes, name);
  } catch (error) {
    if (!(error instanceof DrelkError) || error.code !== 'not-a-picture') throw error;
    throw new DrelkError(
      error.code,
      error.message,
      'Choose a PNG, JPEG, WebP, GIF, BMP, TIFF or AVIF file, a PDF, an SVG, or a DXF saved as text.',
    );
  }
}
