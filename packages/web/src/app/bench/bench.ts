import {
  Component,
  ElementRef,
  type OnDestroy,
  afterNextRender,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import Konva from 'konva';
import { Workbench } from '../job/workbench';
import { IconButton } from '../shared/icon-button';
import { COLOURS, drawMisfit, drawPaths, drawnPaths, polygonPath } from './bench-drawing';
import { BENCH_LAYERS, type BenchLayer, BenchState } from './bench-state';
import { drawRuler } from './draw-ruler';
import { WipeBar } from './wipe-bar';

/** The large working view: picture, ink and paths over each other, with rulers, wipe and misfit. */
@Component({
  selector: 'drelk-bench',
  imports: [IconButton, WipeBar],
  templateUrl: './bench.html',
  styleUrl: './bench.scss',
})
export class Bench implements OnDestroy {
  readonly work = inject(Workbench);
  readonly state = inject(BenchState);
  readonly zoomText = computed(() => `${Math.round(this.state.eye().scale * 100)} %`);

  private readonly host = viewChild.required<ElementRef<HTMLElement>>('stage');
  private readonly across = viewChild.required<ElementRef<HTMLCanvasElement>>('across');
  private readonly down = viewChild.required<ElementRef<HTMLCanvasElement>>('down');
  private readonly ready = signal<BenchScene | undefined>(undefined);
  private readonly rawInk = signal<{ key: object; path: Path2D } | undefined>(undefined);
  private resizing: ResizeObserver | undefined;
  private readonly paths = computed(() => {
    const view = this.work.view();
    return view ? drawnPaths(view.paths) : undefined;
  });

  constructor() {
    afterNextRender(() => this.build());
    effect(() => this.draw());
    effect(() => this.drawRulers());
    effect(() => {
      // A result of another picture size is brought into view as a whole.
      const view = this.work.view();
      if (view && this.state.fitted() && this.state.size().width > 0) this.state.fit(view);
    });
    effect(() => {
      const view = this.work.view();
      if (view?.mode === 'full' && this.state.look().misfit && this.rawInk()?.key !== view)
        void this.fetchInk(view);
    });
  }

  ngOnDestroy(): void {
    this.resizing?.disconnect();
    this.ready()?.stage.destroy();
  }

  /** Keys on the bench itself: arrows pan. */
  onKey(event: KeyboardEvent): void {
    const step = event.shiftKey ? 120 : 40;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [step, 0],
      ArrowRight: [-step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    this.state.pan(...move);
  }

  private build(): void {
    const container = this.host().nativeElement as HTMLDivElement;
    const scene = new BenchScene(container);
    scene.stage.on('wheel', ({ evt }) => {
      evt.preventDefault();
      const pointer = scene.stage.getPointerPosition() ?? undefined;
      this.state.zoom(Math.exp(-evt.deltaY * 0.0015), pointer);
    });
    scene.stage.on('dragmove', ({ target }) => {
      if (target !== scene.stage) return;
      this.state.eye.update(({ scale }) => ({ scale, x: target.x(), y: target.y() }));
      this.state.fitted.set(false);
    });
    scene.onPinch((factor, centre) => this.state.zoom(factor, centre));
    scene.wipe.on('dragmove', () => {
      const view = this.work.view();
      if (view) this.state.wipeAt.set(Math.min(1, Math.max(0, scene.wipe.x() / view.width)));
    });
    this.resizing = new ResizeObserver(() => {
      const { clientWidth: width, clientHeight: height } = container;
      scene.stage.size({ width, height });
      this.state.size.set({ width, height });
    });
    this.resizing.observe(container);
    this.ready.set(scene);
  }

  private draw(): void {
    const scene = this.ready();
    const view = this.work.view();
    if (!scene) return;
    const { x, y, scale } = this.state.eye();
    scene.stage.setAttrs({ x, y, scaleX: scale, scaleY: scale });
    if (!view) return;
    const look = this.state.look();
    const size = { width: view.width, height: view.height };
    const split = this.state.wipeAt() * view.width;
    scene.paper.setAttrs({ ...size, visible: true });
    scene.show('picture', this.work.picture(), size);
    scene.show('ink', this.work.ink(), size);
    // Single pixels stay crisp once they are large enough to be seen.
    scene.content.imageSmoothingEnabled(scale < 4);
    for (const layer of BENCH_LAYERS) scene.groups[layer].setAttrs(placing(layer, look, split, view.width));
    const paths = this.paths();
    const pixel = 1 / scale;
    const raw = this.rawInk();
    scene.paint = (context) => {
      if (!paths) return;
      const misfit = look.misfit && raw?.key === view;
      if (misfit) {
        context.globalAlpha *= 0.35;
        drawPaths(context, paths, 'filled', pixel);
        context.globalAlpha /= 0.35;
        drawMisfit(context, raw.path, paths.all);
      } else drawPaths(context, paths, look.style, pixel);
    };
    const highlight = this.state.highlight();
    scene.mark = (context) => {
      context.lineWidth = 3 * pixel;
      context.strokeStyle = COLOURS.mark;
      if (paths && (highlight === 'shapes' || highlight === 'length')) context.stroke(paths.outer);
      if (paths && (highlight === 'holes' || highlight === 'length')) context.stroke(paths.holes);
      if (highlight === 'size') {
        const { frame, millimetresPerPixel: mm } = view;
        context.strokeRect(frame.x, frame.y, frame.width / mm, frame.height / mm);
      }
    };
    scene.wipe.setAttrs({ visible: look.wipe, x: split, y: 0 });
    scene.sizeWipe(view.height, scale);
    scene.stage.batchDraw();
  }

  private drawRulers(): void {
    const view = this.work.view();
    const { width, height } = this.state.size();
    const { x, y, scale } = this.state.eye();
    const units = this.work.units();
    if (!view || width === 0) return;
    const { frame, millimetresPerPixel } = view;
    drawRuler(
      this.across().nativeElement,
      width,
      { scale, offset: x },
      frame.x,
      millimetresPerPixel,
      units,
      false,
    );
    drawRuler(
      this.down().nativeElement,
      height,
      { scale, offset: y },
      frame.y,
      millimetresPerPixel,
      units,
      true,
    );
  }

  private async fetchInk(view: object): Promise<void> {
    const { points, starts } = await this.work.engine.contours();
    if (this.work.view() === view) this.rawInk.set({ key: view, path: polygonPath(points, starts) });
  }
}

/** Opacity and clip of a layer: under the wipe, only the two chosen ones are seen, each on its side. */
function placing(layer: BenchLayer, look: ReturnType<BenchState['look']>, split: number, width: number) {
  const opacity = look.opacity[layer];
  const far = 1e6;
  if (!look.wipe)
    return {
      opacity,
      visible: opacity > 0,
      clipX: -far,
      clipY: -far,
      clipWidth: 2 * far,
      clipHeight: 2 * far,
    };
  const onLeft = look.left === layer;
  const onRight = look.right === layer;
  return {
    opacity: Math.max(opacity, 0.15),
    visible: onLeft || onRight,
    clipX: onLeft ? -far : split,
    clipY: -far,
    clipWidth: onLeft && onRight ? 2 * far : onLeft ? far + split : far + width,
    clipHeight: 2 * far,
  };
}

/** The Konva objects of the bench, made once. */
class BenchScene {
  readonly stage: Konva.Stage;
  readonly paper = new Konva.Rect({
    fill: COLOURS.paper,
    listening: false,
    shadowBlur: 12,
    shadowOpacity: 0.18,
  });
  readonly groups: Record<BenchLayer, Konva.Group>;
  readonly wipe: Konva.Group = new Konva.Group({
    draggable: true,
    dragBoundFunc: (to): Konva.Vector2d => ({ x: to.x, y: this.wipe.absolutePosition().y }),
  });
  /** What the path layer and the mark above it draw. */
  paint: (context: CanvasRenderingContext2D) => void = () => undefined;
  mark: (context: CanvasRenderingContext2D) => void = () => undefined;

  readonly content = new Konva.Layer({ listening: false });

  private readonly images = {
    picture: new Konva.Image({ image: undefined, listening: false }),
    ink: new Konva.Image({ image: undefined, listening: false }),
  };
  private readonly wipeLine: Konva.Line = new Konva.Line({ stroke: COLOURS.node, points: [0, -1e5, 0, 1e5] });
  private readonly wipeGrip: Konva.Circle = new Konva.Circle({ fill: COLOURS.node });

  constructor(container: HTMLDivElement) {
    this.stage = new Konva.Stage({
      container,
      width: container.clientWidth,
      height: container.clientHeight,
      draggable: true,
    });
    const content = this.content;
    const handles = new Konva.Layer();
    const group = () => new Konva.Group({ listening: false });
    this.groups = { picture: group(), ink: group(), paths: group() };
    this.groups.picture.add(this.images.picture);
    this.groups.ink.add(this.images.ink);
    const draw = (which: 'paint' | 'mark') =>
      new Konva.Shape({
        listening: false,
        sceneFunc: (context, shape) => {
          const native = context._context;
          native.save();
          native.globalAlpha = shape.getAbsoluteOpacity();
          this[which](native);
          native.restore();
        },
      });
    this.groups.paths.add(draw('paint'));
    content.add(this.paper, this.groups.picture, this.groups.ink, this.groups.paths, draw('mark'));
    this.wipe.add(this.wipeLine, this.wipeGrip);
    handles.add(this.wipe);
    this.stage.add(content, handles);
  }

  /** Shows a bitmap over the picture's whole size. */
  show(
    layer: 'picture' | 'ink',
    image: ImageBitmap | undefined,
    size: { width: number; height: number },
  ): void {
    this.images[layer].setAttrs({ image, ...size });
  }

  sizeWipe(height: number, scale: number): void {
    this.wipeLine.setAttrs({ strokeWidth: 2 / scale, hitStrokeWidth: 16 / scale });
    this.wipeGrip.setAttrs({ y: height / 2, radius: 11 / scale });
  }

  /** Two fingers: the factor by which they moved apart, and their middle. */
  onPinch(zoom: (factor: number, centre: { x: number; y: number }) => void): void {
    let last = 0;
    this.stage.on('touchmove', ({ evt }) => {
      if (evt.touches.length !== 2) return;
      evt.preventDefault();
      this.stage.stopDrag();
      const [a, b] = evt.touches;
      const apart = Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY);
      const { left, top } = this.stage.container().getBoundingClientRect();
      if (last > 0)
        zoom(apart / last, { x: (a.clientX + b.clientX) / 2 - left, y: (a.clientY + b.clientY) / 2 - top });
      last = apart;
    });
    this.stage.on('touchend', () => (last = 0));
  }
}
