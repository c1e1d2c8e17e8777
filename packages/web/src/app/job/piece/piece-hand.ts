import { Injectable, type Signal, computed, effect, inject, signal, untracked } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { first } from 'rxjs';
import {
  DrelkError,
  HOLE,
  type ItemSettings,
  MOST_ITEMS,
  type PieceSettings,
  type Point,
  TASKS,
  affineBack,
  affinePoint,
  checkItem,
  hangsOn,
  isAroundMany,
  itemsInOrder,
  placedOn,
} from '@drelk/core';
import { BOARD, GROUND } from '../../engine/views';
import type { HistoryStep } from '@drelk/contract';
import { BenchState } from '../../view/bench-state';
import { ToolBox } from '../tool/tool-box';
import { Commands } from '../keys/commands';
import { type AddedKind, newItem } from './new-item';
import { NUDGE } from './nudges';
import { Workbench } from '../workbench';
import { JobStore } from '../store/job-store';
import { ShownResult } from '../shown-result';
import { ProblemService } from '../../shared/problem.service';
import { JobLengths } from '../job-lengths';

/** The hand at work on what lies on the piece: which item is chosen, and what is done with it. */
@Injectable()
export class PieceHand {
  private readonly work = inject(Workbench);
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  private readonly problems = inject(ProblemService);
  private readonly lengths = inject(JobLengths);
  private readonly state = inject(BenchState);
  private readonly tools = inject(ToolBox);
  private readonly standings = toObservable(this.work.standing);
  private readonly wanted = signal<readonly number[]>([]);
  /** What was changed last and could be made before, whose result is still to come: what cannot be made is taken back. */
  private awaited: { ids: readonly (number | 'sheet')[]; step: HistoryStep | undefined } = {
    ids: [],
    step: undefined,
  };

  private readonly piece = computed(() => this.store.shown()?.piece);
  /** Items, the uppermost first. */
  readonly items = computed(() => {
    const piece = this.piece();
    return piece ? itemsInOrder(piece.items).reverse() : [];
  });
  /** Ids of what is chosen, in the order in which it was; those that are there. */
  readonly several = computed(() => this.wanted().filter((id) => this.piece()?.items[id]));
  /** The one item that is chosen. */
  readonly chosen = computed((): number | undefined => {
    const [id, ...more] = this.several();
    return more.length === 0 ? id : undefined;
  });
  readonly item = computed((): ItemSettings | undefined => {
    const id = this.chosen();
    return id === undefined ? undefined : this.piece()?.items[id];
  });
  /** The chosen item as it came out. */
  readonly made = computed(() => this.result.view()?.piece.items.find(({ id }) => id === this.chosen()));
  /** Ids of its contours among those that are shown. */
  readonly idsOfChosen = computed(() => {
    const ids = this.several();
    const paths = this.result.view()?.piecePaths;
    if (!paths || ids.length === 0 || this.state.stage() !== 'piece') return [];
    return Array.from(paths.ids).filter(
      (_, k) => ids.includes(paths.items[k]) && (paths.flags[k] & GROUND) === 0,
    );
  });

  /** Numbers of the contours among those that are shown which are islands of the chosen item: nothing holds them. */
  readonly falling = computed((): number[] => {
    const view = this.result.view();
    const item = this.item();
    const ofPiece = view?.piecePaths;
    const set = ofPiece ?? view?.paths;
    if (!set || (item?.kind !== 'artwork' && item?.kind !== 'text')) return [];
    const isOwn = (k: number) => !ofPiece || ofPiece.items[k] === this.chosen();
    return Array.from(set.ids.keys()).filter((k) => (set.flags[k] & HOLE) !== 0 && isOwn(k));
  });
  /** Ids of the contours along which the lit task is done. */
  readonly idsOfTask = computed((): number[] => {
    const task = this.state.litTask();
    const view = this.result.view();
    if (!view || !task) return [];
    const { piecePaths, paths, piece } = view;
    if (!piecePaths) return piece.items.some((item) => item.task === task) ? Array.from(paths.ids) : [];
    const ofBoard = new Map(piece.items.map((item) => [item.id, item.task]));
    const taskAt = (k: number) =>
      piecePaths.works[k] === BOARD ? ofBoard.get(piecePaths.items[k]) : TASKS[piecePaths.works[k]];
    return Array.from(piecePaths.ids).filter(
      (_, k) => taskAt(k) === task && (piecePaths.flags[k] & GROUND) === 0,
    );
  });

