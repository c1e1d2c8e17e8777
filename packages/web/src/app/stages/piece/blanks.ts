import { type BoardItem, SQUARE_CORNERS } from '@drelk/core';

type Board = Pick<BoardItem, 'form' | 'width' | 'height' | 'corners'>;

const INCH = 25.4;
const plain = (width: number, height: number, form: Board['form'] = 'rectangle'): Board => ({
  form,
  width,
  height,
  corners: SQUARE_CORNERS,
});
const rounded = (width: number, height: number, size: number): Board => ({
  ...plain(width, height),
  corners: { ...SQUARE_CORNERS, form: 'round', size },
});

/**
 * Boards by their size. Of a board by the name it is sold under the size is what it measures (common practice, no source); cards and
 * sheets are those of ISO/IEC 7810 (ID-1) and ISO 216.
 */
export const BLANKS: { name: string; board: Board }[] = [
  { name: 'name board, 10 × 5 1/2 in', board: plain(10 * INCH, 5.5 * INCH) },
  { name: 'board sold as 1 × 6 in, 12 in long', board: plain(12 * INCH, 5.5 * INCH) },
  { name: 'board sold as 1 × 8 in, 12 in long (7 1/4 in)', board: plain(12 * INCH, 7.25 * INCH) },
  { name: 'board sold as 1 × 10 in, 18 in long (9 1/4 in)', board: plain(18 * INCH, 9.25 * INCH) },
  { name: 'bank card, 85.6 × 53.98 mm', board: rounded(85.6, 53.98, 3.18) },
  { name: 'A5 sheet, 210 × 148 mm', board: plain(210, 148) },
  { name: 'A6 card, 148 × 105 mm', board: plain(148, 105) },
  { name: 'house number plate, 160 × 120 mm', board: rounded(160, 120, 8) },
  { name: 'hexagon tile, 60 mm', board: plain(60, 60, 'hexagon') },
  { name: 'coaster, 100 mm', board: plain(100, 100, 'disc') },
  { name: 'luggage tag, 90 × 50 mm', board: plain(90, 50, 'tag') },
  { name: 'key fob, 70 × 25 mm', board: plain(70, 25, 'fob') },
  { name: 'ornament, 70 × 78 mm', board: plain(70, 78, 'ornament') },
];
