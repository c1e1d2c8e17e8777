import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RECTANGLES, type RectangleName } from '@drelk/core';
import { RulerTool } from '../../bench/tools/square-tools';
import { ToolBox } from '../../job/tool/tool-box';
import { Fold } from '../../shared/fold';
import { LengthField } from '../../shared/length-field';
import { ToolButton } from '../../job/controls/tool-button';
import { JobStore } from '../../job/store/job-store';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';

const NAMES: Record<RectangleName, string> = {
  card: 'a bank card',
  a4: 'A4',
  a3: 'A3',
  letter: 'Letter',
  typed: 'another size',
};

/** Where the picture's true size comes from, and how sure that is. */
@Component({
  selector: 'drelk-square-scale',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, LengthField, MatButtonModule, ToolButton],
  templateUrl: './square-scale.html',
  styleUrl: '../panel.scss',
})
export class SquareScale {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  readonly lengths = inject(JobLengths);
  readonly rectangles = Object.entries(NAMES) as [RectangleName, string][];
  readonly settings = computed(() => this.store.shown()?.square.scale);
  readonly scale = computed(() => this.result.view()?.traced?.square.scale);
  /** The ruler's tool while it is in hand with both its places put. */
  readonly ruler = computed(() => {
    const tool = this.tools.active();
    return tool instanceof RulerTool && tool.places().length === 4 ? tool : undefined;
  });
  readonly rulerLength = computed(() => {
    const scale = this.settings();
    return scale?.by === 'ruler' ? scale.length : 100;
  });
  readonly rectangle = computed(() => {
    const scale = this.settings();
    return scale?.by === 'rectangle' ? scale : undefined;
  });
  readonly typed = linkedSignal(() => {
    const { width, height } = this.rectangle() ?? { width: 200, height: 100 };
    return { width, height };
  });
  readonly says = computed(() => {
    const scale = this.scale();
    if (!scale || scale.millimetresPerPixel === null) return 'no true size yet';
    const sure = `sure to ${(100 * scale.uncertainty).toPrecision(1)} %`;
    if (scale.from === 'ruler') return `from a ruler, ${sure}`;
    if (scale.from === 'rectangle') return `from ${NAMES[this.rectangle()?.name ?? 'typed']}, ${sure}`;
    return 'from the file, as it says';
  });
  readonly more = computed(() => {
    const scale = this.scale();
    if (!scale) return '';
    if (scale.millimetresPerPixel !== null)
      return `One pixel is ${this.lengths.small(scale.millimetresPerPixel)}.`;
    if (this.rectangle()) return 'Flatten the sheet first: its corners give the scale.';
    return 'Give it a ruler or a known sheet here, or a size in Piece.';
  });
  private readonly tools = inject(ToolBox);

  takeRuler(): void {
    const scale = this.settings();
    const places = scale?.by === 'ruler' ? [...scale.from, ...scale.to] : this.tools.rulerPlaces;
    this.tools.toggle('ruler', () => new RulerTool(this.tools.work, this.tools, places));
  }

  setLength(length: number): void {
    this.ruler()?.setLength(length);
  }

  chooseRectangle(event: Event): void {
    const name = (event.target as HTMLSelectElement).value as RectangleName | '';
    if (name === '') return;
    const size = name === 'typed' ? this.typed() : RECTANGLES[name];
    this.setRectangle(name, size.width, size.height);
  }

  setTyped(side: 'width' | 'height', length: number): void {
    const size = { ...this.typed(), [side]: length };
    this.setRectangle('typed', size.width, size.height);
  }

  ownScale(): void {
    this.store.change('Scale of the file', ({ square }) => {
      square.scale = { by: 'file' };
    });
  }

  private setRectangle(name: RectangleName, width: number, height: number): void {
    this.store.change(`Scale from ${NAMES[name]}`, ({ square }) => {
      square.scale = { by: 'rectangle', name, width, height };
    });
  }
}
