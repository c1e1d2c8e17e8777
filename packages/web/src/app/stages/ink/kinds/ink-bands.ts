import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { BandSettings } from '@drelk/core';
import { settingOf } from '../../../job/setting';
import { Slide } from '../../../job/controls/slide';
import { Histogram } from './histogram';
import { JobStore } from '../../../job/store/job-store';
import { ShownResult } from '../../../job/shown-result';

/** Ink by bands of grey: how many, where they part on the histogram, and up to which one ink is shown. */
@Component({
  selector: 'drelk-ink-bands',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Histogram, MatButtonModule, Slide],
  template: `
    @if (facts(); as facts) {
      <drelk-histogram
        [counts]="facts.after"
        [before]="facts.before"
        [marks]="levels()"
        [automatic]="undefined"
        [says]="says()"
      />
    }
    <drelk-slide label="Bands" [min]="1" [max]="12" [value]="levels().length" (chosen)="setCount($event)" />
    @for (level of levels(); track $index; let which = $index) {
      <drelk-slide
        [label]="'Level ' + (which + 1)"
        [min]="1"
        [max]="255"
        [value]="level"
        [setting]="settingsOfLevels()[which]"
      />
    }
    <label class="field">
      <span>Ink is shown up to</span>
      <select (change)="show($event)">
        <option value="all" [selected]="settings()?.shown === 'all'">the last level</option>
        @for (level of levels(); track $index; let which = $index) {
          <option [value]="which" [selected]="settings()?.shown === which">level {{ which + 1 }}</option>
        }
      </select>
    </label>
    <div class="row">
      <button
        matButton="outlined"
        type="button"
        [disabled]="settings()?.levels === 'auto'"
        (click)="setLevels('auto')"
      >
        As found
      </button>
    </div>
  `,
  styleUrl: '../../panel.scss',
})
export class InkBands {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  readonly settings = computed(() => this.store.shown()?.ink.bands);
  readonly facts = computed(() => this.result.view()?.traced?.ink);
  readonly levels = computed(() => this.facts()?.bands ?? []);
  readonly settingsOfLevels = computed(() =>
    this.levels().map((_, which) =>
      settingOf(this.store, `Level ${which + 1}`, ({ ink }, tone) => {
        ink.bands.levels = this.moved(which, tone);
      }),
    ),
  );
  readonly says = computed(() => `Tones of the picture; bands part at ${this.levels().join(', ')}.`);

  setCount(count: number): void {
    this.setLevels(count);
  }

  setLevels(levels: BandSettings['levels']): void {
    this.store.change('Bands', ({ ink }) => {
      ink.bands = { levels, shown: 'all' };
    });
  }

  show(event: Event): void {
    const { value } = event.target as HTMLSelectElement;
    this.store.change('Bands shown', ({ ink }) => {
      ink.bands.shown = value === 'all' ? 'all' : Number(value);
    });
  }

  /** Levels keep their order: one cannot be moved past its neighbours. */
  private moved(which: number, tone: number): number[] {
    const levels = [...this.levels()];
    const least = (levels[which - 1] ?? 0) + 1;
    const most = (levels[which + 1] ?? 256) - 1;
    levels[which] = Math.min(most, Math.max(least, tone));
    return levels;
  }
}
