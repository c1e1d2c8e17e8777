import { type Affine, type Contour, UNMOVED, affineAfter, affineContour, affineScale } from '../../geometry';
import { clipped } from '../clipped';
import { Reading } from '../reading';
import { POINT } from '../svg/lengths';
import { type VectorDrawing, type VectorPath, filledOf, tell } from '../vector-drawing';

/** What a page draws, one operator after another, as a PDF reader gives them; `names` tells each number's. */
export interface PdfOperators {
  operators: readonly number[];
  arguments: readonly unknown[];
  names: Readonly<Record<string, number>>;
}

/** How many numbers follow each kind of a path's parts: to, line, curve, quadratic curve, closing. */
const PARTS = [2, 2, 6, 4, 0];
const [MOVE, LINE, CURVE, QUADRATIC, CLOSE] = PARTS.keys();

/** What is done with a path when it is there. */
const PAINT: Record<string, { fill?: 'nonzero' | 'evenodd'; stroke?: boolean; close?: boolean }> = {
  fill: { fill: 'nonzero' },
  eoFill: { fill: 'evenodd' },
  stroke: { stroke: true },
  closeStroke: { stroke: true, close: true },
  fillStroke: { fill: 'nonzero', stroke: true },
  eoFillStroke: { fill: 'evenodd', stroke: true },
  closeFillStroke: { fill: 'nonzero', stroke: true, close: true },
  closeEOFillStroke: { fill: 'evenodd', stroke: true, close: true },
  endPath: {},
};
/** What a page draws that cannot be cut, by the reader's names. */
const NOT_TAKEN: Record<string, string> = {
  showText: 'texts',
  showSpacedText: 'texts',
  nextLineShowText: 'texts',
  nextLineSetSpacingShowText: 'texts',
  paintImageXObject: 'pictures',
  paintImageXObjectRepeat: 'pictures',
  paintInlineImageXObject: 'pictures',
  paintInlineImageXObjectGroup: 'pictures',
  paintImageMaskXObject: 'pictures',
  paintImageMaskXObjectGroup: 'pictures',
  paintImageMaskXObjectRepeat: 'pictures',
  shadingFill: 'gradients',
};

interface State {
  map: Affine;
  fill: string;
  stroke: string;
  width: number;
  clips: readonly Contour[][];
}

/**
 * The vectors of a PDF page (ISO 32000-1, chapter 8.5): paths filled and stroked, with their colours, widths and clips.
 * `toPage` takes the page's points to those from its upper left, y down; `page` is its size in points. What cannot be cut is
 * counted. Throws `too-large`.
 */
export function readPdfPage(
  { operators, arguments: given, names }: PdfOperators,
  toPage: Affine,
  page: { width: number; height: number },
  reading = new Reading(0),
): VectorDrawing {
  const nameOf = new Map(Object.entries(names).map(([name, number]) => [number, name]));
  const left: Record<string, number> = {};
  const paths: VectorPath[] = [];
  const map = affineAfter([POINT, 0, 0, POINT, 0, 0], toPage);
  let state: State = { map, fill: '#000000', stroke: '#000000', width: 1, clips: [] };
  const saved: State[] = [];
  let clip: 'nonzero' | 'evenodd' | undefined;
  const save = () => {
    reading.checkDepth(saved.length);
    saved.push(state);
  };
  const restore = () => (state = saved.pop() ?? state);
  const steps: Record<string, (values: readonly unknown[]) => void> = {
    save,
    restore,
    transform: (matrix) => (state = { ...state, map: affineAfter(state.map, affineOf(matrix)) }),
    setLineWidth: ([width]) => (state = { ...state, width: Number(width) }),
    setFillRGBColor: ([colour]) => (state = { ...state, fill: String(colour) }),
    setStrokeRGBColor: ([colour]) => (state = { ...state, stroke: String(colour) }),
    setFillColorN: () => tell(left, 'patterns, taken in the colour before'),
    paintFormXObjectBegin: ([matrix]) => {
      save();
      if (Array.isArray(matrix)) state = { ...state, map: affineAfter(state.map, affineOf(matrix)) };
    },
    paintFormXObjectEnd: restore,
    clip: () => (clip = 'nonzero'),
    eoClip: () => (clip = 'evenodd'),
    constructPath: ([paint, parts]) => {
      const [data] = parts as readonly [ArrayLike<number> | null];
      const contours = contoursIn(data ?? [], reading).map((contour) => affineContour(contour, state.map));
      drawPath(contours, PAINT[nameOf.get(Number(paint)) ?? ''] ?? {}, state, paths, left);
      if (clip) state = { ...state, clips: [...state.clips, contours.map(filledOf)] };
      clip = undefined;
    },
  };
  operators.forEach((number, k) => {
    reading.add(1);
    const name = nameOf.get(number) ?? '';
    if (Object.hasOwn(NOT_TAKEN, name)) tell(left, NOT_TAKEN[name]);
    else if (Object.hasOwn(steps, name)) steps[name]((given[k] ?? []) as readonly unknown[]);
  });
  const whole = { left: 0, top: 0, right: page.width * POINT, bottom: page.height * POINT };
  return { kind: 'pdf', unit: 'pt', toFile: UNMOVED, page: whole, paths, left };
}

