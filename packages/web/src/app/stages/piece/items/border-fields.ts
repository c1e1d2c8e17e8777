import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Corners4 } from '@drelk/core';
import { PieceHand } from '../../../job/piece/piece-hand';
import { Choice } from '../../../shared/choice';
import { LengthField } from '../../../shared/length-field';
import { CornerFields } from '../corner-fields';
import { JobLengths } from '../../../job/job-lengths';

/** A border: what it lies in, how far in, its corners, and a second line. */
@Component({
  selector: 'drelk-border-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, CornerFields, LengthField],
  template: `
    @if (item(); as item) {
      <drelk-choice label="Inside" [value]="around()" [among]="others()" (chosen)="setAround($event)" />
      <drelk-length-field
        label="In from the edge"
        [value]="item.inset"
        [units]="lengths.units()"
        (chosen)="setInset($event)"
      />
      <drelk-corner-fields [value]="item.corners" [units]="lengths.units()" (changed)="setCorners($event)" />
      <drelk-length-field
        label="Second line, farther in by"
        [value]="item.second"
        [units]="lengths.units()"
        [signed]="true"
        (chosen)="setSecond($event)"
      />
    }
  `,
  styleUrl: '../../panel.scss',
})
export class BorderFields {
  readonly lengths = inject(JobLengths);
  private readonly hand = inject(PieceHand);
  readonly item = this.hand.itemOf('border');
  readonly around = computed(() => String(this.item()?.around));
  readonly others = computed(() =>
    this.hand
      .items()
      .filter(({ item }) => item.kind === 'board' || item.kind === 'artwork')
      .map(({ id, item }) => ({ id: String(id), says: item.name })),
  );

  setAround(id: string): void {
    this.hand.change('border', 'What the border lies in', (item) => {
      item.around = Number(id);
    });
  }

  setInset(length: number): void {
    this.hand.change('border', 'Border from the edge', (item) => {
      item.inset = length;
    });
  }

  setSecond(length: number): void {
    this.hand.change('border', 'Second line of the border', (item) => {
      item.second = Math.max(0, length);
    });
  }

  setCorners(corners: Corners4): void {
    this.hand.change('border', 'Corners of the border', (item) => {
      item.corners = corners;
    });
  }
}
