import { computed, signal } from '@angular/core';
import { type Contour, type FormKind, type Segment, flatten, formContour, splineThrough } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PathHand } from '../../job/path/path-hand';
import { Clinging, isNearOnScreen } from './clinging';
import { Pulled } from './pulled';
import type { ToolBox } from '../../job/tool/tool-box';
import { NO_OVERLAY, type Overlay, type Tool } from '../../job/tool/tool';
import type { ToolWork } from '../../job/tool/tool-work';

/** Forms that are drawn by pulling. */
export type DrawnForm = Extract<FormKind, 'circle' | 'rectangle' | 'slot'>;

const SAYS: Record<DrawnForm, string> = {
  circle: 'Press in the middle and pull to the rim. Its diameter can be typed afterwards.',
  rectangle: 'Pull from corner to corner. Width and height can be typed afterwards.',
  slot: 'Pull from corner to corner of the box around it. Length and width can be typed afterwards.',
};
/** How closely what is being drawn is followed, and the least that counts as pulled, in pixels. */
const FLATNESS_PX = 0.2;
const LEAST = 2;
/** A slot as long as it is wide is a circle: it stays a little longer. */
const LONGER = 1.02;

/** Draws a true form by pulling it open. */
export class DrawFormTool extends Pulled implements Tool {
  readonly id: string;
  readonly says: string;
  readonly ground = 'result' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => {
    const contour = this.contour();
    return contour
      ? { lines: [{ points: [...flatten(contour, FLATNESS_PX)], closed: true, fills: true }], grips: [] }
      : NO_OVERLAY;
  });

  private readonly clinging: Clinging;

  constructor(
    private readonly kind: DrawnForm,
    private readonly hand: PathHand,
    work: Pick<ToolWork, 'bench' | 'engine' | 'result' | 'store'>,
    tools: ToolBox,
  ) {
    super();
    this.id = `draw-${kind}`;
    this.says = SAYS[kind];
    this.clinging = new Clinging(hand, work, tools);
  }

  aim(at: Place): void {
    this.clinging.aim(at);
  }

  override press(at: Place): void {
    super.press(this.clinging.place(at));
  }

  override move(at: Place): void {
    super.move(this.clinging.place(at));
  }

  release(at: Place): void {
    this.move(at);
    const contour = this.contour();
    this.forget();
    if (contour) this.hand.add(`A ${this.kind} drawn`, [{ contour }]);
  }

  private contour(): Contour | undefined {
    const [from, to] = [this.from(), this.to()];
    if (!from || !to) return undefined;
    const [across, down] = [Math.abs(to.x - from.x), Math.abs(to.y - from.y)];
    const more = { radius: 0, sides: 0, turn: 0 };
    if (this.kind === 'circle') {
      const diameter = 2 * Math.hypot(across, down);
      if (diameter < LEAST) return undefined;
      return formContour({ kind: 'circle', ...from, width: diameter, height: diameter, ...more });
    }
    if (Math.min(across, down) < LEAST) return undefined;
    const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
    if (this.kind === 'rectangle')
      return formContour({ kind: 'rectangle', ...middle, width: across, height: down, ...more });
    const [width, height] = [Math.max(across, down), Math.min(across, down)];
    const turn = across >= down ? 0 : Math.PI / 2;
    return formContour({
      kind: 'slot',
      ...middle,
      ...more,
      width: Math.max(width, LONGER * height),
      height,
      turn,
    });
  }
}

/** What goes from click to click: straight lines, or one smooth curve. */
export type DrawnRun = 'run' | 'curve';
const RUN_SAYS: Record<DrawnRun, string> = {
  run: 'Click from corner to corner; the first one again closes the run, the last one again ends it. Places cling; with Alt they do not.',
  curve:
    'Click places that the curve is to go through; the first one again closes it, the last one again ends it.',
};

/** Draws from click to click: closed where the first place is clicked again, ended where the last is. */
export class DrawRunTool implements Tool {
  readonly id: string;
  readonly ground = 'result' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => {
    const points = this.points();
    const at = this.at();
    if (points.length === 0) return NO_OVERLAY;
    const closes = this.closesAt(at);
    const all = at && !closes ? [...points, at] : points;
    const contour = this.through(all, closes);
    return {
      lines: contour ? [{ points: [...flatten(contour, FLATNESS_PX)], closed: closes, fills: closes }] : [],
      grips: points.map((place, k) => ({ ...place, name: `Corner ${k + 1}` })),
    };
  });
  private readonly points = signal<readonly Place[]>([]);
  private readonly at = signal<Place | undefined>(undefined);
  private readonly clinging: Clinging;

  constructor(
    private readonly kind: DrawnRun,
    private readonly hand: PathHand,
    private readonly work: Pick<ToolWork, 'bench' | 'engine' | 'result' | 'store'>,
    tools: ToolBox,
  ) {
    this.id = `draw-${kind}`;
    this.clinging = new Clinging(hand, work, tools);
  }

  get says(): string {
    return this.closesAt(this.at()) ? 'A click closes it: what is inside becomes ink.' : RUN_SAYS[this.kind];
  }

  aim(at: Place): void {
    this.clinging.aim(at);
    this.at.set(this.clinging.place(at, this.points()));
  }

  press(at: Place): void {
    this.aim(at);
  }

  move(at: Place): void {
    this.aim(at);
  }

  release(at: Place): void {
    const points = this.points();
    const place = this.clinging.place(at, points);
    const last = points[points.length - 1] as Place | undefined;
    this.at.set(undefined);
    if (this.closesAt(place)) this.finish(points, true);
    else if (!last || !isNearOnScreen(place, last, this.work)) this.points.set([...points, place]);
    else if (points.length > 1) this.finish(points, false);
  }

  forget(): void {
    this.at.set(undefined);
  }

  putDown(): void {
    this.points.set([]);
    this.at.set(undefined);
  }

  private finish(points: readonly Place[], closed: boolean): void {
    this.putDown();
    const contour = this.through(points, closed);
    if (!contour) return;
    const what = closed ? 'An outline' : this.kind === 'run' ? 'A line' : 'A curve';
    this.hand.add(`${what} drawn`, [{ contour, ...(closed ? {} : { pen: penOf(this.work) }) }]);
  }

  /** The line or curve through places; undefined for too few. */
  private through(points: readonly Place[], closed: boolean): Contour | undefined {
    if (points.length < 2) return undefined;
    if (this.kind === 'curve' && points.length > 2) return splineThrough(points, closed);
    const rest = closed ? [...points.slice(1), points[0]] : points.slice(1);
    const segments = rest.map(({ x, y }): Segment => ({ kind: 'line', x, y }));
    return { start: { x: points[0].x, y: points[0].y }, segments, closed };
  }

  /** Whether a click here would close the run. */
  private closesAt(at: Place | undefined): boolean {
    const points = this.points();
    return at !== undefined && points.length > 2 && isNearOnScreen(at, points[0], this.work);
  }
}

/** The pen that lines are drawn with: the picture's own strokes are so wide. */
export const penOf = (work: Pick<ToolWork, 'result'>): number =>
  work.result.view()?.traced?.ink.strokeWidth ?? 1;
