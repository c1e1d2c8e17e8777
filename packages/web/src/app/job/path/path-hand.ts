import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import {
  type Box,
  type Contour,
  DrelkError,
  HOLE,
  type Hand,
  type HandGround,
  type HandPart,
  type Homography,
  type PathSet,
  type Point,
  addContours,
  boxOfPoints,
  changeContours,
  changePart,
  checkHand,
  composed,
  contourAt,
  contourOf,
  copyContours,
  dropContours,
  inverted,
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
import { BenchState } from '../../view/bench-state';
import { ToolBox } from '../tool/tool-box';
import { Commands } from '../keys/commands';
import { Workbench } from '../workbench';
import { ShownResult } from '../shown-result';
import { JobStore } from '../store/job-store';
import { ProblemService } from '../../shared/problem.service';

/** A copy lies this many widths aside. */
const ASIDE = 1.1;
export type HandAct = (hand: Hand, ground: HandGround, numbers: readonly number[]) => HandPart[];

/** The hand at work on paths: what is picked of them, and what is done with it. */
@Injectable()
export class PathHand {
  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly work = inject(Workbench);
  private readonly problems = inject(ProblemService);
  private readonly state = inject(BenchState);
  private readonly tools = inject(ToolBox);
  /** What was just made, to be picked once it is there. */
  private readonly made = signal<readonly HandPart[] | undefined>(undefined);
  /** What is to be done once that is there. */
  private readonly waiting: (() => void)[] = [];
  /** The paths that the picked ids are of. */
  private known: { name: string | undefined; paths: PathSet } | undefined;

  readonly ground = computed((): HandGround | undefined => {
    const view = this.result.view();
    const toSource = view?.toSource;
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
  /** The point of the hand's own that things turn about, in source pixels. */
  private readonly ownPin = signal<Point | undefined>(undefined);
  readonly hasOwnPin = computed(() => this.ownPin() !== undefined);
  /** The point that what is picked is turned, mirrored and sized about, in pixels of the paths: its middle where none was set. */
  readonly pin = computed((): Point | undefined => {
    const [own, box, ground] = [this.ownPin(), this.box(), this.ground()];
    if (own && ground) return mapPoint(inverted(ground.toSource), own);
    return box && { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 };
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
    return one && this.store.document()?.line.hand[one.edit]?.contours[one.part] ? one : undefined;
  });
  /** The contour that was clicked last, or is picked alone, or comes, in pixels of the paths. */
  readonly chosenContour = computed((): Contour | undefined => {
    const ground = this.ground();
    const coming = this.coming();
    const kept = coming && this.store.document()?.line.hand[coming.edit].contours[coming.part];
    if (ground && kept) return mapContour(contourOf(kept), inverted(ground.toSource));
    const k = this.chosen();
    return ground && k !== undefined ? contourAt(ground.paths, k) : undefined;
  });

  constructor() {
    inject(Commands).contribute([
      {
        key: 'Delete',
        does: 'Drop what is picked',
        when: () => this.canAct(),
        run: () => this.takeOut(),
      },
    ]);
    // Ids are those of one set: in another, what was picked is found again.
    effect(() => {
      const view = this.result.view();
      const isSettled = this.work.standing() !== 'working';
      untracked(() => this.follow(view?.names.paths, view?.paths, view?.toSource, isSettled));
    });
  }

  /** Something is picked where the hand may change it. */
  canAct(): boolean {
    return this.state.stage() === 'line' && this.numbers().length > 0;
  }

  /** What is picked turns about a point from now on, in pixels of the paths; about its middle again where there is none. */
  setPin(at: Point | undefined): void {
    const ground = this.ground();
    this.ownPin.set(at && ground && mapPoint(ground.toSource, at));
  }

  /** Picks a contour, an outer one with its holes; `more` keeps what is picked already. */
  pick(id: number | undefined, more: boolean): void {
    const paths = this.ground()?.paths;
    const before = this.state.picked();
    if (!more) this.setPin(undefined);
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
    this.setPin(undefined);
    this.state.picked.set(ids);
    if (ids.size === 0)
      this.problems.tell(
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
    this.act('dropped', (hand, ground, numbers) => {
      dropContours(hand, ground, numbers);
      return [];
    });
  }

  /** Takes what is picked elsewhere by a map between places of the paths. */
  move(does: string, map: Homography): void {
    this.act(does, (hand, ground, numbers) => moveContours(hand, ground, numbers, map));
  }

  /** Moves what is picked by a map about its middle, or about the point that was set; pixels of the artwork. */
  moveAbout(does: string, map: Homography): void {
    this.act(does, (hand, ground, numbers) =>
      moveContours(hand, ground, numbers, about(this.pin() as Point, map)),
    );
  }

  /** What is picked goes to the plate of a colour. */
  putInPlate(colour: string): void {
    this.act('put in a plate', (hand, ground, numbers) => putInPlate(hand, ground, numbers, colour));
  }

  /** A copy of what is picked, beside it. */
  copy(): void {
    this.act('copied', (hand, ground, numbers) => {
      const { left, right } = boxAround(ground.paths, numbers) as Box;
      return copyContours(hand, ground, numbers, scaledAndMoved(1, 1, (right - left) * ASIDE, 0));
    });
  }

  /** The contour that was clicked last becomes another, in pixels of the paths. */
  changeChosen(label: string, contour: Contour): void {
    const ground = this.ground();
    const number = this.chosen();
    const part = this.coming();
    if (part && ground)
      this.store.change(label, ({ line }) => {
        changePart(line.hand, ground, part, contour);
      });
    else if (number !== undefined && !this.made()) {
      const pen = ground?.paths.pens[number] ?? NaN;
      const changed = { number, contour, ...(Number.isNaN(pen) ? {} : { pen }) };
      this.make(label, (hand, on) => changeContours(hand, on, [changed]));
    }
  }

  /** Contours stand by themselves from now on, in pixels of the paths. */
  add(label: string, contours: Parameters<typeof addContours>[2]): void {
    this.make(label, (hand, ground) => addContours(hand, ground, contours));
  }

  /** Of what is picked, outer contours alone stay picked. */
  withoutHoles(): void {
    const paths = this.ground()?.paths;
    if (!paths) return;
    const outer = this.numbers().filter((k) => (paths.flags[k] & HOLE) === 0);
    this.state.picked.set(new Set(outer.map((k) => paths.ids[k])));
  }

  /** Does something with what is picked, once the paths are those of what was done before. */
  act(does: string, change: HandAct): void {
    if (this.waits(() => this.act(does, change))) return;
    const numbers = this.numbers();
    if (numbers.length > 0)
      this.make(saying(numbers.length, does), (hand, ground) => change(hand, ground, numbers));
  }

  /** Whether what was done before is still to come: then this is done after it. */
  waits(then: () => void): boolean {
    if (!this.made()) return false;
    this.waiting.push(then);
    return true;
  }

  /** Does what waits, up to the first that brings other paths to wait for: one that changes nothing holds up none behind it. */
  private goOn(): void {
    while (!this.made() && this.waiting.length > 0) this.waiting.shift()?.();
  }

  /** Makes a change of the hand's, or tells why it cannot be. */
  make(label: string, does: (hand: Hand, ground: HandGround) => HandPart[]): void {
    const ground = this.ground();
    if (!ground) return;
    let made: HandPart[] = [];
    const before = this.store.document();
    try {
      this.store.change(label, ({ line }) => {
        made = does(line.hand, ground);
        checkHand(line.hand);
      });
      // What changes nothing brings no other paths to wait for.
      if (this.store.document() !== before) this.made.set(made);
    } catch (problem) {
      this.problems.tell(problem);
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
    if (made && isSettled) {
      this.made.set(undefined);
      this.goOn();
    }
  }
}

/** A map as it is about a place instead of the origin. */
export const about = ({ x, y }: Point, map: Homography): Homography =>
  composed(scaledAndMoved(1, 1, x, y), composed(map, scaledAndMoved(1, 1, -x, -y)));

/** What was done to so many contours. */
export const saying = (count: number, does: string) =>
  `${count === 1 ? 'A contour' : `${count} contours`} ${does}`;

/** The box around contours of a set, by their numbers. */
export function boxAround(paths: PathSet, numbers: readonly number[]): Box | undefined {
  if (numbers.length === 0) return undefined;
  return boxOfPoints(
    Float64Array.from(
      numbers.flatMap((k) => {
        const { left, top, right, bottom } = originAt(paths, k).box;
        return [left, top, right, bottom];
      }),
    ),
  );
}
