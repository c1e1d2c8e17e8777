import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import {
  type Box,
  type Combining,
  type Contour,
  DrelkError,
  HOLE,
  type Hand,
  type HandEdit,
  type HandGround,
  type HandPart,
  type Homography,
  type PathSet,
  addContours,
  boxOf,
  changeContours,
  changePart,
  checkHand,
  combineShapes,
  composed,
  contourAt,
  contourOf,
  copyContours,
  dropContours,
  editsInOrder,
  flatten,
  inverted,
  keepAsDrawn,
  kindOfEdit,
  letGo,
  mapContour,
  mapPoint,
  moveContours,
  originAt,
  pickParts,
  pickedAgain,
  putInPlate,
  scaledAndMoved,
  withHoles,
} from '@drelk/core';
import { BenchState } from '../bench/bench-state';
import { ToolBox } from '../bench/tools/tool-box';
import { Commands } from './commands';
import { Workbench } from './workbench';

/** An edit of the hand as it is listed. */
export interface ListedEdit {
  id: number;
  says: string;
  waits: boolean;
  /** True where it has a form that can stand by itself. */
  isDrawn: boolean;
}

/** Ghosts follow their curves this closely, in pixels. */
const FLAT = 0.3;

/** The hand at work on paths: what is picked of them, what is done with it, and what waits. */
@Injectable()
export class PathHand {
  private readonly work = inject(Workbench);
  private readonly state = inject(BenchState);
  private readonly tools = inject(ToolBox);
  /** What was just made, to be picked once it is there. */
  private readonly made = signal<readonly HandPart[] | undefined>(undefined);
  /** The paths that the picked ids are of. */
  private known: { name: string | undefined; paths: PathSet } | undefined;

  readonly ground = computed((): HandGround | undefined => {
    const view = this.work.view();
    const toSource = view?.traced?.toSource;
    return view && toSource ? { paths: view.paths, toSource, colours: view.colours } : undefined;
  });
  /** Numbers in the set of what is picked. */
  readonly numbers = computed(() => {
    const paths = this.ground()?.paths;
    const picked = this.state.picked();
    return paths ? Array.from(paths.ids.keys()).filter((k) => picked.has(paths.ids[k])) : [];
  });
  /** The box around what is picked, in pixels of the paths. */
  readonly box = computed((): Box | undefined => {
    const paths = this.ground()?.paths;
    return paths && boxAround(paths, this.numbers());
  });
  readonly edits = computed((): ListedEdit[] => {
    const hand = this.work.store.document()?.line.hand ?? {};
    const parked = this.work.view()?.traced?.parked ?? [];
    return editsInOrder(hand).map(({ id, edit }) => {
      const count = Math.max(edit.from.length, edit.contours.length);
      const what = count === 1 ? (edit.from[0]?.hole ? 'hole' : 'contour') : `${count} contours`;
      const [width, height] = sizeOf(edit).map((pixels) => this.work.sourceLength(pixels));
      return {
        id,
        says: `${what} ${kindOfEdit(edit)}, ${width} × ${height}`,
        waits: parked.includes(id),
        isDrawn: edit.contours.length > 0,
      };
    });
  });
  /** The edit that is pointed at in the list. */
  readonly pointed = signal<number | undefined>(undefined);
  /** Where edits that wait would lie, and the one that is pointed at lies, on the bench. */
  readonly ghosts = computed(() => {
    const hand = this.work.store.document()?.line.hand ?? {};
    const traced = this.work.view()?.traced;
    const pointed = this.pointed();
    const ids = [...(traced?.parked ?? []), ...(pointed === undefined ? [] : [pointed])];
    if (!traced || ids.length === 0) return [];
    const back = inverted(traced.toSource);
    return ids.flatMap((id) => (id in hand ? ghostsOf(hand[id], back) : []));
  });
  private readonly clicked = signal<number | undefined>(undefined);
  /** Number of the contour that was clicked last, or is picked alone. */
  readonly chosen = computed(() => {
    const paths = this.ground()?.paths;
    const numbers = this.numbers();
    const clicked = numbers.find((k) => paths?.ids[k] === this.clicked());
    return clicked ?? numbers.find((k) => paths && (paths.flags[k] & HOLE) === 0) ?? numbers[0];
  });

