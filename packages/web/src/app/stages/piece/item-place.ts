import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type BoxPlace, type ItemPlace, parseAngle } from '@drelk/core';
import { PieceArranging } from '../../job/piece/piece-arranging';
import { PieceHand } from '../../job/piece/piece-hand';
import { telling } from '../../job/telling';
import { Choice } from '../../shared/choice';
import { FigureField } from '../../shared/figure-field';
import { LengthField } from '../../shared/length-field';
import { ProblemService } from '../../shared/problem.service';
import { JobLengths } from '../../job/job-lengths';

/** Places of a box, row by row. */
const GRID: { at: [BoxPlace, BoxPlace]; says: string }[] = (['top', 'middle', 'bottom'] as const).flatMap(
  (down, row) =>
    (['left', 'middle', 'right'] as const).map((across, column) => ({
      at: [(column - 1) as BoxPlace, (row - 1) as BoxPlace] as [BoxPlace, BoxPlace],
      says: down === across ? 'middle' : `${down} ${across}`,
    })),
);
/** The two boxes of which places meet. */
const PARTS = [
  { id: 'own', says: 'its', of: 'of the item' },
  { id: 'theirs', says: 'on that one’s', of: 'of what it lies on' },
] as const;
/** Nothing: the piece itself. */
const PIECE = 'piece';

/** Where an item lies: on what, which of its places on which of that, how far from there, and how it is turned. */
@Component({
  selector: 'drelk-item-place',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, FigureField, LengthField, MatButtonModule],
  templateUrl: './item-place.html',
  styleUrls: ['../panel.scss', './item-place.scss'],
})
export class ItemPlaceFields {
  private readonly problems = inject(ProblemService);
  readonly lengths = inject(JobLengths);
  readonly hand = inject(PieceHand);
  private readonly arranging = inject(PieceArranging);
  readonly grid = GRID;
  readonly parts = PARTS;
  readonly place = computed((): ItemPlace | undefined => this.hand.item()?.place);
  readonly turn = computed(() => String(this.place()?.turn ?? 0));
  readonly on = computed(() => String(this.place()?.on ?? PIECE));
  /** What it may lie on. */
  readonly others = computed(() => [
    { id: PIECE, says: 'the piece itself' },
    ...this.hand
      .items()
      .filter(({ id }) => id !== this.hand.chosen())
      .map(({ id, item }) => ({ id: String(id), says: item.name })),
  ]);

  isAt(part: 'theirs' | 'own', at: readonly [BoxPlace, BoxPlace]): boolean {
    const place = this.place()?.[part];
    return place?.[0] === at[0] && place[1] === at[1];
  }

  setOn(id: string): void {
    this.change('laid', (place) => {
      place.on = id === PIECE ? null : Number(id);
      place.theirs = id === PIECE ? [-1, -1] : [0, 0];
      place.own = id === PIECE ? [-1, -1] : [0, 0];
      place.x = place.y = 0;
    });
  }

  setAt(part: 'theirs' | 'own', at: readonly [BoxPlace, BoxPlace]): void {
    this.change('laid', (place) => {
      place[part] = [...at] as [BoxPlace, BoxPlace];
    });
  }

  setFar(axis: 'x' | 'y', length: number): void {
    this.change('moved', (place) => {
      place[axis] = length;
    });
  }

  setTurn(text: string): void {
    telling(this.problems, () => {
      const degrees = parseAngle(text);
      this.change('turned', (place) => {
        place.turn = degrees;
      });
    });
  }

  mirror(): void {
    this.change('mirrored', (place) => {
      place.mirrored = !place.mirrored;
    });
  }

  /** In the middle of what it lies on. */
  centre(): void {
    this.change('centred', (place) => {
      Object.assign(place, { theirs: [0, 0], own: [0, 0], x: 0, y: 0 });
    });
  }

  private change(does: string, recipe: (place: ItemPlace) => void): void {
    const id = this.hand.chosen();
    if (id !== undefined) this.arranging.changePlace(id, does, recipe);
  }
}
