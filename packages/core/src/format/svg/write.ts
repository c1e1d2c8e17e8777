import {
  type Box,
  type Contour,
  type Point,
  type Segment,
  type Shape,
  arcCubics,
  arcPoint,
  centredArc,
  eachSegment,
  findCrossings,
  nestContours,
  parentsAmong,
} from '../../geometry';
import { type Drawing, type DrawingPath, TASK_COLOURS } from '../drawing';
import { plain } from '../number';
import { escaped } from './escaped';
import { groupName, isOnePath } from './groups';

/** How shapes are drawn: as filled areas, or as hairlines for programs that cut what is stroked; single lines with their pen or as hairlines. */
export interface SvgStyle {
  isFilled: boolean;
  isBlack: boolean;
  hasPens: boolean;
}
const FILLED: SvgStyle = { isFilled: true, isBlack: false, hasPens: true };

const DECIMALS = 3;
const BLACK = '#000';

/** Hairlines, in millimetres. */
export const HAIRLINE = 0.1;

/** A page of paths in groups; lengths of paths in the view box's unit. */
export interface SvgPage {
  title?: string | undefined;
  /** As they are written: a number and its unit. */
  width: string;
  height: string;
  viewBox: Box;
  /** The page is stretched: its unit is not as wide as it is high. */
  stretched?: boolean;
  groups: SvgGroup[];
}

export interface SvgGroup {
  /** Empty for none. */
  id: string;
  /** How its paths are painted. */
  paint: string;
  /** Path data of each path, and the width of its stroke where it has one of its own. */
  paths: { data: string; pen?: number }[];
}

