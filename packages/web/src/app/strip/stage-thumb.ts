import { ChangeDetectionStrategy, Component, ElementRef, effect, input, viewChild } from '@angular/core';
import { COLOURS } from '../drawing/colours';
import type { Ground, ShownView } from '../engine/views';
import type { Stage } from '../view/stage';

const WIDTH = 108;
const HEIGHT = 66;

/** What a stage gave, very small. */
@Component({
  selector: 'drelk-stage-thumb',
  changeDetection: ChangeDetectionStrategy.OnPush,
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
  readonly ground = input<Ground>();
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
    const ground = this.ground();
    const view = this.view();
    if (!context) return;
    context.imageSmoothingQuality = 'high';
    context.fillStyle = COLOURS.paper;
    context.fillRect(0, 0, canvas.width, canvas.height);
    if (!ground) return;
    const { width, height } = ground;
    const margin = 6 * devicePixelRatio;
    const scale = Math.min((canvas.width - margin) / width, (canvas.height - margin) / height);
    context.translate((canvas.width - width * scale) / 2, (canvas.height - height * scale) / 2);
    context.scale(scale, scale);
    const pixel = devicePixelRatio / scale;
    this.stage().thumbnail(context, { ground, view, picture: this.picture(), ink: this.ink(), pixel });
  }
}
