import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { create } from 'fontkit';
import { readPathData } from '../format';
import {
  type Contour,
  boxHeight,
  boxOf,
  boxWidth,
  circleContour,
  contoursOf,
  distancesBetween,
  findCrossings,
  signedArea,
} from '../geometry';
import { fontBytes, openBytes, shippedFont } from '../testing/fonts';
import { MOST_FONT_BYTES, readFontFile } from './read-font-file';
import { setText } from './set-text';
import type { TextSettings } from './settings';
import { SHIPPED_FONTS } from './shipped';
import { textShapes } from './text-shapes';

const root = join(__dirname, '../../../..');
const OUTLINES = SHIPPED_FONTS.filter(({ licence }) => licence === 'OFL-1.1');
const TEXTS = [
  'AVATAR Toffee fluffy WAVE office',
  'Saltmoth Tea & Cakes',
  'To Yo Va LT 11/2 “tea” ffi fl',
  'Äpfel Öl Übung é',
];

interface Shaped {
  id: number;
  advance: number;
  x: number;
  path: string;
}

/** What HarfBuzz makes of each text in each font: the shaper of most browsers, not ours. */
const reference = JSON.parse(
  execFileSync(process.execPath, [join(root, 'packages/core/src/testing/harfbuzz.mjs')], {
    input: JSON.stringify({
      files: OUTLINES.map(({ file }) => join(root, 'node_modules', file)),
      texts: TEXTS,
    }),
    maxBuffer: 1 << 26,
  }).toString(),
) as Shaped[][][];

describe.each(OUTLINES.map((font, k) => [font.name, font.id, k] as const))('%s', (_name, id, number) => {
  const font = shippedFont(id);

  it('has the glyphs, advances and places that HarfBuzz has, to the last unit', () => {
    TEXTS.forEach((text, k) => {
      let along = 0;
      const expected = reference[number][k].map(({ id: glyph, advance, x }) => {
        const one = { id: glyph, advance, x: along + x };
        along += advance;
        return one;
      });
      expect(font.shape(text).map(({ id: glyph, advance, x }) => ({ id: glyph, advance, x }))).toEqual(
        expected,
      );
    });
  });

  it('has the outlines that HarfBuzz has', () => {
    const glyphs = new Map(reference[number].flat().map((one) => [one.id, one.path]));
    for (const [glyph, path] of glyphs) {
      if (!path) continue;
      const turned = (contour: Contour) => signedArea(contour);
      const theirs = readPathData(path);
      const ours = font.outline(glyph);
      expect(ours).toHaveLength(theirs.length);
      const areas = (contours: Contour[]) => contours.map(turned).sort((a, b) => a - b);
      // Theirs have y up.
      const [a, b] = [
        areas(ours),
        areas(theirs)
          .map((area) => -area)
          .sort((x, y) => x - y),
      ];
      a.forEach((area, k) => expect(Math.abs(area - b[k])).toBeLessThan(1e-6 * font.unitsPerEm ** 2));
    }
  });
});

const settings = (more: Partial<TextSettings>): TextSettings => ({
  text: 'Saltmoth',
  font: 'cabin-bold',
  upper: false,
  size: { of: 'capitals', length: 20 },
  letters: 0,
  lines: 1,
  align: 'centre',
  along: { kind: 'straight' },
  ...more,
});
const shapesOf = (more: Partial<TextSettings>, contour?: Contour) => {
  const all = settings(more);
  const font = shippedFont(all.font);
  return textShapes(font, setText(all, font, contour).glyphs);
};
const boxOfText = (more: Partial<TextSettings>, contour?: Contour) => {
  const box = boxOf(contoursOf(shapesOf(more, contour)));
  if (!box) throw new Error('no letters');
  return box;
};

