import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { type HoleForm, type HolePattern, MOST_HOLES } from '@drelk/core';
import { PieceHand } from '../../../job/piece/piece-hand';
import { telling } from '../../../job/telling';
import { Choice } from '../../../shared/choice';
import { FigureField } from '../../../shared/figure-field';
import { LengthField } from '../../../shared/length-field';
import { typedCount } from '../../../shared/typed-count';
import { HOLES, entriesOf } from '../words';
import { ProblemService } from '../../../shared/problem.service';
import { JobLengths } from '../../../job/job-lengths';

type Kind = HolePattern['kind'];
const PATTERNS: Record<Kind, string> = {
  one: 'a single one',
  sides: 'one from either side',
  row: 'in a row',
  circle: 'on a circle',
};

/** Holes: their form and size, how many there are and how they lie. */
@Component({
  selector: 'drelk-holes-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, FigureField, LengthField],
  template: `
    @if (item(); as item) {
      <drelk-choice label="Form" [value]="item.form" [among]="forms" (chosen)="setForm($event)" />
      <div class="pair">
        <drelk-length-field
          [label]="item.form === 'round' ? 'Diameter' : 'Width'"
          [value]="item.width"
          [units]="lengths.units()"
          (chosen)="setSize('width', $event)"
        />
        @if (item.form !== 'round') {
          <drelk-length-field
            label="Length"
            [value]="item.length"
            [units]="lengths.units()"
            (chosen)="setSize('length', $event)"
          />
        }
      </div>
      <drelk-choice label="Holes" [value]="item.pattern.kind" [among]="patterns" (chosen)="setKind($event)" />
      @if (item.pattern; as pattern) {
        @if (pattern.kind === 'sides') {
          <drelk-length-field
            label="In from the sides"
            [value]="pattern.from"
            [units]="lengths.units()"
            (chosen)="setPattern({ from: $event })"
          />
        }
        @if (pattern.kind === 'row' || pattern.kind === 'circle') {
          <drelk-figure-field
            #count
            label="How many"
            [text]="'' + pattern.count"
            (enter)="setCount(count.text())"
          />
        }
        @if (pattern.kind === 'row') {
          <drelk-length-field
            label="From one to the next"
            [value]="pattern.step"
            [units]="lengths.units()"
            (chosen)="setPattern({ step: $event })"
          />
          <drelk-choice
            label="Row"
            [value]="pattern.along"
            [among]="ways"
            (chosen)="setPattern({ along: $event })"
          />
        }
        @if (pattern.kind === 'circle') {
          <drelk-length-field
            label="Diameter of the circle"
            [value]="pattern.diameter"
            [units]="lengths.units()"
            (chosen)="setPattern({ diameter: $event })"
          />
        }
      }
    }
  `,
  styleUrl: '../../panel.scss',
})
export class HolesFields {
  private readonly problems = inject(ProblemService);
  readonly lengths = inject(JobLengths);
  private readonly hand = inject(PieceHand);
  readonly forms = entriesOf(HOLES);
  readonly patterns = entriesOf(PATTERNS);
  readonly ways = [
    { id: 'across' as const, says: 'across' },
    { id: 'down' as const, says: 'down' },
  ];
  readonly item = this.hand.itemOf('holes');

  setForm(form: HoleForm): void {
    this.hand.change('holes', `Holes, ${HOLES[form]}`, (item) => {
      item.form = form;
      if (form !== 'round' && item.length <= item.width) item.length = 2 * item.width;
    });
  }

  setSize(side: 'width' | 'length', length: number): void {
    this.hand.change('holes', 'Size of the holes', (item) => {
      item[side] = length;
    });
  }

  setKind(kind: Kind): void {
    this.hand.change('holes', `Holes, ${PATTERNS[kind]}`, (item) => {
      const step = 3 * item.width;
      const patterns: Record<Kind, HolePattern> = {
        one: { kind: 'one' },
        sides: { kind: 'sides', from: 2 * item.width },
        row: { kind: 'row', count: 3, step, along: 'across' },
        circle: { kind: 'circle', count: 4, diameter: 2 * step },
      };
      item.pattern = patterns[kind];
    });
  }

  setPattern(part: object): void {
    this.hand.change('holes', 'How the holes lie', (item) => {
      Object.assign(item.pattern, part);
    });
  }

  setCount(text: string): void {
    telling(this.problems, () => this.setPattern({ count: typedCount(text, 1, MOST_HOLES) }));
  }
}
