import type { Severity } from '@drelk/core';
import { COLOURS } from '../drawing/colours';
import type { Overlay, OverlayLine } from '../job/tool/tool';

/** Half the size of a grip on screen, and how near to it a press counts as on it, in screen pixels. */
const GRIP = 6;
/** How dense ink is shown that is about to be there. */
const FILLED = 0.35;
/** How far apart lines of a hatch lie, in screen pixels, and how many there are at most. */
const HATCH = 6;
const MOST_HATCHES = 400;
export const GRIP_REACH = 16;

/** Draws what a tool lays over the bench; `pixel` is a screen pixel in picture coordinates. */
export function drawOverlay(
  context: CanvasRenderingContext2D,
  { lines, grips, mask }: Overlay,
  size: { width: number; height: number },
  pixel: number,
  crosshair: { x: number; y: number } | undefined,
): void {
  if (mask) context.drawImage(mask, 0, 0, size.width, size.height);
  for (const line of lines) drawOverlayLine(context, line, pixel);
  for (const { x, y, isMarked } of grips) {
    const half = GRIP * pixel;
    context.fillStyle = isMarked ? COLOURS.mark : COLOURS.paper;
    context.strokeStyle = COLOURS.node;
    context.lineWidth = 2 * pixel;
    context.beginPath();
    context.arc(x, y, half, 0, 2 * Math.PI);
    context.fill();
    context.stroke();
    context.fillStyle = COLOURS.node;
    context.fillRect(x - pixel / 2, y - pixel / 2, pixel, pixel);
  }
  if (crosshair) drawCrosshair(context, crosshair, pixel);
}

/** Draws where edits of the hand would lie that wait: dashed, over light, so that it is seen on any picture. */
export function drawGhosts(
  context: CanvasRenderingContext2D,
  ghosts: readonly Pick<OverlayLine, 'points' | 'closed'>[],
  pixel: number,
): void {
  context.save();
  context.lineWidth = 2 * pixel;
  for (const { points, closed } of ghosts) {
    context.beginPath();
    for (let k = 0; k < points.length; k += 2) context.lineTo(points[k], points[k + 1]);
    if (closed) context.closePath();
    context.setLineDash([]);
    context.strokeStyle = COLOURS.paper;
    context.stroke();
    context.setLineDash([5 * pixel, 5 * pixel]);
    context.strokeStyle = COLOURS.missed;
    context.stroke();
  }
  context.restore();
}

/** Hatches islands that nothing holds, x and y of each of their corners: told from what stays by more than a hue. */
export function drawFalling(
  context: CanvasRenderingContext2D,
  islands: readonly ArrayLike<number>[],
  pixel: number,
): void {
  for (const points of islands) {
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    context.save();
    context.beginPath();
    for (let k = 0; k < points.length; k += 2) {
      const [x, y] = [points[k], points[k + 1]];
      context.lineTo(x, y);
      [left, top] = [Math.min(left, x), Math.min(top, y)];
      [right, bottom] = [Math.max(right, x), Math.max(bottom, y)];
    }
    context.closePath();
    context.strokeStyle = COLOURS.missed;
    context.lineWidth = 2 * pixel;
    context.stroke();
    context.globalAlpha = FILLED;
    context.fillStyle = COLOURS.missed;
    context.fill();
    context.globalAlpha = 1;
    context.clip();
    context.beginPath();
    const height = bottom - top;
    const step = Math.max(HATCH * pixel, (right - left + height) / MOST_HATCHES);
    for (let x = left - height; x < right; x += step) {
      context.moveTo(x, bottom);
      context.lineTo(x + height, top);
    }
    context.lineWidth = 1.5 * pixel;
    context.stroke();
    context.restore();
  }
}

/** Lights up the stretches along which something was found. */
export function drawStretches(
  context: CanvasRenderingContext2D,
  lines: readonly (readonly number[])[],
  pixel: number,
): void {
  context.save();
  context.lineCap = 'round';
  context.lineJoin = 'round';
  context.beginPath();
  for (const line of lines)
    for (let k = 0; k < line.length; k += 2)
      if (k === 0) context.moveTo(line[0], line[1]);
      else context.lineTo(line[k], line[k + 1]);
  for (const [width, colour] of [
    [7, COLOURS.paper],
    [4, COLOURS.missed],
  ] as const) {
    context.lineWidth = width * pixel;
    context.strokeStyle = colour;
    context.stroke();
  }
  context.restore();
}

/** How large marks of findings are on screen, from their middle, and that of the one that is looked at. */
const FOUND = 7;
const LOOKED_AT = 13;

/** Marks places that were found, told from each other by their form: a square stops, a triangle warns, a circle is a note. */
export function drawFound(
  context: CanvasRenderingContext2D,
  marks: readonly { x: number; y: number; severity: Severity; isHere: boolean }[],
  pixel: number,
): void {
  for (const { x, y, severity, isHere } of marks) {
    const half = (isHere ? LOOKED_AT : FOUND) * pixel;
    context.beginPath();
    if (severity === 'stop') context.rect(x - half, y - half, 2 * half, 2 * half);
    else if (severity === 'warn') {
      context.moveTo(x, y - 1.2 * half);
      context.lineTo(x + 1.1 * half, y + 0.8 * half);
      context.lineTo(x - 1.1 * half, y + 0.8 * half);
      context.closePath();
    } else context.arc(x, y, half, 0, 2 * Math.PI);
    context.strokeStyle = COLOURS.paper;
    context.lineWidth = (isHere ? 6 : 4) * pixel;
    context.stroke();
    context.strokeStyle = severity === 'note' ? COLOURS.mark : COLOURS.missed;
    context.lineWidth = (isHere ? 3 : 2) * pixel;
    context.stroke();
  }
}

function drawOverlayLine(
  context: CanvasRenderingContext2D,
  { points, closed, pen, tone = 'accent', fills }: OverlayLine,
  pixel: number,
): void {
  if (points.length < 2) return;
  context.beginPath();
  context.moveTo(points[0], points[1]);
  for (let k = 2; k < points.length; k += 2) context.lineTo(points[k], points[k + 1]);
  if (points.length === 2) context.lineTo(points[0], points[1]);
  if (closed) context.closePath();
  if (fills) {
    context.globalAlpha = FILLED;
    context.fillStyle = COLOURS.ink;
    context.fill();
    context.globalAlpha = 1;
  }
  context.lineCap = 'round';
  context.lineJoin = 'round';
  if (pen) {
    context.strokeStyle = tone === 'paper' ? COLOURS.paper : COLOURS.ink;
    context.globalAlpha = 0.85;
    context.lineWidth = pen;
    context.stroke();
    context.globalAlpha = 1;
    return;
  }
  // Light beneath dark, so that it is seen on any picture.
  context.strokeStyle = COLOURS.paper;
  context.lineWidth = 4 * pixel;
  context.stroke();
  context.strokeStyle = COLOURS.node;
  context.lineWidth = 2 * pixel;
  context.stroke();
}

function drawCrosshair(
  context: CanvasRenderingContext2D,
  { x, y }: { x: number; y: number },
  pixel: number,
): void {
  const arm = 14 * pixel;
  const gap = 4 * pixel;
  for (const [colour, width] of [
    [COLOURS.paper, 4 * pixel],
    [COLOURS.missed, 2 * pixel],
  ] as const) {
    context.strokeStyle = colour;
    context.lineWidth = width;
    context.beginPath();
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ]) {
      context.moveTo(x + dx * gap, y + dy * gap);
      context.lineTo(x + dx * arm, y + dy * arm);
    }
    context.stroke();
  }
}
