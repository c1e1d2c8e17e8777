import {
  type Contour,
  type Point,
  boxOf,
  contoursOf,
  mapPoint,
  scaledAndMoved,
  signedArea,
} from '../../geometry';
import { shippedFont } from '../../testing/fonts';
import { type Fonts, fontsNamedIn, setText, shippedFontFor, textShapes } from '../../text';
import { painted } from '../painted';
import { Reading } from '../reading';
import { fontsNamedInFile } from '../read-file';
import { PIXEL } from './lengths';
import { readSvg } from './read';

const FONTS: Fonts = new Map(
  ['cabin', 'cabin-bold', 'lora', 'pacifico', 'line-futural'].map((id) => [id, shippedFont(id)]),
);
const page = (inside: string, style = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100" height="60"><style>${style}</style>${inside}</svg>`;
const read = (svg: string, fonts = FONTS) => readSvg(svg, new Reading(svg.length), PIXEL, fonts);
const areaOf = (contours: readonly Contour[]) =>
  Math.abs(contours.reduce((sum, one) => sum + signedArea(one), 0));
const shapesIn = (svg: string) => painted(read(svg).paths, {}, {}).flatMap(({ contours }) => contours);

/** What a text comes to by our own setting, its capitals a pixel size of the font high; in millimetres. */
function set(text: string, font: string, pixels: number, at: Point) {
  const own = shippedFont(font);
  const length = (pixels * PIXEL * own.capitals) / own.unitsPerEm;
  const { glyphs } = setText(
    {
      text,
      font,
      upper: false,
      size: { of: 'capitals', length },
      letters: 0,
      lines: 1,
      align: 'left',
      along: { kind: 'straight' },
    },
    own,
  );
  const box = boxOf(contoursOf(textShapes(own, glyphs)));
  const place = mapPoint(scaledAndMoved(1, 1, at.x * PIXEL, at.y * PIXEL), {
    x: box?.left ?? 0,
    y: box?.top ?? 0,
  });
  return {
    ...place,
    width: (box?.right ?? 0) - (box?.left ?? 0),
    area: areaOf(contoursOf(textShapes(own, glyphs))),
  };
}

describe('writing in a face that is there', () => {
  it.each([
    ['by attributes', '<text x="10" y="30" font-family="Cabin" font-size="20">Tea</text>', 'cabin'],
    [
      'by its style',
      '<text style="font:none;font-family:\'Lora\';font-size:20px" x="10" y="30">Tea</text>',
      'lora',
    ],
    [
      'by its weight',
      '<g font-weight="bold"><text x="10" y="30" font-family="cabin, serif" font-size="20">Tea</text></g>',
      'cabin-bold',
    ],
    [
      'by a second family',
      '<text x="10" y="30" font-family="Nobody, Pacifico" font-size="20">Tea</text>',
      'pacifico',
    ],
  ])('%s is its letters, where it stands', (_how, inside, font) => {
    const drawing = read(page(inside));
    expect(drawing.left).toEqual({});
    const wanted = set('Tea', font, 20, { x: 10, y: 30 });
    const contours = shapesIn(page(inside));
    const box = boxOf(contours);
    expect(box?.left).toBeCloseTo(wanted.x, 6);
    expect(box?.top).toBeCloseTo(wanted.y, 6);
    expect((box?.right ?? 0) - (box?.left ?? 0)).toBeCloseTo(wanted.width, 6);
    expect(Math.abs(areaOf(contours) - wanted.area)).toBeLessThan(0.01 * wanted.area);
  });

  it('is brought in line by its anchor, its spans follow one another or lie where they say', () => {
    const box = (attributes: string) =>
      boxOf(
        shapesIn(page(`<text x="50" y="30" font-family="Cabin" font-size="16" ${attributes}>Tea</text>`)),
      );
    const [start, middle, end] = ['', 'text-anchor="middle"', 'text-anchor="end"'].map(box);
    expect((start?.left ?? 0) + (end?.left ?? 0)).toBeCloseTo(2 * (middle?.left ?? 0), 6);
    const lines = shapesIn(
      page(
        '<text x="10" y="20" font-family="Cabin" font-size="10"><tspan>I</tspan><tspan x="10" dy="20">I</tspan></text>',
      ),
    );
    const [one, other] = lines.map((line) => boxOf([line]));
    expect((other?.top ?? 0) - (one?.top ?? 0)).toBeCloseTo(20 * PIXEL, 6);
    expect(other?.left).toBeCloseTo(one?.left ?? 0, 6);
  });

  it('of a single-line font is of lines', () => {
    const { paths } = read(
      page('<text x="5" y="30" font-family="Plain line" fill="none" stroke="black" font-size="20">HI</text>'),
    );
    expect(paths.map(({ paint }) => paint)).toEqual(['line']);
  });

  it.each([
    ['in another face', '<text x="1" y="9" font-family="Nobody">Tea</text>'],
    ['in none', '<text x="1" y="9">Tea</text>'],
    ['along a path', '<text font-family="Cabin"><textPath href="#a">Tea</textPath></text>'],
  ])('%s is told', (_how, inside) => {
    expect(read(page(inside))).toMatchObject({ paths: [], left: { texts: 1 } });
    expect(read(page('<text x="1" y="9" font-family="Cabin">T</text>'), new Map()).left).toEqual({
      texts: 1,
    });
  });

  it('names of faces are found in a file before it is read', () => {
    expect(fontsNamedIn(page('<text font-family="Lora">a</text>'))).toEqual(['lora', 'lora-bold']);
    expect(fontsNamedIn(page('', 'text{font:bold 12px "Great Vibes"}'))).toEqual(['great-vibes']);
    expect(fontsNamedIn(page('<path id="cabin"/>'))).toEqual([]);
    expect(fontsNamedInFile(Buffer.from('0\nSECTION\nfont cabin'))).toEqual([]);
    expect(shippedFontFor('Nobody, "Lora"', 600)).toBe('lora-bold');
    expect(shippedFontFor('Nobody', 400)).toBeUndefined();
  });
});
