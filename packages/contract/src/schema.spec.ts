import { newJob } from '@drelk/core';
import { jobDocumentSchema, jobSettingsSchema } from './document.schema';
import { MOST_SAVED } from './wire';
import { handOffFactsSchema, saveSchema } from './wire.schema';
import { brokenOf } from '../testing/broken';

const source = {
  blob: 'a'.repeat(64),
  name: 'tea.png',
  kind: 'png',
  width: 10,
  height: 10,
  density: null,
  notes: [],
};
const document = newJob(source);
const inside = { kind: 'inside', at: null };

const withClean = (clean: object) => ({
  ...document,
  ink: { ...document.ink, clean: { ...document.ink.clean, ...clean } },
});
const brush = (points: unknown[]) => ({ kind: 'brush', tone: 'ink', width: 4, points });
const manyStrokes = (count: number) =>
  Object.fromEntries(
    Array.from({ length: count }, (_, k) => [k + 1, brush(Array<number>(40_000).fill(123456.7))]),
  );

const anchor = { box: [0, 0, 9, 9], area: 60, hole: false, at: [0, 4] };
const contour = { closed: true, kinds: 'lll', places: [0, 0, 9, 0, 9, 9, 0, 0] };
const withHand = (hand: object) => ({ ...document, line: { ...document.line, hand } });
const withContour = (more: object) => withHand({ 1: { from: [], contours: [{ ...contour, ...more }] } });

describe('what the hand did to paths, at the door', () => {
  it.each([
    ['a dropped contour', { 1: { from: [anchor], contours: [] } }],
    ['a changed one', { 7: { from: [anchor], contours: [contour] } }],
    ['a line with its pen', { 1: { from: [], contours: [{ ...contour, closed: false, pen: 2 }] } }],
    ['one in a plate', { 1: { from: [], contours: [{ ...contour, plate: '#aa3300' }] } }],
    ['an arc', { 1: { from: [], contours: [{ closed: false, kinds: 'a', places: [0, 0, 1, 9, 0] }] } }],
  ])('%s is taken', (_what, hand) => {
    expect(jobDocumentSchema.validate(withHand(hand)).error).toBeUndefined();
  });

  it.each([
    ['an edit of nothing', 'any.invalid at line.hand.1', withHand({ 1: { from: [], contours: [] } })],
    [
      'an edit without a number',
      'object.unknown at line.hand.one',
      withHand({ one: { from: [anchor], contours: [] } }),
    ],
    [
      'a closed contour that does not close',
      'any.invalid at line.hand.1.contours.0',
      withContour({ places: [0, 0, 9, 0, 9, 9, 1, 0] }),
    ],
    [
      'more numbers than its segments have',
      'any.invalid at line.hand.1.contours.0',
      withContour({ places: [...contour.places, 1, 1] }),
    ],
    [
      'a kind that is none',
      'string.pattern.base at line.hand.1.contours.0.kinds',
      withContour({ kinds: 'llx' }),
    ],
    [
      'no segments',
      'string.empty at line.hand.1.contours.0.kinds',
      withContour({ kinds: '', places: [0, 0] }),
    ],
    [
      'places that are no numbers',
      'array.includes at line.hand.1.contours.0.places',
      withContour({ places: [0, 0, 'a', 0, 9, 9, 0, 0] }),
    ],
    [
      'places out of this world',
      'array.includes at line.hand.1.contours.0.places',
      withContour({ places: [0, 0, 1e9, 0, 9, 9, 0, 0] }),
    ],
    ['a pen of nothing', 'number.positive at line.hand.1.contours.0.pen', withContour({ pen: 0 })],
    [
      'a plate that is no colour',
      'string.pattern.name at line.hand.1.contours.0.plate',
      withContour({ plate: 'red' }),
    ],
    [
      'an anchor without its box',
      'array.min at line.hand.1.from.0.box',
      withHand({ 1: { from: [{ ...anchor, box: [1, 2] }], contours: [] } }),
    ],
    [
      'more than a job keeps',
      'object.max at line.hand',
      withHand({ 1: { from: Array.from({ length: 4000 }, () => anchor), contours: manyContours(200) } }),
    ],
  ])('%s is refused by %s', (_what, rule, value) => {
    expect(brokenOf(jobDocumentSchema.validate(value))).toBe(rule);
  });
});

/** Contours of 1,000 curves each. */
function manyContours(count: number) {
  const places = [...Array<number>(6000).fill(1234.567), 0, 0];
  const one = { closed: false, kinds: 'c'.repeat(1000), places };
  return Array.from({ length: count }, () => one);
}

