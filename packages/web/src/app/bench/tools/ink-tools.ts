import { computed, signal } from '@angular/core';
import { type Axis, type Stroke, addStroke, mirroredPoints } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { ToolBox } from '../../job/tool/tool-box';
import { NO_OVERLAY, type Overlay, type OverlayLine, type Tool } from '../../job/tool/tool';
import { Trail } from './trail';
import type { ToolWork } from '../../job/tool/tool-work';

/** Settings of the hand's tools, kept while tools come and go. Lengths in source pixels. */
export interface HandSettings {
  tone: 'ink' | 'paper';
  width: number;
  tolerance: number;
  everywhere: boolean;
  /** Strokes are drawn on both sides of the axis. */
  mirrored: boolean;
  /** In source pixels; null until it is first shown. */
  axis: Axis | null;
}

type Settings = () => HandSettings;

/** Adds a stroke to the job. */
function drawStroke(work: Pick<ToolWork, 'store'>, label: string, stroke: Stroke): void {
  work.store.change(label, ({ ink }) => {
    addStroke(ink.strokes, stroke);
  });
}

/** The axis as a line across the bench. */
function axisLine(axis: Axis, box: ToolBox): OverlayLine {
  return { points: box.fromSource(axis), tone: 'accent' };
}

/** Corners by which the pen's round is drawn. */
const NIB = 48;

/** Brushes ink or paper with a round pen. */
export class BrushTool extends Trail implements Tool {
  readonly id = 'brush';
  readonly says = 'Draw. What is drawn is listed and can be undone by itself.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const { tone, width, mirrored, axis } = this.settings();
    const points = this.points();
    const lines: OverlayLine[] = [];
    const pen = width / this.box.sourceScale();
    if (points.length > 0) lines.push({ points, pen, tone });
    else lines.push(...this.nib(pen / 2));
    if (mirrored && axis) {
      lines.push(axisLine(axis, this.box));
      const onBench = this.box.fromSource(axis) as unknown as Axis;
      if (points.length > 0) lines.push({ points: mirroredPoints(points, onBench), pen, tone });
    }
    return { lines, grips: [] };
  });

  constructor(
    private readonly work: Pick<ToolWork, 'store'>,
    box: ToolBox,
    private readonly settings: Settings,
  ) {
    super(box);
  }

  /** The round of the pen where the pointer is, or the crosshair. */
  private nib(radius: number): OverlayLine[] {
    const at = this.box.crosshair() ?? this.box.hover();
    if (!at) return [];
    const points = Array.from({ length: NIB }, (_, k) => (k * 2 * Math.PI) / NIB).flatMap((angle) => [
      at.x + radius * Math.cos(angle),
      at.y + radius * Math.sin(angle),
    ]);
    return [{ points, closed: true }];
  }

  release(): void {
    const { tone, width, mirrored, axis } = this.settings();
    const points = this.drawn();
    if (points.length === 0) return;
    drawStroke(this.work, tone === 'ink' ? 'Brush ink' : 'Brush paper', {
      kind: 'brush',
      tone,
      width,
      points,
      ...(mirrored && axis ? { axis } : {}),
    });
  }
}

/** Pours into an area of one colour, which is shown until the hand lets go; away from where it came down, more is taken. */
export class PourTool implements Tool {
  readonly id = 'pour';
  readonly says = 'Press to see the area, pull away from there to take more, let go to pour.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => ({ ...NO_OVERLAY, mask: this.mask() }));
  readonly tolerance = signal(0);
  private readonly mask = signal<ImageBitmap | undefined>(undefined);
  private from: Place | undefined;
  /** One question at a time: what the hand did meanwhile is asked once that is answered. */
  private asking = false;
  private again = false;

  constructor(
    private readonly work: Pick<ToolWork, 'engine' | 'problems' | 'store'>,
    private readonly box: ToolBox,
    private readonly settings: Settings,
  ) {}

  press(at: Place): void {
    this.from = at;
    this.tolerance.set(this.settings().tolerance);
    this.look();
  }

  move(at: Place): void {
    const { from } = this;
    if (!from) return;
    const ground = this.box.ground();
    const far =
      Math.hypot(at.x - from.x, at.y - from.y) / (ground ? Math.hypot(ground.width, ground.height) : 1);
    this.tolerance.set(Math.min(100, Math.round(this.settings().tolerance + 200 * far)));
    this.look();
  }

