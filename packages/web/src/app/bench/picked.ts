import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { HOLE } from '@drelk/core';
import { PathHand } from '../job/path/path-hand';
import { IconButton } from '../shared/icon-button';
import { ShownResult } from '../job/shown-result';
import { JobLengths } from '../job/job-lengths';

/** What is picked on the bench: its size and nodes. */
@Component({
  selector: 'drelk-picked',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton],
  template: `
    @if (says(); as says) {
      <div role="status">
        <span class="figure">{{ says.size }}</span>
        <span class="note">{{ says.what }}</span>
        <drelk-icon-button
          icon="close"
          label="Let go of what is picked"
          (press)="hand.pick(undefined, false)"
        />
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
  readonly hand = inject(PathHand);
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  readonly says = computed(() => {
    const view = this.result.view();
    const box = this.hand.box();
    const numbers = this.hand.numbers();
    if (!view || !box) return undefined;
    const { paths, millimetresPerPixel } = view;
    const length = (pixels: number) => this.lengths.length(pixels * millimetresPerPixel);
    const nodes = numbers.reduce((sum, k) => sum + paths.starts[k + 1] - paths.starts[k], 0);
    const isHole = (k: number) => (paths.flags[k] & HOLE) !== 0;
    const outer = numbers.filter((k) => !isHole(k));
    const [one] = numbers;
    const kind =
      numbers.length > 1
        ? outer.length === 1
          ? `outer contour with ${counted(numbers.length - 1, 'hole')}`
          : counted(numbers.length, 'contour')
        : isHole(one)
          ? 'hole'
          : Number.isNaN(paths.pens[one])
            ? 'outer contour'
            : 'single line';
    return {
      size: `${length(box.right - box.left)} × ${length(box.bottom - box.top)}`,
      what: `${kind}, ${counted(nodes, 'node')}`,
    };
  });
}

const counted = (count: number, thing: string) => `${count} ${thing}${count === 1 ? '' : 's'}`;
