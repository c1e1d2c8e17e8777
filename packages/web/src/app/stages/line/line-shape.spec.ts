import { TestBed } from '@angular/core/testing';
import { type Shape, circleContour, packPaths } from '@drelk/core';
import { fakeWork, render, viewWith } from '../../../../testing/fake-work';
import { PathHand } from '../../job/path/path-hand';
import { PathShaping } from '../../job/path/path-shaping';
import { LineShape } from './line-shape';

/** A ring and three dots in a row, unevenly apart. */
const shapes: Shape[] = [
  { outer: circleContour({ x: 40, y: 40 }, 30), holes: [circleContour({ x: 45, y: 40 }, 12, true)] },
  { outer: circleContour({ x: 120, y: 40 }, 6), holes: [] },
  { outer: circleContour({ x: 140, y: 52 }, 6), holes: [] },
  { outer: circleContour({ x: 200, y: 40 }, 6), holes: [] },
];
const paths = packPaths(shapes);

function work(...numbers: number[]) {
  const fake = fakeWork(viewWith({ paths }));
  const hand = TestBed.inject(PathHand);
  const page = render(LineShape);
  numbers.forEach((number, k) => hand.pick(paths.ids[number], k > 0));
  page.fixture.detectChanges();
  const edits = () => Object.values(fake.store.document()?.line.hand ?? {});
  const starts = () => edits().map(({ contours }) => contours[0]?.places.slice(0, 2));
  return { ...fake, ...page, hand, edits, starts };
}

const asked = (mock: jest.Mock) =>
  mock.mock.calls.map(([call, asks]) => [call, (asks as { what?: unknown }).what]);

it('asks for shapes that are grown, with their corners, in pixels of the paths', () => {
  const { press, engine } = work(2);
  press('Grow');
  // Half a millimetre is a pixel here.
  expect(asked(engine.ask)).toContainEqual([
    'reshaped',
    { how: 'grown', by: 2, corners: 'round', within: 0.02 },
  ]);
  press('Fit anew');
  expect(asked(engine.ask)).toContainEqual(['reshaped', { how: 'fewer nodes', within: 0.1 }]);
});

it('brings shapes in line with the one that was clicked last', () => {
  const { press, starts, store } = work(2, 3);
  press('middle');
  expect(store.undoLabel()).toBe('2 contours brought in line, middle');
  expect(starts()).toEqual([[126, 52]]);
});

it('spreads shapes out evenly, the outermost staying', () => {
  const { press, starts } = work(2, 3, 4);
  press('Spread across');
  expect(starts()).toEqual([[166, 52]]);
});

it('sets two so far apart as is typed, and tells what is no length', () => {
  const { press, starts, fixture, work: bench } = work(2, 4);
  fixture.componentInstance.apart.set('50 mm');
  press('Set');
  expect(starts()).toEqual([[106, 40]]);
  fixture.componentInstance.apart.set('wide');
  fixture.componentInstance.setApart();
  expect(bench.problems.tell).toHaveBeenCalledWith(expect.objectContaining({ code: 'bad-length' }));
});

it('puts a hole in the middle of its outline, and fills it', () => {
  const { press, starts, edits } = work(1);
  press('Centre in the outline');
  expect(starts()).toEqual([[52, 40]]);
  expect(edits()).toHaveLength(1);
});

it('makes copies in a row, and tells how many there may be', () => {
  const { press, edits, fixture, work: bench } = work(2);
  press('Row across');
  expect(edits()).toHaveLength(2);
  fixture.componentInstance.count.set('a few');
  fixture.componentInstance.copyInRow('down');
  expect(bench.problems.tell).toHaveBeenCalledWith(expect.objectContaining({ code: 'bad-figure' }));
});

it('nudges what is picked by a step in the job’s unit', () => {
  const { starts, store } = work(2);
  TestBed.inject(PathShaping).nudge(1, 0, true);
  expect(store.undoLabel()).toBe('A contour nudged');
  expect(starts()).toEqual([[128, 40]]);
});
