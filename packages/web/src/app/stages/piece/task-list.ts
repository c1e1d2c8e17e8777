import { Component, computed, inject } from '@angular/core';
import { formatLong } from '@drelk/core';
import { TASK_COLOURS } from '../../bench/colours';
import { Workbench } from '../../job/workbench';
import { TASK_WORDS } from './words';

/** What is done along all paths: how many contours, how far, and the hue it has on the bench. */
@Component({
  selector: 'drelk-task-list',
  template: `
    <h3>Tasks</h3>
    <ul>
      @for (one of tasks(); track one.task) {
        <li>
          <span class="swatch" [style.background]="one.colour" aria-hidden="true"></span>
          <span>{{ one.says }}</span>
          <span class="figure">{{ one.figures }}</span>
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
    li {
      align-items: center;
      display: grid;
      gap: 8px;
      grid-template-columns: 16px 1fr auto;
    }
    .swatch {
      border-radius: 3px;
      height: 16px;
    }
    .figure {
      font-size: 17px;
    }
  `,
})
export class TaskList {
  private readonly work = inject(Workbench);
  readonly tasks = computed(() =>
    (this.work.view()?.piece.tasks ?? []).map(({ task, contours, length }) => ({
      task,
      colour: TASK_COLOURS[task],
      says: TASK_WORDS[task],
      figures: `${contours} ${contours === 1 ? 'contour' : 'contours'}, ${formatLong(length, this.work.units())}`,
    })),
  );
}
