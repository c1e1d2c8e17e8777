import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatIcon } from '@angular/material/icon';
import { CropTool, CornersTool, LevelTool } from '../../bench/tools/square-tools';
import { ToolBox } from '../../job/tool/tool-box';
import { settingOf } from '../../job/setting';
import { Fold } from '../../shared/fold';
import { Slide } from '../../job/controls/slide';
import { ToolButton } from '../../job/controls/tool-button';
import { SquareScale } from './square-scale';
import { JobStore } from '../../job/store/job-store';
import { ShownResult } from '../../job/shown-result';
import { EngineService } from '../../engine/engine.service';

const DEGREE = Math.PI / 180;

/** Square up: scale, flattening, turning and cropping, with what was measured of the picture. */
@Component({
  selector: 'drelk-square-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, MatButtonModule, MatButtonToggleModule, MatIcon, Slide, SquareScale, ToolButton],
  templateUrl: './square-panel.html',
  styleUrl: '../panel.scss',
})
export class SquarePanel {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  private readonly engine = inject(EngineService);
  readonly source = computed(() => this.store.document()?.source);
  readonly square = computed(() => this.store.shown()?.square);
  readonly facts = computed(() => this.result.view()?.traced?.square);
  readonly density = computed(() => {
    const density = this.source()?.density;
    return density ? `${Math.round(density)} dpi` : 'not in the file';
  });
  readonly flatten = computed(() => {
    const flatten = this.square()?.flatten;
    return typeof flatten === 'string' ? flatten : 'hand';
  });
  readonly flattenSays = computed(() => {
    const flattened = this.facts()?.corners !== null;
    if (this.flatten() === 'hand') return 'By the corners set.';
    if (this.flatten() === 'none') return 'Left as it is.';
    return flattened ? 'By the sheet found in view.' : 'No sheet is in view: left as it is.';
  });
  readonly angle = computed(() => Number(((this.square()?.angle ?? 0) / DEGREE).toFixed(2)));
  readonly turnSays = computed(() => {
    const { turn = 0, mirror = false } = this.square() ?? {};
    const parts = [
      turn ? `${turn * 90}°` : '',
      this.angle() ? `${this.angle()}°` : '',
      mirror ? 'mirrored' : '',
    ];
    return parts.filter(Boolean).join(', ') || 'as it came';
  });
  readonly cropSays = computed(() => {
    const crop = this.square()?.crop;
    return crop ? (crop.kind === 'box' ? 'to a box' : 'to a loop') : 'whole';
  });
  readonly straighten = settingOf(this.store, 'Turn', ({ square }, degrees) => {
    square.angle = Number((degrees * DEGREE).toFixed(5));
  });
  private readonly tools = inject(ToolBox);

  turn(quarters: 1 | 3): void {
    const label = quarters === 1 ? 'Turn left' : 'Turn right';
    this.store.change(label, ({ square }) => {
      square.turn = ((square.turn + (square.mirror ? 4 - quarters : quarters)) % 4) as typeof square.turn;
    });
  }

  mirror(): void {
    this.store.change('Mirror', ({ square }) => {
      square.mirror = !square.mirror;
    });
  }

  setFlatten(how: 'auto' | 'none'): void {
    this.tools.putDown();
    this.store.change(how === 'auto' ? 'Flatten as found' : 'Do not flatten', ({ square }) => {
      square.flatten = how;
    });
  }

  /** Corners by hand begin at the sheet in view, or a little inside the picture. */
  async takeCorners(): Promise<void> {
    if (this.tools.isActive('corners')) {
      this.tools.putDown();
      return;
    }
    const set = this.square()?.flatten;
    const corners = Array.isArray(set) ? set : await this.firstCorners();
    this.tools.take(new CornersTool(this.tools.work, corners));
  }

  crop(kind: 'box' | 'loop'): void {
    this.tools.toggle(`crop-${kind}`, () => new CropTool(kind, this.tools.work, this.tools));
  }

  wholePicture(): void {
    this.store.change('Whole picture', ({ square }) => {
      square.crop = null;
    });
  }

  level(): void {
    this.tools.toggle('level', () => new LevelTool(this.tools.work, this.tools));
  }

  private async firstCorners(): Promise<number[]> {
    const document = this.store.document();
    const { corners } = document
      ? await this.engine.ask('sheet', { document }).catch(() => ({ corners: null }))
      : { corners: null };
    if (corners) return corners.map((value) => Number(value.toFixed(2)));
    const { width, height } = this.source() ?? { width: 100, height: 100 };
    const [left, top, right, bottom] = [0.1 * width, 0.1 * height, 0.9 * width, 0.9 * height];
    return [left, top, right, top, right, bottom, left, bottom];
  }
}
