import { type Point, homographyBetween, inverted, mapPoint } from '../geometry';
import { boardScene, busy, isWithin } from '../testing/boards';
import { aroundBorder } from './around-border';

const board = [
  { x: 70, y: 60 },
  { x: 335, y: 45 },
  { x: 345, y: 250 },
  { x: 60, y: 235 },
];
const unit = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
];
const there = homographyBetween(unit, board);
if (!there) throw new Error('The board has no corners.');
const back = inverted(there);

/** The board's corners drawn in by so much of its width and height. */
const drawnIn = (share: number): Point[] =>
  unit.map(({ x, y }) => mapPoint(there, { x: x ? 1 - share : share, y: y ? 1 - share : share }));

/** How bright the board is at a place: a word on it and, if asked for, a border along its rim. */
function painted(hasBorder: boolean) {
  const [outer, inner] = [drawnIn(0.05), drawnIn(0.07)];
  return (x: number, y: number) => {
    const { x: u, y: v } = mapPoint(back, { x, y });
    if (hasBorder && isWithin(outer, x, y) && !isWithin(inner, x, y)) return 50;
    return Math.abs(v - 0.5) < 0.15 && u > 0.2 && u < 0.8 && (20 * u) % 2 < 1 ? 50 : 205;
  };
}
const offFrom = (found: readonly Point[], wanted: readonly Point[]) =>
  Math.max(...found.map(({ x, y }, k) => Math.hypot(x - wanted[k].x, y - wanted[k].y)));

describe('the board around a border', () => {
  it.each([
    ['inner', 0.07],
    ['outer', 0.05],
  ])('is found from the %s edge of the border', (_edge, share) => {
    const grey = boardScene(board, painted(true), busy);
    expect(offFrom(aroundBorder(grey, drawnIn(share)), board)).toBeLessThan(4);
  });

  it.each([
    ['busy', busy],
    ['even', () => 120],
  ])('is the board itself before %s surroundings, where it has no border', (_name, outside) => {
    const grey = boardScene(board, painted(false), outside);
    expect(aroundBorder(grey, board)).toEqual(board);
  });

  it('stays what it was where the corners make no frame', () => {
    const [a, b] = board;
    const grey = boardScene(board, painted(false), busy);
    expect(aroundBorder(grey, [a, b, a, b])).toEqual([a, b, a, b]);
  });
});
