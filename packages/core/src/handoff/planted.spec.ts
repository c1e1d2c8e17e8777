import { type Chosen, type Drawing, type FormatId, USUAL_CHOICES, formatOf } from '../format';
import { bytesOf, textOf } from '../format/text';
import { circleContour } from '../geometry';
import { leaf } from '../testing/curves';
import { handOff } from './hand-off';

const drawing: Drawing = {
  frame: { left: 0, top: 0, right: 100, bottom: 60 },
  units: 'mm',
  paths: [
    {
      task: 'cut-through',
      shape: { outer: circleContour({ x: 20, y: 20 }, 9), holes: [circleContour({ x: 20, y: 20 }, 4, true)] },
    },
    { task: 'score', shape: { outer: leaf, holes: [] } },
    { task: 'score', shape: { outer: circleContour({ x: 50.137, y: 40.462 }, 3.217), holes: [] } },
    {
      task: 'pocket',
      shape: {
        outer: {
          start: { x: 70, y: 10 },
          segments: [
            { kind: 'line', x: 70, y: 40 },
            { kind: 'line', x: 90, y: 40 },
            { kind: 'line', x: 70, y: 10 },
          ],
          closed: true,
        },
        holes: [],
      },
    },
  ],
};

/** The first of some words in a text that stands for something else; all of them with a sign that says so. */
const first = (from: RegExp | string, to: string) => (text: string) => {
  expect(text).toMatch(from);
  return text.replace(from, to);
};

