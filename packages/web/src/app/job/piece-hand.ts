import { Injectable, type Signal, computed, effect, inject, signal, untracked } from '@angular/core';
import {
  DrelkError,
  type ItemSettings,
  MOST_ITEMS,
  type PieceSettings,
  checkItem,
  hangsOn,
  itemsInOrder,
  placedOn,
} from '@drelk/core';
import { BenchState } from '../bench/bench-state';
import { ToolBox } from '../bench/tools/tool-box';
import { Commands } from './commands';
import { type AddedKind, newItem } from './new-item';
import { NUDGE, NUDGES } from './nudges';
import { Workbench } from './workbench';

/** The hand at work on what lies on the piece: which item is chosen, and what is done with it. */
@Injectable()
export class PieceHand {
  private readonly work = inject(Workbench);
  private readonly state = inject(BenchState);
  private readonly tools = inject(ToolBox);
  private readonly wanted = signal<number | undefined>(undefined);
  /** The item that was changed last, whose result is still to come: what cannot be made is taken back. */
  private awaited: { id: number | 'sheet'; had: boolean } | undefined;

  private readonly piece = computed(() => this.work.store.shown()?.piece);
  /** Items, the uppermost first. */
  readonly items = computed(() => {
    const piece = this.piece();
    return piece ? itemsInOrder(piece.items).reverse() : [];
  });
  readonly chosen = computed(() => {
    const id = this.wanted();
    return id !== undefined && this.piece()?.items[id] ? id : undefined;
  });
  readonly item = computed((): ItemSettings | undefined => {
    const id = this.chosen();
    return id === undefined ? undefined : this.piece()?.items[id];
  });
  /** The chosen item as it came out. */
  readonly made = computed(() => this.work.view()?.piece.items.find(({ id }) => id === this.chosen()));
  /** Ids of its contours among those that are shown. */
  readonly idsOfChosen = computed(() => {
    const id = this.chosen();
    const paths = this.work.view()?.piecePaths;
    if (!paths || id === undefined || this.state.stage() !== 'piece') return [];
    return Array.from(paths.ids).filter((_, k) => paths.edits[k] === id);
  });

  constructor() {
    inject(Commands).contribute([
      ...NUDGES.flatMap(({ key, x, y }) =>
        [false, true].map((shift) => ({
          key,
          shift,
          does: shift ? 'Nudge the item, ten times as far' : 'Nudge the item',
          when: () => this.canAct(),
          run: () => this.nudge(x, y, shift),
        })),
      ),
      {
        key: 'Delete',
        does: 'Take the item off the piece',
        when: () => this.canAct(),
        run: () => this.remove(),
      },
    ]);
    // What cannot be made is told, and is as it was.
    effect(() => {
      const view = this.work.view();
      if (view && this.work.standing() === 'worked out') untracked(() => this.settle());
    });
  }

  /** The chosen item, where it is of a kind. */
  itemOf<K extends ItemSettings['kind']>(kind: K): Signal<Extract<ItemSettings, { kind: K }> | undefined> {
    return computed(() => {
      const item = this.item();
      return item?.kind === kind ? (item as Extract<ItemSettings, { kind: K }>) : undefined;
    });
  }

  choose(id: number | undefined): void {
    this.wanted.set(id);
  }

  /** Chooses the item that a contour on the bench is of; none where there is no contour. */
  chooseByPath(path: number | undefined): void {
    const paths = this.work.view()?.piecePaths;
    const k = path === undefined || !paths ? -1 : paths.ids.indexOf(path);
    this.choose(k < 0 ? undefined : paths?.edits[k]);
  }

  /** An item is chosen where it may be changed. */
  canAct(): boolean {
    return this.state.stage() === 'piece' && this.chosen() !== undefined && !this.tools.active();
  }

  /** Lays something new on the piece; artwork that lay by itself goes to the middle of a new board. */
  add(kind: AddedKind): void {
    const document = this.work.store.document();
    const view = this.work.view();
    if (!document) return;
    const { items } = document.piece;
    const box = view?.facts.contours
      ? { left: 0, top: 0, right: view.frame.width, bottom: view.frame.height }
      : undefined;
    const item = newItem(kind, document.piece, document.units, box, (view?.paths.ids.length ?? 0) > 0);
    const id = nextId(items);
    try {
      if (!item)
        throw new DrelkError(
          'bad-place',
          'There is nothing that this could lie around.',
          'Lay a board or a text on the piece first.',
        );
      if (Object.keys(items).length >= MOST_ITEMS)
        throw new DrelkError(
          'bad-item',
          `A piece has room for ${MOST_ITEMS} items.`,
          'Take some of them off.',
        );
      this.work.store.change(`${item.name} added`, ({ piece }) => {
        piece.items[id] = item;
        if (kind !== 'board') return;
        for (const other of Object.values(piece.items))
          if (other.kind === 'artwork' && other.place.on === null)
            other.place = { ...placedOn(id), turn: other.place.turn };
      });
      this.choose(id);
      this.watch(id);
    } catch (problem) {
      this.work.tell(problem);
    }
  }