describe('the job document at the door', () => {
  it('is smaller with all strokes that are taken than what the server takes at once', () => {
    const full = {
      ...document,
      ink: { ...document.ink, strokes: manyStrokes(7) },
      line: { ...document.line, hand: { 1: { from: [], contours: manyContours(80) } } },
    };
    expect(jobDocumentSchema.validate(full).error).toBeUndefined();
    // Once as it is, and once as the steps of it.
    expect(2 * JSON.stringify(full).length).toBeLessThan(MOST_SAVED);
  });

  it('is taken as the core makes it', () =>
    expect(jobDocumentSchema.validate(document).error).toBeUndefined());

  it.each([
    [
      'a threshold of 300',
      'number.max at ink.threshold',
      { ...document, ink: { ...document.ink, threshold: 300 } },
    ],
    [
      'a negative size',
      'number.min at piece.length',
      { ...document, piece: { ...document.piece, length: -5 } },
    ],
    [
      'a blob that is no SHA-256',
      'string.pattern.name at source.blob',
      { ...document, source: { ...source, blob: '../../etc/passwd' } },
    ],
    ['rims evened over more than means anything', 'number.max at ink.clean.rims', withClean({ rims: 5000 })],
    [
      'strokes through too many places',
      'object.max at ink.strokes',
      { ...document, ink: { ...document.ink, strokes: manyStrokes(9) } },
    ],
    [
      'places that are no numbers',
      'array.includes at ink.strokes.1.points',
      { ...document, ink: { ...document.ink, strokes: { 1: brush(['a', 1]) } } },
    ],
    [
      'half a place',
      'array.length at ink.strokes.1.points',
      { ...document, ink: { ...document.ink, strokes: { 1: brush([1, 2, 3]) } } },
    ],
    ['an unknown key', 'object.unknown at extra', { ...document, extra: 1 }],
    ['an older schema', 'any.only at schema', { ...document, schema: 1 }],
    [
      'a stroke that has no number',
      'object.unknown at ink.strokes.one',
      { ...document, ink: { ...document.ink, strokes: { one: inside } } },
    ],
    [
      'strokes in a list',
      'object.base at ink.strokes',
      { ...document, ink: { ...document.ink, strokes: [inside] } },
    ],
    ['an empty name', 'string.empty at name', { ...document, name: '   ' }],
    ['nothing', 'any.required', undefined],
  ])('is refused with %s by %s', (_what, rule, value) => {
    expect(brokenOf(jobDocumentSchema.required().validate(value))).toBe(rule);
  });

  it('has how a vector file is taken where it begins with one, and nowhere else', () => {
    const vector = { join: 0.1, simplify: null, millimetresPerUnit: 25.4, without: ['guides'] };
    const file = { ...source, name: 'old.dxf', kind: 'dxf' };
    const valid = (value: object) => jobDocumentSchema.validate(value).error === undefined;
    expect(valid(newJob(file, vector))).toBe(true);
    expect(valid(newJob(file))).toBe(false);
    expect(valid(newJob(source, vector))).toBe(false);
    expect(valid(newJob(file, { ...vector, join: -1 }))).toBe(false);
    expect(valid(newJob(file, { ...vector, simplify: 0 }))).toBe(false);
  });

  it('may lack its source where settings alone are wanted', () => {
    expect(jobSettingsSchema.validate({ ...document, source: undefined }).error).toBeUndefined();
  });
});

it('a save names its revision and its steps', () => {
  const step = {
    label: 'Width',
    forward: [{ op: 'replace', path: ['piece', 'length'], value: 5 }],
    backward: [],
  };
  const save = { revision: 1, document, keep: 0, steps: [step], cursor: 1 };
  expect(saveSchema.validate(save).error).toBeUndefined();
  expect(brokenOf(saveSchema.validate({ ...save, revision: 0 }))).toBe('number.min at revision');
  const running = { ...save, steps: [{ ...step, forward: [{ op: 'run', path: [] }] }] };
  expect(brokenOf(saveSchema.validate(running))).toBe('any.only at steps.0.forward.0.op');
});

it('figures of a hand-off come as text from an address and are taken as numbers', () => {
  const facts = {
    name: 'a.svg',
    format: 'svg',
    width: '55',
    height: '40.5',
    contours: '3',
    cutLength: '210.2',
  };
  expect(handOffFactsSchema.validate(facts).value).toMatchObject({ width: 55, contours: 3 });
});
