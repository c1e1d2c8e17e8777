import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  ALIGNMENTS,
  type Alignment,
  CLOSED,
  DrelkError,
  HOLE,
  type MadeContour,
  type OffsetCorners,
  aligned,
  apartBy,
  closedContour,
  joinedContours,
  parseLength,
  parseOffset,
  reverseContour,
  spreadOut,
} from '@drelk/core';
import { PathHand } from '../../job/path/path-hand';
import { PathShaping } from '../../job/path/path-shaping';
import { telling } from '../../job/telling';
import { FigureField } from '../../shared/figure-field';
import { typedCount } from '../../shared/typed-count';
import { ProblemService } from '../../shared/problem.service';
import { JobLengths } from '../../job/job-lengths';
import { ShownResult } from '../../job/shown-result';

const CORNERS: OffsetCorners[] = ['round', 'sharp', 'bevelled'];
/** Curves that are made anew lie within this of what was asked for, in millimetres, where nothing else is typed. */
const WITHIN = 0.01;
/** Ends nearer than this, in millimetres, meet half way; others get a straight line between them. */
const NEAR = 0.2;
const MOST_COPIES = 100;
const MOST_JOINED = 200;

/** What the shapes that are picked become: grown, with fewer nodes, joined, in line with one another, in rows. */
@Component({
  selector: 'drelk-line-shape',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FigureField, MatButtonModule],
  templateUrl: './line-shape.html',
  styleUrls: ['../panel.scss', './line-hand.scss'],
})
export class LineShape {
  readonly hand = inject(PathHand);
  readonly shaping = inject(PathShaping);
  private readonly problems = inject(ProblemService);
  private readonly lengths = inject(JobLengths);
  private readonly result = inject(ShownResult);
  readonly corners = CORNERS;
  readonly alignments = ALIGNMENTS;
  readonly by = signal('1');
  readonly corner = signal<OffsetCorners>('round');
  readonly within = signal('0.05');
  readonly apart = signal('20');
  readonly count = signal('3');
  readonly gap = signal('5');

  /** Shapes of which something is picked, single lines aside. */
  readonly shapes = computed(() => {
    const paths = this.hand.ground()?.paths;
    const areas = this.hand.numbers().filter((k) => paths && Number.isNaN(paths.pens[k]));
    return new Set(areas.map((k) => paths?.shapes[k])).size;
  });
  /** What is picked: holes alone or some, single lines, and lines with two ends. */
  readonly kinds = computed(() => {
    const paths = this.hand.ground()?.paths;
    const numbers = this.hand.numbers();
    if (!paths) return { isHoles: false, holes: 0, lines: 0, open: 0 };
    const holes = numbers.filter((k) => (paths.flags[k] & HOLE) !== 0);
    return {
      isHoles: holes.length > 0 && holes.length === numbers.length,
      holes: holes.length,
      lines: numbers.filter((k) => !Number.isNaN(paths.pens[k])).length,
      open: numbers.filter((k) => (paths.flags[k] & CLOSED) === 0).length,
    };
  });

  grow(): void {
    telling(this.problems, () => {
      const by = parseOffset(this.by(), this.lengths.units()) / this.pixel();
      if (by === 0) return;
      const does = by > 0 ? 'grown' : 'shrunk';
      this.shaping.reshape(does, { how: 'grown', by, corners: this.corner(), within: WITHIN / this.pixel() });
    });
  }

  fewerNodes(): void {
    telling(this.problems, () => {
      const within = parseLength(this.within(), this.lengths.units()) / this.pixel();
      this.shaping.reshape('fitted anew', { how: 'fewer nodes', within });
    });
  }

  asAreas(): void {
    this.shaping.reshape('made areas', { how: 'as areas', within: WITHIN / this.pixel() });
  }

  asLines(): void {
    this.shaping.reshape('made single lines', { how: 'as lines', within: WITHIN / this.pixel() });
  }

  /** The holes of what is picked go. */
  fillHoles(): void {
    const paths = this.hand.ground()?.paths;
    if (!paths) return;
    const holes = this.hand.numbers().filter((k) => (paths.flags[k] & HOLE) !== 0);
    this.hand.choose(new Set(holes.map((k) => paths.ids[k])));
    this.hand.drop();
  }

  join(): void {
    telling(this.problems, () => {
      const open = this.kinds().open;
      if (open > MOST_JOINED)
        throw new DrelkError(
          'too-much-by-hand',
          `${open} lines are too many to be joined at once.`,
          `Pick up to ${MOST_JOINED}, or let the file’s ends be joined as it is taken.`,
        );
      this.shaping.become('joined', (given) => {
        const contour = joinedContours(given.map((one) => one.contour));
        const pen = given.find((one) => one.pen !== undefined)?.pen;
        return contour && [pen === undefined ? { contour } : { contour, pen }];
      });
    });
  }

  close(): void {
    this.each('closed', (one) => ({ ...one, contour: closedContour(one.contour, NEAR / this.pixel()) }));
  }

  turnAround(): void {
    this.each('run backwards', (one) => ({ ...one, contour: reverseContour(one.contour) }));
  }

  align(by: Alignment): void {
    this.shaping.moveEach(`brought in line, ${by}`, (boxes, clicked) => aligned(boxes, clicked, by));
  }

  spread(along: 'across' | 'down'): void {
    this.shaping.moveEach('spread out', (boxes) => spreadOut(boxes, along));
  }

  /** The middles of two are so far apart: the one that was clicked last stays. */
  setApart(): void {
    telling(this.problems, () => {
      const distance = parseLength(this.apart(), this.lengths.units()) / this.pixel();
      this.shaping.moveEach('set apart', (boxes, clicked) => {
        const move = apartBy([boxes[clicked], boxes[1 - clicked]], distance);
        return boxes.map((_, n) => (n === clicked ? { x: 0, y: 0 } : move));
      });
    });
  }

  copyInRow(along: 'across' | 'down'): void {
    telling(this.problems, () => {
      const count = typedCount(this.count(), 2, MOST_COPIES);
      this.shaping.copyInRow(count, parseOffset(this.gap(), this.lengths.units()) / this.pixel(), along);
    });
  }

  cornerOf(event: Event): OffsetCorners {
    return (event.target as HTMLSelectElement).value as OffsetCorners;
  }

  private each(does: string, change: (one: MadeContour) => MadeContour): void {
    this.shaping.become(does, (given) => given.map(change));
  }

  /** Millimetres of a pixel. */
  private pixel(): number {
    return this.result.view()?.millimetresPerPixel ?? 1;
  }
}