describe('text', () => {
  it('has capitals of just the height, and is just as wide, as was asked for', () => {
    const capitals = boxOfText({ text: 'HHH' });
    expect(boxHeight(capitals)).toBeCloseTo(20, 9);
    expect(capitals.bottom).toBeCloseTo(0, 9);
    for (const align of ['left', 'centre', 'right'] as const)
      for (const text of ['Saltmoth', 'Tea\nand cakes'])
        expect(boxWidth(boxOfText({ text, align, size: { of: 'width', length: 120 } }))).toBeCloseTo(120, 9);
  });

  it('is brought in line left, in the middle and right; lines lie below one another', () => {
    const text = 'IIII\nII';
    const left = boxOfText({ text, align: 'left' });
    expect(left.left).toBeGreaterThan(0);
    const right = boxOfText({ text, align: 'right' });
    expect(right.right).toBeLessThan(0);
    const middle = boxOfText({ text });
    expect(middle.left + middle.right).toBeCloseTo(0, 6);
    const font = shippedFont('cabin-bold');
    const step = (20 / font.capitals) * font.lineHeight;
    expect(boxOfText({ text, lines: 1.5 }).bottom).toBeCloseTo(1.5 * step, 6);
  });

  it('in upper case, with room between its letters', () => {
    expect(shapesOf({ text: 'tea', upper: true })).toEqual(shapesOf({ text: 'TEA' }));
    const [close, wide] = [boxOfText({ text: 'TEA' }), boxOfText({ text: 'TEA', letters: 0.5 })];
    expect(boxWidth(wide) - boxWidth(close)).toBeCloseTo(2 * 0.5 * 20, 6);
  });

  // A circle's arc is its radius times its angle: the middles of the feet of equal letters lie that far apart.
  it.each(['over', 'under'] as const)('stands on a circle, read %s it', (reads) => {
    const font = shippedFont('cabin-bold');
    const along = { kind: 'circle', diameter: 100, reads, stands: 'outside', turn: 0, even: false } as const;
    const { glyphs } = setText(settings({ text: 'HHHHH', along, letters: 0.5 }), font);
    const [first, second] = glyphs.map(({ map }) => Math.atan2(map[1], map[0]));
    const advance = (font.shape('H')[0].advance * 20) / font.capitals + 0.5 * 20;
    const radius = reads === 'over' ? 50 : 70;
    expect(Math.abs(second - first)).toBeCloseTo(advance / radius, 9);
    expect(Math.atan2(glyphs[2].map[1], glyphs[2].map[0])).toBeCloseTo(0, 9);
    const box = boxOf(contoursOf(textShapes(font, glyphs)));
    // Right way up: over the top above the middle, under the bottom below it, heads up at the middle letter.
    if (reads === 'over') expect(box?.top).toBeCloseTo(-70, 0);
    else expect(box?.bottom).toBeCloseTo(70, 0);
  });

  it('stays outside its circle, or inside', () => {
    const distances = (stands: 'outside' | 'inside', reads: 'over' | 'under') => {
      const along = { kind: 'circle', diameter: 100, reads, stands, turn: 30, even: true } as const;
      const places = contoursOf(shapesOf({ text: 'MOTH', along, size: { of: 'capitals', length: 8 } }))
        .flatMap(({ segments }) => segments)
        .map(({ x, y }) => Math.hypot(x, y));
      return [Math.min(...places), Math.max(...places)];
    };
    for (const reads of ['over', 'under'] as const) {
      expect(distances('outside', reads)[0]).toBeGreaterThan(49);
      expect(distances('inside', reads)[1]).toBeLessThan(51.5);
      expect(distances('inside', reads)[0]).toBeGreaterThan(40);
    }
  });

  it('on a small circle its letters keep a gap where it is tightest, and are set as they are on a large one', () => {
    const font = shippedFont('cabin-bold');
    const gaps = (diameter: number, stands: 'outside' | 'inside') => {
      const along = { kind: 'circle', diameter, reads: 'over', stands, turn: 0, even: true } as const;
      const size = { of: 'capitals', length: 8 } as const;
      const { glyphs } = setText(settings({ text: 'HIHNH', along, size }), font);
      const letters = glyphs.map((glyph) => contoursOf(textShapes(font, [glyph])));
      return letters
        .slice(1)
        .map((letter, k) => Math.min(...distancesBetween(letter, letters[k], 0.1, 0.005)));
    };
    for (const diameter of [24, 30, 60])
      expect([diameter, Math.min(...gaps(diameter, 'inside')) > 0.12]).toEqual([diameter, true]);
    expect(Math.min(...gaps(2000, 'outside'))).toBeCloseTo(Math.min(...gaps(4000, 'outside')), 1);
  });

  it('stays off its line where that bends towards it', () => {
    // A bowl, walked through from left to right, with letters standing in it.
    const bowl: Contour = {
      start: { x: -30, y: 0 },
      segments: [{ kind: 'arc', bulge: -Math.tan(Math.PI / 8), x: 30, y: 0 }],
      closed: false,
    };
    const along = {
      kind: 'contour',
      at: [0, 0],
      start: 0,
      turned: false,
      upright: false,
      even: true,
    } as const;
    const hill = { ...bowl, segments: [{ ...bowl.segments[0], bulge: Math.tan(Math.PI / 8) }] } as Contour;
    const font = shippedFont('cabin-bold');
    const wide = settings({ text: 'HEM', along, size: { of: 'capitals', length: 12 } });
    const radius = 30 / Math.sin(Math.PI / 4);
    const far = (line: Contour, y: number) =>
      contoursOf(textShapes(font, setText(wide, font, line).glyphs))
        .flatMap(({ segments }) => segments)
        .map((to) => Math.hypot(to.x, to.y - y));
    // About the middle of its circle: all within the bowl, and all outside of the hill.
    const [inside, outside] = [far(hill, -30), far(bowl, 30)];
    expect(Math.max(...inside)).toBeLessThan(radius + 0.05);
    expect(Math.max(...inside)).toBeGreaterThan(radius - 0.3);
    expect(Math.min(...outside)).toBeGreaterThan(radius - 0.5);
  });

  it('along a contour that is a circle lies as on that circle', () => {
    // From the top, clockwise on screen.
    const whole = circleContour({ x: 0, y: 0 }, 50, true);
    const half = { x: 0, y: -50 };
    const circle: Contour = {
      start: half,
      segments: [
        { kind: 'arc', bulge: -1, x: 0, y: 50 },
        { kind: 'arc', bulge: -1, ...half },
      ],
      closed: true,
    };
    expect(Math.sign(signedArea(circle))).toBe(Math.sign(signedArea(whole)));
    const text = 'HOT TEA';
    const size = { of: 'capitals', length: 10 } as const;
    for (const even of [false, true]) {
      const on = { kind: 'contour', at: [0, 0], start: 0, turned: false, upright: false, even } as const;
      const about = {
        kind: 'circle',
        diameter: 100,
        reads: 'over',
        stands: 'outside',
        turn: 0,
        even,
      } as const;
      const font = shippedFont('cabin-bold');
      const ours = setText(
        settings({ text, size, letters: 0.1, along: on, align: 'left' }),
        font,
        circle,
      ).glyphs;
      const theirs = setText(settings({ text, size, letters: 0.1, along: about }), font).glyphs;
      // The same but for where they begin: half the text farther round.
      const angles = (glyphs: typeof ours) =>
        glyphs.map(({ map }) => Math.atan2(map[1], map[0])).map((angle, _, [first]) => angle - first);
      angles(ours).forEach((angle, k) => expect(Math.abs(angle - angles(theirs)[k])).toBeLessThan(0.01));
    }
  });

  it('along a line letters stay upright where that is wanted', () => {
    const slope: Contour = {
      start: { x: 0, y: 0 },
      segments: [{ kind: 'line', x: 100, y: 60 }],
      closed: false,
    };
    const along = {
      kind: 'contour',
      at: [0, 0],
      start: 2,
      turned: false,
      upright: true,
      even: true,
    } as const;
    const font = shippedFont('cabin-bold');
    const { glyphs } = setText(settings({ text: 'TEA', along, align: 'left' }), font, slope);
    expect(glyphs.every(({ map }) => map[1] === 0 && map[0] > 0)).toBe(true);
    expect(glyphs[2].map[5]).toBeGreaterThan(glyphs[0].map[5]);
  });

  it('letters of a running hand that overlap are one outline, nothing crosses', () => {
    const shapes = shapesOf({ text: 'moth', font: 'pacifico' });
    expect(shapes).toHaveLength(1);
    for (const font of ['pacifico', 'great-vibes', 'fredoka-bold', 'cabin'])
      expect(findCrossings(contoursOf(shapesOf({ text: 'Saltmoth & tea', font })), 0.01)).toEqual([]);
  });

  it('counts the holes that letters have', () => {
    // Common practice, no source: A, D, O, P, Q, R, a, b, d, e, g, o, p, q have one inner contour, B has two.
    const holes = (text: string, font: string) =>
      shapesOf({ text, font }).reduce((sum, shape) => sum + shape.holes.length, 0);
    for (const font of ['cabin', 'lora', 'alfa-slab-one', 'barlow-condensed-bold'])
      for (const [text, count] of [
        ['ADOPQR', 6],
        ['abdeopq', 7],
        ['B', 2],
        ['CEFGHIJ', 0],
      ] as const)
        expect([font, text, holes(text, font)]).toEqual([font, text, count]);
  });

  it('in a single-line font is of lines, as high as was asked for', () => {
    const shapes = shapesOf({ text: 'HI', font: 'line-futural' });
    expect(shapes.every(({ pen, outer }) => pen !== undefined && !outer.closed)).toBe(true);
    expect(shapes).toHaveLength(4);
    expect(boxHeight(boxOfText({ text: 'HI', font: 'line-futural' }))).toBeCloseTo(20, 9);
    expect(shippedFont('line-rowmans').has('~'.codePointAt(0) ?? 0)).toBe(true);
  });

  it('in a single-line font has accents, of the letter and its marks (Unicode canonical decomposition, UAX #15)', () => {
    const font = 'line-futural';
    const lines = (text: string) => shapesOf({ text, font }).map(({ outer }) => outer);
    for (const letter of Array.from('àáâãäåèéêëñòóôõöùúûüýÿšžčřőűāăėÀÉÎÖŮ')) {
      const [base] = Array.from(letter.normalize('NFD'));
      const [top, plain] = [lines(letter), lines(base)].map((own) => boxOf(own)?.top ?? 0);
      expect([letter, top < plain - 2]).toEqual([letter, true]);
      expect(lines(letter).length).toBeGreaterThan(lines(base).length);
    }
    // An i gives its dot away; a cedilla hangs below.
    expect(lines('í').length).toBe(lines('i').length);
    expect(boxOf(lines('ç'))?.bottom ?? 0).toBeGreaterThan((boxOf(lines('c'))?.bottom ?? 0) + 2);
    expect(setText(settings({ text: 'Çay é', font }), shippedFont(font)).missing).toEqual([]);
    expect(setText(settings({ text: 'a ø', font }), shippedFont(font)).missing).toEqual(['ø']);
  });

  it('names what its font has no letter for', () => {
    const font = shippedFont('cabin');
    expect(setText(settings({ text: 'Tea 茶 茶' }), font).missing).toEqual(['茶']);
    expect(setText(settings({ text: 'Tea' }), font).missing).toEqual([]);
  });

  it.each(SHIPPED_FONTS.map(({ id }) => id))('in %s has capitals as high as was asked for', (font) => {
    const { top, bottom } = boxOfText({ text: 'H', font });
    expect(-top).toBeCloseTo(20, 6);
    expect(bottom).toBeLessThan(5);
  });

  it.each([
    [{ text: '   ' }, 'no letter'],
    [{ text: '' }, 'no letter'],
    [{ text: 'x'.repeat(10_000) }, 'too long'],
    [{ size: { of: 'width', length: 0 } }, 'larger than nought'],
    [{ size: { of: 'capitals', length: NaN } }, 'larger than nought'],
    [
      { along: { kind: 'circle', diameter: 5, reads: 'over', stands: 'inside', turn: 0, even: true } },
      'too small',
    ],
  ] as [Partial<TextSettings>, string][])('number %# is refused', (more, says) => {
    expect(() => shapesOf(more)).toThrow(says);
  });
});

