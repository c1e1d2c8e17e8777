import { DrelkError } from '../error';
import { type Drawing, type FormatChoices, type FormatId, TASKS, fileNameFor, formatOf } from '../format';
import {
  type Contour,
  boxOf,
  contourLength,
  contoursOf,
  placeShape,
  signedArea,
  worstDistance,
} from '../geometry';

/** What the user may set of Hand off: what is chosen of each format. */
export type HandOffSettings = FormatChoices;

/** What reading a file back showed, beside what was meant. Millimetres. */
export interface ReadBack {
  /** Contours that close, and single lines with two ends. */
  contours: number;
  lines: number;
  width: number;
  height: number;
  area: number;
  cutLength: number;
  /** Farthest that any place of the file's contours and of the piece's lie apart. */
  worst: number;
}

/** A finished file, re-read from its bytes and compared with the piece before anybody gets it. */
export interface CheckedFile {
  name: string;
  /** What it is; a package holds one of each. */
  format: FormatId | 'zip';
  bytes: Uint8Array<ArrayBuffer>;
  readBack: ReadBack;
}

/** What a file was found to hold, in words. */
export function contentOf({ contours, lines, width, height, worst }: ReadBack): string {
  const counted = [
    ...(contours > 0 ? [`${contours} closed contours`] : []),
    ...(lines > 0 ? [`${lines} single lines`] : []),
  ];
  return `${counted.join(', ')}, ${width.toFixed(2)} x ${height.toFixed(2)} mm, at most ${worst.toFixed(4)} mm off`;
}

/** How far a file's contours may lie from the piece's, in millimetres. */
const ALLOWED = 0.01;
/** Places compared, at most, along all contours of a file. */
const PLACES = 8000;

/** The drawing in one format, re-read and compared. Throws `hand-off-differs` rather than give out a wrong file. */
export function handOff(
  drawing: Drawing,
  name: string,
  format: FormatId,
  settings: HandOffSettings,
): CheckedFile {
  const kind = formatOf(format);
  const whole = kind.meant(drawing, settings[format]);
  const meant = contoursIn(whole);
  if (meant.length === 0) {
    throw new DrelkError(
      'empty-drawing',
      'There is no path to hand off.',
      'Look at Ink: something must be shape.',
    );
  }
  const bytes = kind.write(whole, settings[format]);
  const read = inFrameOf(whole, readBackOf(format, bytes));
  const readBack = compare(contoursIn(read), meant);
  // Only single lines may be open.
  const open = whole.paths.filter(({ shape }) => shape.pen !== undefined && !shape.outer.closed).length;
  const closed = meant.length - open;
  const isAsMeant =
    readBack.contours === closed &&
    readBack.lines === open &&
    readBack.worst <= ALLOWED &&
    tasksIn(read) === tasksIn(whole);
  if (!isAsMeant) {
    throw differs(
      format,
      `${readBack.contours} of ${closed} contours, ${readBack.lines} of ${open} single lines, ` +
        `${readBack.worst.toFixed(3)} mm off, ${tasksIn(read)} for ${tasksIn(whole)}`,
    );
  }
  return { name: fileNameFor(name, kind.ending), format, bytes, readBack };
}

const differs = (format: FormatId, how: string) =>
  new DrelkError(
    'hand-off-differs',
    `The ${formatOf(format).name} file read back differs from the piece: ${how}.`,
    'Nothing was handed off. Please keep the job and report it.',
  );

function readBackOf(format: FormatId, bytes: Uint8Array): Drawing {
  try {
    return formatOf(format).readBack(bytes);
  } catch (error) {
    if (error instanceof DrelkError) throw differs(format, error.message);
    throw error;
  }
}

const contoursIn = ({ paths }: Drawing): Contour[] => contoursOf(paths.map(({ shape }) => shape));

/** How many contours have each task. */
function tasksIn({ paths }: Drawing): string {
  return TASKS.flatMap((task) => {
    const own = contoursOf(paths.filter((path) => path.task === task).map(({ shape }) => shape));
    return own.length > 0 ? [`${own.length} ${task}`] : [];
  }).join(', ');
}

/** A drawing moved so that its frame's lower left lies where the other's does: files have origins of their own. */
function inFrameOf({ frame }: Drawing, read: Drawing): Drawing {
  const move = { scale: 1, x: frame.left - read.frame.left, y: frame.bottom - read.frame.bottom };
  return { ...read, paths: read.paths.map((path) => ({ ...path, shape: placeShape(path.shape, move) })) };
}

function compare(read: Contour[], meant: Contour[]): ReadBack {
  const box = boxOf(read) ?? { left: 0, top: 0, right: 0, bottom: 0 };
  const cutLength = read.reduce((sum, contour) => sum + contourLength(contour), 0);
  const step = Math.max(0.05, cutLength / PLACES);
  return {
    contours: read.filter(({ closed }) => closed).length,
    lines: read.filter(({ closed }) => !closed).length,
    width: box.right - box.left,
    height: box.bottom - box.top,
    area: areaOf(read, meant),
    cutLength,
    worst: worstDistance(read, meant, step, 0.002),
  };
}

/**
 * The area of a file's contours. A file may run them the other way around and in an order of its own: each counts, with
 * the sign of its own, for the piece's contour that comes where it does by size.
 */
function areaOf(read: Contour[], meant: Contour[]): number {
  const areas = (contours: Contour[]) =>
    contours
      .filter(({ closed }) => closed)
      .map(signedArea)
      .sort((a, b) => Math.abs(a) - Math.abs(b));
  const signs = areas(meant).map(Math.sign);
  return areas(read).reduce((sum, area, i) => sum + (signs[i] ?? 1) * Math.abs(area), 0);
}
