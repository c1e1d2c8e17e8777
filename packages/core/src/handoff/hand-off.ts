import { DrelkError } from '../error';
import {
  type Chosen,
  type Drawing,
  type FileFormat,
  type FormatChoices,
  type FormatId,
  type PathFormat,
  type PictureFormat,
  fileNameFor,
  formatOf,
} from '../format';
import {
  type Contour,
  boxOf,
  contourLength,
  contoursOf,
  placeShape,
  signedArea,
  worstDistance,
} from '../geometry';
import { comparePicture } from './picture';

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
  const kind: FileFormat = formatOf(format);
  const chosen = settings[format];
  const whole = { ...kind.meant(drawing, chosen), title: name };
  if (contoursIn(whole).length === 0) {
    throw new DrelkError(
      'empty-drawing',
      'There is no path to hand off.',
      'Look at Ink: something must be shape.',
    );
  }
  const bytes = kind.write(whole, chosen);
  const readBack =
    kind.holds === 'paths'
      ? readPaths(whole, format, kind, chosen, bytes)
      : readPicture(whole, format, kind, chosen, bytes);
  return { name: fileNameFor(name, kind.ending), format, bytes, readBack };
}

function readPaths(
  whole: Drawing,
  format: FormatId,
  kind: PathFormat,
  chosen: Chosen,
  bytes: Uint8Array,
): ReadBack {
  const meant = contoursIn(whole);
  const read = inFrameOf(
    whole,
    readBackOf(format, () => kind.readBack(bytes)),
  );
  const readBack = compare(contoursIn(read), meant);
  const { closed, open } = countsIn(whole);
  const isAsMeant =
    readBack.contours === closed &&
    readBack.lines === open &&
    readBack.worst <= ALLOWED + (kind.within?.(chosen) ?? 0) &&
    groupsIn(read) === groupsIn(whole);
  if (!isAsMeant) {
    throw differs(
      format,
      `${readBack.contours} of ${closed} contours, ${readBack.lines} of ${open} single lines, ` +
        `${readBack.worst.toFixed(3)} mm off, ${groupsIn(read)} for ${groupsIn(whole)}`,
    );
  }
  return readBack;
}

function readPicture(
  whole: Drawing,
  format: FormatId,
  kind: PictureFormat,
  chosen: Chosen,
  bytes: Uint8Array,
): ReadBack {
  const picture = readBackOf(format, () => kind.readBack(bytes));
  const { isSize, wrong, places, width, height, area, worst } = comparePicture(whole, kind, chosen, picture);
  if (!isSize || wrong > 0) {
    throw differs(
      format,
      `${wrong} of ${places} places show something else, on ${width.toFixed(2)} x ${height.toFixed(2)} mm`,
    );
  }
  const { closed, open } = countsIn(whole);
  const cutLength = contoursIn(whole).reduce((sum, contour) => sum + contourLength(contour), 0);
  return { contours: closed, lines: open, width, height, area, cutLength, worst };
}

/** Only single lines may be open. */
function countsIn({ paths }: Drawing): { closed: number; open: number } {
  const open = paths.filter(({ shape }) => shape.pen !== undefined && !shape.outer.closed).length;
  return { closed: contoursIn({ paths }).length - open, open };
}

const differs = (format: FormatId, how: string) =>
  new DrelkError(
    'hand-off-differs',
    `The ${formatOf(format).name} file read back differs from the piece: ${how}.`,
    'Nothing was handed off. Please keep the job and report it.',
  );

function readBackOf<T>(format: FormatId, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (error instanceof DrelkError) throw differs(format, error.message);
    throw error;
  }
}

const contoursIn = ({ paths }: Pick<Drawing, 'paths'>): Contour[] =>
  contoursOf(paths.map(({ shape }) => shape));

/** How many contours lie in each layer or group, or have each task where a file has none. */
function groupsIn({ paths }: Drawing): string {
  const counts = new Map<string, number>();
  for (const { group, task, shape } of paths) {
    const name = group ?? task;
    counts.set(name, (counts.get(name) ?? 0) + 1 + shape.holes.length);
  }
  return [...counts.keys()]
    .sort()
    .map((name) => `${counts.get(name) ?? 0} ${name}`)
    .join(', ');
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
