import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type BoardForm, type Corners4, FLATS } from '@drelk/core';
import type { OwnForm } from '@drelk/contract';
import { PieceHand } from '../../../job/piece/piece-hand';
import { Choice } from '../../../shared/choice';
import { LengthField } from '../../../shared/length-field';
import { CornerFields } from '../corner-fields';
import { BLANKS } from '../blanks';
import { OwnFormList } from '../own-form-list';
import { FORMS, entriesOf } from '../words';
import { JobLengths } from '../../../job/job-lengths';

/** What a form's width and height are called; a hexagon is sized from flat to flat. */
const SIZES: Partial<Record<BoardForm, { width?: string; height?: string }>> = {
  disc: { width: 'Diameter' },
  hexagon: { height: 'From flat to flat' },
};
const BOTH = { width: 'Width', height: 'Height' };
const NONE = '';

/** A board: its form, its size, its corners; or a ready-made one. */
@Component({
  selector: 'drelk-board-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, CornerFields, LengthField, MatButtonModule, OwnFormList],
  template: `
    @if (item(); as item) {
      <drelk-choice label="Form" [value]="item.form" [among]="forms()" (chosen)="setForm($event)" />
      <div class="pair">
        @if (names().width; as name) {
          <drelk-length-field
            [label]="name"
            [value]="item.width"
            [units]="lengths.units()"
            (chosen)="setSize('width', $event)"
          />
        }
        @if (names().height; as name) {
          <drelk-length-field
            [label]="name"
            [value]="item.height"
            [units]="lengths.units()"
            (chosen)="setSize('height', $event)"
          />
        }
      </div>
      @if (item.form === 'hexagon') {
        <drelk-length-field
          label="From corner to corner"
          [value]="item.height / flats"
          [units]="lengths.units()"
          (chosen)="setSize('height', $event * flats)"
        />
      }
      @if (item.form === 'rectangle') {
        <drelk-corner-fields
          [value]="item.corners"
          [units]="lengths.units()"
          (changed)="setCorners($event)"
        />
      }
      <drelk-choice label="Ready-made" [value]="none" [among]="blanks" (chosen)="take($event)" />
      <drelk-own-form-list (taken)="takeOwn($event)" />
    }
  `,
  styleUrl: '../../panel.scss',
})
export class BoardFields {
  readonly lengths = inject(JobLengths);
  private readonly hand = inject(PieceHand);
  readonly flats = FLATS;
  readonly none = NONE;
  readonly blanks = [{ id: NONE, says: 'choose …' }, ...BLANKS.map(({ name }) => ({ id: name, says: name }))];
  readonly item = this.hand.itemOf('board');
  /** A form of one's own is taken from the list of them. */
  readonly forms = computed(() =>
    entriesOf(FORMS).filter(({ id }) => id !== 'own' || this.item()?.form === id),
  );
  readonly names = computed(
    (): { width?: string; height?: string } => SIZES[this.item()?.form ?? 'rectangle'] ?? BOTH,
  );

  setForm(form: BoardForm): void {
    this.hand.change('board', `Board, ${FORMS[form]}`, (item) => {
      item.form = form;
      if (form === 'arch') item.height = Math.max(item.height, item.width / 2);
    });
  }

  setSize(side: 'width' | 'height', length: number): void {
    this.hand.change('board', side === 'width' ? 'Width of the board' : 'Height of the board', (item) => {
      item[side] = length;
    });
  }

  setCorners(corners: Corners4): void {
    this.hand.change('board', 'Corners of the board', (item) => {
      item.corners = corners;
    });
  }

  takeOwn({ name, width, height, contours }: OwnForm): void {
    this.hand.change('board', `Board, ${name}`, (item) => {
      Object.assign(item, { form: 'own', width, height, own: contours });
    });
  }

  take(name: string): void {
    const blank = BLANKS.find((one) => one.name === name);
    if (!blank) return;
    this.hand.change('board', name, (item) => {
      Object.assign(item, blank.board);
    });
  }
}
