import { type Drawing, type FormatId, USUAL_CHOICES, formatOf } from '../format';
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
