import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { type OutlineItem, parseAngle } from '@drelk/core';
import { PieceHand } from '../../../job/piece/piece-hand';
import { telling } from '../../../job/telling';
import { Choice } from '../../../shared/choice';
import { FigureField } from '../../../shared/figure-field';
import { LengthField } from '../../../shared/length-field';
import { AroundFields } from '../around-fields';
import { ProblemService } from '../../../shared/problem.service';
import { JobLengths } from '../../../job/job-lengths';

/** What is proposed for a ring and a base, in millimetres. */
const RING = { mm: { hole: 4, wall: 2.5, at: 0 }, in: { hole: 25.4 / 8, wall: 25.4 / 10, at: 0 } };
const BASE = {
  mm: { height: 5, width: 4, length: 60 },
  in: { height: 25.4 / 4, width: 25.4 / 8, length: 63.5 },
};

/** An outline: around what, how far out, which gaps it closes, and what becomes of holes; a ring, a base. */
@Component({
  selector: 'drelk-outline-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AroundFields, Choice, FigureField, LengthField],
  template: `
    @if (item(); as item) {
      <drelk-around-fields />
      <drelk-length-field
        label="Distance"
        [value]="item.distance"
        [units]="lengths.units()"
        (chosen)="setLength('distance', $event)"
      />
      <drelk-length-field
        label="Gaps closed, besides"
        [value]="item.bridges"
        [units]="lengths.units()"
        [signed]="true"
        (chosen)="setLength('bridges', $event)"
      />
      <drelk-choice label="Holes" [value]="item.holes" [among]="holes" (chosen)="setHoles($event)" />
      <label class="tick">
        <input type="checkbox" [checked]="item.ring !== null" (change)="turnRing()" />
        a ring to hang it by
      </label>
      @if (item.ring; as ring) {
        <div class="pair">
          <drelk-length-field
            label="Hole of the ring"
            [value]="ring.hole"
            [units]="lengths.units()"
            (chosen)="setRing({ hole: $event })"
          />
          <drelk-length-field
            label="Wall around it"
            [value]="ring.wall"
            [units]="lengths.units()"
            (chosen)="setRing({ wall: $event })"
          />
        </div>
        <drelk-figure-field
          #at
          label="Where, degrees from the top"
          [text]="'' + ring.at"
          (enter)="placeRing(at.text())"
        />
      }
      <label class="tick">
        <input type="checkbox" [checked]="item.base !== null" (change)="turnBase()" />
        a base with two feet
      </label>
      @if (item.base; as base) {
        <drelk-length-field
          label="Height of the base"
          [value]="base.height"
          [units]="lengths.units()"
          (chosen)="setBase({ height: $event })"
        />
        <div class="pair">
          <drelk-length-field
            label="Width of a foot"
            [value]="base.width"
            [units]="lengths.units()"
            (chosen)="setBase({ width: $event })"
          />
          <drelk-length-field
            label="Length of a foot"
            [value]="base.length"
            [units]="lengths.units()"
            (chosen)="setBase({ length: $event })"
          />
        </div>
      }
    }
  `,
  styleUrl: '../../panel.scss',
})
export class OutlineFields {
  private readonly problems = inject(ProblemService);
  readonly lengths = inject(JobLengths);
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

  turnRing(): void {
    this.hand.change('outline', 'Ring of the outline', (item) => {
      item.ring = item.ring ? null : { ...RING[this.lengths.units()] };
    });
  }

  setRing(part: Partial<NonNullable<OutlineItem['ring']>>): void {
    this.hand.change('outline', 'Ring of the outline', ({ ring }) => {
      if (ring) Object.assign(ring, part);
    });
  }

  placeRing(text: string): void {
    telling(this.problems, () => this.setRing({ at: parseAngle(text) }));
  }

  turnBase(): void {
    this.hand.change('outline', 'Base of the outline', (item) => {
      item.base = item.base ? null : { ...BASE[this.lengths.units()] };
    });
  }

  setBase(part: Partial<NonNullable<OutlineItem['base']>>): void {
    this.hand.change('outline', 'Base of the outline', ({ base }) => {
      if (base) Object.assign(base, part);
    });
  }

  setHoles(holes: OutlineItem['holes']): void {
    this.hand.change('outline', `Holes ${holes}`, (item) => {
      item.holes = holes;
    });
  }
}
