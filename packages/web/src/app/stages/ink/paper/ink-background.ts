import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { ClickTool } from '../../../bench/tools/ink-tools';
import { ToolBox } from '../../../job/tool/tool-box';
import { settingOf } from '../../../job/setting';
import { Fold } from '../../../shared/fold';
import { Slide } from '../../../job/controls/slide';
import { ToolButton } from '../../../job/controls/tool-button';
import { Lights } from '../../lights';
import { JobStore } from '../../../job/store/job-store';

/** Background taken away by colour: from the rim, or where it is clicked; or everything but what is clicked. */
@Component({
  selector: 'drelk-ink-background',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, Lights, MatButtonModule, Slide, ToolButton],
  template: `
    <drelk-fold label="Background" [says]="says()">
      <drelk-slide
        [drelkLights]="{ kind: 'background' }"
        label="From the rim, colours within"
        [max]="60"
        [value]="background()?.tolerance ?? 0"
        [says]="toleranceSays()"
        [setting]="fromRim"
      />
      <div class="row">
        <drelk-tool-button tool="away" icon="backspace" label="Click away" (press)="click('away')" />
        <drelk-tool-button tool="keep" icon="touch_app" label="Click to keep" (press)="click('keep')" />
      </div>
      <div class="row">
        <button matButton="outlined" type="button" [disabled]="!isSet()" (click)="clear()">None of it</button>
      </div>
    </drelk-fold>
  `,
  styleUrl: '../../panel.scss',
})
export class InkBackground {
  private readonly store = inject(JobStore);
  private readonly tools = inject(ToolBox);
  readonly background = computed(() => this.store.shown()?.ink.background);
  readonly fromRim = settingOf(this.store, 'Background from the rim', ({ ink }, tolerance) => {
    ink.background.tolerance = tolerance || null;
  });
  readonly isSet = computed(() => {
    const { tolerance = null, away = [], keep = [] } = this.background() ?? {};
    return tolerance !== null || away.length > 0 || keep.length > 0;
  });
  readonly toleranceSays = computed(() => {
    const tolerance = this.background()?.tolerance ?? null;
    return tolerance === null ? 'left alone' : `ΔE ${tolerance}`;
  });
  readonly says = computed(() => {
    const { tolerance = null, away = [], keep = [] } = this.background() ?? {};
    const parts = [
      tolerance === null ? '' : 'from the rim',
      away.length ? `${away.length / 2} clicked away` : '',
      keep.length ? `${keep.length / 2} kept` : '',
    ];
    return parts.filter(Boolean).join(', ') || 'left alone';
  });

  click(what: 'away' | 'keep'): void {
    const says =
      what === 'away' ? 'Click on what is to go away.' : 'Click on what is to stay; all else goes.';
    const label = what === 'away' ? 'Click away' : 'Click to keep';
    this.tools.toggle(what, () => {
      return new ClickTool(what, says, this.tools, ([x, y]) => {
        this.store.change(label, ({ ink }) => {
          ink.background[what].push(x, y);
        });
      });
    });
  }

  clear(): void {
    this.store.change('No background', ({ ink }) => {
      ink.background = { tolerance: null, away: [], keep: [] };
    });
  }
}