describe('a font file', () => {
  it('that is none, or cut off, is refused with a sentence', () => {
    const bytes = fontBytes(OUTLINES[0]);
    for (const bad of [Buffer.from('no font at all'), Buffer.alloc(0), bytes.subarray(0, 700)])
      expect(() => openBytes(bad, 'wings.ttf')).toThrow('“wings.ttf” cannot be read as a font.');
  });
});

describe('a font file that somebody brings along', () => {
  const read = (bytes: Uint8Array, name = 'wings.ttf') =>
    readFontFile((given) => create(Buffer.from(given)), bytes, name);
  const woff = fontBytes(OUTLINES[0]);
  const { file } = OUTLINES[0];
  const woff2 = readFileSync(join(root, 'node_modules', `${file}2`));

  it('is known by its own name, packed either way, and its letters are the same', () => {
    const fonts = [woff, woff2].map((bytes) => read(bytes));
    expect(fonts.map(({ name }) => name)).toEqual(['Cabin Bold', 'Cabin Bold']);
    const [one, other] = fonts.map((font) => font.shape('Tea & oar').map(({ id, x }) => [id, x]));
    expect(one).toEqual(other);
  });

  it.each([
    ['words', Buffer.from('no font at all')],
    ['nothing', Buffer.alloc(0)],
    ['the beginning of one', woff.subarray(0, 700)],
    ['a collection of fonts', Buffer.concat([Buffer.from('ttcf'), woff.subarray(4)])],
    ['a right beginning and then nothing', Buffer.from('OTTO')],
  ])('that is %s is refused with a sentence', (_what, bytes) =>
    expect(() => read(bytes)).toThrow('“wings.ttf” cannot be read as a font.'),
  );

  it('that is too large is refused before it is read', () =>
    expect(() => read(new Uint8Array(MOST_FONT_BYTES + 1))).toThrow(
      'larger than fonts are taken here, 24 MB',
    ));

  it('changed in any one place is refused, or read', () => {
    fc.assert(
      fc.property(fc.nat(woff.length - 1), fc.nat(255), (at, value) => {
        const bytes = Uint8Array.from(woff);
        bytes[at] = value;
        try {
          read(bytes);
        } catch (error) {
          expect(error).toMatchObject({ code: 'bad-font' });
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('distances', () => {
  it('between letters that were united and the letters are nought', () => {
    const font = shippedFont('pacifico');
    const { glyphs } = setText(settings({ text: 'mo', font: 'pacifico' }), font);
    const apart = glyphs.flatMap((glyph) => contoursOf(textShapes(font, [glyph])));
    const whole = contoursOf(textShapes(font, glyphs));
    expect(Math.max(...distancesBetween(whole, apart, 0.2, 0.001))).toBeLessThan(0.02);
  });
});
