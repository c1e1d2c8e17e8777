import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { BenchState } from '../view/bench-state';
import { BENCH_LAYERS, type BenchLayer, LAYER_NAMES } from '../drawing/layout';

/** Which two layers lie on either side of the wipe, or blink, and where it stands. */
@Component({
  selector: 'drelk-wipe-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select aria-label="Left of the wipe" (change)="state.change({ left: layerOf($event) })">
      @for (layer of layers; track layer) {
        <option [value]="layer" [selected]="state.layout().left === layer">{{ names[layer] }}</option>
      }
    </select>
    @if (state.layout().wipe) {
      <input
        type="range"
        min="0"
        max="1"
        step="0.01"
        aria-label="Place of the wipe"
        [value]="state.wipeAt()"
        (input)="state.wipeAt.set(numberOf($event))"
      />
    }
    <select aria-label="Right of the wipe" (change)="state.change({ right: layerOf($event) })">
      @for (layer of layers; track layer) {
        <option [value]="layer" [selected]="state.layout().right === layer">{{ names[layer] }}</option>
      }
    </select>
  `,
  styles: `
    :host {
      align-items: center;
      background: var(--surface-high);
      border: 1px solid var(--edge);
      border-radius: 4px;
      display: flex;
      gap: 8px;
      padding: 5px 8px;
    }
    select {
      background: var(--surface-high);
      border: 1px solid var(--edge);
      border-radius: 4px;
      color: var(--ink);
      font: inherit;
      font-size: 14px;
    }
    input {
      accent-color: var(--accent);
      width: 140px;
    }
  `,
})
export class WipeBar {
  readonly state = inject(BenchState);
  readonly layers = BENCH_LAYERS;
  readonly names = LAYER_NAMES;

  layerOf(event: Event): BenchLayer {
    return (event.target as HTMLSelectElement).value as BenchLayer;
  }

  numberOf(event: Event): number {
    return Number((event.target as HTMLInputElement).value);
  }
}