function drawPath(
  contours: readonly Contour[],
  { fill, stroke, close }: (typeof PAINT)[string],
  { fill: fillColour, stroke: strokeColour, width, map, clips }: State,
  paths: VectorPath[],
  left: Record<string, number>,
): void {
  const put = (path: VectorPath) => {
    const own = path.contours.length > 0 ? clipped(path, clips, left) : undefined;
    if (own) paths.push(own);
  };
  const common = { layer: '', rule: fill ?? 'nonzero' } as const;
  if (fill) put({ ...common, contours: contours.map(filledOf), colour: fillColour, paint: 'area' });
  if (!stroke) return;
  const lines = close ? contours.map(filledOf) : [...contours];
  put({ ...common, contours: lines, colour: strokeColour, paint: 'line', pen: width * affineScale(map) });
}

const affineOf = (matrix: readonly unknown[]): Affine => {
  const [a, b, c, d, e, f] = matrix.map(Number);
  return [a, b, c, d, e, f];
};

function contoursIn(data: ArrayLike<number>, reading: Reading): Contour[] {
  const contours: Contour[] = [];
  let current: Contour | undefined;
  let [fromX, fromY] = [0, 0];
  for (let at = 0; at < data.length;) {
    const kind = data[at];
    const n = Array.from({ length: PARTS[kind] ?? 0 }, (_, k) => data[at + 1 + k]);
    at += 1 + n.length;
    reading.add(1);
    const [x, y] = n.slice(-2);
    if (kind === MOVE) current = { start: { x, y }, segments: [], closed: false };
    else if (current && kind === LINE) current.segments.push({ kind: 'line', x, y });
    else if (current && kind === CURVE)
      current.segments.push({ kind: 'cubic', x1: n[0], y1: n[1], x2: n[2], y2: n[3], x, y });
    else if (current && kind === QUADRATIC) {
      const third = (end: number, handle: number) => end + (2 / 3) * (handle - end);
      const [x1, y1] = [third(fromX, n[0]), third(fromY, n[1])];
      current.segments.push({ kind: 'cubic', x1, y1, x2: third(x, n[0]), y2: third(y, n[1]), x, y });
    } else if (current && kind === CLOSE) {
      closeAtStart(current);
      current = { start: current.start, segments: [], closed: false };
    }
    if (n.length > 0) [fromX, fromY] = [x, y];
    if (current && current.segments.length > 0 && contours[contours.length - 1] !== current)
      contours.push(current);
  }
  return contours;
}

function closeAtStart(contour: Contour): void {
  const { start, segments } = contour;
  const last = segments[segments.length - 1];
  if (!last) return;
  if (last.x !== start.x || last.y !== start.y) segments.push({ kind: 'line', ...start });
  contour.closed = true;
}
