/** Papers by their names, in millimetres (ISO 216; ANSI/ASME Y14.1 A). */
export const PAPERS: Record<string, { name: string; width: number; height: number }> = {
  a4: { name: 'A4', width: 210, height: 297 },
  a3: { name: 'A3', width: 297, height: 420 },
  letter: { name: 'Letter', width: 215.9, height: 279.4 },
};
/** Printers leave so much of a paper white around; neighbours show so much of the same. Millimetres. */
const MARGIN = 12;
export const OVERLAP = 10;

/** One page: the window on its paper that shows the drawing from (x, y) on, up from the lower left; and what is written at its joins. */
export interface Tile {
  paper: { width: number; height: number };
  window: { left: number; bottom: number; width: number; height: number };
  x: number;
  y: number;
  joins: { says: string; x: number; y: number }[];
}

/** The pages that a drawing so large goes on: one of its own size, or as many sheets of a paper as it takes, from the upper left on. */
export function tilesOf(width: number, height: number, paper: string): Tile[] {
  if (!Object.hasOwn(PAPERS, paper))
    return [
      { paper: { width, height }, window: { left: 0, bottom: 0, width, height }, x: 0, y: 0, joins: [] },
    ];
  const sheet = PAPERS[paper];
  const window = {
    left: MARGIN,
    bottom: MARGIN,
    width: sheet.width - 2 * MARGIN,
    height: sheet.height - 2 * MARGIN,
  };
  const count = (length: number, own: number) =>
    Math.max(1, Math.ceil((length - OVERLAP - 1e-9) / (own - OVERLAP)));
  const [columns, rows] = [count(width, window.width), count(height, window.height)];
  return Array.from({ length: columns * rows }, (_, k): Tile => {
    const [column, row] = [k % columns, Math.floor(k / columns)];
    return {
      paper: sheet,
      window,
      x: column * (window.width - OVERLAP),
      // The uppermost sheet ends where the drawing does.
      y: height - window.height - row * (window.height - OVERLAP),
      joins: joinsOf(column, row, columns, rows, window),
    };
  });
}

/** Both sheets of a join have its number beside it. */
function joinsOf(
  column: number,
  row: number,
  columns: number,
  rows: number,
  { left, bottom, width, height }: Tile['window'],
): Tile['joins'] {
  const across = (c: number, r: number) => 1 + r * (columns - 1) + c;
  const down = (c: number, r: number) => 1 + rows * (columns - 1) + r * columns + c;
  const [middleX, middleY] = [left + width / 2, bottom + height / 2];
  return [
    { says: `sheet ${row * columns + column + 1} of ${columns * rows}`, x: left + width - 40, y: bottom - 5 },
    ...(column > 0 ? [{ says: String(across(column - 1, row)), x: left - 7, y: middleY }] : []),
    ...(column < columns - 1 ? [{ says: String(across(column, row)), x: left + width + 3, y: middleY }] : []),
    ...(row > 0 ? [{ says: String(down(column, row - 1)), x: middleX, y: bottom + height + 3 }] : []),
    ...(row < rows - 1 ? [{ says: String(down(column, row)), x: middleX, y: bottom - 6 }] : []),
  ];
}