/** The page as SVG 1.1. */
export function writeSvgPage({ title, width, height, viewBox, stretched, groups }: SvgPage): string {
  const { left, top, right, bottom } = viewBox;
  const box = [left, top, right - left, bottom - top].map((value) => plain(value, DECIMALS)).join(' ');
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="${box}"` +
      `${stretched ? ' preserveAspectRatio="none"' : ''}>`,
    ...(title ? [`<title>${escaped(title)}</title>`] : []),
    ...groups.flatMap(({ id, paint, paths }) => [
      `<g ${paint}${id ? ` id="${id}"` : ''}>`,
      ...paths.map(({ data, pen }) => {
        const stroke = pen === undefined ? '' : ` stroke-width="${plain(pen, DECIMALS)}"`;
        return `<path${stroke} d="${data}"/>`;
      }),
      '</g>',
    ]),
    '</svg>',
    '',
  ].join('\n');
}

/**
 * The drawing as SVG 1.1: width and height in the drawing's unit, a viewBox in millimetres, the groups that its paths say, and one path a
 * shape with its holes inside, or one of all. Holes run against their outer contour, so that both fill rules show the same. Colours tell
 * tasks and plates apart, unless all is to be black.
 */
export function writeSvg(drawing: Drawing, style: SvgStyle = FILLED): string {
  const { frame, units, paths, title } = drawing;
  const width = frame.right - frame.left;
  const height = frame.bottom - frame.top;
  const size = (length: number) =>
    units === 'in' ? `${plain(length / 25.4, 5)}in` : `${plain(length, DECIMALS)}mm`;
  const groups = new Map<string, DrawingPath[]>();
  for (const path of paths) {
    const id = path.group ?? groupName(path);
    const group = groups.get(id);
    if (group) group.push(path);
    else groups.set(id, [path]);
  }
  // Where all is of one task and no plate, its colour says nothing; of what is one path, neither.
  const isOne = new Set(paths.map(({ task }) => task)).size < 2;
  const colourFor = ({ task, plate, group }: DrawingPath) =>
    style.isBlack || isOnePath(group ?? '') ? BLACK : (plate?.colour ?? (isOne ? BLACK : TASK_COLOURS[task]));
  return writeSvgPage({
    title,
    width: size(width),
    height: size(height),
    viewBox: { left: 0, top: 0, right: width, bottom: height },
    groups: [...groups].map(([id, own]) => groupOf(id, own, frame, style, colourFor(own[0]))),
  });
}

function groupOf(
  id: string,
  paths: readonly DrawingPath[],
  origin: Origin,
  { isFilled, hasPens }: SvgStyle,
  colour: string,
): SvgGroup {
  const [{ plate, shape: first }] = paths;
  const isPenned = first.pen !== undefined;
  const shapes = isFilled && !isPenned ? asAreas(paths) : paths.map(({ shape }) => shape);
  const pieces = shapes.map((shape) => {
    // Renderers draw an arc a hair differently forth and back; the borders of plates must agree.
    const data = shapeData(plate ? withoutArcs(shape) : shape, origin);
    return hasPens && shape.pen !== undefined ? { data, pen: shape.pen } : { data };
  });
  return {
    id,
    paint: paintOf(colour, isFilled && !isPenned ? undefined : HAIRLINE, isPenned),
    paths: isOnePath(id) ? [{ ...pieces[0], data: pieces.map(({ data }) => data).join('') }] : pieces,
  };
}

/** How closely curves are followed to see what lies in what, in millimetres. */
const FLATNESS = 0.02;

/** What is cut through, as what stays: a board with its windows is one area with holes, though they are paths of their own. */
function asAreas(paths: readonly DrawingPath[]): Shape[] {
  const shapes = paths.map(({ shape }) => shape);
  const outers = shapes.map(({ outer }) => outer);
  const isCut = paths.every(({ task }) => task === 'cut-through') && outers.every(({ closed }) => closed);
  const lieApart = shapes.length < 2 || parentsAmong(outers, FLATNESS).every((parent) => parent < 0);
  if (!isCut || lieApart || findCrossings(outers, FLATNESS).length > 0) return shapes;
  return nestContours(
    shapes.flatMap(({ outer, holes }) => [outer, ...holes]),
    FLATNESS,
  );
}

/** Filled, or stroked so wide; round where it stands for a pen. */
export function paintOf(colour: string, stroke: number | undefined, isPenned: boolean): string {
  if (stroke === undefined) return `fill="${colour}" stroke="none" fill-rule="evenodd"`;
  const round = isPenned ? ' stroke-linecap="round" stroke-linejoin="round"' : '';
  return `fill="none" stroke="${colour}" stroke-width="${plain(stroke, DECIMALS)}"${round}`;
}

interface Origin {
  left: number;
  top: number;
}

function withoutArcs({ outer, holes }: Shape): Shape {
  const cubics = (contour: Contour): Contour => {
    const segments: Segment[] = [];
    eachSegment(contour, (from, segment) =>
      segments.push(...(segment.kind === 'arc' ? arcCubics(from, segment) : [segment])),
    );
    return { ...contour, segments };
  };
  return { outer: cubics(outer), holes: holes.map(cubics) };
}

/** Path data of a shape with its holes. */
export const shapeData = (shape: Shape, { left, top }: Origin, decimals = DECIMALS): string =>
  [shape.outer, ...shape.holes].map((contour) => pathData(contour, left, top, decimals)).join('');

/** SVG 1.1 chapter 8.3 path data of one contour, moved so that (left, top) becomes the origin. */
export function pathData(contour: Contour, left = 0, top = 0, decimals = DECIMALS): string {
  const at = (x: number, y: number) => `${plain(x - left, decimals)} ${plain(y - top, decimals)}`;
  let data = `M${at(contour.start.x, contour.start.y)}`;
  let from = contour.start;
  const last = contour.segments.length - 1;
  contour.segments.forEach((segment, i) => {
    if (!(contour.closed && i === last && segment.kind === 'line'))
      data += segmentData(from, segment, at, decimals);
    from = segment;
  });
  return contour.closed ? `${data}Z` : data;
}

function segmentData(
  from: Point,
  segment: Segment,
  at: (x: number, y: number) => string,
  decimals: number,
): string {
  if (segment.kind === 'cubic') {
    return `C${at(segment.x1, segment.y1)} ${at(segment.x2, segment.y2)} ${at(segment.x, segment.y)}`;
  }
  if (segment.kind === 'line' || segment.bulge === 0) return `L${at(segment.x, segment.y)}`;
  const arc = centredArc(from, segment);
  // Near half a turn the centre would hang on the last decimal of the ends: long arcs go in quarters.
  const parts = Math.ceil(Math.abs(arc.sweep) / (Math.PI / 2) - 1e-9);
  const radius = plain(arc.radius, decimals + 2);
  let data = '';
  for (let k = 1; k <= parts; k++) {
    const end = k === parts ? segment : arcPoint(arc, k / parts);
    // Chapter 8.3.8: sweep-flag 1 draws in the direction of growing angle, which is clockwise on screen.
    data += `A${radius} ${radius} 0 0 ${arc.sweep < 0 ? 1 : 0} ${at(end.x, end.y)}`;
  }
  return data;
}
