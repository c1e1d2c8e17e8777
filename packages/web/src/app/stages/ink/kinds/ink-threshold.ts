import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { InkSettings } from '@drelk/core';
import { settingOf } from '../../../job/setting';
import { Slide } from '../../../job/controls/slide';
import { Histogram } from './histogram';
import { JobStore } from '../../../job/store/job-store';
import { ShownResult } from '../../../job/shown-result';

/** Ink by tone: the threshold on the histogram, by hand, automatic or following the light; which tone is ink. */
@Component({
  selector: 'drelk-ink-threshold',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Histogram, MatButtonModule, MatButtonToggleModule, Slide],
  template: `
    @if (facts(); as facts) {
      <drelk-histogram
        [counts]="facts.after"
        [before]="facts.before"
        [marks]="marks()"
        [automatic]="facts.automatic"
        [says]="says()"
        [setting]="settings()?.threshold === 'local' ? undefined : byHand"
      />
    }
    <drelk-slide
      label="Threshold"
      [max]="255"
      [value]="threshold()"
      [disabled]="settings()?.threshold === 'local'"
      [setting]="byHand"
    />
    <div class="row">
      <button
        matButton="outlined"
        type="button"
        [disabled]="settings()?.threshold === 'auto'"
        (click)="setThreshold('auto')"
      >
        Automatic: {{ facts()?.automatic }}
      </button>
      <button
        matButton="outlined"
        type="button"
        [disabled]="settings()?.threshold === 'local'"
        (click)="setThreshold('local')"
      >
        Follow the light
      </button>
    </div>
    <div class="field">
      <span id="which">Ink is</span>
      <mat-button-toggle-group
        hideSingleSelectionIndicator
        aria-labelledby="which"
        [value]="settings()?.ink"
        (change)="setInk($event.value)"
      >
        <mat-button-toggle value="auto">as found</mat-button-toggle>
        <mat-button-toggle value="dark">dark</mat-button-toggle>
        <mat-button-toggle value="light">light</mat-button-toggle>
      </mat-button-toggle-group>
    </div>
    <p class="note">{{ found() }}</p>
  `,
  styleUrl: '../../panel.scss',
})
export class InkThreshold {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  readonly settings = computed(() => this.store.shown()?.ink);
  readonly facts = computed(() => this.result.view()?.traced?.ink);
  readonly threshold = computed(() => {
    const set = this.settings()?.threshold;
    return typeof set === 'number' ? set : (this.facts()?.automatic ?? 128);
  });
  readonly byHand = settingOf(
    this.store,
    (threshold) => `Threshold ${threshold}`,
    ({ ink }, threshold) => (ink.threshold = threshold),
  );
  readonly marks = computed(() => (this.settings()?.threshold === 'local' ? [] : [this.threshold()]));
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

  setThreshold(threshold: 'auto' | 'local'): void {
    const labels = { auto: 'Automatic threshold', local: 'Follow the light' };
    this.store.change(labels[threshold], ({ ink }) => {
      ink.threshold = threshold;
    });
  }

  setInk(which: InkSettings['ink']): void {
    this.store.change('Which tone is ink', ({ ink }) => {
      ink.ink = which;
    });
  }
}
