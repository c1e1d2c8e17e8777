import { VECTOR_DEFAULTS } from '@drelk/core';
import { fakeWork, render, viewWith } from '../../../../testing/fake-work';
import { LineFile } from './line-file';

const counts = { contours: 15, closed: 9, open: 6, holes: 0, nodes: 10_646, segments: 10_640 };
const file = {
  unit: null,
  before: counts,
  after: { ...counts, contours: 10, nodes: 78 },
  mended: { 'ends joined': 3 },
  left: { texts: 2 },
  plates: [
    { name: 'cut', colour: '#d03020', shapes: 4 },
    { name: 'marks', colour: '#2040d0', shapes: 1 },
  ],
};

function work() {
  const fake = fakeWork(viewWith({ traced: undefined, file }));
  fake.store.change('A file', (draft) => {
    draft.vector = { ...VECTOR_DEFAULTS, without: [] };
  });
  const vector = () => fake.store.document()?.vector;
  return { ...fake, ...render(LineFile), vector };
}

it('says what the file held, what was mended and what was not taken', () => {
  const { text } = work();
  expect(text()).toContain('15 contours of 10646 nodes in the file; 10 of 78 once tidied.');
  expect(text()).toContain('3 ends joined');
  expect(text()).toContain('2 texts');
});

it('leaves layers out and takes them again, each a step that can be undone', () => {
  const { element, vector, fixture, store } = work();
  const boxes = () => [...element.querySelectorAll<HTMLInputElement>('input[type=checkbox]')];
  boxes()[1].click();
  fixture.detectChanges();
  expect(vector()?.without).toEqual(['marks']);
  expect(store.undoLabel()).toBe('Without marks');
  boxes()[1].click();
  expect(vector()?.without).toEqual([]);
});

it('fits curves anew where that is wanted, within a length that is typed', () => {
  const { element, vector, fixture } = work();
  const last = [...element.querySelectorAll<HTMLInputElement>('input[type=checkbox]')].pop();
  last?.click();
  fixture.detectChanges();
  expect(vector()?.simplify).toBe(0.05);
  const fields = [...element.querySelectorAll<HTMLInputElement>('input.figure')];
  const write = (field: HTMLInputElement, text: string) => {
    field.value = text;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    fixture.detectChanges();
  };
  write(fields[1], '0.2 mm');
  expect(vector()?.simplify).toBe(0.2);
  write(fields[0], 'abc');
  expect(vector()?.join).toBe(0.1);
  write(fields[0], '0.5');
  expect(vector()?.join).toBe(0.5);
});
