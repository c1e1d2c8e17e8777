import type { Measure } from '../job/tool/measuring';
import { COLOURS } from '../drawing/colours';

/** Ends of a measure, and its writing, in screen pixels. */
const END = 5;
const TEXT = 13;

/** Draws what was measured, with its figure beside it; `pixel` is a screen pixel in the bench's own. */
export function drawMeasures(
  context: CanvasRenderingContext2D,
  measures: readonly (Measure & { says: string })[],
  pixel: number,
): void {
  context.save();
  context.font = `600 ${TEXT * pixel}px Cabin, sans-serif`;
  context.textBaseline = 'middle';
  for (const { from, to, says } of measures) {
    const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
    const [nx, ny] = [(-(to.y - from.y) / length) * END * pixel, ((to.x - from.x) / length) * END * pixel];
    context.beginPath();
    context.moveTo(from.x, from.y);
    context.lineTo(to.x, to.y);
    for (const end of [from, to]) {
      context.moveTo(end.x - nx, end.y - ny);
      context.lineTo(end.x + nx, end.y + ny);
    }
    for (const [width, colour] of [
      [4, COLOURS.paper],
      [1.6, COLOURS.ink],
    ] as const) {
      context.lineWidth = width * pixel;
      context.strokeStyle = colour;
      context.stroke();
    }
    const [x, y] = [(from.x + to.x) / 2 + 8 * pixel, (from.y + to.y) / 2 - 10 * pixel];
    context.lineWidth = 4 * pixel;
    context.strokeStyle = COLOURS.paper;
    context.strokeText(says, x, y);
    context.fillStyle = COLOURS.ink;
    context.fillText(says, x, y);
  }
  context.restore();
}
