import { computed, signal } from '@angular/core';
import type { FollowedRun } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PathHand } from '../../job/path/path-hand';
import { CLINGS, isNearOnScreen } from './clinging';
import { penOf } from './draw-tools';
import { NO_OVERLAY, type Overlay, type Tool } from '../../job/tool/tool';
import type { ToolBox } from '../../job/tool/tool-box';
import { Trail } from './trail';
import type { ToolWork } from '../../job/tool/tool-work';

/** A place that was clicked, and the way there from the one before, x and y in turn. */
interface Anchor extends Place {
  points: readonly number[];
}

/** Draws along the picture's edges: the run between two clicks clings to the cheapest way from edge to edge. */
export class FollowEdgeTool implements Tool {
  readonly id = 'follow-edge';
  readonly ground = 'result' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => {
    const anchors = this.anchors();
    if (anchors.length === 0) return NO_OVERLAY;
    const done = anchors.flatMap(({ points }) => points);
    const closes = this.closes();
    return {
      lines: [
        {
          points: [...done, ...(this.ahead()?.points ?? [])],
          closed: closes,
          fills: closes,
        },
      ],
      grips: anchors.map(({ x, y }, k) => ({ x, y, name: `Place ${k + 1}` })),
    };
  });
  private readonly anchors = signal<readonly Anchor[]>([]);
  /** The run to where the hand is. */
  private readonly ahead = signal<FollowedRun | undefined>(undefined);
  private readonly aimed = signal<Place | undefined>(undefined);
  private readonly closes = computed(() => {
    const [at, anchors] = [this.aimed(), this.anchors()];
    return at !== undefined && anchors.length > 2 && this.isNear(at, anchors[0]);
  });
  private dark: FollowedRun['dark'] | undefined;
  private isAsking = false;
  private clicked: Promise<void> = Promise.resolve();

  constructor(
    private readonly hand: PathHand,
    private readonly work: Pick<ToolWork, 'bench' | 'engine' | 'problems' | 'result' | 'store'>,
  ) {}

  get says(): string {
    return this.closes()
      ? 'A click closes it: what is inside becomes ink.'
      : 'Click along an edge: the line clings to it. The first place again closes it, the last one again ends it.';
  }

  /** The hand is over a place: the run there is shown as soon as it is known, always that of the newest place. */
  aim(at: Place): void {
    this.aimed.set(at);
    if (this.isAsking || this.anchors().length === 0) return;
    this.isAsking = true;
    void this.ask(at)
      .then((answer) => {
        if (answer && this.anchors().length > 0) this.ahead.set(answer.run);
      })
      .finally(() => {
        this.isAsking = false;
        const newest = this.aimed();
        if (newest && newest !== at) this.aim(newest);
      });
  }

  press(at: Place): void {
    this.aim(at);
  }

  move(at: Place): void {
    this.aim(at);
  }

  /** Clicks are followed one after the other, however quickly they come. */
  release(at: Place): void {
    this.aimed.set(at);
    this.clicked = this.clicked.then(() => this.click(at));
  }

  forget(): void {
    this.aimed.set(undefined);
  }

  putDown(): void {
    this.anchors.set([]);
    this.ahead.set(undefined);
    this.aimed.set(undefined);
    this.dark = undefined;
  }

  private async click(at: Place): Promise<void> {
    const anchors = this.anchors();
    const last = anchors[anchors.length - 1];
    if (anchors.length > 2 && this.isNear(at, anchors[0])) await this.goTo(anchors[0], true);
    else if (anchors.length > 1 && this.isNear(at, last)) this.finish(false);
    else await this.goTo(at, false);
  }

  private async goTo(to: Place, closed: boolean): Promise<void> {
    const answer = await this.ask(to, closed);
    if (!answer) return;
    const { at, run } = answer;
    this.dark = run?.dark ?? this.dark;
    this.ahead.set(undefined);
    // Where a run ends the next begins: the place itself is kept once.
    this.anchors.update((anchors) => [...anchors, { ...at, points: run?.points.slice(2) ?? [at.x, at.y] }]);
    if (closed) this.finish(true);
  }

  /** The place that is meant, and the way there from the last anchor; undefined where that cannot be known. */
  private async ask(to: Place, exactly = false) {
    const document = this.work.store.document();
    if (!document) return undefined;
    const anchors = this.anchors();
    const from = anchors[anchors.length - 1] as Place | undefined;
    const reach = exactly ? 0.5 : CLINGS / this.work.bench.eye().scale;
    try {
      const asks = { document, from: from && { x: from.x, y: from.y }, to, reach, dark: this.dark };
      return await this.work.engine.ask('edge', asks);
    } catch (problem) {
      this.work.problems.tell(problem);
      return undefined;
    }
  }

  private finish(closed: boolean): void {
    const points = this.anchors().flatMap((anchor) => anchor.points);
    this.putDown();
    void drawFollowed(
      closed ? points.slice(0, -2) : points,
      closed,
      'An edge followed',
      this.hand,
      this.work,
    );
  }

  private isNear(a: Place, b: Place): boolean {
    return isNearOnScreen(a, b, this.work);
  }
}

/** Draws what the hand draws, as a few curves; back at its beginning it is an outline. */
export class FreehandTool extends Trail implements Tool {
  readonly id = 'draw-free';
  readonly says = 'Draw; back at the beginning the line closes.';
  readonly ground = 'result' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => ({ lines: [{ points: this.points() }], grips: [] }));

  constructor(
    private readonly hand: PathHand,
    private readonly work: Pick<ToolWork, 'bench' | 'engine' | 'problems' | 'result'>,
    box: ToolBox,
  ) {
    super(box);
  }

  release(): void {
    const points = [...this.points()];
    this.forget();
    if (points.length < 8) return;
    const [x, y] = points.slice(-2);
    const closed = isNearOnScreen({ x, y }, { x: points[0], y: points[1] }, this.work);
    void drawFollowed(points, closed, 'A line drawn by hand', this.hand, this.work);
  }
}

async function drawFollowed(
  points: number[],
  closed: boolean,
  label: string,
  hand: PathHand,
  work: Pick<ToolWork, 'engine' | 'problems' | 'result'>,
): Promise<void> {
  try {
    const { contour } = await work.engine.ask('followed', { points, closed });
    hand.add(label, [{ contour, ...(closed ? {} : { pen: penOf(work) }) }]);
  } catch (problem) {
    work.problems.tell(problem);
  }
}
