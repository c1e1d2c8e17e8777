import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  type OnDestroy,
  afterNextRender,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { pickPath } from '@drelk/core';
import type { Place } from '../engine/views';
import { Commands } from '../job/keys/commands';
import { Lighting } from '../job/tool/lighting';
import { PathHand } from '../job/path/path-hand';
import { PieceHand } from '../job/piece/piece-hand';
import { Workbench } from '../job/workbench';
import { IconButton } from '../shared/icon-button';
import { BenchHand } from './bench-hand';
import { BenchMarks } from './bench-marks';
import { BenchState } from '../view/bench-state';
import { BenchScene } from './bench-scene';
import { drawOverlay } from './draw-overlay';
import { drawRuler } from './draw-ruler';
import { BENCH_LAYERS, arriving, placing } from '../drawing/layout';
import { LiveResult } from './live-result';
import { drawnPaths } from '../drawing/drawn-paths';
import { Loupe, type LoupePicture, aroundLoupe } from './loupe';
import { Painter, layDown } from './painter';
import { Picked } from './picked';
import { ToolBox } from '../job/tool/tool-box';
import { WipeBar } from './wipe-bar';
import { ShownResult } from '../job/shown-result';
import { JobStore } from '../job/store/job-store';
import { JobLengths } from '../job/job-lengths';
import { EngineService } from '../engine/engine.service';

/** Time that each side of a blink is seen, in milliseconds. */
const BLINK = 600;
/** What is being done, by the step that tells how far it is. */
const DOING: Record<string, string> = {
  square: 'Squaring up',
  separate: 'Telling ink from paper',
  ink: 'Telling ink from paper',
  clean: 'Cleaning',
  contours: 'Following rims',
  line: 'Laying curves',
  piece: 'Putting the piece together',
};
/** How near a path a click is to mean it, in screen pixels. */
const PICK_REACH = 6;

/** The large working view: picture, ink and paths over each other, with rulers, wipe and misfit. */
@Component({
  selector: 'drelk-bench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton, LiveResult, Loupe, Picked, WipeBar],
  providers: [BenchHand, BenchMarks, Painter],
  templateUrl: './bench.html',
  styleUrl: './bench.scss',
})
export class Bench implements OnDestroy {
  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  readonly lengths = inject(JobLengths);
  readonly engine = inject(EngineService);
  readonly work = inject(Workbench);
  readonly state = inject(BenchState);
  readonly tools = inject(ToolBox);
  readonly hand = inject(BenchHand);
  readonly zoomText = computed(() => `${Math.round(this.state.eye().scale * 100)} %`);

  /** How far what is on the bench has come. */
  readonly shows = computed(() => {
    if (this.result.view()) return 'result';
    if (this.result.ink()) return 'ink';
    return this.result.ground() ? 'picture' : null;
  });
  readonly label = computed(() =>
    this.tools.active()
      ? 'Bench, with a tool. Arrow keys move the crosshair, Enter presses and lets go, Escape puts the tool down; with Space held down the pointer pulls the view.'
      : 'Bench. Arrow keys move the view, or nudge what is picked in Line and Piece; plus and minus zoom, 0 fits.',
  );
  /** What the tool's work comes to, where the bench shows something else. */
  readonly liveResult = computed(() => (this.tools.frame() ? this.result.picture() : undefined));
  /** The card with the result makes way for a pointer that comes near it. */
  readonly isOverCard = computed(() => {
    const at = this.tools.hover();
    const { x, y, scale } = this.state.eye();
    const { width, height } = this.state.size();
    return !!at && at.x * scale + x > 0.6 * width && at.y * scale + y > 0.5 * height;
  });
  /** What lies under the loupe: while a tool's hand is down, or where the pointer is when it is asked for. */
  readonly underLoupe = computed(() => {
    const tool = this.tools.active();
    const at =
      (tool?.loupe ? this.tools.hand() : undefined) ??
      (this.state.loupe() || this.hand.rests() ? this.hand.pointer() : undefined);
    return at && { at, pictures: this.loupePictures(at), onRight: this.isUpperLeft(at) };
  });

