import { Injectable, computed, inject } from '@angular/core';
import {
  type Box,
  type Combining,
  type Contour,
  DrelkError,
  type Hand,
  HOLE,
  type HandPart,
  type Homography,
  type JobDocument,
  type MadeContour,
  type PathSet,
  type Point,
  type Reshaping,
  axesOf,
  boxHeight,
  boxWidth,
  contourAt,
  copyContours,
  byPlate,
  givenShapes,
  mirroredAbout,
  moveContours,
  scaledAndMoved,
  shapesOf,
  standFor,
  turnToParallel,
  turned,
} from '@drelk/core';
import { ToolBox } from '../tool/tool-box';
import { Commands } from '../keys/commands';
import { NUDGE, NUDGES } from '../piece/nudges';
import { PathHand, about, boxAround, saying } from './path-hand';
import { JobStore } from '../store/job-store';
import { EngineService } from '../../engine/engine.service';
import { ProblemService } from '../../shared/problem.service';
import { ShownResult } from '../shown-result';
import { JobLengths } from '../job-lengths';

/** How closely contours are followed for their axes, as a share of their size. */
const AXES = 1e-3;
/** What becomes of shapes, said afterwards. */
const COMBINED: Record<Combining, string> = {
  unite: 'united',
  'take away': 'taken away',
  'keep common': 'kept in common',
};

/** What the hand makes of the shapes that are picked: others, one of several, copies in a row, each at a place of its own. */
@Injectable()
export class PathShaping {
  private readonly store = inject(JobStore);
  private readonly engine = inject(EngineService);
  private readonly problems = inject(ProblemService);
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  private readonly hand = inject(PathHand);
  private readonly tools = inject(ToolBox);

  constructor() {
    inject(Commands).contribute(
      NUDGES.flatMap(({ key, x, y }) =>
        [false, true].map((shift) => ({
          key,
          shift,
          does: shift ? 'Nudge what is picked, ten times as far' : 'Nudge what is picked',
          when: () => this.hand.canAct() && !this.tools.active(),
          run: () => this.nudge(x, y, shift),
        })),
      ),
    );
  }

  /** Shapes that are picked become one: worked out beside the page, and taken if nothing else was done meanwhile. */
  combine(how: Combining): void {
    const { ground, numbers } = this.picked();
    const document = this.store.document();
    if (!ground || numbers.length === 0) return;
    this.engine.ask('combined', { how, shapes: shapesOf(ground.paths, numbers) }).then(
      ({ contours }) =>
        this.takeMade(saying(numbers.length, COMBINED[how]), document, numbers, (hand) =>
          standFor(
            hand,
            ground,
            numbers,
            contours.map((contour) => ({ contour })),
          ),
        ),
      (problem: unknown) => this.problems.tell(problem),
    );
  }

  /** Shapes that are picked become others: worked out beside the page, and taken if nothing else was done meanwhile. */
  reshape(does: string, what: Reshaping): void {
    const { ground, numbers } = this.picked();
    const document = this.store.document();
    if (!ground || numbers.length === 0) return;
    // What is made of shapes of several plates stays on the plate of each.
    const groups = byPlate(ground.paths, numbers).map((own) =>
      this.engine
        .ask('reshaped', { shapes: givenShapes(ground.paths, own), what })
        .then(({ made }) => ({ own, made })),
    );
    Promise.all(groups).then(
      (all) =>
        this.takeMade(saying(numbers.length, does), document, numbers, (hand) =>
          all.flatMap(({ own, made }) => standFor(hand, ground, own, made)),
        ),
      (problem: unknown) => this.problems.tell(problem),
    );
  }

  /** Takes what was worked out of contours as they were; where their edits changed meanwhile it is refused aloud. */
  private takeMade(
    label: string,
    before: JobDocument | undefined,
    numbers: readonly number[],
    does: (hand: Hand) => HandPart[],
  ): void {
    // What else was done meanwhile takes nothing from it.
    if (this.store.document()?.line.hand === before?.line.hand) this.hand.make(label, does, numbers);
    else
      this.problems.tell(
        new DrelkError(
          'bad-place',
          `${label}: not done, as the paths were changed while it was worked out.`,
          'Do it once more.',
        ),
      );
  }

