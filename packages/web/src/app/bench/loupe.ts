import { ChangeDetectionStrategy, Component, ElementRef, effect, input, viewChild } from '@angular/core';
import type { Box } from '@drelk/core';
import type { Place } from '../engine/views';
import { COLOURS } from '../drawing/colours';

/** Times that a pixel is enlarged, and the loupe's size on screen. */
const TIMES = 8;
const SIZE = 168;

/** A picture under the loupe: a bitmap that covers a size in the bench's pixels. */
export interface LoupePicture {
  bitmap: ImageBitmap | undefined;
  width: number;
  height: number;
  /** Paths over it. */
  paths?: Path2D;
}

/** What is seen around a place, in picture coordinates. */
export const aroundLoupe = ({ x, y }: Place): Box => {
  const half = SIZE / TIMES / 2;
  return { left: x - half, top: y - half, right: x + half, bottom: y + half };
};

/** Pixels around a place, eight times as large, one round glass for each picture. */
@Component({
  selector: 'drelk-loupe',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<canvas #canvas aria-hidden="true"></canvas>`,
  styles: `
    :host {
      pointer-events: none;
    }
    canvas {
      display: block;
      filter: drop-shadow(0 2px 6px rgb(0 0 0 / 30%));
    }
  `,
})
export class Loupe {
  readonly at = input.required<Place>();
  readonly pictures = input.required<readonly LoupePicture[]>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    effect(() => this.draw());
  }

  private draw(): void {
    const canvas = this.canvas().nativeElement;
    const pictures = this.pictures().filter(({ bitmap }) => bitmap);
    canvas.width = Math.max(1, pictures.length) * SIZE;
    canvas.height = SIZE;
    const context = canvas.getContext('2d');
    if (!context) return;
    context.imageSmoothingEnabled = false;
    pictures.forEach((picture, k) => this.drawGlass(context, picture, k * SIZE));
  }

  private drawGlass(
    context: CanvasRenderingContext2D,
    { bitmap, width, height, paths }: LoupePicture,
    left: number,
  ): void {
    if (!bitmap) return;
    const { x, y } = this.at();
    const half = SIZE / 2;
    context.save();
    context.beginPath();
    context.arc(left + half, half, half - 3, 0, 2 * Math.PI);
    context.fillStyle = COLOURS.paper;
    context.fill();
    context.clip();
    // A reduced bitmap stands for the same size: it is enlarged the more.
    const [scaleX, scaleY] = [(TIMES * width) / bitmap.width, (TIMES * height) / bitmap.height];
    context.setTransform(scaleX, 0, 0, scaleY, left + half - x * TIMES, half - y * TIMES);
    context.drawImage(bitmap, 0, 0);
    if (paths) {
      context.setTransform(TIMES, 0, 0, TIMES, left + half - x * TIMES, half - y * TIMES);
      context.lineWidth = 1.6 / TIMES;
      context.strokeStyle = COLOURS.node;
      context.stroke(paths);
    }
    context.restore();
    context.strokeStyle = COLOURS.node;
    context.lineWidth = 3;
    context.beginPath();
    context.arc(left + half, half, half - 3, 0, 2 * Math.PI);
    context.stroke();
    context.lineWidth = 1;
    context.strokeStyle = COLOURS.missed;
    context.beginPath();
    context.moveTo(left + half - 12, half);
    context.lineTo(left + half + 12, half);
    context.moveTo(left + half, half - 12);
    context.lineTo(left + half, half + 12);
    context.stroke();
  }
}
