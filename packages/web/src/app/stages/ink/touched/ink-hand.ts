import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import { type Axis, type Stroke, addStroke, dropStroke, mapPoint, strokesInOrder } from '@drelk/core';
import {
  AxisTool,
  BrushTool,
  ClickTool,
  type HandSettings,
  LoopTool,
  PourTool,
} from '../../../bench/tools/ink-tools';
import { ToolBox } from '../../../job/tool/tool-box';
import { Fold } from '../../../shared/fold';
import { IconButton } from '../../../shared/icon-button';
import { Slide } from '../../../job/controls/slide';
import { ToolButton } from '../../../job/controls/tool-button';
import { ShownResult } from '../../../job/shown-result';
import { JobStore } from '../../../job/store/job-store';
import { JobLengths } from '../../../job/job-lengths';

/** Ink by hand: brush, pour, loops, insides, a mirror; every stroke listed and undone by itself. */
@Component({
  selector: 'drelk-ink-hand',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Fold, IconButton, MatButtonModule, MatButtonToggleModule, MatCheckbox, Slide, ToolButton],
  templateUrl: './ink-hand.html',
  styleUrls: ['../../panel.scss', './ink-hand.scss'],
})
export class InkHand {
  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly lengths = inject(JobLengths);
  private readonly tools = inject(ToolBox);
  readonly tone = signal<'ink' | 'paper'>('ink');
  /** Width of the brush in source pixels: at first that of the picture's own strokes, if they are thin. */
  readonly width = linkedSignal(() =>
    Math.round(Math.min(40, Math.max(2, this.result.view()?.traced?.ink.strokeWidth ?? 8))),
  );
  readonly tolerance = signal(10);
  readonly everywhere = signal(false);
  readonly mirrored = signal(false);
  readonly axis = signal<Axis | null>(null);
  readonly strokes = computed(() =>
    strokesInOrder(this.store.document()?.ink.strokes ?? {}).map(({ id, stroke }) => ({
      id,
      says: strokeSays(stroke),
    })),
  );
  readonly says = computed(() => {
    const count = this.strokes().length;
    return count === 0 ? 'nothing drawn' : `${count} ${count === 1 ? 'stroke' : 'strokes'}`;
  });
  readonly widthSays = computed(() => this.lengths.sourceLength(this.width()));

  private readonly settings = computed((): HandSettings => ({
    tone: this.tone(),
    width: this.width(),
    tolerance: this.tolerance(),
    everywhere: this.everywhere(),
    mirrored: this.mirrored(),
    axis: this.axis(),
  }));

  brush(): void {
    this.tools.toggle('brush', () => new BrushTool(this.tools.work, this.tools, this.settings));
  }

  pour(): void {
    this.tools.toggle('pour', () => new PourTool(this.tools.work, this.tools, this.settings));
  }

  loop(does: 'keep' | 'drop'): void {
    this.tools.toggle(`loop-${does}`, () => new LoopTool(does, this.tools.work, this.tools));
  }

  fillOne(): void {
    this.tools.toggle('inside', () => {
      return new ClickTool('inside', 'Click inside a closed line to fill it.', this.tools, (at) =>
        this.add('Fill the inside', { kind: 'inside', at }),
      );
    });
  }

  fillAll(): void {
    this.add('Fill every inside', { kind: 'inside', at: null });
  }

  moveAxis(): void {
    this.ensureAxis();
    this.tools.toggle('axis', () => new AxisTool(this.tools, this.settings, (axis) => this.axis.set(axis)));
  }

  setMirrored(mirrored: boolean): void {
    this.ensureAxis();
    this.mirrored.set(mirrored);
  }

  /** Everything on the left of the axis, seen along it, is drawn again on its right. */
  mirrorSketch(turned: boolean): void {
    this.ensureAxis();
    const axis = this.axis();
    if (!axis) return;
    const [x1, y1, x2, y2] = axis;
    this.add('Mirror the sketch', { kind: 'mirror', axis: turned ? [x2, y2, x1, y1] : axis });
  }

  remove(id: number): void {
    this.store.change('Take a stroke out', ({ ink }) => {
      dropStroke(ink.strokes, id);
    });
  }

  private add(label: string, stroke: Stroke): void {
    this.store.change(label, ({ ink }) => {
      addStroke(ink.strokes, stroke);
    });
  }

  /** The axis stands upright in the middle of the picture until it is moved; up is its direction. */
  private ensureAxis(): void {
    const view = this.result.view();
    if (this.axis() || !view?.traced) return;
    const { toSource } = view;
    const from = mapPoint(toSource, { x: view.width / 2, y: view.height });
    const to = mapPoint(toSource, { x: view.width / 2, y: 0 });
    this.axis.set([from.x, from.y, to.x, to.y]);
  }
}

function strokeSays(stroke: Stroke): string {
  if (stroke.kind === 'brush') return `Brush, ${stroke.tone}${stroke.axis ? ', both sides' : ''}`;
  if (stroke.kind === 'pour') return `Pour, ${stroke.tone}${stroke.everywhere ? ', everywhere' : ''}`;
  if (stroke.kind === 'loop') return stroke.does === 'keep' ? 'Loop, kept' : 'Loop, dropped';
  if (stroke.kind === 'inside') return stroke.at ? 'Inside filled' : 'Every inside filled';
  return 'Sketch mirrored';
}
