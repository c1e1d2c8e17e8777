/// <reference lib="webworker" />
import { drawMisfit, drawPaths, polygonPath } from '../drawing/bench-drawing';
import { COLOURS } from '../drawing/colours';
import { type DrawnPaths, drawnPaths, inView, pathOf } from '../drawing/drawn-paths';
import type { PaintAnswer, PaintRequest, Painted, PaintedSet, Painting } from './painting';

/** Width of the line around what is picked out, in screen pixels. */
const MARK = 3;

let held: PaintedSet | undefined;
let ink: Path2D | undefined;

addEventListener('message', ({ data }: MessageEvent<PaintRequest>) => {
  if (data.type === 'set') held = data;
  else if (data.type === 'ink') ink = polygonPath(data.points, data.starts);
  else {
    const painted = paint(data.painting);
    const transfer = painted ? [painted.paths, ...(painted.marks ? [painted.marks] : [])] : [];
    postMessage({ request: data.request, painted } satisfies PaintAnswer, { transfer });
  }
});

function paint(painting: Painting): Painted | undefined {
  if (!held || held.name !== painting.name) return undefined;
  const { paths: own, byTask } = held;
  const { eye, width, height, ratio, style, misfit, marked } = painting;
  const pixel = 1 / eye.scale;
  const view = {
    left: -eye.x * pixel,
    top: -eye.y * pixel,
    right: (width - eye.x) * pixel,
    bottom: (height - eye.y) * pixel,
  };
  const sheet = (draw: (context: OffscreenCanvasRenderingContext2D) => void): ImageBitmap | undefined => {
    const canvas = new OffscreenCanvas(Math.ceil(width * ratio), Math.ceil(height * ratio));
    const context = canvas.getContext('2d');
    if (!context) return undefined;
    context.setTransform(eye.scale * ratio, 0, 0, eye.scale * ratio, eye.x * ratio, eye.y * ratio);
    draw(context);
    return canvas.transferToImageBitmap();
  };
  const drawn: DrawnPaths = drawnPaths(held, view);
  const nodes = !misfit && style === 'nodes' ? inView(own, view, pixel) : undefined;
  const paths = sheet((context) => {
    if (misfit && ink) {
      context.globalAlpha = 0.35;
      drawPaths(context, drawn, 'filled', pixel);
      context.globalAlpha = 1;
      drawMisfit(context, ink, drawn);
    } else drawPaths(context, drawn, style, pixel, { nodes, byTask });
  });
  if (!paths) return undefined;
  const marks =
    marked.length === 0
      ? undefined
      : sheet((context) => {
          context.lineWidth = MARK * pixel;
          context.strokeStyle = COLOURS.mark;
          context.stroke(pathOf(own, new Set(marked), view));
        });
  return { paths, marks, painting, nodesFrom: nodes?.from };
}
