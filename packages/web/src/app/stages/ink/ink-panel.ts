import { Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { InkSettings } from '@drelk/core';
import { Workbench } from '../../job/workbench';
import { Slide } from '../../shared/slide';
import { Histogram } from './histogram';

type Cleaning = 'specks' | 'pinholes';
/** Slider positions are square roots of areas, so that small ones can be set finely. */
const areaOf = (position: number) => Math.round(position * position);

/** Ink: the threshold on the histogram, which tone is ink, specks and pinholes by size. */
@Component({
  selector: 'drelk-ink-panel',
  imports: [Histogram, MatButtonModule, MatButtonToggleModule, Slide],
  templateUrl: './ink-panel.html',
  styleUrl: '../panel.scss',
})
export class InkPanel {
  readonly work = inject(Workbench);
  readonly ink = computed(() => this.work.store.shown()?.ink);
  readonly facts = computed(() => this.work.view()?.inkFacts);
  readonly threshold = computed(() => {
    const set = this.ink()?.threshold;
    return set === undefined || set === 'auto' ? (this.facts()?.automatic ?? 128) : set;
  });
  readonly says = computed(() => {
    const facts = this.facts();
    return facts
      ? `Tones of the picture; automatic threshold ${facts.automatic}, in force ${this.threshold()}.`
      : '';
  });
  readonly found = computed(() => {
    const facts = this.facts();
    if (!facts) return '';
    const how = facts.lightOnDark ? 'light on dark' : 'dark on light';
    return `Read as ${how}; ${(100 * facts.inkShare).toFixed(1)} % of the picture is ink.`;
  });
  readonly dropped = computed(() => {
    const facts = this.facts();
    return facts ? `${facts.specks} specks and ${facts.pinholes} pinholes dropped.` : '';
  });

  tryThreshold(threshold: number): void {
    this.work.store.try(({ ink }) => {
      ink.threshold = threshold;
    });
  }

  setThreshold(threshold: number | 'auto'): void {
    this.work.store.change(
      threshold === 'auto' ? 'Automatic threshold' : `Threshold ${threshold}`,
      ({ ink }) => {
        ink.threshold = threshold;
      },
    );
  }

  setInk(which: InkSettings['ink']): void {
    this.work.store.change('Which tone is ink', ({ ink }) => {
      ink.ink = which;
    });
  }

  position(which: Cleaning): number {
    return Math.sqrt(this.ink()?.[which] ?? 0);
  }

  size(which: Cleaning): string {
    const pixels = this.ink()?.[which] ?? 0;
    const view = this.work.view();
    if (pixels === 0) return 'none';
    const area =
      view && view.scaleSource !== 'none'
        ? ` = ${(pixels * view.millimetresPerPixel ** 2).toPrecision(2)} mm²`
        : '';
    return `${pixels} px${area}`;
  }

  tryArea(which: Cleaning, position: number): void {
    this.work.store.try(({ ink }) => {
      ink[which] = areaOf(position);
    });
  }

  setArea(which: Cleaning, position: number): void {
    this.work.store.change(which === 'specks' ? 'Drop specks' : 'Fill pinholes', ({ ink }) => {
      ink[which] = areaOf(position);
    });
  }
}