/** Faults that a writer might have, each planted into what it wrote. */
const FAULTS: [FormatId, string, (text: string) => string][] = [
  ['svg', 'a path is lost', first(/<path d="M70[^>]*>\n/, '')],
  ['svg', 'a path is written twice', (text) => text.replace(/(<path d="M70[^>]*>\n)/, '$1$1')],
  ['svg', 'a contour is not closed', first('Z', '')],
  ['svg', 'a hole is lost', first(/M24 20A[^M"]*Z/, '')],
  ['svg', 'a corner lies elsewhere', first('M70 10', 'M70.05 10')],
  ['svg', 'an arc goes the other way around', first(/(A9 9 0 0) 0/, '$1 1')],
  ['svg', 'an arc has another radius', first(/A9 9/, 'A9.5 9.5')],
  ['svg', 'a contour has another task', first('id="pocket"', 'id="engrave"')],
  ['svg', 'the page is in another unit', first(/width="100mm" height="60mm"/, 'width="100in" height="60in"')],
  ['svg', 'places are rounded too far', (text) => text.replace(/(\d+\.\d)\d+/g, '$1')],
  ['svg', 'upside down', (text) => text.replace(/M70 10L70 40L90 40/, 'M70 50L70 20L90 20')],
  ['dxf', 'an entity is lost', first(/ {2}0\nCIRCLE\n[\s\S]*?(?= {2}0\n)/, '')],
  ['dxf', 'a polyline is not closed', (text) => text.replace(/(POLYLINE\n[\s\S]*? 70\n)1\n/, '$10\n')],
  ['dxf', 'a circle is larger', first(/( 40\n)9\.0/, '$19.1')],
  [
    'dxf',
    'a contour lies on another layer',
    (text) => text.replace(/( {2}0\nPOLYLINE\n[\s\S]*? {2}8\n)POCKET/, '$1SCORE'),
  ],
  ['dxf', 'the file is in inches', first(/(\$INSUNITS\n 70\n)4/, '$11')],
  ['dxf', 'a vertex lies elsewhere', (text) => text.replace(/(ENTITIES[\s\S]*? 10\n)90\.0/, '$190.2')],
  ['pdf', 'a path is lost', first(/\n\/pocket BMC.*/, '')],
  ['pdf', 'a contour is not closed', (text) => resized(text, (form) => form.replace(' h', ''))],
  ['pdf', 'everything is larger', (text) => text.replaceAll('2.8346', '2.9')],
  ['pdf', 'a corner lies elsewhere', (text) => resized(text, (form) => form.replace('70 50 m', '70.1 50 m'))],
  ['pdf', 'a contour has another task', (text) => resized(text, (form) => form.replace('/score', '/guide'))],
];

/** A PDF whose form is another, as long as it says. */
function resized(text: string, change: (form: string) => string): string {
  const [, before, form, after] = /^([\s\S]*?stream\n)([\s\S]*?)(\nendstream[\s\S]*)$/.exec(text) ?? [];
  const changed = change(form);
  expect(changed).not.toBe(form);
  return before.replace(/\/Length \d+/, `/Length ${changed.length}`) + changed + after;
}

afterEach(() => jest.restoreAllMocks());

it.each(FAULTS)('%s: a file where %s is not given out', (format, _, spoil) => {
  const kind = formatOf(format);
  const chosen = { ...USUAL_CHOICES, svg: { ...USUAL_CHOICES.svg, style: 'lines' } };
  expect(() => handOff(drawing, 'Tea', format, chosen)).not.toThrow();
  const written = textOf(kind.write(drawing, chosen[format]));
  const spoiled = spoil(written);
  expect(spoiled).not.toBe(written);
  jest.spyOn(kind, 'write').mockReturnValue(bytesOf(spoiled));
  expect(() => handOff(drawing, 'Tea', format, chosen)).toThrow(
    expect.objectContaining({ code: 'hand-off-differs' }),
  );
});

/** Faults of a writer of pictures: each as if another drawing had been written, or in another way. */
const PICTURE_FAULTS: [string, (own: Drawing, chosen: Chosen) => [Drawing, Chosen]][] = [
  ['a shape is lost', (own, chosen) => [{ ...own, paths: own.paths.slice(1) }, chosen]],
  [
    'a hole is filled',
    (own, chosen) => [
      {
        ...own,
        paths: own.paths.map((path) => ({ ...path, shape: { ...path.shape, holes: [] } })),
      },
      chosen,
    ],
  ],
  ['all lies two pixels beside', (own, chosen) => [moved(own, (2 * 25.4) / 300), chosen]],
  ['it is denser', (own, chosen) => [own, { ...chosen, density: 310 }]],
  [
    'the page is wider',
    (own, chosen) => [{ ...own, frame: { ...own.frame, right: own.frame.right + 1 } }, chosen],
  ],
  ['it is transparent', (own, chosen) => [own, { ...chosen, ground: 'clear' }]],
  ['its colours are others', (own, chosen) => [own, { ...chosen, shows: 'filled' }]],
];
const moved = (own: Drawing, x: number): Drawing => ({
  ...own,
  frame: { ...own.frame, left: own.frame.left - x, right: own.frame.right - x },
});

it.each(PICTURE_FAULTS)('png: a picture where %s is not given out', (_, spoil) => {
  const kind = formatOf('png');
  const chosen = { ...USUAL_CHOICES, png: { ...USUAL_CHOICES.png, shows: 'plates' } };
  const { readBack } = handOff(drawing, 'Tea', 'png', chosen);
  expect(readBack).toMatchObject({ contours: 5, lines: 0 });
  const bytes = kind.write(...spoil(drawing, chosen.png));
  jest.spyOn(kind, 'write').mockReturnValue(bytes);
  expect(() => handOff(drawing, 'Tea', 'png', chosen)).toThrow(
    expect.objectContaining({ code: 'hand-off-differs' }),
  );
});

it.each<[FormatId, Chosen]>([
  ['svg', { together: 'one', style: 'lines', pens: 'hair' }],
  ['dxf', { layers: 'plate', colours: 'own' }],
  ['dxf', { layers: 'one', colours: 'ink', curves: 'arcs', within: 0.3 }],
  ['png', { shows: 'filled', ground: 'clear', density: 96 }],
])('%s as %o is read back as it was meant', (format, more) => {
  const chosen = { ...USUAL_CHOICES, [format]: { ...USUAL_CHOICES[format], ...more } };
  const { readBack } = handOff(drawing, 'Tea', format, chosen);
  expect(readBack.contours).toBe(5);
  expect(readBack.worst).toBeLessThan(format === 'png' ? 0.4 : 0.31);
});

it('a DXF whose arcs may be 0.02 mm off is not given out where they are farther off', () => {
  const chosen = { ...USUAL_CHOICES, dxf: { ...USUAL_CHOICES.dxf, curves: 'arcs', within: 0.02 } };
  const kind = formatOf('dxf');
  const bytes = kind.write(kind.meant(drawing, chosen.dxf), { ...chosen.dxf, within: 0.5 });
  jest.spyOn(kind, 'write').mockReturnValue(bytes);
  expect(() => handOff(drawing, 'Tea', 'dxf', chosen)).toThrow(
    expect.objectContaining({ code: 'hand-off-differs' }),
  );
});
