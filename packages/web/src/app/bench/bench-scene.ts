import Konva from 'konva';
import { COLOURS } from '../drawing/colours';
import type { BenchLayer } from '../drawing/layout';

/** The Konva objects of the bench, made once. */
export class BenchScene {
  readonly stage: Konva.Stage;
  readonly paper = new Konva.Rect({
    fill: COLOURS.paper,
    listening: false,
    shadowBlur: 12,
    shadowOpacity: 0.18,
  });
  readonly groups: Record<BenchLayer, Konva.Group>;
  /** The picture under a tool, in place of everything else. */
  readonly frame = new Konva.Image({ image: undefined, listening: false, visible: false });
  readonly wipe: Konva.Group = new Konva.Group({
    draggable: true,
    dragBoundFunc: (to): Konva.Vector2d => ({ x: to.x, y: this.wipe.absolutePosition().y }),
  });
  /** What the path layer, the mark above it and the tool over all draw. */
  paint: (context: CanvasRenderingContext2D) => void = () => undefined;
  mark: (context: CanvasRenderingContext2D) => void = () => undefined;
  overlay: (context: CanvasRenderingContext2D) => void = () => undefined;

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
    const draw = (which: 'paint' | 'mark' | 'overlay') =>
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
    const { picture, ink, paths } = this.groups;
    content.add(this.paper, picture, ink, paths, draw('mark'), this.frame, draw('overlay'));
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

  /** Keeps the wipe's line and grip as large as they are on screen; the grip lies at `middle`. */
  sizeWipe(middle: number, scale: number): void {
    this.wipeLine.setAttrs({ strokeWidth: 2 / scale, hitStrokeWidth: 16 / scale });
    this.wipeGrip.setAttrs({ y: middle, radius: 11 / scale });
  }
}
