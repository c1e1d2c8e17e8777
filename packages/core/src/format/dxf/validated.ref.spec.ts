import fc from 'fast-check';
import { type Contour, type Segment, circleContour, reverseContour } from '../../geometry';
import { leaf } from '../../testing/curves';
import { faultsIn } from '../../testing/dxf-validator';
import type { Drawing, DrawingPath, Task } from '../drawing';
import type { Chosen } from '../file-format';
import { usualOf } from '../file-format';
import { textOf } from '../text';
import { dxf } from './format';

/** Any contour: lines, arcs and cubics between places of a sheet. */
const figure = (most: number, parts: number) =>
  fc.integer({ min: -most * parts, max: most * parts }).map((value) => value / parts);
const place = fc.record({ x: figure(400, 30), y: figure(400, 30) });
const segment: fc.Arbitrary<Segment> = fc.oneof(
  place.map((to): Segment => ({ kind: 'line', ...to })),
  fc.tuple(place, figure(1, 300)).map(([to, bulge]): Segment => ({ kind: 'arc', bulge, ...to })),
  fc
    .tuple(place, place, place)
    .map(([to, a, b]): Segment => ({ kind: 'cubic', x1: a.x, y1: a.y, x2: b.x, y2: b.y, ...to })),
);
const contour: fc.Arbitrary<Contour> = fc.oneof(
  fc
    .tuple(place, fc.array(segment, { minLength: 2, maxLength: 8 }), fc.boolean())
    .map(([start, segments, closed]): Contour => ({
      start,
      segments: closed ? [...segments, { kind: 'line', ...start }] : segments,
      closed,
    })),
  fc
    .tuple(place, fc.double({ min: 0.1, max: 90, noNaN: true }))
    .map(([at, radius]) => circleContour(at, radius)),
);
const path: fc.Arbitrary<DrawingPath> = fc
  .tuple(
    contour,
    fc.constantFrom<Task>('cut-through', 'score', 'engrave', 'pocket', 'guide'),
    fc.option(fc.string()),
  )
  .map(([outer, task, name]) => ({
    task,
    shape: { outer, holes: [], ...(outer.closed ? {} : { pen: 0.2 }) },
    ...(name === null ? {} : { plate: { name, colour: '#c98a5f' } }),
  }));
const drawing: fc.Arbitrary<Drawing> = fc
  .tuple(fc.array(path, { minLength: 1, maxLength: 6 }), fc.constantFrom<'mm' | 'in'>('mm', 'in'))
  .map(([paths, units]) => ({ frame: { left: -400, top: -400, right: 400, bottom: 400 }, units, paths }));
/** Any of the choices that there are. */
const chosen: fc.Arbitrary<Chosen> = fc.record(
  Object.fromEntries(
    dxf.options.map((option): [string, fc.Arbitrary<string | number>] => [
      option.id,
      'figure' in option
        ? fc.constantFrom(option.figure.least, option.figure.usual, option.figure.most)
        : fc.constantFrom(...option.choices.map((choice) => choice.id)),
    ]),
  ),
);
const written = (own: Drawing, choices: Chosen) => textOf(dxf.write(dxf.meant(own, choices), choices));

it('of 300 random drawings, with any choices, none breaks a rule of the reference', () => {
  fc.assert(
    fc.property(drawing, chosen, (own, choices) => {
      fc.pre(dxf.meant(own, choices).paths.length > 0);
      expect(faultsIn(written(own, choices))).toEqual([]);
    }),
    { numRuns: 300 },
  );
});

describe('the validator finds', () => {
  const own: Drawing = {
    frame: { left: 0, top: 0, right: 100, bottom: 100 },
    units: 'mm',
    paths: [
      {
        task: 'cut-through',
        shape: { outer: leaf, holes: [reverseContour(circleContour({ x: 58, y: 30 }, 3))] },
      },
      { task: 'score', shape: { outer: circleContour({ x: 20, y: 20 }, 6), holes: [] } },
    ],
  };
  const [old, newer] = ['r12', '2000'].map((release) => written(own, { ...usualOf(dxf), release }));

  it('nothing in either file as it is', () => expect([faultsIn(old), faultsIn(newer)]).toEqual([[], []]));

  it.each<[what: string, from: 'old' | 'newer', was: string | RegExp, becomes: string]>([
    ['a comma in a number', 'old', '20.0\n', '20,0\n'],
    ['a layer of which no table knows', 'old', '  8\nSCORE', '  8\nSKORE'],
    ['a polyline without its end', 'old', '  0\nSEQEND\n  8\nCUT_THROUGH\n', ''],
    ['extents that are another’s', 'old', /\$EXTMAX\n 10\n[\d.]+/, '$EXTMAX\n 10\n9000.0'],
    ['a file cut short', 'old', '  0\nEOF\n', ''],
    ['a line type that is not there', 'old', '  6\nCONTINUOUS', '  6\nDASHED'],
    ['a colour that is none', 'old', ' 62\n', ' 62\n9'],
    ['an umlaut', 'newer', 'CUT_THROUGH', 'CUT_THRÜ'],
    ['a handle twice', 'newer', '  5\n101\n', '  5\n100\n'],
    ['a handle beyond the seed', 'newer', '$HANDSEED\n  5\n103', '$HANDSEED\n  5\n50'],
    [
      'an owner that is not there',
      'newer',
      '330\nA\n100\nAcDbEntity\n  8\nSCORE',
      '330\nFF\n100\nAcDbEntity\n  8\nSCORE',
    ],
    ['a class left out', 'newer', '100\nAcDbSpline\n', ''],
    ['a knot too many', 'newer', ' 40\n0.0\n 40\n0.0\n', ' 40\n0.0\n 40\n0.0\n 40\n0.0\n'],
    ['a spline that says it closes and does not', 'newer', /( 40\n[\d.]+\n 10\n)[\d.]+/, '$159.0'],
    [
      'a table that counts too few',
      'newer',
      /2\nLAYER\n( {2}5\n3\n330\n0\n100\nAcDbSymbolTable\n 70\n)3/,
      '2\nLAYER\n$11',
    ],
    ['a table left out', 'newer', /TABLE\n {2}2\nVIEW[^]*?ENDTAB\n {2}0\n/, ''],
    ['no paper space', 'newer', /\*Paper_Space/g, '*Other_Space'],
    ['a circle of no size', 'newer', ' 40\n6.0', ' 40\n0.0'],
  ])('%s', (_, from, was, becomes) => {
    const whole = from === 'old' ? old : newer;
    const broken = whole.replace(was, becomes);
    expect(broken).not.toBe(whole);
    expect(faultsIn(broken)).not.toEqual([]);
  });
});
