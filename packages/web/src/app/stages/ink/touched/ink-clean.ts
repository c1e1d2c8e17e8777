import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type CleanLength, type CleanSettings, INK, boundsOf } from '@drelk/core';
import { type Setting, settingOf } from '../../../job/setting';
import { Fold } from '../../../shared/fold';
import { Slide } from '../../../job/controls/slide';
import { JobStore } from '../../../job/store/job-store';
import { ShownResult } from '../../../job/shown-result';
import { JobLengths } from '../../../job/job-lengths';

type Area = 'specks' | 'pinholes';

/** Slider positions are square roots of areas, so that small ones can be set finely. */
const areaOf = (position: number) => Math.round(position * position);
/** Gaps of this many strokes' widths are bridged by one click. */
const GAP_IN_WIDTHS = 2.2;

/** Cleaning by size: specks, pinholes, gaps, rims, thin strokes, all ink, separate areas. */
@Component({
  selector: 'drelk-ink-clean',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, MatButtonModule, Slide],
  templateUrl: './ink-clean.html',
  styleUrl: '../../panel.scss',
})
export class InkClean {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  readonly areas = [this.area('specks', 'Drop specks under'), this.area('pinholes', 'Fill pinholes under')];
  readonly cleanLengths = [
    this.length('gaps', 'Bridge gaps up to', 1),
    this.length('rims', 'Even rims over', 0.5),
    this.length('thinnest', 'Bring thin strokes up to', 0.5),
    this.length('grow', 'Thicken or thin all ink by', 0.25),
    this.length('necks', 'Join areas nearer than', 1),
  ];
  readonly largest = this.slides(
    'Only the largest areas',
    (clean, count) => (clean.largest = count === 0 ? null : count),
  );
  readonly clean = computed(() => this.store.shown()?.ink.clean);
  readonly facts = computed(() => this.result.view()?.traced?.ink);
  readonly gapLength = computed(() => Math.round(GAP_IN_WIDTHS * (this.facts()?.strokeWidth ?? 0)));
  readonly counts = computed(() => {
    const counts = this.facts()?.cleaned;
    if (!counts) return '';
    const parts = [
      said(counts.specks, 'speck', 'dropped'),
      said(counts.pinholes, 'pinhole', 'filled'),
      said(counts.gaps, 'gap', 'bridged'),
      said(counts.necks, 'neck', 'drawn'),
      said(counts.dropped, 'area', 'left out'),
    ].filter(Boolean);
    return `${parts.length > 0 ? `${parts.join(', ')}; ` : ''}${counts.components} ${counts.components === 1 ? 'area' : 'areas'} left.`;
  });

  position(key: Area): number {
    return Math.sqrt(this.facts()?.[key] ?? 0);
  }

  areaSays(key: Area): string {
    const pixels = Math.round(this.facts()?.[key] ?? 0);
    const view = this.result.view();
    if (pixels === 0) return 'none';
    const millimetres = pixels * this.lengths.sourcePixel() ** 2;
    return view && view.scaleSource !== 'none' ? `${millimetres.toPrecision(2)} mm²` : `${pixels} px`;
  }

  lengthSays(key: CleanLength): string {
    const pixels = this.clean()?.[key] ?? 0;
    return pixels === 0 ? 'none' : this.lengths.sourceLength(pixels);
  }

  bridgeGaps(): void {
    this.store.change('Bridge gaps', ({ ink }) => {
      ink.clean.gaps = this.gapLength();
    });
  }

  private slides(label: string, write: (clean: CleanSettings, value: number) => void): Setting {
    return settingOf(this.store, label, ({ ink }, value) => write(ink.clean, value));
  }

  private area(key: Area, label: string) {
    return { key, label, setting: this.slides(label, (clean, position) => (clean[key] = areaOf(position))) };
  }

  private length(key: CleanLength, label: string, step: number) {
    return {
      key,
      label,
      ...boundsOf(INK.clean[key]),
      step,
      setting: this.slides(label, (clean, pixels) => (clean[key] = pixels)),
    };
  }
}

function said(count: number, thing: string, done: string): string {
  return count > 0 ? `${count} ${count === 1 ? thing : `${thing}s`} ${done}` : '';
}
