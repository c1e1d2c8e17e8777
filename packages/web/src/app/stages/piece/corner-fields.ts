import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { CORNER_FORMS, type Corners4 } from '@drelk/core';
import { Choice } from '../../shared/choice';
import { LengthField } from '../../shared/length-field';
import { CORNERS, entriesOf } from './words';

const WHICH = ['upper left', 'upper right', 'lower right', 'lower left'];

/** The form of corners, how large they are, and which of them have it. */
@Component({
  selector: 'drelk-corner-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, LengthField],
  template: `
    <drelk-choice label="Corners" [value]="value().form" [among]="forms" (chosen)="set({ form: $event })" />
    @if (value().form !== 'square') {
      <drelk-length-field
        label="Size of the corners"
        [value]="value().size"
        [units]="units()"
        (chosen)="set({ size: $event })"
      />
      <div class="row" role="group" aria-label="Which corners">
        @for (name of which; track name; let k = $index) {
          <label class="tick">
            <input type="checkbox" [checked]="value().on[k]" (change)="turn(k)" />
            {{ name }}
          </label>
        }
      </div>
    }
  `,
  styleUrl: '../panel.scss',
})
export class CornerFields {
  readonly value = input.required<Corners4>();
  readonly units = input.required<'mm' | 'in'>();
  readonly changed = output<Corners4>();
  readonly forms = entriesOf(CORNERS).filter(({ id }) => CORNER_FORMS.includes(id));
  readonly which = WHICH;

  set(part: Partial<Corners4>): void {
    this.changed.emit({ ...this.value(), ...part });
  }

  turn(corner: number): void {
    const on = this.value().on.map((isOn, k) => (k === corner ? !isOn : isOn)) as Corners4['on'];
    this.set({ on });
  }
}
