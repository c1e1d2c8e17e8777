import { Component, inject } from '@angular/core';
import type { OutlineItem } from '@drelk/core';
import { PieceHand } from '../../../job/piece-hand';
import { Workbench } from '../../../job/workbench';
import { Choice } from '../../../shared/choice';
import { LengthField } from '../../../shared/length-field';
import { AroundFields } from '../around-fields';

/** An outline: around what, how far out, which gaps it closes, and what becomes of holes. */
@Component({
  selector: 'drelk-outline-fields',
  imports: [AroundFields, Choice, LengthField],
  template: `
    @if (item(); as item) {
      <drelk-around-fields />
      <drelk-length-field
        label="Distance"
        [value]="item.distance"
        [units]="work.units()"
        (chosen)="setLength('distance', $event)"
      />
      <drelk-length-field
        label="Gaps closed, besides"
        [value]="item.bridges"
        [units]="work.units()"
        [signed]="true"
        (chosen)="setLength('bridges', $event)"
      />
      <drelk-choice label="Holes" [value]="item.holes" [among]="holes" (chosen)="setHoles($event)" />
    }
  `,
  styleUrl: '../../panel.scss',
})
export class OutlineFields {
  readonly work = inject(Workbench);
  private readonly hand = inject(PieceHand);
  readonly holes = [
    { id: 'filled' as const, says: 'filled' },
    { id: 'kept' as const, says: 'kept' },
  ];
  readonly item = this.hand.itemOf('outline');

  setLength(which: 'distance' | 'bridges', length: number): void {
    this.hand.change('outline', which === 'distance' ? 'Distance of the outline' : 'Gaps closed', (item) => {
      item[which] = Math.max(0, length);
    });
  }

  setHoles(holes: OutlineItem['holes']): void {
    this.hand.change('outline', `Holes ${holes}`, (item) => {
      item.holes = holes;
    });
  }
}
