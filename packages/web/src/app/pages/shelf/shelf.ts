import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { formatDistanceToNowStrict } from 'date-fns';
import { combineLatest, debounceTime, finalize, firstValueFrom, startWith, switchMap } from 'rxjs';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { fileNameFor } from '@drelk/core';
import { type JobCard, type Sample, routes } from '@drelk/contract';
import { EngineService } from '../../engine/engine.service';
import { ApiService } from '../../shared/api.service';
import { IconButton } from '../../shared/icon-button';
import { IntakeService } from '../../intake/intake.service';
import { PageHead } from '../page-head';
import { ProblemService } from '../../shared/problem.service';
import { saveFile } from '../../shared/save-file';
import { ScannerSheetDialog } from './scanner-sheet';

/** The shelf: every job as a card, a new one by drop, paste or picking, the samples a click away. */
@Component({
  selector: 'drelk-shelf',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton, MatButtonModule, MatIcon, PageHead, RouterLink],
  templateUrl: './shelf.html',
  styleUrl: './shelf.scss',
})
export class Shelf {
  readonly search = signal('');
  readonly bin = signal(false);
  readonly intake = inject(IntakeService);
  readonly samples = signal<Sample[]>([]);
  readonly sampleAddress = routes.sampleFile;
  readonly cards = computed(() =>
    this.jobs()?.map((job) => ({
      ...job,
      when: formatDistanceToNowStrict(new Date(job.updatedAt), { addSuffix: true }),
    })),
  );

  /** The job whose files are being worked out. */
  readonly fetching = signal<string | undefined>(undefined);

  private readonly jobs = signal<JobCard[] | undefined>(undefined);
  private readonly changed = signal(0);
  private readonly api = inject(ApiService);
  private readonly problems = inject(ProblemService);
  private readonly dialog = inject(MatDialog);

  constructor() {
    inject(EngineService).warmUp();
    combineLatest([
      toObservable(this.search),
      toObservable(this.bin),
      toObservable(this.changed),
      toObservable(this.intake.made),
      // A job that was left a moment ago may be on its way still.
      this.api.saves.pipe(startWith(undefined)),
    ])
      .pipe(
        debounceTime(80),
        switchMap(([search, bin]) => this.api.jobs(search, bin)),
        takeUntilDestroyed(),
      )
      .subscribe({ next: (jobs) => this.jobs.set(jobs), error: (problem) => this.problems.show(problem) });
    this.api.samples().subscribe({
      next: (samples) => this.samples.set(samples),
      error: (problem) => this.problems.show(problem),
    });
  }

  textOf(event: Event): string {
    return (event.target as HTMLInputElement).value;
  }

  onPick(event: Event): void {
    const field = event.target as HTMLInputElement;
    const files = [...(field.files ?? [])];
    field.value = '';
    void this.intake.takeAll(files);
  }

  async takeSample({ file }: Sample): Promise<void> {
    try {
      const blob = await firstValueFrom(this.api.sample(file));
      await this.intake.takeAll([new File([blob], file.replace(/^\d+-/, ''), { type: blob.type })]);
    } catch (problem) {
      this.problems.show(problem);
    }
  }

  copy({ id }: JobCard): void {
    this.api
      .copy(id)
      .subscribe({ next: () => this.reload(), error: (problem) => this.problems.show(problem) });
  }

  /** All files of a job, without opening it: the server works them out. */
  fetchFiles({ id, name }: JobCard): void {
    this.fetching.set(id);
    this.problems.note(`The files of “${name}” are being worked out.`);
    this.api
      .files(id)
      .pipe(finalize(() => this.fetching.set(undefined)))
      .subscribe({
        next: (bytes) => saveFile(fileNameFor(name, 'zip'), bytes),
        error: (problem) => this.problems.show(problem),
      });
  }

  binJob({ id, name }: JobCard): void {
    this.api.bin(id).subscribe({
      next: () => {
        this.reload();
        this.problems.done(`“${name}” is in the bin.`, 'Take it back', () => this.restore(id));
      },
      error: (problem) => this.problems.show(problem),
    });
  }

  restore(id: string): void {
    this.api
      .restore(id)
      .subscribe({ next: () => this.reload(), error: (problem) => this.problems.show(problem) });
  }

  private reload(): void {
    this.changed.update((count) => count + 1);
  }

  async scan(): Promise<void> {
    const file = await firstValueFrom(
      this.dialog
        .open<ScannerSheetDialog, unknown, File>(ScannerSheetDialog, { width: '460px' })
        .afterClosed(),
    );
    if (file) await this.intake.takeAll([file]);
  }
}