  /** Contours that are picked become others at once; nothing is done where none come. */
  become(does: string, change: (contours: MadeContour[]) => MadeContour[] | undefined): void {
    this.hand.act(does, (hand, ground, numbers) => {
      const { pens } = ground.paths;
      const given = numbers.map((k): MadeContour => {
        const contour = contourAt(ground.paths, k);
        return Number.isNaN(pens[k]) ? { contour } : { contour, pen: pens[k] };
      });
      const made = change(given);
      return made ? standFor(hand, ground, numbers, made) : [];
    });
  }

  /** Each thing that is picked is taken elsewhere by a map of its own; the one that was clicked last is named. */
  private mapEach(
    does: string,
    ways: (things: Thing[], clicked: number) => (Homography | undefined)[],
  ): void {
    this.hand.act(does, (hand, ground, numbers) => {
      const things = groupsOf(ground.paths, numbers).map((group): Thing => {
        const outer = contourAt(ground.paths, group[0]);
        return { numbers: group, box: boxAround(ground.paths, group) as Box, outer };
      });
      const chosen = this.hand.chosen();
      const clicked = things.findIndex(({ numbers: own }) => chosen !== undefined && own.includes(chosen));
      const maps = ways(things, Math.max(0, clicked));
      return things.flatMap(({ numbers: own }, n) => {
        const map = maps[n];
        return map ? moveContours(hand, ground, own, map) : partsThere(ground.paths, own);
      });
    });
  }

  /** Each thing that is picked goes a way of its own, by the boxes of all. */
  moveEach(does: string, ways: (boxes: Box[], clicked: number) => Point[]): void {
    this.mapEach(does, (things, clicked) =>
      ways(
        things.map(({ box }) => box),
        clicked,
      ).map(({ x, y }) => (x === 0 && y === 0 ? undefined : scaledAndMoved(1, 1, x, y))),
    );
  }

  /** Each turns about its middle so that its longer axis runs as that of the one that was clicked last. */
  turnParallel(): void {
    this.mapEach('made parallel', (things, clicked) => {
      const axes = things.map(({ outer, box }) =>
        axesOf(outer, AXES * Math.max(boxWidth(box), boxHeight(box))),
      );
      return things.map(({ box }, n) => {
        const by = turnToParallel(axes[n].angle, axes[clicked].angle);
        return n === clicked || by === 0 ? undefined : about(middleOf(box), turned(-by));
      });
    });
  }

  /** Each is sized about its middle so that its longer side is as long as that of the one that was clicked last. */
  makeEqual(): void {
    this.mapEach('made as large', (things, clicked) => {
      const sizes = things.map(({ box }) => Math.max(boxWidth(box), boxHeight(box)));
      return things.map(({ box }, n) => {
        const factor = sizes[clicked] / sizes[n];
        return n === clicked || !Number.isFinite(factor)
          ? undefined
          : about(middleOf(box), scaledAndMoved(factor, factor, 0, 0));
      });
    });
  }

  /** A mirrored copy: about the point that was set, else the middle of the outline that what is picked lies in, else its own side. */
  copyMirrored(along: 'across' | 'down'): void {
    this.hand.act('copied, mirrored', (hand, ground, numbers) => {
      const box = boxAround(ground.paths, numbers) as Box;
      const around = outlineAround(ground.paths, numbers);
      const middle = this.hand.hasOwnPin()
        ? (this.hand.pin() as Point)
        : around === undefined
          ? { x: box.right, y: box.bottom }
          : middleOf(boxAround(ground.paths, [around]) as Box);
      const map = along === 'across' ? scaledAndMoved(-1, 1, 0, 0) : scaledAndMoved(1, -1, 0, 0);
      return copyContours(hand, ground, numbers, about(middle, map));
    });
  }

  /** The straight line that was clicked last, and what else is picked: there is something to mirror about it. */
  readonly axis = computed((): { from: Point; to: Point; numbers: number[] } | undefined => {
    const paths = this.hand.ground()?.paths;
    const chosen = this.hand.chosen();
    const numbers = this.hand.numbers().filter((k) => k !== chosen);
    if (!paths || chosen === undefined || numbers.length === 0) return undefined;
    const { start, segments, closed } = contourAt(paths, chosen);
    return !closed && segments.length === 1 && segments[0].kind === 'line'
      ? { from: start, to: segments[0], numbers }
      : undefined;
  });