  /** The one contour that was just made, or changed, and is not among the paths as it is now. */
  private readonly coming = computed((): HandPart | undefined => {
    const made = this.made();
    const one = made?.length === 1 ? made[0] : undefined;
    return one && this.work.store.document()?.line.hand[one.edit]?.contours[one.part] ? one : undefined;
  });
  /** The contour that was clicked last, or is picked alone, or comes, in pixels of the paths. */
  readonly chosenContour = computed((): Contour | undefined => {
    const ground = this.ground();
    const coming = this.coming();
    const kept = coming && this.work.store.document()?.line.hand[coming.edit].contours[coming.part];
    if (ground && kept) return mapContour(contourOf(kept), inverted(ground.toSource));
    const k = this.chosen();
    return ground && k !== undefined ? contourAt(ground.paths, k) : undefined;
  });

  constructor() {
    inject(Commands).contribute([
      {
        key: 'Delete',
        does: 'Drop what is picked',
        when: () => this.state.stage() === 'line' && this.numbers().length > 0,
        run: () => this.takeOut(),
      },
    ]);
    // Ids are those of one set: in another, what was picked is found again.
    effect(() => {
      const view = this.work.view();
      const isSettled = this.work.standing() === 'worked out';
      untracked(() => this.follow(view?.names.paths, view?.paths, view?.traced?.toSource, isSettled));
    });
  }

  /** Picks a contour, an outer one with its holes; `more` keeps what is picked already. */
  pick(id: number | undefined, more: boolean): void {
    const paths = this.ground()?.paths;
    const before = this.state.picked();
    if (id === undefined || !paths) {
      if (!more) this.state.picked.set(new Set());
      return;
    }
    this.clicked.set(id);
    const own = withHoles(paths, new Set([id])).map((k) => paths.ids[k]);
    const isAlone = own.every((one) => before.has(one)) && (more || own.length === before.size);
    const next = new Set(more || isAlone ? before : []);
    for (const one of own) {
      if (isAlone) next.delete(one);
      else next.add(one);
    }
    this.state.picked.set(next);
  }

  /** Picks what a rule finds; that it finds nothing is told. */
  choose(ids: ReadonlySet<number>): void {
    this.state.picked.set(ids);
    if (ids.size === 0)
      this.work.tell(
        new DrelkError(
          'nothing-found',
          'None of the contours is meant by that.',
          'Try a greater size, or a larger box.',
        ),
      );
  }

  /** The marked node goes where nodes are worked on, otherwise what is picked. */
  private takeOut(): void {
    const tool = this.tools.active();
    if (tool?.takeOut) tool.takeOut();
    else this.drop();
  }

  drop(): void {
    const numbers = this.numbers();
    this.act(`${counted(numbers.length)} dropped`, (hand, ground) => {
      dropContours(hand, ground, numbers);
      return [];
    });
  }

  /** Takes what is picked elsewhere by a map between places of the paths. */
  move(label: string, map: Homography): void {
    const numbers = this.numbers();
    this.act(`${counted(numbers.length)} ${label}`, (hand, ground) =>
      moveContours(hand, ground, numbers, map),
    );
  }

  /** The same about the middle of what is picked. */
  moveAbout(label: string, map: Homography): void {
    const box = this.box();
    if (!box) return;
    const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
    this.move(label, composed(scaledAndMoved(1, 1, x, y), composed(map, scaledAndMoved(1, 1, -x, -y))));
  }

  /** What is picked goes to the plate of a colour. */
  putInPlate(colour: string): void {
    const numbers = this.numbers();
    this.act(`${counted(numbers.length)} put in a plate`, (hand, ground) =>
      putInPlate(hand, ground, numbers, colour),
    );
  }

  /** Shapes that are picked become one. */
  combine(how: Combining): void {
    const numbers = this.numbers();
    const label = { unite: 'united', 'take away': 'taken away', 'keep common': 'kept in common' }[how];
    this.act(`${counted(numbers.length)} ${label}`, (hand, ground) =>
      combineShapes(hand, ground, numbers, how),
    );
  }

  /** The contour that was clicked last becomes another, in pixels of the paths. */
  changeChosen(label: string, contour: Contour): void {
    const ground = this.ground();
    const number = this.chosen();
    const part = this.coming();
    if (part && ground)
      this.work.store.change(label, ({ line }) => {
        changePart(line.hand, ground, part, contour);
      });
    else if (number !== undefined) {
      const pen = ground?.paths.pens[number] ?? NaN;
      const changed = { number, contour, ...(Number.isNaN(pen) ? {} : { pen }) };
      this.act(label, (hand, on) => changeContours(hand, on, [changed]));
    }
  }

  /** Contours stand by themselves from now on, in pixels of the paths. */
  add(label: string, contours: Parameters<typeof addContours>[2]): void {
    this.make(label, (hand, ground) => addContours(hand, ground, contours));
  }

