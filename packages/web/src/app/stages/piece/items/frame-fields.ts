import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { Corners4 } from '@drelk/core';
import { PieceHand } from '../../../job/piece/piece-hand';
import { LengthField } from '../../../shared/length-field';
import { AroundFields } from '../around-fields';
import { CornerFields } from '../corner-fields';
import { JobLengths } from '../../../job/job-lengths';

/** A frame: around what, how far out, and its corners. */
@Component({
  selector: 'drelk-frame-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AroundFields, CornerFields, LengthField],
  template: `
    @if (item(); as item) {
      <drelk-around-fields />
      <drelk-length-field
        label="Distance"
        [value]="item.distance"
        [units]="lengths.units()"
        [signed]="true"
        (chosen)="setDistance($event)"
      />
      <drelk-corner-fields [value]="item.corners" [units]="lengths.units()" (changed)="setCorners($event)" />
    }
  `,
  styleUrl: '../../panel.scss',
})
export class FrameFields {
  readonly lengths = inject(JobLengths);
  private readonly hand = inject(PieceHand);
  readonly item = this.hand.itemOf('frame');

  setDistance(length: number): void {
    this.hand.change('frame', 'Distance of the frame', (item) => {
      item.distance = Math.max(0, length);
    });
  }

  setCorners(corners: Corners4): void {
    this.hand.change('frame', 'Corners of the frame', (item) => {
      item.corners = corners;
    });
  }
}
