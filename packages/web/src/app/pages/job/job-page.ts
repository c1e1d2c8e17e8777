import { NgComponentOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import { formatDistanceToNow } from 'date-fns';
import { MatDialog } from '@angular/material/dialog';
import type { JobRecord } from '@drelk/contract';
import { Bench } from '../../bench/bench';
import { BenchState } from '../../view/bench-state';
import { ToolBox } from '../../job/tool/tool-box';
import { ViewBar } from '../../bench/view-bar';
import { Facts } from '../../facts/facts';
import { RehearsalView } from '../../rehearsal/rehearsal-view';
import { Rehearsing } from '../../rehearsal/rehearsing';
import { ApiService } from '../../shared/api.service';
import { IconButton } from '../../shared/icon-button';
import { LightService } from '../../shared/light.service';
import { ProblemService, type Sentence } from '../../shared/problem.service';
import { STAGES, stagesOf } from '../../view/stage';
import { Strip } from '../../strip/strip';
import { Commands } from '../../job/keys/commands';
import { JobPageId } from '../../job/store/job-page-id';
import { JOB_STATE } from './job-state';
import { JobStore } from '../../job/store/job-store';
import { ShortcutSheet } from './shortcut-sheet';
import { belongsToFocus, shortcutFor } from '../../job/keys/shortcuts';
import { PageHead } from '../page-head';
import { Understood } from './understood';
import { Workbench } from '../../job/workbench';

/** One job: strip, bench, facts and the panel of the stage at hand. */
@Component({
  selector: 'drelk-job-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Bench,
    Facts,
    IconButton,
    NgComponentOutlet,
    RehearsalView,
    PageHead,
    RouterLink,
    Strip,
    Understood,
    ViewBar,
  ],
  providers: [JOB_STATE, Workbench],
  templateUrl: './job-page.html',
  styleUrl: './job-page.scss',
  host: {
    '(document:keydown)': 'onKey($event)',
    '(window:pagehide)': 'leave()',
    '(document:visibilitychange)': 'onSight()',
  },
})
export class JobPage {
  readonly id = input.required<string>();
  private readonly work = inject(Workbench);
  readonly store = inject(JobStore);
  readonly bench = inject(BenchState);
  private readonly light = inject(LightService);
  readonly rehearsing = inject(Rehearsing);
  private readonly tools = inject(ToolBox);
  private readonly commands = inject(Commands);
  private readonly stages = inject(STAGES);
  readonly panel = computed(() => this.stages.find(({ id }) => id === this.bench.stage())?.panel ?? null);
  readonly isRehearsing = computed(() => this.rehearsing.shown() !== undefined);
  readonly missing = signal<Sentence | undefined>(undefined);
  readonly undoText = computed(() =>
    this.store.undoLabel() ? `Undo: ${this.store.undoLabel()}` : 'Nothing to undo',
  );
  readonly redoText = computed(() =>
    this.store.redoLabel() ? `Redo: ${this.store.redoLabel()}` : 'Nothing to redo',
  );
  readonly savedText = computed(() => {
    const saved = this.store.saved();
    const why = this.store.refusal()?.message;
    if (saved === 'saving') return 'saving …';
    // What was changed elsewhere is told by what can be done about it.
    return why && (saved === 'not saved' || saved === 'refused') ? `${saved}: ${why}` : saved;
  });
  /** The job was untouched when it was opened: what was understood by itself is told. */
  readonly isFresh = signal(false);
  readonly isBinned = signal(false);
  readonly apart = computed(() => {
    const draft = this.store.apart();
    return draft && formatDistanceToNow(draft.at, { addSuffix: true });
  });

  private readonly api = inject(ApiService);
  private readonly problems = inject(ProblemService);
  private readonly dialog = inject(MatDialog);
  private readonly router = inject(Router);
  private readonly page = inject(JobPageId);

  constructor() {
    this.commands.contribute([
      { key: 'z', control: true, shift: false, does: 'Undo', run: () => this.store.undo() },
      { key: 'z', control: true, shift: true, does: 'Redo', run: () => this.store.redo() },
      { key: 'l', does: 'Light or dark', run: () => this.light.turn() },
      {
        key: 'Escape',
        does: 'Stop the computation',
        when: () => !this.tools.active(),
        run: () => this.work.stop(),
      },
      { key: '?', does: 'This sheet', run: () => this.showShortcuts() },
    ]);
    this.store.unchanged
      .pipe(takeUntilDestroyed())
      .subscribe((label) => this.problems.note(`${label}: it was so already. Nothing is changed.`));
    const title = inject(Title);
    effect(() => {
      const id = this.id();
      untracked(() => this.open(id));
    });
    // The machine is at Hand off, and waits nowhere else.
    effect(() => {
      if (this.bench.stage() !== 'handoff') untracked(() => this.rehearsing.leave());
    });
    effect(() => title.setTitle(`${this.store.document()?.name ?? 'Job'} – Drelk`));
  }

  rename(event: Event): void {
    const field = event.target as HTMLInputElement;
    const name = field.value.trim().slice(0, 120);
    if (name) this.store.change('Rename', (document) => void (document.name = name));
    else field.value = this.store.document()?.name ?? '';
  }

  onKey(event: KeyboardEvent): void {
    if (belongsToFocus(event) || this.dialog.openDialogs.length > 0) return;
    const shortcut = shortcutFor(event, this.commands.all());
    if (!shortcut) return;
    event.preventDefault();
    shortcut.run();
  }

  showShortcuts(): void {
    this.dialog.open(ShortcutSheet, { data: this.commands.all(), width: '420px' });
  }

  /** A save was refused because the job changed elsewhere: take the newer one. */
  takeNewer(): void {
    this.open(this.id());
  }

  /** Or keep what is here, or was left in this browser, as a job of its own. */
  keepAsCopy(document = this.store.document()): void {
    if (!document) return;
    this.api.create({ ...document, name: `${document.name.slice(0, 112)} (mine)` }).subscribe({
      next: (job) => {
        this.store.forgetDraft();
        void this.router.navigate(['/job', job.id]);
      },
      error: (problem) => this.problems.show(problem),
    });
  }

  takeOutOfBin(): void {
    this.api.restore(this.id()).subscribe({
      next: () => this.isBinned.set(false),
      error: (problem) => this.problems.show(problem),
    });
  }

  /** The tab goes, or loads anew: what waits is saved, and the view is kept. */
  leave(): void {
    this.store.flush();
    this.bench.keep(this.id());
  }

  /** Whoever looks away may not come back. */
  onSight(): void {
    if (document.visibilityState === 'hidden') this.store.flush();
  }

  private open(id: string): void {
    this.page.id.set(id);
    this.missing.set(undefined);
    this.api.job(id).subscribe({
      next: (job) => void this.show(job),
      error: (problem: Sentence) => this.missing.set(problem),
    });
  }

  private async show(job: JobRecord): Promise<void> {
    this.isBinned.set(job.binned);
    this.isFresh.set(job.steps.length === 0);
    this.bench.restore(job.id);
    this.store.load(job);
    const isShown = stagesOf(this.stages, job.document).some(({ id }) => id === this.bench.stage());
    if (!isShown) this.bench.stage.set('line');
    const changes = await this.store.takeUp(job);
    if (job.id !== this.id()) return;
    this.work.open(job.id);
    if (changes === 0) return;
    const what = changes === 1 ? '1 change' : `${changes} changes`;
    this.problems.done(`${what} had not reached the server, and were kept here.`, 'Let them go', () => {
      this.store.load(job);
      this.store.forgetDraft();
    });
  }
}
