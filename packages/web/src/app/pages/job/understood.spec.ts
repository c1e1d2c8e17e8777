import type { UsedPlate } from '@drelk/core';
import { fakeWork, render, viewTraced } from '../../../../testing/fake-work';
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

  it('says that dots are evened out and that colour tells ink from paper, and undoes either', () => {
    const { store } = fakeWork(viewTraced({ ink: { kind: 'logo', by: 'tone', dots: 5, byColour: true } }));
    const { press, text } = render(Understood);
    expect(text()).toContain('dots evened out');
    expect(text()).toContain('told apart by colour');
    expect(text()).toContain('one colour ink, the other paper');
    expect(text()).not.toContain('dark');
    press('leave them');
    expect(store.document()?.ink.tone.dots).toBe(false);
    press('by light alone');
    expect(store.document()?.ink.tone.of).toBe('light');
  });

  it('says how much dust is left out, and keeps it', () => {
    const cleaned = { specks: 310, pinholes: 41, gaps: 0, necks: 0, dropped: 0, components: 3 };
    const { store } = fakeWork(viewTraced({ ink: { kind: 'scan', cleaned } }));
    const { press, text } = render(Understood);
    expect(text()).toContain('351 specks and pinholes left out');
    press('keep them');
    expect(store.document()?.ink.clean).toMatchObject({ specks: 0, pinholes: 0 });
    expect(text()).not.toContain('left out');
  });

  it('names the colours that are left to the paper, and keeps them', () => {
    const plate = (name: string, share: number, ink: boolean): UsedPlate => ({
      colour: '#000000',
      name,
      share,
      ink,
      lab: [0, 0, 0],
      tone: 0,
      shown: '#000000',
      of: [0],
    });
    const plates = [plate('white', 0.7, false), plate('yellow', 0.12, false), plate('blue', 0.18, true)];
    const { store } = fakeWork(viewTraced({ ink: { kind: 'flat', by: 'plates', plates } }));
    const { press, text } = render(Understood);
    expect(text()).toContain('yellow (12 %) left to the paper');
    press('keep all colours');
    expect(store.document()?.ink.plates.ink).toBe('all');
    expect(text()).not.toContain('left to the paper');
  });

  it('says that squares or rulings of the paper are taken out, and leaves them', () => {
    const { store } = fakeWork(viewTraced({ ink: { kind: 'scan', rulings: { level: 20, upright: 30 } } }));
    const { press, text } = render(Understood);
    expect(text()).toContain('squares taken out');
    press('leave them');
    expect(store.document()?.ink.tone.rulings).toBe(false);
    expect(text()).not.toContain('squares taken out');
  });

  it('names what the picture may as well be, where it is not sure, and takes it as that', () => {
    const { store } = fakeWork(viewTraced({ ink: { kind: 'scan', other: 'line' } }));
    const { press, text } = render(Understood);
    expect(text()).toContain('perhaps line drawing');
    press('take it as that');
    expect(store.document()?.ink.kind).toBe('line');
    expect(store.undoLabel()).toBe('Taken as line drawing');
    expect(text()).not.toContain('perhaps line drawing');
  });

  it('offers the words of a photo once they are found, and takes them back', async () => {
    const { store, engine } = fakeWork(viewTraced({ ink: { kind: 'photo' } }));
    engine.ask.mockResolvedValue({
      lines: [{ letters: 8, box: { left: 0, top: 0, right: 9, bottom: 4 }, at: [4, 2] }],
    });
    const { press, text, fixture } = render(Understood);
    await fixture.whenStable();
    await new Promise((resolve) => setTimeout(resolve));
    fixture.detectChanges();
    expect(text()).toContain('one line of words');
    press('take the words only');
    expect(store.document()?.ink.words).toBe('all');
    expect(text()).toContain('the words only');
    expect(text()).not.toContain('turn it over');
    press('take all of the picture');
    expect(store.document()?.ink.words).toBeNull();
  });

  it('says that one thing is cut out, and takes it back', () => {
    const { store } = fakeWork(viewTraced({ ink: { kind: 'photo', levelled: true } }));
    store.change('Cut out', ({ ink }) => {
      ink.cut = { loop: null, marks: {}, gives: 'silhouette' };
    });
    const { press, text } = render(Understood);
    expect(text()).toMatch(/one thing cut out/);
    expect(text()).not.toContain('light levelled');
    press('take all of the picture');
    expect(store.document()?.ink.cut).toBeNull();
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
