import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { formatDistanceToNow } from 'date-fns';
import { firstValueFrom } from 'rxjs';
import { MatButtonModule } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import {
  type CheckedFile,
  type Chosen,
  FORMAT_IDS,
  type FormatId,
  type FormatOption,
  changedSince,
  chosenInWords,
  counts,
  formatOf,
  freeName,
  stateOf,
} from '@drelk/core';
import { type HandOffRecord, routes } from '@drelk/contract';
import { JobPageId } from '../../job/store/job-page-id';
import { Workbench } from '../../job/workbench';
import { RehearsalPanel } from '../../rehearsal/rehearsal-panel';
import { Rehearsing } from '../../rehearsal/rehearsing';
import { ApiService } from '../../shared/api.service';
import { Choice } from '../../shared/choice';
import { ProblemService } from '../../shared/problem.service';
import { Recipients } from './recipients';
import { saveFile } from '../../shared/save-file';
import { TypedFigure } from '../../shared/typed-figure';
import { JobStore } from '../../job/store/job-store';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';
import { EngineService } from '../../engine/engine.service';

/** Hand off: a file re-read and compared before it is given out, and every one given out before. */
@Component({
  selector: 'drelk-hand-off-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, MatButtonModule, MatIcon, Recipients, RehearsalPanel, TypedFigure],
  templateUrl: './hand-off-panel.html',
  styleUrls: ['../panel.scss', './hand-off-panel.scss'],
  host: { '(dragover)': '$event.preventDefault()', '(drop)': 'rehearsing.drop($event)' },
})
export class HandOffPanel {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  private readonly work = inject(Workbench);
  readonly lengths = inject(JobLengths);
  private readonly engine = inject(EngineService);
  readonly rehearsing = inject(Rehearsing);
  readonly settings = computed(() => this.store.shown()?.handoff);
  readonly formats = computed(() =>
    FORMAT_IDS.map((id) => {
      const { name, options, note } = formatOf(id);
      const chosen = this.settings()?.[id] ?? {};
      const shown = options.filter((option) => counts(option, chosen));
      return { id, name, note, options: shown.map((option) => shownOption(option, chosen)) };
    }),
  );
  /** What Prove found, once more: nothing leaves without it being said. */
  readonly findings = computed(() => this.result.proof().findings);
  /** Colours of the plates that files can be made of one by one. */
  readonly plates = computed(() => {
    const view = this.result.view();
    return view ? view.colours.filter((_, k) => view.paths.plates.includes(k)) : [];
  });
  /** One file a plate is wanted. */
  private readonly wantsPlates = signal(false);
  readonly byPlate = computed(() => this.wantsPlates() && this.plates().length > 1);
  readonly running = signal(false);
  /** Files are of what the bench shows: while that is not what the settings give, they wait. */
  readonly waits = computed(
    () =>
      ({
        'worked out': '',
        working: 'Files wait until the bench shows what these settings give.',
        stopped: 'The work was stopped: files wait until it is done.',
        failed: 'These settings give no paths to hand off.',
      })[this.work.standing()],
  );
  readonly last = signal<CheckedFile | undefined>(undefined);
  readonly kept = signal<HandOffRecord[]>([]);
  readonly rows = computed(() =>
    this.kept().map((record) => ({
      ...record,
      address: routes.handOff(this.page.id(), record.id),
      when: formatDistanceToNow(new Date(record.createdAt), { addSuffix: true }),
      size: `${this.lengths.length(record.width)} × ${this.lengths.length(record.height)}`,
      kind: [nameOf(record.format), record.choice].filter(Boolean).join(': '),
      since: this.since(record),
      canRehearse: record.format === 'svg' || record.format === 'dxf',
      weight: `${Math.max(1, Math.round(record.bytes / 1024))} kB`,
    })),
  );

  private readonly page = inject(JobPageId);
  private readonly api = inject(ApiService);
  private readonly problems = inject(ProblemService);

  constructor() {
    effect(() => this.list(this.page.id()));
  }

  /** Hands off a file of all of it, or one for each plate. */
  async handOff(format: CheckedFile['format']): Promise<void> {
    const document = this.store.document();
    if (!document || this.running() || this.waits()) return;
    this.running.set(true);
    try {
      const isPackage = format === 'zip';
      const chosen = isPackage
        ? 'all files and the job’s card'
        : chosenInWords(format, document.handoff[format]);
      for (const plate of this.byPlate() && !isPackage ? this.plates() : [undefined]) {
        const made = await this.engine.ask('handOff', { document, format, plate });
        // None that was handed off before is written over.
        const file = {
          ...made,
          name: freeName(
            made.name,
            this.kept().map(({ name }) => name),
          ),
        };
        const record = await firstValueFrom(
          this.api.keepHandOff(this.page.id(), file, chosen, stateOf(document)),
        );
        this.last.set(file);
        this.kept.update((records) => [record, ...records]);
        saveFile(file.name, file.bytes);
      }
    } catch (problem) {
      this.problems.show(problem);
    } finally {
      this.running.set(false);
    }
  }

  /** A file from elsewhere on the same machine. */
  rehearse(event: Event): void {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    if (file) void this.rehearsing.rehearseFile(file);
    field.value = '';
  }

  turnPlates(): void {
    this.wantsPlates.update((wants) => !wants);
  }

  choose(format: FormatId, option: string, name: string, choice: string | number): void {
    this.store.change(`${name} of the ${formatOf(format).name}`, ({ handoff }) => {
      handoff[format] = { ...handoff[format], [option]: choice };
    });
  }

  /** What has changed since a file was made, in a sentence. */
  private since({ state }: HandOffRecord): string {
    const document = this.store.shown();
    const changed = document ? changedSince(state, document) : [];
    if (changed.length === 0) return '';
    const what = changed.length === 1 ? '1 thing has' : `${changed.length} things have`;
    return `${what} changed since: ${changed.join(', ')}.`;
  }

  private list(id: string): void {
    this.api.handOffs(id).subscribe({
      next: (records) => this.kept.set(records),
      error: (problem) => this.problems.show(problem),
    });
  }
}

/** An option as it is on the page: a list, or a figure that is typed. */
function shownOption(option: FormatOption, chosen: Chosen) {
  const { id, name } = option;
  if ('figure' in option) {
    const { usual, ...figure } = option.figure;
    return { id, name, figure: { ...figure, value: Number(chosen[id] ?? usual) } };
  }
  const among = option.choices.map((choice) => ({ id: choice.id, says: choice.name }));
  return { id, name, list: { among, value: String(chosen[id] ?? option.choices[0].id) } };
}

const nameOf = (format: CheckedFile['format']): string =>
  format === 'zip' ? 'Package' : formatOf(format).name;
