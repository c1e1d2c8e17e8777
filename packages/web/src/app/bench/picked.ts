import { Component, computed, inject } from '@angular/core';
import { HOLE, originAt } from '@drelk/core';
import { Workbench } from '../job/workbench';
import { IconButton } from '../shared/icon-button';
import { BenchState } from './bench-state';

/** The contour that was clicked on the bench: its size and nodes. */
@Component({
  selector: 'drelk-picked',
  imports: [IconButton],
  template: `
    @if (says(); as says) {
      <div role="status">
        <span class="figure">{{ says.size }}</span>
        <span class="note">{{ says.what }}</span>
        <drelk-icon-button icon="close" label="Let go of the contour" (press)="state.picked.set(undefined)" />
      </div>
    }
  `,
  styles: `
    div {
      align-items: center;
      background: var(--surface-high);
      border: 1px solid var(--edge);
      border-left: 3px solid var(--mark, #b8862b);
      border-radius: 4px;
      display: flex;
      gap: 10px;
      padding-left: 10px;
    }
    .figure {
      font-size: 18px;
    }
  `,
})
export class Picked {
  readonly state = inject(BenchState);
  private readonly work = inject(Workbench);
  readonly says = computed(() => {
    const id = this.state.picked();
    const view = this.work.view();
    const k = id === undefined || !view ? -1 : view.paths.ids.indexOf(id);
    if (!view || k < 0) return undefined;
    const { paths, millimetresPerPixel } = view;
    const { box } = originAt(paths, k);
    const length = (pixels: number) => this.work.length(pixels * millimetresPerPixel);
    const nodes = paths.starts[k + 1] - paths.starts[k];
    const isHole = (paths.flags[k] & HOLE) !== 0;
    const kind = isHole ? 'hole' : Number.isNaN(paths.pens[k]) ? 'outer contour' : 'single line';
    return {
      size: `${length(box.right - box.left)} × ${length(box.bottom - box.top)}`,
      what: `${kind}, ${nodes} ${nodes === 1 ? 'node' : 'nodes'}`,
    };
  });
}
