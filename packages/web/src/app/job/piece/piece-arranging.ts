import { Injectable, computed, inject } from '@angular/core';
import {
  type Box,
  type Boxes,
  DrelkError,
  type Edge,
  type ItemPlace,
  type Moves,
  type Point,
  alignedBy,
  boxAroundAll,
  boxHeight,
  boxWidth,
  placeChanges,
  sizedTo,
  spreadBy,
} from '@drelk/core';
import { Commands } from '../keys/commands';
import { NUDGE, NUDGES } from './nudges';
import { PieceHand } from './piece-hand';
import { JobStore } from '../store/job-store';
import { ShownResult } from '../shown-result';
import { ProblemService } from '../../shared/problem.service';
import { JobLengths } from '../job-lengths';

/** The hand at work on where things lie on the piece: carried, nudged, in line, spread, as large as one another. */
@Injectable()
export class PieceArranging {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  private readonly problems = inject(ProblemService);
  private readonly lengths = inject(JobLengths);
  private readonly hand = inject(PieceHand);
  private readonly piece = computed(() => this.store.shown()?.piece);
  /** Boxes of all items, as they lie on the piece. */
  private readonly boxes = computed(
    (): Boxes =>
      new Map(
        (this.result.view()?.piece.items ?? []).flatMap(({ id, box }) => (box ? [[id, box] as const] : [])),
      ),
  );
  /** The box around what is chosen, in millimetres. */
  readonly box = computed((): Box | undefined => {
    const boxes = this.hand.several().flatMap((id) => this.boxes().get(id) ?? []);
    return boxes.length > 0 ? boxAroundAll(boxes) : undefined;
  });

  constructor() {
    inject(Commands).contribute(
      NUDGES.flatMap(({ key, x, y }) =>
        [false, true].map((shift) => ({
          key,
          shift,
          does: shift ? 'Nudge the item, ten times as far' : 'Nudge the item',
          when: () => this.hand.canAct(),
          run: () => this.nudge(x, y, shift),
        })),
      ),
    );
  }

  /** All that is chosen can be moved. */
  canMove(): boolean {
    const ids = this.hand.several();
    return (
      ids.length > 0 && ids.every((id) => this.hand.isPlaced(id) && this.piece()?.items[id].locked === false)
    );
  }

  /** Whether something that is chosen and can be moved lies at a place on the bench. */
  has(at: Point): boolean {
    const [view, box] = [this.result.view(), this.box()];
    if (!view || !box || !this.canMove()) return false;
    const { frame, millimetresPerPixel: mm } = view;
    const [x, y] = [(at.x - frame.x) * mm, (at.y - frame.y) * mm];
    return x >= box.left && x <= box.right && y >= box.top && y <= box.bottom;
  }

  /** What is chosen goes so far from where it is on the piece, in millimetres. */
  moveBy(x: number, y: number, label = 'moved'): void {
    this.moveAll(new Map(this.hand.several().map((id) => [id, { x, y }])), label);
  }

  /** Brings what is chosen into line with the first of it. */
  align(edge: Edge): void {
    this.moveAll(alignedBy(this.boxes(), this.hand.several(), edge), 'brought into line');
  }

  /** Evens out the gaps between what is chosen. */
  spread(along: 'across' | 'down'): void {
    this.moveAll(spreadBy(this.boxes(), this.hand.several(), along), 'spread evenly');
  }

  /** Makes all that is chosen as wide or as high as the first of it. */
  sizeAlike(side: 'width' | 'height'): void {
    const [first, ...others] = this.hand.several();
    const boxes = this.boxes();
    const box = boxes.get(first);
    const items = this.piece()?.items;
    if (!box || !items) return;
    const length = side === 'width' ? boxWidth(box) : boxHeight(box);
    const sized = others.map((id) => {
      const own = boxes.get(id);
      return { id, item: own && sizedTo(items[id], own, side, length) };
    });
    const stuck = sized.find(({ item }) => !item);
    if (stuck) {
      this.problems.tell(
        new DrelkError(
          'bad-figure',
          `“${items[stuck.id].name}” has no ${side} that could be set so.`,
          'Choose boards and texts, boards not turned at an angle.',
        ),
      );
      return;
    }
    this.store.change(`The same ${side}`, ({ piece }) => {
      for (const { id, item } of sized) if (item) piece.items[id] = item;
    });
    this.hand.watch(...others);
  }

  /** Changes where an item lies; one that is to stay does, and says so. */
  changePlace(id: number, does: string, recipe: (place: ItemPlace) => void): void {
    const item = this.piece()?.items[id];
    if (!item) return;
    if (item.locked) this.problems.tell(isLocked(item.name));
    else this.hand.changeItem(id, `${item.name} ${does}`, ({ place }) => recipe(place));
  }

  private moveAll(moves: Moves, does: string): void {
    const piece = this.piece();
    if (!piece) return;
    // What stays where it is may be locked.
    const going = [...moves].filter(([, { x, y }]) => x !== 0 || y !== 0).map(([id]) => id);
    if (going.length === 0) return;
    const names = going.map((id) => piece.items[id].name);
    const locked = going.find((id) => piece.items[id].locked);
    const fixed = going.find((id) => !this.hand.isPlaced(id));
    if (locked !== undefined) this.problems.tell(isLocked(piece.items[locked].name));
    else if (fixed !== undefined)
      this.problems.tell(
        new DrelkError(
          'bad-place',
          `“${piece.items[fixed].name}” goes with what it lies around.`,
          'Move that, or choose others.',
        ),
      );
    else {
      const what = names.length > 1 ? `${names.length} items` : names[0];
      this.store.change(`${what} ${does}`, (document) => {
        for (const [id, { x, y }] of placeChanges(piece, moves)) {
          document.piece.items[id].place.x += x;
          document.piece.items[id].place.y += y;
        }
      });
      this.hand.watch(...going);
    }
  }

  private nudge(x: number, y: number, isFar: boolean): void {
    const step = NUDGE[this.lengths.units()] * (isFar ? 10 : 1);
    this.moveBy(x * step, y * step, 'nudged');
  }
}

const isLocked = (name: string) =>
  new DrelkError('bad-place', `“${name}” is to stay where it is.`, 'Untick that above its place first.');
