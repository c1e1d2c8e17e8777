import { CLOSED, contourAt } from '@drelk/core';
import { drawPaths } from '../drawing/bench-drawing';
import { COLOURS } from '../drawing/colours';
import { sketchedPaths } from '../drawing/drawn-paths';
import type { FileView } from '../engine/views';

const MARGIN = 24;
/** Size of the mark at an open end, in pixels. */
const END = 7;

/** Draws what a file holds, filled where it closes, with its open ends marked. */
export function drawFileView(canvas: HTMLCanvasElement, { paths, page, plates }: FileView): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  const { width, height } = canvas;
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.fillStyle = COLOURS.paper;
  context.fillRect(0, 0, width, height);
  const scale = Math.min((width - 2 * MARGIN) / page.width, (height - 2 * MARGIN) / page.height);
  context.setTransform(
    scale,
    0,
    0,
    scale,
    (width - page.width * scale) / 2,
    (height - page.height * scale) / 2,
  );
  const colours = plates.length > 1 ? plates.map(({ colour }) => colour) : [];
  const drawn = sketchedPaths({ paths, colours, colourAt: paths.plates }, 1 / scale);
  context.globalAlpha = 0.35;
  drawPaths(context, drawn, 'filled', 1 / scale);
  context.globalAlpha = 1;
  drawPaths(context, drawn, 'lines', 1 / scale);
  context.strokeStyle = COLOURS.missed;
  context.lineWidth = 2 / scale;
  for (let k = 0; k < paths.ids.length; k++) {
    if ((paths.flags[k] & CLOSED) !== 0 || !Number.isNaN(paths.pens[k])) continue;
    const { start, segments } = contourAt(paths, k);
    for (const { x, y } of [start, segments[segments.length - 1]]) {
      context.beginPath();
      context.arc(x, y, END / scale, 0, 2 * Math.PI);
      context.stroke();
    }
  }
}
