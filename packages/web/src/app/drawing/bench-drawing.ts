import { COLOURS, lookOf } from './colours';
import type { PathStyle } from './layout';
import type { DrawnNodes, DrawnPaths } from './drawn-paths';

/** What is drawn on: a canvas of the page, or one of a worker. */
export type DrawingContext = Pick<
  OffscreenCanvasRenderingContext2D,
  | 'beginPath'
  | 'drawImage'
  | 'fill'
  | 'fillRect'
  | 'fillStyle'
  | 'globalAlpha'
  | 'lineCap'
  | 'lineJoin'
  | 'lineTo'
  | 'lineWidth'
  | 'moveTo'
  | 'rect'
  | 'restore'
  | 'save'
  | 'scale'
  | 'setLineDash'
  | 'stroke'
  | 'strokeRect'
  | 'strokeStyle'
  | 'translate'
>;

/** Draws paths in picture coordinates; `pixel` is a screen pixel in them. Where colours stand for tasks, lines have their looks. */
export function drawPaths(
  context: DrawingContext,
  paths: DrawnPaths,
  style: PathStyle,
  pixel: number,
  { nodes, byTask = false }: { nodes?: DrawnNodes; byTask?: boolean } = {},
): void {
  if (style === 'filled') {
    for (const { colour, path } of [...paths.grounds, ...paths.plates]) {
      context.fillStyle = colour;
      context.fill(path, 'evenodd');
    }
    const { all, lines } = paths;
    if (byTask) {
      drawTaskLines(context, lines, pixel);
      return;
    }
    fillPaths(context, { all: paths.plates.length > 0 ? undefined : all, lines }, COLOURS.fill);
    return;
  }
  context.lineJoin = 'round';
  context.lineWidth = 1.6 * pixel;
  if (byTask) drawTaskLines(context, [...paths.plates, ...paths.lines], pixel);
  else {
    context.strokeStyle = COLOURS.cut;
    context.stroke(paths.all);
    for (const { path } of paths.lines) context.stroke(path);
  }
  if (nodes) drawNodes(context, nodes, pixel);
}

/** Lines by what is done along them: each task in its hue and its pattern. */
function drawTaskLines(
  context: DrawingContext,
  lines: readonly { colour: string | undefined; path: Path2D }[],
  pixel: number,
): void {
  context.lineWidth = 1.8 * pixel;
  context.lineCap = 'butt';
  for (const { colour, path } of lines) {
    const { stroke, pattern } = lookOf(colour);
    context.strokeStyle = stroke;
    context.setLineDash(pattern.map((length) => length * pixel));
    context.stroke(path);
  }
  context.setLineDash([]);
}

/** Areas filled, and lines drawn as wide as the strokes they stand for. */
export function fillPaths(
  context: DrawingContext,
  { all, lines }: { all: Path2D | undefined } & Pick<DrawnPaths, 'lines'>,
  colour: string,
): void {
  context.fillStyle = context.strokeStyle = colour;
  if (all) context.fill(all, 'evenodd');
  context.lineCap = context.lineJoin = 'round';
  for (const { pen, path } of lines) {
    context.lineWidth = pen;
    context.stroke(path);
  }
}

function drawNodes(context: DrawingContext, { squares, ticks, handles }: DrawnNodes, pixel: number): void {
  context.strokeStyle = COLOURS.node;
  context.lineWidth = pixel;
  context.globalAlpha *= 0.7;
  context.beginPath();
  for (let i = 0; i < handles.length; i += 4) {
    context.moveTo(handles[i], handles[i + 1]);
    context.lineTo(handles[i + 2], handles[i + 3]);
  }
  context.stroke();
  context.fillStyle = COLOURS.node;
  boxesAround(context, ticks, 1.2 * pixel);
  context.fill();
  context.globalAlpha /= 0.7;
  context.fillStyle = COLOURS.paper;
  context.lineWidth = 1.4 * pixel;
  boxesAround(context, squares, 3 * pixel);
  context.fill();
  context.stroke();
}

function boxesAround(context: DrawingContext, places: readonly number[], half: number): void {
  context.beginPath();
  for (let i = 0; i < places.length; i += 2)
    context.rect(places[i] - half, places[i + 1] - half, 2 * half, 2 * half);
}

/**
 * Lights up the misfit: ink that the paths miss in one colour, paper that they take in another. Each is cut
 * out on a sheet of its own, of the size of what is drawn on, and laid down.
 */
export function drawMisfit(context: OffscreenCanvasRenderingContext2D, ink: Path2D, paths: DrawnPaths): void {
  const { width, height } = context.canvas;
  const transform = context.getTransform();
  const bare = { all: ink, lines: [] };
  const layDown = (whole: typeof bare | DrawnPaths, without: typeof bare | DrawnPaths, colour: string) => {
    const sheet = new OffscreenCanvas(width, height);
    const drawing = sheet.getContext('2d');
    if (!drawing) return;
    drawing.setTransform(transform);
    fillPaths(drawing, whole, colour);
    drawing.globalCompositeOperation = 'destination-out';
    fillPaths(drawing, without, colour);
    context.save();
    context.resetTransform();
    context.drawImage(sheet, 0, 0);
    context.restore();
  };
  layDown(bare, paths, COLOURS.missed);
  layDown(paths, bare, COLOURS.extra);
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
