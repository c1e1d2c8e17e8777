import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  SURFACE_TASKS,
  type SurfaceTask,
  type TaskWork,
  type Tool,
  WANTED,
  type Wanted,
  workedBy,
} from '@drelk/core';
import { JobLengths } from '../../job/job-lengths';
import { Proving } from '../../job/proof/proving';
import { ShownResult } from '../../job/shown-result';
import { JobStore } from '../../job/store/job-store';
import { Choice } from '../../shared/choice';
import { LengthField } from '../../shared/length-field';

const WANTS: Record<Wanted, string> = {
  board: 'a board',
  together: 'one thing',
  apart: 'single parts',
};
/** The job's own tool, as a choice. */
const OWN = '';

/** What is to come out of the sheet; with what, and how deep, tasks are done that do not cut through. */
@Component({
  selector: 'drelk-work-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, LengthField],
  template: `
    <drelk-choice label="What comes out" [value]="wanted()" [among]="wants()" (chosen)="want($event)" />
    @for (work of works(); track work.task) {
      <drelk-choice
        [label]="'To ' + work.task + ' with'"
        [value]="work.tool"
        [among]="choices()"
        (chosen)="take(work.task, $event)"
      />
      @if (work.depth !== undefined) {
        <drelk-length-field
          label="Pockets are so deep"
          [value]="work.depth"
          [units]="lengths.units()"
          (chosen)="deep(work.task, $event)"
        />
      }
    }
  `,
  styleUrl: '../panel.scss',
})
export class WorkFields {
  /** Tools of the process. */
  readonly tools = input.required<readonly Tool[]>();
  readonly lengths = inject(JobLengths);
  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly proving = inject(Proving);
  private readonly settings = computed(() => this.store.shown()?.prove);
  readonly wanted = computed((): 'auto' | Wanted => this.settings()?.wanted ?? 'auto');
  readonly wants = computed(() => {
    const { is, isSaid } = this.result.proof().want;
    const seen = isSaid ? 'as what lies in what tells' : `as it looks: ${WANTS[is]}`;
    return [{ id: 'auto' as const, says: seen }, ...WANTED.map((id) => ({ id, says: WANTS[id] }))];
  });
  readonly choices = computed(() => [
    { id: OWN, says: 'the same tool' },
    ...this.tools().map(({ name }) => ({ id: name, says: name })),
  ]);
  /** Tasks of the piece that mark or clear its surface. */
  readonly works = computed(() => {
    const settings = this.settings();
    const used = new Set(this.result.view()?.piece.tasks.map(({ task }) => task));
    if (!settings) return [];
    return SURFACE_TASKS.filter((task) => used.has(task)).map((task) => ({
      task,
      tool: settings.works[task]?.tool?.name ?? OWN,
      depth: task === 'pocket' ? workedBy(task, settings.tool, settings.works).depth : undefined,
    }));
  });

  want(wanted: 'auto' | Wanted): void {
    this.proving.change('What comes out', (prove) => {
      prove.wanted = wanted;
    });
  }

  take(task: SurfaceTask, name: string): void {
    const tool = this.tools().find((one) => one.name === name) ?? null;
    this.work(`To ${task} with ${tool ? tool.name : 'the same tool'}`, task, { tool });
  }

  deep(task: SurfaceTask, depth: number): void {
    this.work('Depth of pockets', task, { depth });
  }

  private work(label: string, task: SurfaceTask, part: Partial<TaskWork>): void {
    this.proving.change(label, ({ works }) => {
      works[task] = { tool: null, depth: null, ...works[task], ...part };
    });
  }
}