  /** Changes the chosen item; what cannot be is told, and changes nothing. */
  change<K extends ItemSettings['kind']>(
    kind: K,
    label: string,
    recipe: (item: Extract<ItemSettings, { kind: K }>) => void,
  ): void {
    const id = this.chosen();
    if (id !== undefined)
      this.changeItem(id, label, (item) => {
        if (item.kind === kind) recipe(item as Extract<ItemSettings, { kind: K }>);
      });
  }

  /** Changes what all items have. */
  changeItem(id: number, label: string, recipe: (item: ItemSettings) => void): void {
    try {
      this.work.store.change(label, ({ piece }) => {
        recipe(piece.items[id]);
        checkItem(piece.items, id);
      });
      this.watch(id);
    } catch (problem) {
      this.work.tell(problem);
    }
  }

  /** Shows a change of the chosen item while the hand is at it. */
  try(recipe: (item: ItemSettings) => void): void {
    const id = this.chosen();
    if (id !== undefined) this.work.store.try(({ piece }) => recipe(piece.items[id]));
  }

  /** Changes the piece as a whole, or its sheet. */
  changePiece(label: string, recipe: (piece: PieceSettings) => void): void {
    this.work.store.change(label, ({ piece }) => recipe(piece));
    this.watch('sheet');
  }

  /** Takes the chosen item off the piece; what hung on it lies on the piece itself, or goes with it where it is made from it. */
  remove(): void {
    const id = this.chosen();
    const item = this.item();
    if (id === undefined || !item) return;
    if (item.kind === 'artwork') {
      this.changeItem(id, `${item.name} left out`, (own) => {
        own.hidden = true;
      });
      return;
    }
    this.work.store.change(`${item.name} taken off`, ({ piece }) => takeOff(piece, id));
  }

  copy(): void {
    const item = this.item();
    const items = this.work.store.document()?.piece.items;
    if (!item || !items || item.kind === 'artwork') return;
    const id = nextId(items);
    this.work.store.change(`${item.name} copied`, ({ piece }) => {
      const far = NUDGE[this.work.units()] * 50;
      piece.items[id] = {
        ...item,
        name: `${item.name} copy`.slice(0, 120),
        place: { ...item.place, x: item.place.x + far, y: item.place.y + far },
        layer: Math.max(...Object.values(piece.items).map(({ layer }) => layer)) + 1,
      };
    });
    this.choose(id);
  }

  /** Items in a new order, the uppermost first. */
  reorder(from: number, to: number): void {
    const ids = this.items().map(({ id }) => id);
    const [moved] = ids.splice(from, 1);
    ids.splice(to, 0, moved);
    this.work.store.change('Order of the items', ({ piece }) => {
      ids.forEach((id, k) => {
        piece.items[id].layer = ids.length - k;
      });
    });
  }

  /** The chosen item goes so far from where it is, in millimetres. */
  moveBy(x: number, y: number, label = 'moved'): void {
    const id = this.chosen();
    const item = this.item();
    if (id === undefined || !item) return;
    this.changeItem(id, `${item.name} ${label}`, ({ place }) => {
      place.x += x;
      place.y += y;
    });
  }

  private nudge(x: number, y: number, isFar: boolean): void {
    const step = NUDGE[this.work.units()] * (isFar ? 10 : 1);
    this.moveBy(x * step, y * step, 'nudged');
  }

  private watch(id: number | 'sheet'): void {
    this.awaited = { id, had: this.problemOf(id) !== undefined };
  }

  private problemOf(id: number | 'sheet') {
    const made = this.work.view()?.piece;
    return id === 'sheet' ? made?.problem : made?.items.find((item) => item.id === id)?.problem;
  }

  private settle(): void {
    const { awaited } = this;
    this.awaited = undefined;
    const problem = awaited && !awaited.had ? this.problemOf(awaited.id) : undefined;
    if (!problem) return;
    this.work.store.undo();
    this.work.tell(problem);
  }
}

const nextId = (items: PieceSettings['items']): number => Math.max(0, ...Object.keys(items).map(Number)) + 1;

/** In place. */
function takeOff(piece: PieceSettings, id: number): void {
  Reflect.deleteProperty(piece.items, id);
  for (const [key, other] of Object.entries(piece.items)) {
    if (!hangsOn(other).includes(id)) continue;
    if (other.kind === 'border') takeOff(piece, Number(key));
    else if (other.kind === 'outline' || other.kind === 'frame') {
      other.around = other.around.filter((one) => one !== id);
      if (other.around.length === 0) takeOff(piece, Number(key));
    } else other.place = { ...other.place, ...placedOn(null) };
  }
}
