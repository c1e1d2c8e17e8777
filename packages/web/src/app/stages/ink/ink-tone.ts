import { Component, computed, inject } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { ToneSettings } from '@drelk/core';
import { Workbench } from '../../job/workbench';
import { Fold } from '../../shared/fold';
import { Slide } from '../../shared/slide';

/** Tones before ink and paper are told apart: levelled light, brightness, contrast. */
@Component({
  selector: 'drelk-ink-tone',
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
      @for (slider of sliders; track slider.key) {
        <drelk-slide
          [label]="slider.label"
          [min]="-100"
          [value]="tone()?.[slider.key] ?? 0"
          (trying)="tryTone(slider.key, $event)"
          (settled)="setTone(slider.key, slider.label, $event)"
        />
      }
    </drelk-fold>
  `,
  styleUrl: '../panel.scss',
})
export class InkTone {
  private readonly work = inject(Workbench);
  readonly sliders = [
    { key: 'brightness', label: 'Brightness' },
    { key: 'contrast', label: 'Contrast' },
  ] as const;
  readonly tone = computed(() => this.work.store.shown()?.ink.tone);
  readonly says = computed(() => {
    const { brightness = 0, contrast = 0 } = this.tone() ?? {};
    const levelled = this.work.view()?.traced?.ink.levelled;
    const parts = [
      levelled ? 'light levelled' : '',
      brightness ? `brightness ${brightness}` : '',
      contrast ? `contrast ${contrast}` : '',
    ];
    return parts.filter(Boolean).join(', ') || 'as it is';
  });

  setLevelled(levelled: ToneSettings['levelled']): void {
    this.work.store.change('Level the light', ({ ink }) => {
      ink.tone.levelled = levelled;
    });
  }

  tryTone(key: 'brightness' | 'contrast', value: number): void {
    this.work.store.try(({ ink }) => {
      ink.tone[key] = value;
    });
  }

  setTone(key: 'brightness' | 'contrast', label: string, value: number): void {
    this.work.store.change(label, ({ ink }) => {
      ink.tone[key] = value;
    });
  }
}
