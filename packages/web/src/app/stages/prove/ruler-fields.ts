import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MeasureTool } from '../../bench/tools/measure-tool';
import { ToolBox } from '../../job/tool/tool-box';
import { Measuring } from '../../job/tool/measuring';
import { PathHand } from '../../job/path/path-hand';
import { IconButton } from '../../shared/icon-button';
import { ToolButton } from '../../job/controls/tool-button';

/** The ruler, what was measured with it, and the narrowest place. */
@Component({
  selector: 'drelk-ruler-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton, MatButtonModule, ToolButton],
  template: `
    <h3>Measure</h3>
    <div class="row">
      <drelk-tool-button tool="measure" label="Ruler" (press)="take()" />
      <button
        matButton="outlined"
        type="button"
        [disabled]="measuring.busy()"
        (click)="measuring.findNarrowest()"
      >
        Narrowest place
      </button>
    </div>
    <p class="note" aria-live="polite">{{ measuring.narrowestSaid() }}</p>
    <ul aria-label="What was measured">
      @for (one of measuring.said(); track one.id) {
        <li>
          <span class="figure">{{ one.main }}</span>
          <span class="note">{{ one.more }}</span>
          <drelk-icon-button
            icon="close"
            [label]="'Take away ' + one.main"
            (press)="measuring.remove(one.id)"
          />
        </li>
      }
    </ul>
  `,
  styleUrl: '../panel.scss',
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      align-items: center;
      display: flex;
      gap: 8px;
      justify-content: space-between;
    }
    .figure {
      white-space: nowrap;
    }
  `,
})
export class RulerFields {
  readonly measuring = inject(Measuring);
  private readonly tools = inject(ToolBox);
  private readonly hand = inject(PathHand);

  take(): void {
    this.tools.toggle(
      'measure',
      () => new MeasureTool(this.hand, this.tools.work, this.tools, this.measuring),
    );
  }
}