  release(): void {
    const { from } = this;
    if (!from) return;
    const { tone, everywhere } = this.settings();
    const { x, y } = this.box.toSource(from);
    this.putDown();
    drawStroke(this.work, tone === 'ink' ? 'Pour ink' : 'Pour paper', {
      kind: 'pour',
      tone,
      at: [Number(x.toFixed(1)), Number(y.toFixed(1))],
      tolerance: this.tolerance(),
      everywhere,
    });
  }

  forget(): void {
    this.putDown();
  }

  putDown(): void {
    this.from = undefined;
    this.show(undefined);
  }

  private look(): void {
    const document = this.work.store.document();
    if (!this.from || !document) return;
    if (this.asking) {
      this.again = true;
      return;
    }
    this.asking = true;
    this.again = false;
    const asks = {
      document,
      at: this.box.toSource(this.from),
      tolerance: this.tolerance(),
      everywhere: this.settings().everywhere,
    };
    this.work.engine
      .ask('poured', asks)
      .then(
        ({ mask }) => (this.from ? this.show(mask) : mask.close()),
        (problem: unknown) => this.work.problems.tell(problem),
      )
      .finally(() => {
        this.asking = false;
        if (this.again) this.look();
      });
  }

  private show(mask: ImageBitmap | undefined): void {
    const old = this.mask();
    this.mask.set(mask);
    if (old) setTimeout(() => old.close(), 500);
  }
}

/** Draws a loop around ink to keep, or to drop. */
export class LoopTool extends Trail implements Tool {
  readonly id: string;
  readonly says: string;
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = this.loop;

  constructor(
    private readonly does: 'keep' | 'drop',
    private readonly work: Pick<ToolWork, 'store'>,
    box: ToolBox,
  ) {
    super(box);
    this.id = `loop-${does}`;
    this.says = does === 'keep' ? 'Draw around what is to stay.' : 'Draw around what is to go.';
  }

  release(): void {
    const points = this.drawn();
    if (points.length < 6) return;
    drawStroke(this.work, this.does === 'keep' ? 'Keep a loop' : 'Drop a loop', {
      kind: 'loop',
      does: this.does,
      points,
    });
  }
}

/** Moves the axis of symmetry by its two ends. */
export class AxisTool implements Tool {
  readonly id = 'axis';
  readonly says = 'Move the axis by its ends.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const { axis } = this.settings();
    if (!axis) return NO_OVERLAY;
    const [x1, y1, x2, y2] = this.box.fromSource(axis);
    return {
      lines: [axisLine(axis, this.box)],
      grips: [
        { x: x1, y: y1, name: 'Axis, first end' },
        { x: x2, y: y2, name: 'Axis, second end' },
      ],
    };
  });
  private gripped = -1;

  constructor(
    private readonly box: ToolBox,
    private readonly settings: Settings,
    private readonly setAxis: (axis: Axis) => void,
  ) {}

  press(_at: Place, grip: number): void {
    this.gripped = grip;
  }

  move(at: Place): void {
    const { axis } = this.settings();
    if (this.gripped < 0 || !axis) return;
    const { x, y } = this.box.toSource(at);
    const next: Axis = [...axis];
    next[2 * this.gripped] = Number(x.toFixed(1));
    next[2 * this.gripped + 1] = Number(y.toFixed(1));
    this.setAxis(next);
  }

  forget(): void {
    this.gripped = -1;
  }

  release(): void {
    this.gripped = -1;
  }
}

/** Clicks on a place: an area to take away, to keep, or to fill. */
export class ClickTool implements Tool {
  readonly ground = 'result' as const;
  readonly loupe = false;

  constructor(
    readonly id: string,
    readonly says: string,
    private readonly box: ToolBox,
    private readonly clicked: (source: [x: number, y: number]) => void,
  ) {}

  overlay(): Overlay {
    return NO_OVERLAY;
  }

  press(at: Place): void {
    const { x, y } = this.box.toSource(at);
    this.clicked([Number(x.toFixed(1)), Number(y.toFixed(1))]);
  }

  move(): void {
    // A click is over when the hand comes down.
  }

  release(): void {
    // A click is over when the hand comes down.
  }
}
