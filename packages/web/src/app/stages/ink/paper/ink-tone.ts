import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { ToneSettings } from '@drelk/core';
import { settingOf } from '../../../job/setting';
import { Fold } from '../../../shared/fold';
import { Slide } from '../../../job/controls/slide';
import { JobStore } from '../../../job/store/job-store';
import { ShownResult } from '../../../job/shown-result';

/** Tones before ink and paper are told apart: levelled light, the paper's own lines, brightness, contrast. */
@Component({
  selector: 'drelk-ink-tone',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, MatButtonToggleModule, Slide],
  template: `
    <drelk-fold label="Tone" [says]="says()">
      <span id="levelled">Uneven light taken out</span>
      <mat-button-toggle-group
        hideSingleSelectionIndicator
        aria-labelledby="levelled"
        [value]="tone()?.levelled"
        (change)="setLevelled($event.value)"
      >
        <mat-button-toggle value="auto">as found</mat-button-toggle>
        <mat-button-toggle [value]="true">yes</mat-button-toggle>
        <mat-button-toggle [value]="false">no</mat-button-toggle>
      </mat-button-toggle-group>
      <span id="rulings">Lines of squared or ruled paper</span>
      <mat-button-toggle-group
        hideSingleSelectionIndicator
        aria-labelledby="rulings"
        [value]="tone()?.rulings"
        (change)="setRulings($event.value)"
      >
        <mat-button-toggle value="auto">as found</mat-button-toggle>
        <mat-button-toggle [value]="true">out</mat-button-toggle>
        <mat-button-toggle [value]="false">left</mat-button-toggle>
      </mat-button-toggle-group>
      <span id="dots">Dots of a print</span>
      <mat-button-toggle-group
        hideSingleSelectionIndicator
        aria-labelledby="dots"
        [value]="tone()?.dots"
        (change)="setDots($event.value)"
      >
        <mat-button-toggle value="auto">as found</mat-button-toggle>
        <mat-button-toggle [value]="false">kept</mat-button-toggle>
      </mat-button-toggle-group>
      <span id="tones-of">Ink and paper told apart by</span>
      <mat-button-toggle-group
        hideSingleSelectionIndicator
        aria-labelledby="tones-of"
        [value]="tone()?.of"
        (change)="setOf($event.value)"
      >
        <mat-button-toggle value="auto">as found</mat-button-toggle>
        <mat-button-toggle value="light">light</mat-button-toggle>
      </mat-button-toggle-group>
      @for (slider of sliders; track slider.key) {
        <drelk-slide
          [label]="slider.label"
          [min]="-100"
          [value]="tone()?.[slider.key] ?? 0"
          [setting]="slider.setting"
        />
      }
    </drelk-fold>
  `,
  styleUrl: '../../panel.scss',
})
export class InkTone {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  readonly sliders = [this.slides('brightness', 'Brightness'), this.slides('contrast', 'Contrast')];
  readonly tone = computed(() => this.store.shown()?.ink.tone);
  readonly says = computed(() => {
    const { brightness = 0, contrast = 0 } = this.tone() ?? {};
    const { levelled, rulings, dots, byColour } = this.result.view()?.traced?.ink ?? {};
    const parts = [
      levelled ? 'light levelled' : '',
      rulings ? 'rulings out' : '',
      dots === undefined ? '' : 'dots evened out',
      byColour ? 'by colour' : '',
      brightness ? `brightness ${brightness}` : '',
      contrast ? `contrast ${contrast}` : '',
    ];
    return parts.filter(Boolean).join(', ') || 'as it is';
  });

  setLevelled(levelled: ToneSettings['levelled']): void {
    this.store.change('Level the light', ({ ink }) => {
      ink.tone.levelled = levelled;
    });
  }

  setRulings(rulings: ToneSettings['rulings']): void {
    this.store.change(rulings === false ? 'Rulings left' : 'Rulings out', ({ ink }) => {
      ink.tone.rulings = rulings;
    });
  }

  setDots(dots: ToneSettings['dots']): void {
    this.store.change(dots === false ? 'Dots kept' : 'Dots evened out', ({ ink }) => {
      ink.tone.dots = dots;
    });
  }

  setOf(of: ToneSettings['of']): void {
    this.store.change(of === 'light' ? 'By light alone' : 'By light or colour', ({ ink }) => {
      ink.tone.of = of;
    });
  }

  private slides(key: 'brightness' | 'contrast', label: string) {
    const setting = settingOf(this.store, label, ({ ink }, value) => (ink.tone[key] = value));
    return { key, label, setting };
  }
}
