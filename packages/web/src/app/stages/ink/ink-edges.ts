import { Component, computed, inject } from '@angular/core';
import type { EdgeSettings } from '@drelk/core';
import { Workbench } from '../../job/workbench';
import { Slide } from '../../shared/slide';

/** Ink along edges: how fine, how strong, how wide the lines. */
@Component({
  selector: 'drelk-ink-edges',
  imports: [Slide],
  template: `
    <drelk-slide
      label="Detail left out under"
      [max]="6"
      [step]="0.1"
      [value]="edges()?.fineness ?? 0"
      [says]="pixels('fineness')"
      (trying)="try('fineness', $event)"
      (settled)="set('fineness', $event)"
    />
    <drelk-slide
      label="Only the strongest"
      [max]="99"
      [value]="edges()?.strength ?? 0"
      [says]="(edges()?.strength ?? 0) + ' %'"
      (trying)="try('strength', $event)"
      (settled)="set('strength', $event)"
    />
    <drelk-slide
      label="Width of the lines"
      [min]="1"
      [max]="24"
      [step]="0.5"
      [value]="edges()?.width ?? 1"
      [says]="pixels('width')"
      (trying)="try('width', $event)"
      (settled)="set('width', $event)"
    />
  `,
  styleUrl: '../panel.scss',
})
export class InkEdges {
  private readonly work = inject(Workbench);
  readonly edges = computed(() => this.work.store.shown()?.ink.edges);

  pixels(key: 'fineness' | 'width'): string {
    return this.work.sourceLength(this.edges()?.[key] ?? 0);
  }

  try(key: keyof EdgeSettings, value: number): void {
    this.work.store.try(({ ink }) => {
      ink.edges[key] = value;
    });
  }

  set(key: keyof EdgeSettings, value: number): void {
    this.work.store.change('Edges', ({ ink }) => {
      ink.edges[key] = value;
    });
  }
}
