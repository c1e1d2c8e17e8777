import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { EdgeSettings } from '@drelk/core';
import { type Setting, settingOf } from '../../../job/setting';
import { Slide } from '../../../job/controls/slide';
import { JobStore } from '../../../job/store/job-store';
import { JobLengths } from '../../../job/job-lengths';

/** Ink along edges: how fine, how strong, how wide the lines. */
@Component({
  selector: 'drelk-ink-edges',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Slide],
  template: `
    <drelk-slide
      label="Detail left out under"
      [max]="6"
      [step]="0.1"
      [value]="edges()?.fineness ?? 0"
      [says]="pixels('fineness')"
      [setting]="settings.fineness"
    />
    <drelk-slide
      label="Only the strongest"
      [max]="99"
      [value]="edges()?.strength ?? 0"
      [says]="(edges()?.strength ?? 0) + ' %'"
      [setting]="settings.strength"
    />
    <drelk-slide
      label="Width of the lines"
      [min]="1"
      [max]="24"
      [step]="0.5"
      [value]="edges()?.width ?? 1"
      [says]="pixels('width')"
      [setting]="settings.width"
    />
  `,
  styleUrl: '../../panel.scss',
})
export class InkEdges {
  private readonly store = inject(JobStore);
  private readonly lengths = inject(JobLengths);
  readonly edges = computed(() => this.store.shown()?.ink.edges);

  readonly settings = {
    fineness: this.slides('fineness'),
    strength: this.slides('strength'),
    width: this.slides('width'),
  };

  pixels(key: 'fineness' | 'width'): string {
    return this.lengths.sourceLength(this.edges()?.[key] ?? 0);
  }

  private slides(key: keyof EdgeSettings): Setting {
    return settingOf(this.store, 'Edges', ({ ink }, value) => (ink.edges[key] = value));
  }
}
