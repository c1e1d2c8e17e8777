import { Component, ElementRef, effect, input, viewChild } from '@angular/core';
import { COLOURS, drawPaths } from '../bench/bench-drawing';
import { type DrawnPaths, drawnPaths } from '../bench/drawn-paths';
import type { Stage } from '../bench/bench-state';
import type { ShownView } from '../engine/messages';

const WIDTH = 108;
const HEIGHT = 66;

/** What a stage gave, very small. */
@Component({
  selector: 'drelk-stage-thumb',
  template: '<canvas #canvas aria-hidden="true"></canvas>',
  styles: `
    canvas {
      border: 1px solid var(--edge);
      border-radius: 3px;
      display: block;
      height: 66px;
      width: 108px;
    }
  `,
})
export class StageThumb {
  readonly stage = input.required<Stage>();
  readonly view = input<ShownView>();
  readonly picture = input<ImageBitmap>();
  readonly ink = input<ImageBitmap>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    effect(() => this.draw());
  }

  private draw(): void {
    const canvas = this.canvas().nativeElement;
    canvas.width = WIDTH * devicePixelRatio;
    canvas.height = HEIGHT * devicePixelRatio;
    const context = canvas.getContext('2d');
    const view = this.view();
    if (!context) return;
    context.imageSmoothingQuality = 'high';
    context.fillStyle = COLOURS.paper;
    context.fillRect(0, 0, canvas.width, canvas.height);
    if (!view) return;
    const margin = 6 * devicePixelRatio;
    const scale = Math.min((canvas.width - margin) / view.width, (canvas.height - margin) / view.height);
    context.translate((canvas.width - view.width * scale) / 2, (canvas.height - view.height * scale) / 2);
    context.scale(scale, scale);
    const image = { square: this.picture(), ink: this.ink() }[this.stage() as string];
    if (this.stage() === 'square' || this.stage() === 'ink') {
      if (image) context.drawImage(image, 0, 0, view.width, view.height);
      return;
    }
    drawStage(context, this.stage(), drawnPaths(view.paths, view.colours), view, devicePixelRatio / scale);
  }
}

/** The four stages after Ink show paths: bare or filled, Piece with its frame. */
function drawStage(
  context: CanvasRenderingContext2D,
  stage: Stage,
  paths: DrawnPaths,
  view: ShownView,
  pixel: number,
): void {
  const filled = stage === 'piece' || stage === 'handoff';
  drawPaths(context, paths, filled ? 'filled' : 'lines', pixel * 0.6);
  const { frame, millimetresPerPixel: mm } = view;
  if (stage === 'piece') {
    context.strokeStyle = COLOURS.node;
    context.lineWidth = pixel;
    context.strokeRect(frame.x, frame.y, frame.width / mm, frame.height / mm);
  }
}
