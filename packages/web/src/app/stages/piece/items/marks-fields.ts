import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { MarkForm } from '@drelk/core';
import { PieceHand } from '../../../job/piece/piece-hand';
import { Choice } from '../../../shared/choice';
import { LengthField } from '../../../shared/length-field';
import { AroundFields } from '../around-fields';
import { MARKS, entriesOf } from '../words';
import { JobLengths } from '../../../job/job-lengths';

/** Registration marks: around what, of which form and size, on how many corners. */
@Component({
  selector: 'drelk-marks-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AroundFields, Choice, LengthField],
  template: `
    @if (item(); as item) {
      <drelk-around-fields />
      <drelk-choice label="Form" [value]="item.form" [among]="forms" (chosen)="setForm($event)" />
      <div class="pair">
        <drelk-length-field
          label="Size"
          [value]="item.size"
          [units]="lengths.units()"
          (chosen)="setLength('size', $event)"
        />
        <drelk-length-field
          label="Distance"
          [value]="item.distance"
          [units]="lengths.units()"
          [signed]="true"
          (chosen)="setLength('distance', $event)"
        />
      </div>
      <drelk-choice label="On" [value]="'' + item.count" [among]="counts" (chosen)="setCount($event)" />
      <p class="note">Every plate’s own file has them, so that one lies true on the other.</p>
    }
  `,
  styleUrl: '../../panel.scss',
})
export class MarksFields {
  readonly lengths = inject(JobLengths);
  private readonly hand = inject(PieceHand);
  readonly forms = entriesOf(MARKS);
  readonly counts = [
    { id: '2', says: 'two corners' },
    { id: '3', says: 'three corners' },
    { id: '4', says: 'all corners' },
  ];
  readonly item = this.hand.itemOf('marks');

  setForm(form: MarkForm): void {
    this.hand.change('marks', `Marks, ${MARKS[form]}`, (item) => {
      item.form = form;
    });
  }

  setLength(which: 'size' | 'distance', length: number): void {
    this.hand.change('marks', which === 'size' ? 'Size of the marks' : 'Distance of the marks', (item) => {
      item[which] = Math.max(0, length);
    });
  }

  setCount(text: string): void {
    this.hand.change('marks', 'Corners with marks', (item) => {
      item.count = text === '2' ? 2 : text === '4' ? 4 : 3;
    });
  }
}