  private readonly host = viewChild.required<ElementRef<HTMLElement>>('stage');
  private readonly across = viewChild.required<ElementRef<HTMLCanvasElement>>('across');
  private readonly down = viewChild.required<ElementRef<HTMLCanvasElement>>('down');
  private readonly ready = signal<BenchScene | undefined>(undefined);
  /** Name of the ink whose rims the painter has. */
  private readonly rawInk = signal<string | undefined>(undefined);
  private readonly painter = inject(Painter);
  private readonly lighting = inject(Lighting);
  private readonly pathHand = inject(PathHand);
  /** Nodes that lie too close together to be told apart, and from which scale on they are. */
  readonly crowded = computed(() => {
    const { style, misfit, opacity } = this.state.layout();
    const from = this.painter.painted()?.nodesFrom;
    return from !== undefined && style === 'nodes' && !misfit && opacity.paths > 0
      ? `Some nodes lie too close together to be shown: from ${Math.ceil(from * 100)} % on they are.`
      : '';
  });
  private readonly pieceHand = inject(PieceHand);
  private readonly marks = inject(BenchMarks);
  /** What is fitted into view: what lies under a tool, the piece, or the picture. */
  private readonly area = computed(() => {
    const frame = this.tools.frame();
    if (frame) return { x: 0, y: 0, width: frame.width, height: frame.height };
    const ground = this.tools.ground();
    return (
      this.result.shownPaths()?.area ?? (ground && { x: 0, y: 0, width: ground.width, height: ground.height })
    );
  });
  /** What is mirrored is told wherever the piece is shown. */
  readonly mirrored = computed(() =>
    this.marks.isOfPiece() && this.store.shown()?.piece.mirrored ? 'Mirrored: to be read from behind' : '',
  );
  /** Something lies under the pointer that could be pulled. */
  readonly canPull = computed(() => {
    const at = this.tools.hover();
    return !!at && !this.tools.active() && this.tools.lender()?.has(at) === true;
  });
  private resizing: ResizeObserver | undefined;
  /** The window's size once the bench has room in it, and where in it its upper left corner lies. */
  private readonly windowSize = signal('');
  private corner: Place | undefined;

  constructor() {
    inject(Commands).contribute([
      { key: '0', does: 'Whole picture on the bench', run: () => this.fit() },
      { key: '+', does: 'Zoom in', run: () => this.state.zoom(1.25) },
      { key: '-', does: 'Zoom out', run: () => this.state.zoom(0.8) },
      { key: 'n', shift: false, does: 'Pick the next contour', run: () => this.pickNext(1) },
      { key: 'n', shift: true, does: 'Pick the one before', run: () => this.pickNext(-1) },
    ]);
    afterNextRender(() => this.build());
    effect(() => this.draw());
    effect(() => this.paint());
    effect(() => {
      // A tool works on the bench: keys go there once it is taken up.
      if (this.tools.active()) this.host().nativeElement.focus({ preventScroll: true });
    });
    effect(() => this.drawRulers());
    effect(() => {
      // What is of another size is brought into view as a whole.
      const area = this.area();
      const hasRoom = this.windowSize() !== '';
      if (area && this.state.fitted() && hasRoom) untracked(() => this.state.fit(area));
    });
    effect((onCleanup) => {
      if (!this.state.layout().blink) return;
      const timer = setInterval(() => this.state.blinksRight.update((right) => !right), BLINK);
      onCleanup(() => clearInterval(timer));
    });
    effect(() => {
      const view = this.result.view();
      if (view?.mode === 'full' && this.state.layout().misfit && this.rawInk() !== view.names.ink)
        void this.fetchInk(view.names.ink);
    });
  }

  /** What comes and goes around the bench moves nothing on it: only with the window's own size the whole is brought into view anew. */
  private stayInPlace({ left, top, width }: DOMRect): void {
    const before = this.corner;
    this.corner = { x: left, y: top };
    const size = width > 0 ? `${innerWidth} ${innerHeight}` : '';
    if (before && size === this.windowSize() && (before.x !== left || before.y !== top))
      this.state.eye.update(({ scale, x, y }) => ({ scale, x: x + before.x - left, y: y + before.y - top }));
    this.windowSize.set(size);
  }

  doing(step: string): string {
    return DOING[step] ?? `Working on ${step}`;
  }

  percent(share: number): string {
    return `${Math.round(100 * share)} %`;
  }

  ngOnDestroy(): void {
    this.resizing?.disconnect();
    this.ready()?.stage.destroy();
  }

  fit(): void {
    const area = this.area();
    if (area) this.state.fit(area);
  }

