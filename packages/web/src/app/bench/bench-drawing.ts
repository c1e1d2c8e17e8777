import type { PathView } from '../engine/messages';
import type { PathStyle } from './bench-state';

/** Colours on the bench: it shows paper in either light, so they do not change with it. */
export const COLOURS = {
  paper: '#fffdf8',
  cut: '#3b4570',
  fill: '#4a5580',
  node: '#2f6f62',
  ink: '#2a2620',
  missed: '#c4512d',
  extra: '#1d86ad',
  mark: '#b8862b',
};

/** A piece of path data, made ready for drawing once. */
export interface DrawnPaths {
  all: Path2D;
  outer: Path2D;
  holes: Path2D;
  nodes: Float32Array;
  handles: Float32Array;
}

export function drawnPaths(paths: PathView): DrawnPaths {
  const outer = new Path2D(paths.outer);
  const holes = new Path2D(paths.holes);
  const all = new Path2D(paths.outer);
  all.addPath(holes);
  return { all, outer, holes, nodes: paths.nodes, handles: paths.handles };
}

/** Draws paths in picture coordinates; `pixel` is a screen pixel in them. */
export function drawPaths(
  context: CanvasRenderingContext2D,
  paths: DrawnPaths,
  style: PathStyle,
  pixel: number,
): void {
  if (style === 'filled') {
    context.fillStyle = COLOURS.fill;
    context.fill(paths.all, 'evenodd');
    return;
  }
  context.lineJoin = 'round';
  context.lineWidth = 1.6 * pixel;
  context.strokeStyle = COLOURS.cut;
  context.stroke(paths.all);
  if (style === 'nodes') drawNodes(context, paths, pixel);
}

function drawNodes(context: CanvasRenderingContext2D, { nodes, handles }: DrawnPaths, pixel: number): void {
  context.strokeStyle = COLOURS.node;
  context.lineWidth = pixel;
  context.globalAlpha *= 0.7;
  context.beginPath();
  for (let i = 0; i < handles.length; i += 4) {
    context.moveTo(handles[i], handles[i + 1]);
    context.lineTo(handles[i + 2], handles[i + 3]);
  }
  context.stroke();
  context.globalAlpha /= 0.7;
  context.fillStyle = COLOURS.paper;
  context.lineWidth = 1.4 * pixel;
  const half = 3 * pixel;
  context.beginPath();
  for (let i = 0; i < nodes.length; i += 2)
    context.rect(nodes[i] - half, nodes[i + 1] - half, 2 * half, 2 * half);
  context.fill();
  context.stroke();
}

/**
 * Lights up the misfit: ink that the paths miss in one colour, paper that they take in another. Each is cut
 * out on a sheet of its own, of the size of what is drawn on, and laid down.
 */
export function drawMisfit(context: CanvasRenderingContext2D, ink: Path2D, paths: Path2D): void {
  const { width, height } = context.canvas;
  const transform = context.getTransform();
  const layDown = (whole: Path2D, without: Path2D, colour: string) => {
    const sheet = new OffscreenCanvas(width, height);
    const drawing = sheet.getContext('2d');
    if (!drawing) return;
    drawing.setTransform(transform);
    drawing.fillStyle = colour;
    drawing.fill(whole, 'evenodd');
    drawing.globalCompositeOperation = 'destination-out';
    drawing.fill(without, 'evenodd');
    context.save();
    context.resetTransform();
    context.drawImage(sheet, 0, 0);
    context.restore();
  };
  layDown(ink, paths, COLOURS.missed);
  layDown(paths, ink, COLOURS.extra);
}

/** Polygons as one path. */
export function polygonPath(points: Float64Array, starts: Uint32Array): Path2D {
  const path = new Path2D();
  for (let c = 0; c + 1 < starts.length; c++) {
    path.moveTo(points[2 * starts[c]], points[2 * starts[c] + 1]);
    for (let i = starts[c] + 1; i < starts[c + 1]; i++) path.lineTo(points[2 * i], points[2 * i + 1]);
    path.closePath();
  }
  return path;
}
