import { ChangeDetectionStrategy, Component, DestroyRef, computed, inject } from '@angular/core';
import { type Task, formatLong } from '@drelk/core';
import { BenchState } from '../../view/bench-state';
import { TASK_COLOURS, TASK_PATTERNS } from '../../drawing/colours';
import { TASK_WORDS } from './words';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';

/** What is done along all paths: how many contours, how far, and the hue and pattern it has on the bench, where a click lights it. */
@Component({
  selector: 'drelk-task-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>Tasks</h3>
    <ul>
      @for (one of tasks(); track one.task) {
        <li>
          <button type="button" [attr.aria-pressed]="one.isLit" (click)="light(one.task)">
            <svg viewBox="0 0 34 16" aria-hidden="true">
              <line
                x1="1"
                x2="33"
                y1="8"
                y2="8"
                stroke-width="3"
                [attr.stroke]="one.colour"
                [attr.stroke-dasharray]="one.pattern"
              />
            </svg>
            <span>{{ one.says }}</span>
            <span class="figure">{{ one.figures }}</span>
          </button>
        </li>
      }
    </ul>
  `,
  styles: `
    h3 {
      border-top: 1px solid var(--edge);
      font-size: 17px;
      padding-top: 10px;
    }
    ul {
      display: grid;
      gap: 4px;
      list-style: none;
      margin: 6px 0 0;
      padding: 0;
    }
    button {
      align-items: center;
      background: none;
      border: 1px solid transparent;
      border-radius: 4px;
      color: var(--ink);
      cursor: pointer;
      display: grid;
      font: inherit;
      gap: 8px;
      grid-template-columns: 34px 1fr auto;
      min-height: 32px;
      padding: 2px 4px;
      text-align: left;
      width: 100%;
    }
    button:hover {
      border-color: var(--edge);
    }
    button[aria-pressed='true'] {
      border-color: var(--accent);
    }
    @media (pointer: coarse) {
      button {
        min-height: 40px;
      }
    }
    svg {
      height: 16px;
      width: 34px;
    }
    .figure {
      font-size: 17px;
    }
  `,
})
export class TaskList {
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  private readonly state = inject(BenchState);
  readonly tasks = computed(() =>
    (this.result.view()?.piece.tasks ?? []).map(({ task, contours, length }) => ({
      task,
      isLit: this.state.litTask() === task,
      colour: TASK_COLOURS[task],
      pattern: TASK_PATTERNS[task].join(' '),
      says: TASK_WORDS[task],
      figures: `${contours} ${contours === 1 ? 'contour' : 'contours'}, ${formatLong(length, this.lengths.units())}`,
    })),
  );

  constructor() {
    // What is lit belongs to this list.
    inject(DestroyRef).onDestroy(() => this.state.litTask.set(undefined));
  }

  light(task: Task): void {
    this.state.litTask.update((lit) => (lit === task ? undefined : task));
  }
}
