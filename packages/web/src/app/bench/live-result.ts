import { ChangeDetectionStrategy, Component, ElementRef, effect, input, viewChild } from '@angular/core';
import { COLOURS } from '../drawing/colours';

const WIDTH = 190;
const MOST_HEIGHT = 150;

/** What a tool's work comes to, small, while the hand still moves. */
@Component({
  selector: 'drelk-live-result',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<canvas #canvas aria-hidden="true"></canvas><span>Result</span>`,
  styles: `
    :host {
      background: var(--surface-high);
      border: 1px solid var(--edge);
      border-radius: 4px;
      display: grid;
      font-size: 13px;
      gap: 2px;
      padding: 6px;
      pointer-events: none;
    }
    span {
      color: var(--ink-quiet);
    }
  `,
})
export class LiveResult {
  readonly picture = input.required<ImageBitmap>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    effect(() => {
      const canvas = this.canvas().nativeElement;
      const picture = this.picture();
      const scale = Math.min(WIDTH / picture.width, MOST_HEIGHT / picture.height);
      canvas.width = Math.round(picture.width * scale);
      canvas.height = Math.round(picture.height * scale);
      const context = canvas.getContext('2d');
      if (!context) return;
      context.imageSmoothingQuality = 'high';
      context.fillStyle = COLOURS.paper;
      context.fillRect(0, 0, canvas.width, canvas.height);
      context.drawImage(picture, 0, 0, canvas.width, canvas.height);
    });
  }
}
