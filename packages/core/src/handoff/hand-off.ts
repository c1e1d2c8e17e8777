import { DrelkError } from '../error';
import {
  type Drawing,
  type SvgStyle,
  fileNameFor,
  readDxf,
  readSvg,
  writeDxf2000,
  writeDxfR12,
  writeSvg,
} from '../format';
import { type Contour, boxOf, contourLength, contoursOf, signedArea, worstDistance } from '../geometry';

/** What the user may set of Hand off. */
export interface HandOffSettings {
  svg: SvgStyle;
  dxf: 'r12' | '2000';
}

/** A finished file. */
export interface HandOffFile {
  name: string;
  format: 'svg' | 'dxf';
  text: string;
}

/** What reading a file back showed, beside what was meant. Millimetres. */
export interface ReadBack {
  contours: number;
  open: number;
  width: number;
  height: number;
  area: number;
  cutLength: number;
  /** Farthest that any place of the file's contours and of the piece's lie apart. */
  worst: number;
}

/** Files re-read from their text and compared with the piece before anybody gets them. */
export interface CheckedFile extends HandOffFile {
  readBack: ReadBack;
}

/** How far a file's contours may lie from the piece's, in millimetres. */
const ALLOWED = 0.01;
/** Places compared, at most, along all contours of a file. */
const PLACES = 8000;

/** The drawing in one format, re-read and compared. Throws `hand-off-differs` rather than give out a wrong file. */
export function handOff(
  drawing: Drawing,
  name: string,
  format: 'svg' | 'dxf',
  settings: HandOffSettings,
): CheckedFile {
  const contours = contoursOf(drawing.paths.map((path) => path.shape));
  if (contours.length === 0) {
    throw new DrelkError(
      'empty-drawing',
      'There is no path to hand off.',
      'Look at Ink: something must be shape.',
    );
  }
  const text = writeFile(drawing, format, settings);
  const readBack = compare(readFile(text, drawing, format), contours);
  // Only single lines may be open.
  const lines = drawing.paths.filter(({ shape }) => shape.pen !== undefined && !shape.outer.closed);
  const open = lines.length;
  if (readBack.contours !== contours.length || readBack.open !== open || readBack.worst > ALLOWED) {
    throw new DrelkError(
      'hand-off-differs',
      `The ${format.toUpperCase()} file read back differs from the piece: ${readBack.contours} of ${contours.length} contours, ` +
        `${readBack.open} of ${open} open, ${readBack.worst.toFixed(3)} mm off.`,
      'Nothing was handed off. Please keep the job and report it.',
    );
  }
  return { name: fileNameFor(name, format), format, text, readBack };
}

function writeFile(drawing: Drawing, format: 'svg' | 'dxf', settings: HandOffSettings): string {
  if (format === 'svg') return writeSvg(drawing, settings.svg);
  return settings.dxf === 'r12' ? writeDxfR12(drawing) : writeDxf2000(drawing);
}

/** Contours as a file has them, brought back into the piece's own frame. */
function readFile(text: string, { frame }: Drawing, format: 'svg' | 'dxf'): Contour[] {
  if (format === 'svg') return readSvg(text).contours;
  const height = frame.bottom - frame.top;
  return readDxf(text).contours.map(({ contour }) => ({
    ...contour,
    start: { x: contour.start.x, y: contour.start.y + height },
    segments: contour.segments.map((segment) =>
      segment.kind === 'cubic'
        ? { ...segment, y: segment.y + height, y1: segment.y1 + height, y2: segment.y2 + height }
        : { ...segment, y: segment.y + height },
    ),
  }));
}

function compare(read: Contour[], meant: Contour[]): ReadBack {
  const box = boxOf(read) ?? { left: 0, top: 0, right: 0, bottom: 0 };
  const cutLength = read.reduce((sum, contour) => sum + contourLength(contour), 0);
  const step = Math.max(0.05, cutLength / PLACES);
  return {
    contours: read.length,
    open: read.filter((contour) => !contour.closed).length,
    width: box.right - box.left,
    height: box.bottom - box.top,
    area: meant.reduce(
      (sum, contour, i) => sum + (contour.closed && read[i] ? turnedLike(contour, signedArea(read[i])) : 0),
      0,
    ),
    cutLength,
    worst: worstDistance(read, meant, step, 0.002),
  };
}

/** A file may run a contour the other way around; its area counts as the piece's own does. */
const turnedLike = (contour: Contour, area: number) => Math.sign(signedArea(contour)) * Math.abs(area);
