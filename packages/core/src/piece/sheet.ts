import { DrelkError } from '../error';
import type { Affine, Box } from '../geometry';
import { boxHeight, boxWidth } from '../geometry';
import type { SheetSettings } from './settings';

/** Most pieces on a sheet. */
export const MOST_REPEATS = 5000;

/** Where pieces lie on a sheet, whose upper left is the origin: maps of the piece, whose box is `box`. */
export interface LaidOut {
  maps: Affine[];
  /** Of rows and columns that were asked for, so many did not fit. */
  left: number;
  /** Share of the sheet that the boxes of the pieces take. */
  share: number;
}

/**
 * Lays a piece on its sheet: once, in rows and columns, or as often as fits, from the sheet's lower left up, at the gap. Throws
 * `bad-sheet` where it does not fit at all.
 */
export function layOut(sheet: SheetSettings, box: Box): LaidOut {
  const [width, height] = [boxWidth(box), boxHeight(box)];
  const room = {
    width: sheet.width - Math.max(sheet.x, sheet.margin) - sheet.margin,
    height: sheet.height - Math.max(sheet.y, sheet.margin) - sheet.margin,
  };
  const isFitting = width <= room.width + EPSILON && height <= room.height + EPSILON;
  if (!isFitting)
    throw new DrelkError(
      'bad-sheet',
      `A piece of ${figure(width)} × ${figure(height)} mm does not fit on a sheet of ${figure(sheet.width)} × ${figure(sheet.height)} mm` +
        (sheet.margin > 0 || sheet.x > 0 || sheet.y > 0 ? ' where it is to lie.' : '.'),
      'Take a larger sheet, lay it nearer to the corner, or make the piece smaller.',
    );
  const [stepX, stepY] = [width + sheet.gap, height + sheet.gap];
  const across = 1 + Math.floor((room.width - width + EPSILON) / stepX);
  const up = 1 + Math.floor((room.height - height + EPSILON) / stepY);
  const { repeats } = sheet;
  const rows = repeats.kind === 'rows' ? repeats.rows : repeats.kind === 'fit' ? up : 1;
  const columns = repeats.kind === 'rows' ? repeats.columns : repeats.kind === 'fit' ? across : 1;
  if (rows * columns > MOST_REPEATS)
    throw new DrelkError(
      'bad-sheet',
      `${rows * columns} pieces are more than a sheet can hold here.`,
      `Lay up to ${MOST_REPEATS} on one sheet.`,
    );
  const begin = { x: Math.max(sheet.x, sheet.margin), y: Math.max(sheet.y, sheet.margin) };
  const maps: Affine[] = [];
  for (let row = 0; row < Math.min(rows, up); row++) {
    const isShifted = sheet.shifted && row % 2 === 1;
    const shift = isShifted ? stepX / 2 : 0;
    for (let column = 0; column < columns; column++) {
      const left = begin.x + column * stepX + shift;
      if (left + width > sheet.width - sheet.margin + EPSILON) break;
      const bottom = sheet.height - begin.y - row * stepY;
      maps.push(
        sheet.turned && (row + column) % 2 === 1
          ? [-1, 0, 0, -1, left + box.right, bottom - height + box.bottom]
          : [1, 0, 0, 1, left - box.left, bottom - box.bottom],
      );
    }
  }
  return {
    maps,
    left: repeats.kind === 'fit' ? 0 : rows * columns - maps.length,
    share: (maps.length * width * height) / (sheet.width * sheet.height),
  };
}

const EPSILON = 1e-9;
const figure = (length: number) => Number(length.toFixed(2));
