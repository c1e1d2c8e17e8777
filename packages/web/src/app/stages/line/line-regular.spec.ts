import { TestBed } from '@angular/core/testing';
import { fakeWork, render, viewWith } from '../../../../testing/fake-work';
import { RegularPaths } from '../../job/path/regular-paths';
import { LineRegular } from './line-regular';

const evened = [
  { kind: 'alike' as const, ids: [1, 4, 5] },
  { kind: 'alike' as const, ids: [2, 3] },
  { kind: 'mirrored' as const, ids: [6] },
];

function shown() {
  const { traced } = viewWith();
  const { store } = fakeWork(viewWith(traced ? { traced: { ...traced, evened } } : {}));
  return { store, panel: render(LineRegular) };
}

it('lists what was evened out, and lights its paths while it is pointed at', () => {
  const { panel } = shown();
  expect(panel.text()).toMatch(/1 contour mirrors itself.*2 forms are there 5 times, each time the same/);
  const paths = TestBed.inject(RegularPaths);
  expect(paths.ids()).toEqual([]);
  const [mirrored, alike] = [...panel.element.querySelectorAll('li button')];
  alike.dispatchEvent(new Event('focus'));
  expect(paths.ids()).toEqual([1, 4, 5, 2, 3]);
  alike.dispatchEvent(new Event('blur'));
  mirrored.dispatchEvent(new Event('pointerenter'));
  expect(paths.ids()).toEqual([6]);
});

it('leaves paths as they were found where it is turned off, as a step that is named', () => {
  const { store, panel } = shown();
  panel.element.querySelector('input')?.click();
  expect(store.document()?.line.regular).toBe(false);
  expect(store.lastStep()?.label).toBe('As found, not regular');
});