  constructor() {
    inject(Commands).contribute([
      {
        key: 'Delete',
        does: 'Take the item off the piece',
        when: () => this.canAct(),
        run: () => this.remove(),
      },
    ]);
    // What cannot be made is told, and is as it was.
    effect(() => {
      const view = this.result.view();
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

  /** Chooses an item alone; with `more` besides what is chosen, or no longer. */
  choose(id: number | undefined, more = false): void {
    const before = this.several();
    if (!more) this.wanted.set(id === undefined ? [] : [id]);
    else if (id !== undefined)
      this.wanted.set(before.includes(id) ? before.filter((one) => one !== id) : [...before, id]);
  }

  /** Chooses the item that a contour on the bench is of; none where there is no contour. */
  chooseByPath(path: number | undefined, more = false): void {
    const paths = this.result.view()?.piecePaths;
    const k = path === undefined || !paths ? -1 : paths.ids.indexOf(path);
    this.choose(k < 0 ? undefined : paths?.items[k], more);
  }

  /** Something is chosen where it may be changed. */
  canAct(): boolean {
    return this.state.stage() === 'piece' && this.several().length > 0 && !this.tools.active();
  }

  /** Whether an item has a place of its own: what lies around others follows these, and text a line. */
  isPlaced(id: number): boolean {
    const item = this.piece()?.items[id];
    if (!item || item.kind === 'border' || isAroundMany(item)) return false;
    return item.kind !== 'text' || item.set.along.kind !== 'contour';
  }

  /** A place on the bench as it is in an item's own unit, and back: artwork's own is that of its paths, others' are millimetres. */
  ownPlaces(id: number): { from(at: Point): Point; to(at: Point): Point } | undefined {
    const view = this.result.view();
    const map = view?.piece.items.find((item) => item.id === id)?.map;
    const back = map && affineBack(map);
    if (!view || !map || !back) return undefined;
    const { frame, millimetresPerPixel: mm } = view;
    return {
      from: ({ x, y }) => affinePoint(back, { x: (x - frame.x) * mm, y: (y - frame.y) * mm }),
      to: (at) => {
        const { x, y } = affinePoint(map, at);
        return { x: frame.x + x / mm, y: frame.y + y / mm };
      },
    };
  }

  /** Lays something new on the piece; artwork that lay by itself goes to the middle of a new board. */
  add(kind: AddedKind): void {
    // What is new is made to the size of what there is, which has to be known.
    if (this.work.standing() === 'working')
      this.standings.pipe(first((standing) => standing !== 'working')).subscribe(() => this.addNow(kind));
    else this.addNow(kind);
  }

  private addNow(kind: AddedKind): void {
    const document = this.store.document();
    const view = this.result.view();
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
      this.store.change(`${item.name} added`, ({ piece }) => {
        piece.items[id] = item;
        if (kind !== 'board') return;
        for (const other of Object.values(piece.items))
          if (other.kind === 'artwork' && other.place.on === null)
            other.place = { ...placedOn(id), turn: other.place.turn };
      });
      this.choose(id);
      this.watch(id);
    } catch (problem) {
      this.problems.tell(problem);
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
      this.store.change(label, ({ piece }) => {
        recipe(piece.items[id]);
        checkItem(piece.items, id);
      });
      this.watch(id);
    } catch (problem) {
      this.problems.tell(problem);
    }
  }

  /** Shows a change of the chosen item while the hand is at it. */
  try(recipe: (item: ItemSettings) => void): void {
    const id = this.chosen();
    if (id !== undefined) this.store.try(({ piece }) => recipe(piece.items[id]));
  }

  /** Changes the piece as a whole, or its sheet. */
  changePiece(label: string, recipe: (piece: PieceSettings) => void): void {
    this.store.change(label, ({ piece }) => recipe(piece));
    this.watch('sheet');
  }

  /** Takes what is chosen off the piece; what hung on it lies on the piece itself, or goes with it where it is made from it. */
  remove(): void {
    const ids = this.several();
    const items = this.piece()?.items;
    if (!items || ids.length === 0) return;
    const artwork = ids.find((id) => items[id].kind === 'artwork');
    const label = ids.length > 1 ? `${ids.length} items` : items[ids[0]].name;
    this.store.change(`${label} ${ids.length === 1 && artwork ? 'left out' : 'taken off'}`, ({ piece }) => {
      for (const id of ids)
        if (id === artwork) piece.items[id].hidden = true;
        else if (id in piece.items) takeOff(piece, id);
    });
  }

  copy(): void {
    const item = this.item();
    const items = this.store.document()?.piece.items;
    if (!item || !items || item.kind === 'artwork') return;
    const id = nextId(items);
    this.store.change(`${item.name} copied`, ({ piece }) => {
      const far = NUDGE[this.lengths.units()] * 50;
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
    this.store.change('Order of the items', ({ piece }) => {
      ids.forEach((id, k) => {
        piece.items[id].layer = ids.length - k;
      });
    });
  }

  /** What has just been changed is taken back if it comes out that it cannot be made. */
  watch(...changed: (number | 'sheet')[]): void {
    const ids = changed.filter((id) => this.problemOf(id) === undefined);
    this.awaited = { ids, step: this.store.lastStep() };
  }

  private problemOf(id: number | 'sheet') {
    const made = this.result.view()?.piece;
    return id === 'sheet' ? made?.problem : made?.items.find((item) => item.id === id)?.problem;
  }

  private settle(): void {
    const { ids, step } = this.awaited;
    const [problem] = ids.flatMap((id) => this.problemOf(id) ?? []);
    this.awaited = { ids: [], step: undefined };
    if (!problem) return;
    // That step, and not what may have been done since.
    if (step) this.store.takeBack(step);
    this.problems.tell(problem);
  }
}

const nextId = (items: PieceSettings['items']): number => Math.max(0, ...Object.keys(items).map(Number)) + 1;

/** In place. */
function takeOff(piece: PieceSettings, id: number): void {
  Reflect.deleteProperty(piece.items, id);
  for (const [key, other] of Object.entries(piece.items)) {
    if (!hangsOn(other).includes(id)) continue;
    if (other.kind === 'border') takeOff(piece, Number(key));
    else if (isAroundMany(other)) {
      other.around = other.around.filter((one) => one !== id);
      if (other.around.length === 0) takeOff(piece, Number(key));
    } else other.place = { ...other.place, ...placedOn(null) };
  }
}
