import { Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Workbench } from '../../job/workbench';
import { Slide } from '../../shared/slide';

/** The tolerance slider counts in sixths of a pixel's share, on a scale where each step is a tenth more. */
const FINEST = 0.05;
const RATIO = 1.1;

/** Line: how closely paths follow the ink, and how much jitter is evened out. */
@Component({
  selector: 'drelk-line-panel',
  imports: [MatButtonModule, Slide],
  templateUrl: './line-panel.html',
  styleUrl: '../panel.scss',
})
export class LinePanel {
  readonly work = inject(Workbench);
  readonly line = computed(() => this.work.store.shown()?.line);
  readonly isOwn = computed(() => this.line()?.tolerance != null);
  /** Tolerance in pixels, as a slider position. */
  readonly position = computed(() =>
    Math.round(Math.log((this.work.view()?.tolerance ?? 1 / 3) / FINEST) / Math.log(RATIO)),
  );
  readonly toleranceSays = computed(() => {
    const view = this.work.view();
    if (!view) return '';
    const millimetres = `${(view.tolerance * view.millimetresPerPixel).toPrecision(2)} mm`;
    return this.isOwn() ? millimetres : `⅓ pixel = ${millimetres}`;
  });
  readonly smoothnessSays = computed(() => {
    const view = this.work.view();
    const pixels = this.line()?.smoothness ?? 0;
    return view && pixels > 0 ? `${(pixels * view.millimetresPerPixel).toPrecision(2)} mm` : 'none';
  });
  readonly counts = computed(() => {
    const facts = this.work.view()?.facts;
    if (!facts) return undefined;
    const ratio = facts.nodes > 0 ? facts.nodesBefore / facts.nodes : 0;
    return { before: facts.nodesBefore, after: facts.nodes, ratio: ratio.toFixed(1) };
  });

  tryTolerance(position: number): void {
    const tolerance = this.toleranceAt(position);
    this.work.store.try(({ line }) => {
      line.tolerance = tolerance;
    });
  }

  setTolerance(position: number | null): void {
    const tolerance = position === null ? null : this.toleranceAt(position);
    this.work.store.change(tolerance === null ? 'Tolerance of the picture' : 'Tolerance', ({ line }) => {
      line.tolerance = tolerance;
    });
  }

  trySmoothness(smoothness: number): void {
    this.work.store.try(({ line }) => {
      line.smoothness = smoothness;
    });
  }

  setSmoothness(smoothness: number): void {
    this.work.store.change('Smoothness', ({ line }) => {
      line.smoothness = smoothness;
    });
  }

  private toleranceAt(position: number): number {
    const pixels = FINEST * RATIO ** position;
    return Number((pixels * (this.work.view()?.millimetresPerPixel ?? 1)).toPrecision(3));
  }
}
