import type { Affine, Box, Contour, Shape } from '../geometry';

/** Units that vector files are measured in. */
export type FileUnit = 'mm' | 'cm' | 'm' | 'in' | 'ft' | 'px' | 'pt' | 'other';

/** Contours of a file that are painted together. Millimetres, y down. */
export interface VectorPath {
  contours: Contour[];
  /** Name of the layer or group it lies on; empty where the file has none. */
  layer: string;
  /** #rrggbb; null where the file leaves it to the reader. */
  colour: string | null;
  paint: 'area' | 'line';
  /** What lies inside where an area's contours lie in one another or cross (SVG 1.1, chapter 11.3). */
  rule: 'nonzero' | 'evenodd';
  /** Width of a line; absent where the file gives none. */
  pen?: number;
}

/** What was read from somebody's vector file. */
export interface VectorDrawing {
  kind: 'svg' | 'dxf' | 'pdf';
  /** The unit that the file states, or null where it states none that has a true size. */
  unit: FileUnit | null;
  /** Takes places in millimetres back to the file's own coordinates. */
  toFile: Affine;
  /** The page or what is drawn, in millimetres. */
  page: Box;
  paths: VectorPath[];
  /** What the file holds and is not taken, by name, and how often. */
  left: Record<string, number>;
}

/** A shape with what the file it came from says of it. Millimetres, y down. */
export interface LayeredShape {
  shape: Shape;
  layer: string;
  colour: string | null;
  /** It was drawn as lines, not filled. */
  isLine: boolean;
}

/** Counts one more of what is not taken, or so many. */
export function tell(left: Record<string, number>, what: string, count = 1): void {
  if (count > 0) left[what] = (Object.hasOwn(left, what) ? left[what] : 0) + count;
}

/** All contours of a drawing. */
export const contoursDrawn = ({ paths }: Pick<VectorDrawing, 'paths'>): Contour[] =>
  paths.flatMap(({ contours }) => contours);

/** A contour as a fill has it: straight back from where it ends to where it began. */
export function filledOf(contour: Contour): Contour {
  if (contour.closed) return contour;
  const { x, y } = contour.start;
  return { ...contour, segments: [...contour.segments, { kind: 'line', x, y }], closed: true };
}