  /** A copy of what is picked, beside it. */
  copy(): void {
    const box = this.box();
    if (!box) return;
    const numbers = this.numbers();
    const aside = scaledAndMoved(1, 1, (box.right - box.left) * 1.1, 0);
    this.act(`${counted(numbers.length)} copied`, (hand, ground) =>
      copyContours(hand, ground, numbers, aside),
    );
  }

  /** Of what is picked, outer contours alone stay picked. */
  withoutHoles(): void {
    const paths = this.ground()?.paths;
    if (!paths) return;
    const outer = this.numbers().filter((k) => (paths.flags[k] & HOLE) === 0);
    this.state.picked.set(new Set(outer.map((k) => paths.ids[k])));
  }

  letGo(id: number): void {
    this.work.store.change('An edit let go', ({ line }) => {
      letGo(line.hand, id);
    });
  }

  /** Everything that waits is let go. */
  letAllGo(ids: readonly number[]): void {
    this.work.store.change(`${ids.length} edits let go`, ({ line }) => {
      for (const id of ids) letGo(line.hand, id);
    });
  }

  keep(id: number): void {
    this.work.store.change('Kept as drawn', ({ line }) => {
      keepAsDrawn(line.hand, id);
    });
  }

  private act(label: string, does: (hand: Hand, ground: HandGround) => HandPart[]): void {
    if (this.numbers().length > 0) this.make(label, does);
  }

  /** Makes a change of the hand's, or tells why it cannot be. */
  private make(label: string, does: (hand: Hand, ground: HandGround) => HandPart[]): void {
    const ground = this.ground();
    if (!ground) return;
    let made: HandPart[] = [];
    try {
      this.work.store.change(label, ({ line }) => {
        made = does(line.hand, ground);
        checkHand(line.hand);
      });
      this.made.set(made);
    } catch (problem) {
      this.work.tell(problem);
    }
  }

  /** Follows what is picked into other paths; what was made counts until the paths are those of the document. */
  private follow(
    name: string | undefined,
    paths: PathSet | undefined,
    toSource: Homography | undefined,
    isSettled: boolean,
  ): void {
    const { known } = this;
    const made = this.made();
    if (!paths || !toSource) return;
    if (name !== known?.name) {
      const picked = this.state.picked();
      this.known = { name, paths };
      const there = made && pickParts(paths, made);
      if (there && (there.size > 0 || made.length === 0)) {
        this.state.picked.set(there);
        this.clicked.set(undefined);
      } else if (known && picked.size > 0 && !made) {
        const clicked = this.clicked();
        const [again] =
          clicked === undefined ? [] : pickedAgain(known.paths, new Set([clicked]), paths, toSource);
        this.state.picked.set(pickedAgain(known.paths, picked, paths, toSource));
        this.clicked.set(again);
      }
    }
    if (made && isSettled) this.made.set(undefined);
  }
}

const counted = (count: number) => (count === 1 ? 'A contour' : `${count} contours`);

function boxAround(paths: PathSet, numbers: readonly number[]): Box | undefined {
  if (numbers.length === 0) return undefined;
  const all = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const k of numbers) {
    const { left, top, right, bottom } = originAt(paths, k).box;
    all.left = Math.min(all.left, left);
    all.top = Math.min(all.top, top);
    all.right = Math.max(all.right, right);
    all.bottom = Math.max(all.bottom, bottom);
  }
  return all;
}

/** Width and height of an edit, in source pixels: of what it made, or of what it was made from. */
function sizeOf({ from, contours }: HandEdit): [width: number, height: number] {
  const box =
    contours.length > 0
      ? boxOf(contours.map(contourOf))
      : boxOf(from.map(({ box: [left, top, right, bottom] }) => lineContour(left, top, right, bottom)));
  return box ? [box.right - box.left, box.bottom - box.top] : [0, 0];
}

const lineContour = (left: number, top: number, right: number, bottom: number): Contour => ({
  start: { x: left, y: top },
  segments: [{ kind: 'line', x: right, y: bottom }],
  closed: false,
});

/** An edit as lines on the bench: its contours, or the box of what was dropped. */
function ghostsOf({ from, contours }: HandEdit, fromSource: Homography) {
  if (contours.length > 0)
    return contours.map((kept) => ({
      points: [...flatten(mapContour(contourOf(kept), fromSource), FLAT)],
      closed: kept.closed,
    }));
  return from.map(({ box: [left, top, right, bottom] }) => ({
    points: [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ].flatMap(([x, y]) => {
      const at = mapPoint(fromSource, { x, y });
      return [at.x, at.y];
    }),
    closed: true,
  }));
}
