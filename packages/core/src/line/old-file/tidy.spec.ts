import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { quietContext } from '../../context';
import { type VectorPath, readSvg, readVectorFile } from '../../format';
import { type Contour, contoursOf, nodeCount, placeContour, worstDistance } from '../../geometry';
import { demoContours } from '../../testing/demo';
import { TIDY_DEFAULTS, type TidySettings, tidyDrawing } from './tidy';

const FILE = join(__dirname, '../../../../../demo/pictures/12-old-lettering.dxf');
const tidy = (text: string, settings: Partial<TidySettings> = {}) =>
  tidyDrawing(readVectorFile(Buffer.from(text), 'a'), { ...TIDY_DEFAULTS, ...settings }, quietContext);
const svg = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50">${inside}</svg>`;

describe('old lettering: loose, doubled, with a gap, of ten thousand nodes', () => {
  const truth = demoContours('12-old-lettering');
  const bytes = readFileSync(FILE);
  const drawing = readVectorFile(bytes, 'old.dxf');
  /** The file has y up from the lower edge of letters 60 high. */
  const inPlace = (contours: Contour[]) =>
    contours.map((contour) => placeContour(contour, { scale: 1, x: 0, y: 60 }));

  it('has the generator’s contours and holes again, all closed, within 0.05 mm and of no more than 1.3 times their nodes', () => {
    const { shapes, before, after, off } = tidyDrawing(drawing, { join: 0.1, simplify: 0.05 }, quietContext);
    expect(before).toMatchObject({ contours: 15, open: 6 });
    expect(before.nodes).toBeGreaterThan(10_000);
    expect(after).toMatchObject({ contours: truth.length, open: 0, holes: 2 });
    const nodes = truth.reduce((sum, contour) => sum + nodeCount(contour), 0);
    expect(after.nodes).toBeLessThanOrEqual(1.3 * nodes);
    expect(off).toBeLessThanOrEqual(0.05);
    const contours = inPlace(contoursOf(shapes.map(({ shape }) => shape)));
    expect(worstDistance(contours, truth, 0.05, 0.001)).toBeLessThanOrEqual(0.05);
  });

  it('tells what was mended: doubles as many as there were, pieces and gaps', () => {
    const { mended } = tidyDrawing(drawing, TIDY_DEFAULTS, quietContext);
    expect(mended).toMatchObject({
      'doubled contours, dropped': 2,
      'pieces chained': 3,
      'ends joined': 3,
      'holes found': 2,
    });
  });

  it('leaves ends open that are farther apart than is said', () => {
    expect(tidyDrawing(drawing, { join: 0.01, simplify: null }, quietContext).after.open).toBeGreaterThan(0);
  });
});

describe('what is drawn', () => {
  it('gives letters of an unfilled file their holes (common practice, no source: O, A one; B two)', () => {
    const letters =
      'M0 0H10V14H0Z M3 3H7V11H3Z M20 14L24 0H26L30 14Z M24 8H26L25 5Z M40 0H49V14H40Z M42 2H47V6H42Z M42 8H47V12H42Z';
    const lines = letters
      .split(' M')
      .map((data) => `<path d="M${data.replace(/^M/, '')}" fill="none" stroke="red" stroke-width=".1"/>`);
    const { shapes, after } = tidy(svg(lines.join('')));
    expect(shapes.map(({ shape }) => shape.holes.length).sort()).toEqual([1, 1, 2]);
    expect(after.holes).toBe(4);
  });

  it('keeps layers and colours apart, and lines drawn with a pen as lines', () => {
    const { shapes } = tidy(
      svg(
        '<g id="cut" fill="none" stroke="red" stroke-width=".1"><rect width="9" height="9"/></g>' +
          '<g id="draw" fill="none" stroke="blue" stroke-width="2"><rect x="20" width="9" height="9"/><path d="M0 30H9"/></g>',
      ),
    );
    expect(shapes.map(({ layer, colour, shape }) => [layer, colour, shape.outer.closed, shape.pen])).toEqual([
      ['cut', '#ff0000', true, undefined],
      ['draw', '#0000ff', true, 2],
      ['draw', '#0000ff', false, 2],
    ]);
  });

  it('takes white for holes, but a file of white alone for ink', () => {
    const { shapes, mended } = tidy(
      svg('<rect width="20" height="20"/><circle cx="10" cy="10" r="5" fill="#fff"/>'),
    );
    expect(shapes[0].shape.holes).toHaveLength(1);
    expect(shapes[0].shape.holes[0].segments.every(({ kind }) => kind === 'arc')).toBe(true);
    expect(mended).toMatchObject({ 'white taken out of what is under it': 1 });
    expect(tidy(svg('<circle cx="10" cy="10" r="5" fill="#fff"/>')).shapes).toHaveLength(1);
  });

  it('tells white on bare paper, and what is inside its own fill', () => {
    const { left, mended } = tidy(
      svg('<rect width="50" height="50" fill="white"/><path d="M0 0H9V9H0ZM2 2H5V5H2Z"/>'),
    );
    expect(left).toMatchObject({ 'white on bare paper': 1 });
    expect(mended).toMatchObject({ 'contours inside their own fill': 1 });
  });

  it('says how far simplifying went', () => {
    const wave = Array.from(
      { length: 400 },
      (_, k) => `${(k / 10).toFixed(3)} ${(20 + 6 * Math.sin(k / 40)).toFixed(4)}`,
    );
    const open = svg(`<path fill="none" stroke="black" stroke-width=".2" d="M${wave.join('L')}"/>`);
    const { after, off } = tidy(open, { simplify: 0.05 });
    expect(after.nodes).toBeLessThan(12);
    expect(off).toBeGreaterThan(0);
    expect(off).toBeLessThanOrEqual(0.05);
  });
});

it('is the same again when it is tidied again', () => {
  const paths = readSvg(svg('<path d="M0 0H9V9H0Z"/><path d="M20 0A5 5 0 0 1 30 0Z"/>')).paths;
  const drawing = {
    kind: 'svg',
    unit: 'mm',
    toFile: [1, 0, 0, 1, 0, 0],
    page: { left: 0, top: 0, right: 50, bottom: 50 },
    left: {},
  } as const;
  const again = (own: VectorPath[]) => tidyDrawing({ ...drawing, paths: own }, TIDY_DEFAULTS, quietContext);
  const once = again(paths);
  const twice = again(
    once.shapes.map(({ shape, layer, colour }) => ({
      contours: contoursOf([shape]),
      layer,
      colour,
      paint: 'area',
      rule: 'evenodd',
    })),
  );
  expect(twice.shapes).toEqual(once.shapes);
});
