import { Injectable, computed, inject } from '@angular/core';
import { formatLength, formatSmall, mapPoint } from '@drelk/core';
import { ShownResult } from './shown-result';
import { JobStore } from './store/job-store';

/** Lengths as the open job says them: in its unit, at its true size. */
@Injectable()
export class JobLengths {
  readonly units = computed(() => this.store.shown()?.units ?? 'mm');
  /** Millimetres of a source pixel, near the middle of the picture. */
  readonly sourcePixel = computed(() => {
    const view = this.result.view();
    if (!view) return 1;
    const middle = { x: view.width / 2, y: view.height / 2 };
    const toSource = view.toSource;
    const a = mapPoint(toSource, middle);
    const b = mapPoint(toSource, { x: middle.x + 1, y: middle.y });
    return view.millimetresPerPixel / Math.hypot(b.x - a.x, b.y - a.y);
  });
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);

  /** A length in the job's unit. */
  length(millimetres: number): string {
    return formatLength(millimetres, this.units());
  }

  /** A tolerance, a pixel or what else is small, in the job's unit. */
  small(millimetres: number): string {
    return formatSmall(millimetres, this.units());
  }

  /** A length given in source pixels, in the job's unit where there is a true size. */
  sourceLength(pixels: number): string {
    return this.result.view()?.scaleSource === 'none'
      ? `${Number(pixels.toFixed(1))} px`
      : this.length(pixels * this.sourcePixel());
  }
}
