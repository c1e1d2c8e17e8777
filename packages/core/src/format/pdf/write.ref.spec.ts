import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { circleContour } from '../../geometry';
import { leaf } from '../../testing/curves';
import type { Drawing } from '../drawing';
import { bytesOf } from '../text';
import { tilesOf } from './tiles';
import { POINTS, writePdf } from './write';

const drawing = (width: number, height: number): Drawing => ({
  frame: { left: 0, top: 0, right: width, bottom: height },
  units: 'mm',
  paths: [
    {
      task: 'cut-through',
      shape: { outer: circleContour({ x: width / 2, y: height / 2 }, 20), holes: [] },
    },
    { task: 'score', shape: { outer: leaf, holes: [] } },
  ],
});

interface Page {
  view: number[];
  words: string[];
  paths: number;
  transforms: number[][];
}

/** The file's pages as a reader that is not ours has them (pdfjs-dist). */
function opened(text: string): Page[] {
  const script = join(__dirname, '../../testing/pdfjs.mjs');
  const read = execFileSync(process.execPath, [script], { input: bytesOf(text), encoding: 'utf8' });
  return JSON.parse(read) as Page[];
}

describe('a PDF as pdfjs reads it', () => {
  it('has one page as large as the piece: 72 points an inch', () => {
    const pages = opened(writePdf(drawing(120, 80), 'own', false));
    expect(pages).toHaveLength(1);
    const [{ view, paths, transforms }] = pages;
    expect(view.slice(0, 2)).toEqual([0, 0]);
    expect(view[2]).toBeCloseTo(120 * POINTS, 2);
    expect(view[3]).toBeCloseTo(80 * POINTS, 2);
    expect(paths).toBe(2);
    expect(transforms[0][0]).toBeCloseTo(POINTS, 3);
  });

  it.each([
    ['a4', 210, 297],
    ['a3', 297, 420],
    ['letter', 215.9, 279.4],
  ] as const)('on sheets of %s every page is one, and says which', (paper, width, height) => {
    const pages = opened(writePdf(drawing(500, 400), paper, true));
    expect(pages).toHaveLength(tilesOf(500, 400, paper).length);
    pages.forEach(({ view, words, transforms }, k) => {
      expect(view[2]).toBeCloseTo(width * POINTS, 2);
      expect(view[3]).toBeCloseTo(height * POINTS, 2);
      expect(words).toContain(`sheet ${k + 1} of ${pages.length}`);
      expect(words).toContain('50 mm');
      expect(transforms[0][0]).toBeCloseTo(POINTS, 3);
    });
  });
});

describe('sheets', () => {
  it('show every place of a piece, neighbours 10 mm of the same', () => {
    for (const [width, height] of [
      [100, 100],
      [186, 273],
      [187, 100],
      [762, 350],
      [1000, 2000],
    ]) {
      const tiles = tilesOf(width, height, 'a4');
      for (let k = 0; k < 400; k++) {
        const [x, y] = [(((k * 37) % 401) / 400) * width, (((k * 91) % 401) / 400) * height];
        const seen = tiles.filter(
          (tile) =>
            x >= tile.x - 1e-9 &&
            x <= tile.x + tile.window.width + 1e-9 &&
            y >= tile.y - 1e-9 &&
            y <= tile.y + tile.window.height + 1e-9,
        );
        expect(seen.length).toBeGreaterThan(0);
      }
    }
    expect(tilesOf(186, 273, 'a4')).toHaveLength(1);
    const [first, second] = tilesOf(300, 200, 'a4');
    expect(first.x + first.window.width - second.x).toBeCloseTo(10, 9);
  });

  it('have the same number on both sides of a join, and each number on two of them', () => {
    const says = tilesOf(500, 600, 'a4').flatMap(({ joins }) => joins.map((join) => join.says));
    const numbers = says.filter((one) => /^\d+$/.test(one));
    for (const number of numbers) expect(numbers.filter((one) => one === number)).toHaveLength(2);
    expect(new Set(numbers).size).toBe(numbers.length / 2);
  });
});
