import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import {
  type Box,
  type Contour,
  DrelkError,
  HOLE,
  type Hand,
  type HandEdit,
  type HandGround,
  type HandPart,
  type Homography,
  type PathSet,
  type Point,
  addContours,
  boxOfPoints,
  changeContours,
  checkHand,
  composed,
  contourAt,
  copyContours,
  dropContours,
  inverted,
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
  private readonly problems = inject(ProblemService);
  private readonly state = inject(BenchState);
  private readonly tools = inject(ToolBox);
  /** The paths that the picked ids are of. */
  private pickedOf: PathSet | undefined;

  /** The paths that the hand works on, with all that it has done to them. */
  readonly ground = computed((): HandGround | undefined => this.result.artwork());
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
  /** Number of the contour that was picked last. */
  readonly chosen = computed((): number | undefined => {
    const paths = this.ground()?.paths;
    const numbers = paths ? [...this.state.picked()].map((id) => paths.ids.indexOf(id)) : [];
    return numbers.findLast((k) => k >= 0);
  });
  /** The same contour, in pixels of the paths. */
  readonly chosenContour = computed((): Contour | undefined => {
    const ground = this.ground();
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
      const ground = this.ground();
      untracked(() => this.follow(ground));
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
    const whole = withHoles(paths, new Set([id])).map((k) => paths.ids[k]);
    const own = [...whole.filter((one) => one !== id), id];
    const isAlone = own.every((one) => before.has(one)) && (more || own.length === before.size);
    const next = new Set(more || isAlone ? before : []);
    for (const one of own) {
      next.delete(one);
      if (!isAlone) next.add(one);
    }
    this.state.picked.set(next);
  }

  /** Picks what a rule finds; that it finds nothing is told. */
  choose(ids: ReadonlySet<number>): void {
    this.setPin(undefined);
    this.pickAll(ids);
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

  /** The contour that was picked last becomes another, in pixels of the paths. */
  changeChosen(label: string, contour: Contour): void {
    const number = this.chosen();
    if (number !== undefined) this.changeTo(label, [{ number, contour }]);
  }

  /** Contours become others, with their pens, as one act. */
  changeTo(label: string, changes: readonly { number: number; contour: Contour }[]): void {
    const pens = this.ground()?.paths.pens;
    const changed = changes.map(({ number, contour }) => {
      const pen = pens?.[number] ?? NaN;
      return { number, contour, ...(Number.isNaN(pen) ? {} : { pen }) };
    });
    this.make(
      label,
      (hand, on) => changeContours(hand, on, changed),
      changes.map(({ number }) => number),
    );
  }

  /** Contours stand by themselves from now on, in pixels of the paths. */
  add(label: string, contours: Parameters<typeof addContours>[2]): void {
    this.make(label, (hand, ground) => addContours(hand, ground, contours));
  }

  /** Of what is picked, outer contours alone stay picked. */
  withoutHoles(): void {
    const paths = this.ground()?.paths;
    if (!paths) return;
    const isHole = (id: number) => (paths.flags[paths.ids.indexOf(id)] & HOLE) !== 0;
    this.state.picked.set(new Set([...this.state.picked()].filter((id) => !isHole(id))));
  }

  /** Does something with what is picked. */
  act(does: string, change: HandAct): void {
    const numbers = this.numbers();
    if (numbers.length > 0)
      this.make(saying(numbers.length, does), (hand, ground) => change(hand, ground, numbers), numbers);
  }

  /**
   * Makes a change of the hand's to the paths as they are shown, of contours of these numbers among others, or tells why it
   * cannot be. What it made is picked.
   */
  make(
    label: string,
    does: (hand: Hand, ground: HandGround) => HandPart[],
    numbers: readonly number[] = [],
  ): void {
    const ground = this.ground();
    if (!ground) return;
    let made: HandPart[] = [];
    const before = this.store.document();
    try {
      this.store.change(label, ({ line }) => {
        checkThere(line.hand, ground, numbers);
        made = does(line.hand, ground);
        checkHand(line.hand);
      });
    } catch (problem) {
      this.problems.tell(problem);
      return;
    }
    const now = this.ground();
    if (this.store.document() === before || !now || now.paths === ground.paths) return;
    this.pickedOf = now.paths;
    this.pickAll(pickParts(now.paths, made));
  }

  /** Picks contours, the first outer one of them last: it is the one that is meant where one is. */
  private pickAll(ids: ReadonlySet<number>): void {
    const paths = this.ground()?.paths;
    const first = [...ids].find((id) => paths && (paths.flags[paths.ids.indexOf(id)] & HOLE) === 0);
    this.state.picked.set(
      new Set(first === undefined ? ids : [...[...ids].filter((id) => id !== first), first]),
    );
  }

  /** Finds what is picked again in other paths. */
  private follow(ground: HandGround | undefined): void {
    const { pickedOf } = this;
    if (!ground || ground.paths === pickedOf) return;
    this.pickedOf = ground.paths;
    const picked = this.state.picked();
    if (pickedOf && picked.size > 0)
      this.state.picked.set(pickedAgain(pickedOf, picked, ground.paths, ground.toSource));
  }
}

/** Throws `bad-place` where contours that are shown were made by edits that are taken back already. */
function checkThere(hand: Hand, { paths }: HandGround, numbers: readonly number[]): void {
  const isThere = (k: number) =>
    paths.edits[k] === 0 || (hand[paths.edits[k]] as HandEdit | undefined)?.contours[paths.parts[k]];
  if (numbers.every(isThere)) return;
  throw new DrelkError(
    'bad-place',
    'What is picked was taken back, and is still shown until the paths are worked out.',
    'Do it once more in a moment.',
  );
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
