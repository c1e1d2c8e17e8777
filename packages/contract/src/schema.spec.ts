import { newJob } from '@drelk/core';
import { jobDocumentSchema, jobSettingsSchema } from './document.schema';
import { MOST_SAVED } from './wire';
import { handOffFactsSchema, saveSchema } from './wire.schema';

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
    ['an edit of nothing', withHand({ 1: { from: [], contours: [] } })],
    ['an edit without a number', withHand({ one: { from: [anchor], contours: [] } })],
    ['a closed contour that does not close', withContour({ places: [0, 0, 9, 0, 9, 9, 1, 0] })],
    ['more numbers than its segments have', withContour({ places: [...contour.places, 1, 1] })],
    ['a kind that is none', withContour({ kinds: 'llx' })],
    ['no segments', withContour({ kinds: '', places: [0, 0] })],
    ['places that are no numbers', withContour({ places: [0, 0, 'a', 0, 9, 9, 0, 0] })],
    ['places out of this world', withContour({ places: [0, 0, 1e9, 0, 9, 9, 0, 0] })],
    ['a pen of nothing', withContour({ pen: 0 })],
    ['a plate that is no colour', withContour({ plate: 'red' })],
    ['an anchor without its box', withHand({ 1: { from: [{ ...anchor, box: [1, 2] }], contours: [] } })],
    [
      'more than a job keeps',
      withHand({ 1: { from: Array.from({ length: 4000 }, () => anchor), contours: manyContours(200) } }),
    ],
  ])('%s is refused', (_what, value) => {
    expect(jobDocumentSchema.validate(value).error).toBeDefined();
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
    ['a threshold of 300', { ...document, ink: { ...document.ink, threshold: 300 } }],
    ['a negative size', { ...document, piece: { ...document.piece, length: -5 } }],
    ['a blob that is no SHA-256', { ...document, source: { ...source, blob: '../../etc/passwd' } }],
    ['rims evened over more than means anything', withClean({ rims: 5000 })],
    ['strokes through too many places', { ...document, ink: { ...document.ink, strokes: manyStrokes(9) } }],
    [
      'places that are no numbers',
      { ...document, ink: { ...document.ink, strokes: { 1: brush(['a', 1]) } } },
    ],
    ['half a place', { ...document, ink: { ...document.ink, strokes: { 1: brush([1, 2, 3]) } } }],
    ['an unknown key', { ...document, extra: 1 }],
    ['an older schema', { ...document, schema: 1 }],
    ['a stroke that has no number', { ...document, ink: { ...document.ink, strokes: { one: inside } } }],
    ['strokes in a list', { ...document, ink: { ...document.ink, strokes: [inside] } }],
    ['an empty name', { ...document, name: '   ' }],
    ['nothing', undefined],
  ])('is refused with %s', (_what, value) => {
    expect(jobDocumentSchema.required().validate(value).error).toBeDefined();
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
  expect(saveSchema.validate({ ...save, revision: 0 }).error).toBeDefined();
  expect(
    saveSchema.validate({ ...save, steps: [{ ...step, forward: [{ op: 'run', path: [] }] }] }).error,
  ).toBeDefined();
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
