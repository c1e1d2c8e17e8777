import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  type OnDestroy,
  computed,
  effect,
  inject,
  viewChild,
} from '@angular/core';
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from 'chart.js';
import { TASKS } from '@drelk/core';
import { TASK_COLOURS } from '../drawing/colours';
import { clock } from './clock';
import { Rehearsing } from './rehearsing';
import { SHEET_COLOURS } from './sheet-colours';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** How long each task takes: what is done of it, and what is left. */
@Component({
  selector: 'drelk-task-clock',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="frame" [style.height.px]="26 * rehearsing.times().length + 8">
      <canvas #canvas role="img" [attr.aria-label]="says()"></canvas>
    </div>
  `,
  styles: `
    .frame {
      position: relative;
    }
  `,
})
export class TaskClock implements OnDestroy {
  readonly rehearsing = inject(Rehearsing);
  readonly says = computed(() =>
    this.rehearsing
      .times()
      .map(({ name, done, left }) => `${name.replace('-', ' ')} ${clock(done + left)}`)
      .join(', '),
  );
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private chart: Chart<'bar'> | undefined;

  constructor() {
    effect(() => this.draw());
  }

  ngOnDestroy(): void {
    this.chart?.destroy();
  }

  private draw(): void {
    const times = this.rehearsing.times();
    const labels = times.map(({ name, done, left }) => [`${name.replace('-', ' ')}  ${clock(done + left)}`]);
    const hues = times.map(({ name }) => hueOf(name));
    const [done, left] = [times.map((time) => time.done), times.map((time) => time.left)];
    if (this.chart?.data.labels?.length === labels.length) {
      this.chart.data.labels = labels;
      this.chart.data.datasets[0].data = done;
      this.chart.data.datasets[1].data = left;
      this.chart.update('none');
      return;
    }
    this.chart?.destroy();
    const canvas = this.canvas().nativeElement;
    this.chart = new Chart(canvas, {
      type: 'bar',
      data: {
        labels,
        datasets: [
          { label: 'done', data: done, backgroundColor: hues, stack: 'time' },
          { label: 'left', data: left, backgroundColor: hues.map((hue) => `${hue}55`), stack: 'time' },
        ],
      },
      options: {
        indexAxis: 'y',
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        events: [],
        scales: {
          x: { display: false, stacked: true },
          y: {
            stacked: true,
            grid: { display: false },
            border: { display: false },
            ticks: { color: getComputedStyle(canvas).color, font: { size: 13, family: 'Cabin, sans-serif' } },
          },
        },
      },
    });
  }
}

const hueOf = (name: string): string => {
  const task = TASKS.find((one) => one === name);
  return task ? TASK_COLOURS[task] : SHEET_COLOURS.travel;
};