  /** A copy of what else is picked, mirrored about the straight line that was clicked last. */
  copyMirroredAboutLine(): void {
    this.hand.act('copied, mirrored about a line', (hand, ground) => {
      const axis = this.axis();
      return axis ? copyContours(hand, ground, axis.numbers, mirroredAbout(axis.from, axis.to)) : [];
    });
  }

  /** What is picked, all of it together, goes to the middle of the outline it lies in. */
  centreInOutline(): void {
    this.hand.act('centred in the outline', (hand, ground, numbers) => {
      const around = outlineAround(ground.paths, numbers);
      if (around === undefined) return [];
      const [own, outline] = [numbers, [around]].map((some) =>
        middleOf(boxAround(ground.paths, some) as Box),
      );
      return moveContours(hand, ground, numbers, scaledAndMoved(1, 1, outline.x - own.x, outline.y - own.y));
    });
  }

  /** Copies of what is picked in a row, so many with what is there already, their boxes so far apart. */
  copyInRow(count: number, gap: number, along: 'across' | 'down'): void {
    this.hand.act(`copied, ${count} in a row`, (hand, ground, numbers) => {
      const { left, right, top, bottom } = boxAround(ground.paths, numbers) as Box;
      const step = gap + (along === 'across' ? right - left : bottom - top);
      return Array.from({ length: count - 1 }, (_, k) => {
        const by = (k + 1) * step;
        const map = along === 'across' ? scaledAndMoved(1, 1, by, 0) : scaledAndMoved(1, 1, 0, by);
        return copyContours(hand, ground, numbers, map);
      }).flat();
    });
  }

  /** The contour that was clicked last becomes several, with its pen; nothing is done where there are none. */
  becomeChosen(label: string, change: (contour: Contour) => Contour[] | undefined): void {
    const ground = this.hand.ground();
    const number = this.hand.chosen();
    if (!ground || number === undefined) return;
    const made = change(contourAt(ground.paths, number));
    const pen = ground.paths.pens[number];
    // A closed area that is cut is a line: it has the pen that lines are drawn with.
    const own = Number.isNaN(pen) ? (this.result.view()?.traced?.ink.strokeWidth ?? 1) : pen;
    if (made)
      this.hand.make(
        label,
        (hand) =>
          standFor(
            hand,
            ground,
            [number],
            made.map((contour) => ({ contour, pen: own })),
          ),
        [number],
      );
  }

  /** What is picked goes a step to a side, or ten. */
  nudge(x: number, y: number, isFar: boolean): void {
    const step =
      (NUDGE[this.lengths.units()] * (isFar ? 10 : 1)) / (this.result.view()?.millimetresPerPixel ?? 1);
    this.hand.move('nudged', scaledAndMoved(1, 1, x * step, y * step));
  }

  /** How many things are picked that can be brought in line with one another. */
  readonly count = computed(() => {
    const paths = this.hand.ground()?.paths;
    return paths ? groupsOf(paths, this.hand.numbers()).length : 0;
  });

  private picked() {
    return { ground: this.hand.ground(), numbers: this.hand.numbers() };
  }
}

/** Contours that go together, the box around them, and the first of them. */
interface Thing {
  numbers: number[];
  box: Box;
  outer: Contour;
}

/** The outer contour of the shape that holes are of; undefined where they are not all holes of one. */
function outlineAround({ shapes, flags }: PathSet, numbers: readonly number[]): number | undefined {
  const [shape] = numbers.map((k) => shapes[k]);
  if (!numbers.every((k) => shapes[k] === shape && (flags[k] & HOLE) !== 0)) return undefined;
  return Array.from(shapes.keys()).find((k) => shapes[k] === shape && (flags[k] & HOLE) === 0);
}

const middleOf = ({ left, top, right, bottom }: Box): Point => ({
  x: (left + right) / 2,
  y: (top + bottom) / 2,
});

/** Contours that go together: those of a shape, or each by itself where all are of one. */
function groupsOf({ shapes }: PathSet, numbers: readonly number[]): number[][] {
  const groups = new Map<number, number[]>();
  for (const k of numbers) groups.set(shapes[k], [...(groups.get(shapes[k]) ?? []), k]);
  return groups.size > 1 ? [...groups.values()] : numbers.map((k) => [k]);
}

/** What contours of the hand are already; those of a trace are none of it. */
const partsThere = ({ edits, parts }: PathSet, numbers: readonly number[]): HandPart[] =>
  numbers.flatMap((k) => (edits[k] > 0 ? [{ edit: edits[k], part: parts[k] }] : []));
