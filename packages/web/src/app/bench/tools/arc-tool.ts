import { computed, signal } from '@angular/core';
import { DrelkError, arcThrough, flatten } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PathHand } from '../../job/path/path-hand';
import { Clinging } from './clinging';
import { penOf } from './draw-tools';
import type { ToolBox } from '../../job/tool/tool-box';
import { NO_OVERLAY, type Overlay, type Tool } from '../../job/tool/tool';
import type { ToolWork } from '../../job/tool/tool-work';

/** How closely the arc that is being drawn is followed, in pixels. */
const FLATNESS_PX = 0.2;
const NAMES = ['Beginning', 'On the way', 'End'];

/** Draws an arc by three clicks: where it begins, a place on it, where it ends. */
export class DrawArcTool implements Tool {
  readonly id = 'draw-arc';
  readonly says = 'Click where the arc begins, a place on it, and where it ends.';
  readonly ground = 'result' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => {
    const points = [...this.points(), ...(this.at() ?? [])];
    if (points.length === 0) return NO_OVERLAY;
    const arc = points.length === 3 ? arcThrough(points[0], points[1], points[2]) : undefined;
    const line = arc ? [...flatten(arc, FLATNESS_PX)] : points.flatMap(({ x, y }) => [x, y]);
    return {
      lines: [{ points: line }],
      grips: points.map(({ x, y }, k) => ({ x, y, name: NAMES[k] })),
    };
  });
  private readonly points = signal<readonly Place[]>([]);
  private readonly at = signal<readonly [Place] | undefined>(undefined);
  private readonly clinging: Clinging;

  constructor(
    private readonly hand: PathHand,
    private readonly work: Pick<ToolWork, 'bench' | 'engine' | 'problems' | 'result' | 'store'>,
    tools: ToolBox,
  ) {
    this.clinging = new Clinging(hand, work, tools);
  }

  aim(at: Place): void {
    this.clinging.aim(at);
    this.at.set([this.clinging.place(at, this.points())]);
  }

  press(at: Place): void {
    this.aim(at);
  }

  move(at: Place): void {
    this.aim(at);
  }

  release(at: Place): void {
    this.at.set(undefined);
    const points = [...this.points(), this.clinging.place(at, this.points())];
    if (points.length < 3) {
      this.points.set(points);
      return;
    }
    const contour = arcThrough(points[0], points[1], points[2]);
    // The two places before stay: just the last has to go elsewhere.
    if (!contour) {
      this.work.problems.tell(
        new DrelkError(
          'bad-figure',
          'These three places lie in one line, which no arc does.',
          'Click beside the line.',
        ),
      );
      return;
    }
    this.points.set([]);
    this.hand.add('An arc drawn', [{ contour, pen: penOf(this.work) }]);
  }

  forget(): void {
    this.at.set(undefined);
  }

  putDown(): void {
    this.points.set([]);
    this.at.set(undefined);
  }
}
