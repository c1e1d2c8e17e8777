import { Component, ElementRef, type OnDestroy, effect, input, viewChild } from '@angular/core';
import {
  CategoryScale,
  Chart,
  Filler,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
} from 'chart.js';

Chart.register(LineController, LineElement, PointElement, LinearScale, CategoryScale, Filler);

/** How many pixels have each tone, with the automatic threshold and the one in force marked. */
@Component({
  selector: 'drelk-histogram',
  template: `<div class="frame"><canvas #canvas role="img" [attr.aria-label]="says()"></canvas></div>`,
  styles: `
    .frame {
      background: linear-gradient(to right, #1c1a17, #fffdf8) bottom / 100% 6px no-repeat;
      height: 104px;
      padding-bottom: 6px;
      position: relative;
    }
  `,
})
export class Histogram implements OnDestroy {
  readonly counts = input.required<Uint32Array>();
  readonly automatic = input.required<number>();
  readonly threshold = input.required<number>();
  readonly says = input.required<string>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private chart: Chart<'line'> | undefined;

  constructor() {
    effect(() => this.draw());
  }

  ngOnDestroy(): void {
    this.chart?.destroy();
  }

  private draw(): void {
    const style = getComputedStyle(this.canvas().nativeElement);
    const colour = (name: string) => style.getPropertyValue(name).trim() || '#888';
    // The cube root keeps the rare tones between ink and paper visible beside the two peaks.
    const data = Array.from(this.counts(), (count) => Math.cbrt(count));
    const automatic = this.automatic();
    const threshold = this.threshold();
    this.chart?.destroy();
    this.chart = new Chart(this.canvas().nativeElement, {
      type: 'line',
      data: {
        labels: data.map((_, tone) => tone),
        datasets: [
          {
            data,
            fill: true,
            backgroundColor: '#8a7f6b66',
            borderColor: '#8a7f6b',
            borderWidth: 1,
            pointRadius: 0,
          },
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
          id: 'thresholds',
          afterDraw: ({ ctx, chartArea, scales }) => {
            const line = (tone: number, stroke: string, dash: number[], width: number) => {
              const x = scales['x'].getPixelForValue(tone);
              ctx.save();
              ctx.strokeStyle = stroke;
              ctx.lineWidth = width;
              ctx.setLineDash(dash);
              ctx.beginPath();
              ctx.moveTo(x, chartArea.top);
              ctx.lineTo(x, chartArea.bottom);
              ctx.stroke();
              ctx.restore();
            };
            line(automatic, '#b8862b', [4, 3], 2);
            line(threshold, colour('color'), [], 2);
            // A flag on top, so that the automatic value is seen under the one in force too.
            const x = scales['x'].getPixelForValue(automatic);
            ctx.fillStyle = '#b8862b';
            ctx.beginPath();
            ctx.moveTo(x - 6, chartArea.top);
            ctx.lineTo(x + 6, chartArea.top);
            ctx.lineTo(x, chartArea.top + 9);
            ctx.fill();
          },
        },
      ],
    });
  }
}
