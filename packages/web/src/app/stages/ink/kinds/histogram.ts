import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  type OnDestroy,
  effect,
  input,
  viewChild,
} from '@angular/core';
import {
  CategoryScale,
  Chart,
  Filler,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
} from 'chart.js';
import type { Setting } from '../../../job/setting';

Chart.register(LineController, LineElement, PointElement, LinearScale, CategoryScale, Filler);

/** Colours on the chart's paper, which is the panel's own in either light. */
const AFTER = '#8a7f6b';
const BEFORE = '#b8862b';

/** How many pixels have each tone, before and after tones were changed, with levels marked. */
@Component({
  selector: 'drelk-histogram',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="frame"
      [class.pulled]="setting()"
      (pointerdown)="press($event)"
      (pointermove)="pull($event)"
      (pointerup)="letGo($event)"
      (pointercancel)="isPulled = false"
    >
      <canvas #canvas role="img" [attr.aria-label]="says()"></canvas>
    </div>
  `,
  styles: `
    .frame {
      background: linear-gradient(to right, #1c1a17, #fffdf8) bottom / 100% 6px no-repeat;
      height: 104px;
      padding-bottom: 6px;
      position: relative;
    }
    .pulled {
      cursor: ew-resize;
      touch-action: none;
    }
  `,
})
export class Histogram implements OnDestroy {
  readonly counts = input.required<Uint32Array>();
  readonly before = input.required<Uint32Array>();
  /** Levels in force. */
  readonly marks = input.required<readonly number[]>();
  /** The level that would be taken of itself. */
  readonly automatic = input.required<number | undefined>();
  readonly says = input.required<string>();
  /** The setting that the mark is of, where it can be pulled. */
  readonly setting = input<Setting>();
  isPulled = false;
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private chart: Chart<'line'> | undefined;

  constructor() {
    effect(() => this.draw());
  }

  ngOnDestroy(): void {
    this.chart?.destroy();
  }

  press(event: PointerEvent): void {
    if (!this.setting() || event.button !== 0) return;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.isPulled = true;
    this.pull(event);
  }

  pull(event: PointerEvent): void {
    if (this.isPulled) this.setting()?.try(this.toneUnder(event));
  }

  letGo(event: PointerEvent): void {
    if (this.isPulled) this.setting()?.set(this.toneUnder(event));
    this.isPulled = false;
  }

  private toneUnder({ clientX }: PointerEvent): number {
    const { left, width } = this.canvas().nativeElement.getBoundingClientRect();
    const tones = this.counts().length - 1;
    return Math.min(tones, Math.max(0, Math.round((tones * (clientX - left)) / width)));
  }

  private draw(): void {
    const canvas = this.canvas().nativeElement;
    const colour = getComputedStyle(canvas).color;
    const [counts, before] = [this.counts(), this.before()];
    const changed = counts.some((count, tone) => count !== before[tone]);
    const automatic = this.automatic();
    const marks = this.marks();
    this.chart?.destroy();
    this.chart = new Chart(canvas, {
      type: 'line',
      data: {
        labels: Array.from(counts, (_, tone) => tone),
        datasets: [
          { ...lineOf(counts), fill: true, backgroundColor: `${AFTER}66`, borderColor: AFTER },
          ...(changed ? [{ ...lineOf(before), borderColor: BEFORE, borderDash: [2, 2] }] : []),
        ],
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        events: [],
        scales: { x: { display: false }, y: { display: false, beginAtZero: true } },
      },
      plugins: [
        {
          id: 'levels',
          afterDraw: ({ ctx, chartArea: { top, bottom }, scales }) => {
            const at = (tone: number) => scales['x'].getPixelForValue(tone);
            for (const mark of marks) {
              ctx.fillStyle = colour;
              ctx.fillRect(at(mark) - 1, top, 2, bottom - top);
            }
            if (automatic === undefined) return;
            // A flag on top, so that the automatic value is seen under the one in force too.
            ctx.fillStyle = BEFORE;
            ctx.beginPath();
            ctx.moveTo(at(automatic) - 6, top);
            ctx.lineTo(at(automatic) + 6, top);
            ctx.lineTo(at(automatic), top + 9);
            ctx.fill();
          },
        },
      ],
    });
  }
}

/** The cube root keeps the rare tones between ink and paper visible beside the two peaks. */
function lineOf(counts: Uint32Array) {
  return { data: Array.from(counts, (count) => Math.cbrt(count)), borderWidth: 1, pointRadius: 0 };
}
