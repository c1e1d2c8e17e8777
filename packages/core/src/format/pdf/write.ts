import { type Contour, arcCubics, boxHeight, boxWidth, eachSegment } from '../../geometry';
import { type Drawing, type DrawingPath, TASK_COLOURS } from '../drawing';
import { plain } from '../number';
import { type Tile, tilesOf } from './tiles';

/** Points of a millimetre (PDF 32000-1, 8.3.2.3: 72 points an inch). */
export const POINTS = 72 / 25.4;
const DECIMALS = 4;
const HAIRLINE = 0.1;
/** What is stroked along the rim of a page is not cut off. */
const AROUND = 1;
/** A bar to measure a print by, and how long the marks at the corners of sheets are, in millimetres. */
const BAR = 50;
const MARK = 6;
const TEXT = 3;

/**
 * A drawing as PDF 1.4 at true size: it stands once, in millimetres, in a form (PDF 32000-1, 8.10), which each page shows at 72 points an
 * inch; on a page of its own size, or sheet by sheet over a paper, with marks to cut along, numbers of the joins and a bar to measure.
 * Tasks are marked content (14.6).
 */
export function writePdf(drawing: Drawing, paper: string, isFilled: boolean): string {
  const { frame } = drawing;
  const [width, height] = [boxWidth(frame), boxHeight(frame)];
  const tiles = tilesOf(width, height, paper);
  const form = formOf(drawing, isFilled);
  const box = [-AROUND, -AROUND, width + AROUND, height + AROUND].map(number).join(' ');
  const pages = tiles.map((_, k) => `${5 + 2 * k} 0 R`).join(' ');
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    `<< /Type /Pages /Count ${tiles.length} /Kids [${pages}] >>`,
    stream(`/Type /XObject /Subtype /Form /BBox [${box}]`, form),
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
    ...tiles.flatMap((tile, k) => [
      `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 ${number(tile.paper.width * POINTS)} ${number(tile.paper.height * POINTS)}]` +
        ` /Resources << /XObject << /D 3 0 R >> /Font << /F 4 0 R >> >> /Contents ${6 + 2 * k} 0 R >>`,
      stream('', pageOf(tile)),
    ]),
  ];
  return fileOf(objects);
}

const number = (value: number) => plain(value, DECIMALS);

const stream = (about: string, content: string) =>
  `<< ${about ? `${about} ` : ''}/Length ${content.length} >>\nstream\n${content}\nendstream`;

/** Objects with their cross-reference table (7.5). */
function fileOf(objects: readonly string[]): string {
  let text = '%PDF-1.4\n';
  const places = objects.map((object, k) => {
    const place = text.length;
    text += `${k + 1} 0 obj\n${object}\nendobj\n`;
    return place;
  });
  const table = text.length;
  const entries = places.map((place) => `${String(place).padStart(10, '0')} 00000 n \n`).join('');
  return (
    `${text}xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${entries}` +
    `trailer\n<< /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${table}\n%%EOF\n`
  );
}

function formOf({ frame, paths }: Drawing, isFilled: boolean): string {
  const at = (x: number, y: number) => `${number(x - frame.left)} ${number(frame.bottom - y)}`;
  return paths.map((path) => pathOf(path, at, isFilled)).join('\n');
}

function pathOf(
  { task, shape, plate }: DrawingPath,
  at: (x: number, y: number) => string,
  isFilled: boolean,
): string {
  const colour = rgb(plate?.colour ?? TASK_COLOURS[task]);
  const fills = isFilled && shape.pen === undefined;
  const pen = isFilled ? (shape.pen ?? HAIRLINE) : HAIRLINE;
  const paint = fills ? `${colour} rg` : `${colour} RG ${number(pen)} w 1 J 1 j`;
  const contours = [shape.outer, ...shape.holes].map((contour) => contourOf(contour, at)).join(' ');
  return `/${task} BMC ${paint} ${contours} ${fills ? 'f*' : 'S'} EMC`;
}

function contourOf(contour: Contour, at: (x: number, y: number) => string): string {
  const parts = [`${at(contour.start.x, contour.start.y)} m`];
  eachSegment(contour, (from, segment) => {
    const pieces = segment.kind === 'arc' && segment.bulge !== 0 ? arcCubics(from, segment) : [segment];
    for (const piece of pieces)
      parts.push(
        piece.kind === 'cubic'
          ? `${at(piece.x1, piece.y1)} ${at(piece.x2, piece.y2)} ${at(piece.x, piece.y)} c`
          : `${at(piece.x, piece.y)} l`,
      );
  });
  return [...parts, ...(contour.closed ? ['h'] : [])].join(' ');
}

const rgb = (hex: string) => [1, 3, 5].map((k) => number(parseInt(hex.slice(k, k + 2), 16) / 255)).join(' ');

/** What a page shows: its part of the drawing, and on sheets of a paper the marks around it. */
function pageOf({ window, x, y, joins }: Tile): string {
  const isTiled = joins.length > 0;
  const [left, bottom] = [window.left, window.bottom];
  const [width, height] = [window.width, window.height];
  const scale = `${number(POINTS)} 0 0 ${number(POINTS)} 0 0 cm`;
  const clip = `${[left, bottom, width, height].map(number).join(' ')} re W n`;
  const shown = `q ${isTiled ? `${clip} ` : ''}1 0 0 1 ${number(left - x)} ${number(bottom - y)} cm /D Do Q`;
  if (!isTiled) return `q ${scale} ${shown} Q`;
  const marks = [left, left + width]
    .flatMap((mx) => [bottom, bottom + height].map((my) => [mx, my]))
    .map(
      ([mx, my]) =>
        `${number(mx - MARK)} ${number(my)} m ${number(mx + MARK)} ${number(my)} l ` +
        `${number(mx)} ${number(my - MARK)} m ${number(mx)} ${number(my + MARK)} l S`,
    );
  const words = joins.map(({ says, x: tx, y: ty }) => writing(says, tx, ty));
  const bar =
    `${number(left + MARK + 2)} ${number(bottom - 4)} m ${number(left + MARK + 2 + BAR)} ${number(bottom - 4)} l S ` +
    writing(`${BAR} mm`, left + MARK + BAR + 4, bottom - 5);
  return `q ${scale} ${shown} 0 G 0.15 w ${marks.join(' ')} ${bar} ${words.join(' ')} Q`;
}

const writing = (says: string, x: number, y: number) =>
  `BT /F ${TEXT} Tf ${number(x)} ${number(y)} Td (${says}) Tj ET`;
