import { fakeWork, render, viewTraced } from '../../../testing/fake-work';
import { Understood } from './understood';

const square = (more: { corners?: number[]; offered?: number[] }) => ({
  corners: null,
  offered: null,
  hints: [],
  scale: { from: 'file' as const, millimetresPerPixel: 0.5, uncertainty: 0 },
  ...more,
});
const corners = [0, 0, 90, 4, 88, 70, 2, 72];

describe('what was understood', () => {
  it('is said in a line, and each part of it is taken back by itself', () => {
    const ink = { kind: 'photo' as const, levelled: true, lightOnDark: true, detail: 40 };
    const { store } = fakeWork(viewTraced({ ink, square: square({ corners }) }));
    const { text, press } = render(Understood);
    expect(text()).toMatch(/Photo: .*flattened.*light levelled.*light on dark.*detail calmed/);
    press('leave it as it is');
    expect(store.document()?.square.flatten).toBe('none');
    expect(text()).not.toContain('flattened');
    press('leave the light');
    press('turn it over');
    press('show all of it');
    expect(store.document()?.ink).toMatchObject({ ink: 'dark', tone: { levelled: false, detail: 100 } });
    expect(text()).toContain('Photo, taken as it is.');
    expect(store.steps().map(({ label }) => label)).toEqual([
      'Not flattened',
      'Light left as it is',
      'Turn it over',
      'All detail',
    ]);
    store.undo();
    expect(store.undoLabel()).toBe('Turn it over');
  });

  it('offers the sides that are not sure to be those of a sheet', () => {
    const ink = { kind: 'photo' as const };
    const { store, bench } = fakeWork(viewTraced({ ink, square: square({ offered: corners }) }));
    const { press, text } = render(Understood);
    expect(text()).toContain('four straight sides in view');
    press('flatten by them');
    expect(store.document()?.square.flatten).toEqual(corners);
    expect(bench.stage()).toBe('square');
  });

  it('goes when it is found all right', () => {
    fakeWork();
    const { press, text } = render(Understood);
    press('All right');
    expect(text()).toBe('');
  });
});