  /** Keys on the bench itself: arrows pan, or move the crosshair of a tool, which Enter presses and lets go. */
  onKey(event: KeyboardEvent): void {
    if (this.tools.active() && this.hand.steer(event)) return;
    // What is picked is nudged instead.
    if ((this.pathHand.canAct() || this.pieceHand.canAct()) && !this.tools.active()) return;
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

  onKeyUp(event: KeyboardEvent): void {
    if (event.key === ' ') this.hand.isSpaceDown = false;
  }

  /** Picks the contour under the pointer out of the paths, with Shift besides what is picked, or lets go of it. */
  private pick(scene: BenchScene, more: boolean): void {
    const at = this.hand.place(scene);
    const shown = this.result.shownPaths();
    const isNone = this.tools.active() || this.hand.hasCarried || this.state.layout().opacity.paths === 0;
    if (!at || !shown || isNone) return;
    const id = pickPath(shown.paths, at, PICK_REACH / this.state.eye().scale);
    if (this.marks.isOfPiece()) this.pieceHand.chooseByPath(id, more);
    else this.pathHand.pick(id, more);
  }

  /** Picks the contour so many further on, around again at the end. */
  private pickNext(step: number): void {
    const ids = this.result.view()?.paths.ids;
    if (!ids || ids.length === 0) return;
    const at = this.pathHand.chosen() ?? (step > 0 ? -1 : 0);
    this.pathHand.pick(ids[(at + step + ids.length) % ids.length], false);
  }

  private loupePictures(at: Place): LoupePicture[] {
    const ground = this.tools.ground();
    if (!ground) return [];
    const { width, height } = ground;
    const frame = this.tools.frame();
    if (frame) return [{ bitmap: frame.bitmap, width, height }];
    const paths = this.result.view()?.paths;
    const near = paths && drawnPaths({ paths, colours: [], colourAt: paths.plates }, aroundLoupe(at));
    return [this.result.picture(), this.result.ink()].map((bitmap) => ({
      bitmap,
      width,
      height,
      paths: near?.all,
    }));
  }

  private isUpperLeft({ x, y }: Place): boolean {
    const { x: left, y: top, scale } = this.state.eye();
    const { width, height } = this.state.size();
    return x * scale + left < width / 2 && y * scale + top < height / 2;
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
    scene.stage.on('click tap', ({ evt }) => this.pick(scene, evt.shiftKey));
    this.hand.follow(scene);
    scene.wipe.on('dragmove', () => {
      const at = scene.wipe.absolutePosition().x / this.state.size().width;
      this.state.wipeAt.set(Math.min(1, Math.max(0, at)));
    });
    this.resizing = new ResizeObserver(() => {
      const { clientWidth: width, clientHeight: height } = container;
      scene.stage.size({ width, height });
      this.state.size.set({ width, height });
      this.stayInPlace(container.getBoundingClientRect());
    });
    this.resizing.observe(container);
    this.ready.set(scene);
  }

  private draw(): void {
    const scene = this.ready();
    const view = this.result.view();
    const lies = this.result.ground();
    if (!scene || !lies) return;
    const { x, y, scale } = this.state.eye();
    const tool = this.tools.active();
    scene.stage.setAttrs({ x, y, scaleX: scale, scaleY: scale, draggable: !tool && !this.hand.pinches() });
    const layout = view ? this.state.layout() : arriving(!!this.result.ink());
    const frame = this.tools.frame();
    const size = { width: lies.width, height: lies.height };
    const { width: across, height: down } = this.state.size();
    const split = (this.state.wipeAt() * across - x) / scale;
    scene.paper.setAttrs(this.area() ?? { x: 0, y: 0, ...size });
    scene.show('picture', this.result.picture() ?? this.result.glance()?.bitmap, size);
    scene.show('ink', this.result.ink(), size);
    // Single pixels stay crisp once they are large enough to be seen.
    scene.content.imageSmoothingEnabled(scale < 4);
    const right = this.state.blinksRight();
    for (const layer of BENCH_LAYERS)
      scene.groups[layer].setAttrs(
        frame ? { visible: false } : placing(layer, layout, split, size.width, right),
      );
    scene.frame.setAttrs({
      image: frame?.bitmap,
      visible: !!frame,
      width: frame?.width,
      height: frame?.height,
    });
    scene.paper.visible(!frame);
    const pixel = 1 / scale;
    const painted = this.painter.painted();
    scene.paint = (context) => {
      if (painted) layDown(context, painted.paths, painted);
    };
    const overlay = tool?.overlay();
    scene.mark = this.marks.drawing(painted, !!frame, overlay?.carried);
    const lit = this.lighting.mask();
    const crosshair = this.tools.crosshair();
    const ground = this.tools.ground() ?? size;
    scene.overlay = (context) => {
      if (overlay) drawOverlay(context, overlay, ground, pixel, crosshair);
      if (lit && !frame) context.drawImage(lit, 0, 0, size.width, size.height);
    };
    scene.wipe.setAttrs({ visible: layout.wipe && !tool, x: split, y: 0 });
    scene.sizeWipe((down / 2 - y) / scale, scale);
    scene.stage.batchDraw();
  }

  /** Has the paths painted as they are to be seen now. */
  private paint(): void {
    const view = this.result.view();
    const { width, height } = this.state.size();
    if (!view || width === 0) return;
    const shown = this.result.shownPaths();
    if (!shown) return;
    const { name } = shown;
    const { style, misfit, opacity } = this.state.layout();
    const isMisfit = misfit && this.rawInk() === view.names.ink;
    this.painter.hold(shown);
    const marked = this.marks.ids();
    if (opacity.paths === 0 && marked.length === 0 && !this.state.layout().wipe && !this.state.layout().blink)
      return;
    const ratio = devicePixelRatio;
    const eye = this.state.eye();
    this.painter.want({ name, eye, width, height, ratio, style, misfit: isMisfit, marked });
  }

  private drawRulers(): void {
    const view = this.result.view();
    const { width, height } = this.state.size();
    const { x, y, scale } = this.state.eye();
    const units = this.lengths.units();
    if (!view || width === 0) return;
    const { frame } = view;
    // Under a tool that works on another picture no place has a size yet.
    const millimetresPerPixel = this.tools.frame() ? undefined : view.millimetresPerPixel;
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

  private async fetchInk(key: string | undefined): Promise<void> {
    const document = this.store.document();
    if (!document) return;
    const contours = await this.engine.ask('contours', { document }).catch(() => undefined);
    if (!contours) return;
    if (this.result.view()?.names.ink !== key) return;
    this.painter.holdInk(contours.points, contours.starts);
    this.rawInk.set(key);
  }
}
