import { fakeWork, render, viewTraced } from '../../../../testing/fake-work';
import { CornersTool, LevelTool, RulerTool } from '../../bench/tools/square-tools';
import { SquarePanel } from './square-panel';
import { SquareScale } from './square-scale';

/** Promises that hang on one another have all been answered by the next turn. */
const settled = () => new Promise((resolve) => setTimeout(resolve));
const none = { from: 'none' as const, millimetresPerPixel: null, uncertainty: 1 };

describe('the panel of Square up', () => {
  it('says what was measured, with what would mend it', () => {
    const hint = { kind: 'focus' as const, message: 'Edges are soft.', hint: 'Take it again.' };
    fakeWork(viewTraced({ square: { corners: null, offered: null, scale: none, hints: [hint] } }));
    const { text } = render(SquarePanel);
    expect(text()).toContain('Edges are soft.Take it again.');
    expect(text()).toContain('no true size yet');
  });

  it('turns left and right on screen, mirrored or not', () => {
    const { store } = fakeWork();
    const { press } = render(SquarePanel);
    press('Left');
    expect(store.document()?.square.turn).toBe(1);
    press('Right');
    press('Right');
    expect(store.document()?.square.turn).toBe(3);
    press('Mirror');
    press('Left');
    expect(store.document()?.square).toMatchObject({ turn: 2, mirror: true });
  });

  it('turns by an angle in degrees, and takes a crop off', () => {
    const { store } = fakeWork();
    const { slide, press } = render(SquarePanel);
    slide('Angle', 30);
    expect(store.document()?.square.angle).toBeCloseTo(Math.PI / 6, 4);
    store.change(
      'Crop',
      ({ square }) => void (square.crop = { kind: 'box', points: [0, 0, 9, 0, 9, 9, 0, 9] }),
    );
    const again = render(SquarePanel);
    again.press('Whole');
    expect(store.document()?.square.crop).toBeNull();
    press('not');
    expect(store.document()?.square.flatten).toBe('none');
  });

  it('takes up corners where a sheet is seen, and flattens once one was moved', async () => {
    const { store, tools, engine } = fakeWork();
    engine.ask.mockImplementation((type: string) =>
      type === 'sheet'
        ? Promise.resolve({ corners: [10, 10, 90, 12, 88, 70, 8, 66] })
        : new Promise(() => undefined),
    );
    render(SquarePanel).press('Corners by hand');
    await settled();
    const tool = tools.active();
    expect(tool).toBeInstanceOf(CornersTool);
    expect(store.steps()).toEqual([]);
    expect(tool?.overlay().grips[2]).toMatchObject({ x: 88, y: 70 });
    tool?.press({ x: 88, y: 70 }, 2);
    tool?.move({ x: 85, y: 71 });
    expect(store.shown()?.square.flatten).toEqual([10, 10, 90, 12, 85, 71, 8, 66]);
    tool?.release({ x: 85, y: 71 });
    expect(store.document()?.square.flatten).toEqual([10, 10, 90, 12, 85, 71, 8, 66]);
  });

  it('levels by a line, to the nearest quarter turn', () => {
    const { store, tools, engine } = fakeWork();
    engine.ask.mockReturnValue(new Promise(() => undefined));
    render(SquarePanel).press('Level by a line');
    const tool = tools.active() as LevelTool;
    tool.press({ x: 10, y: 10 });
    tool.move({ x: 8, y: 60 });
    tool.release();
    // Plumb, leaning to the left at its foot by atan(2 / 50).
    expect(store.document()?.square.angle).toBeCloseTo(Math.atan(2 / 50), 4);
    expect(tools.active()).toBeUndefined();
  });
});

describe('the scale', () => {
  it('comes from two places that cling to marks, once the length between is given', async () => {
    const { store, tools, engine } = fakeWork();
    engine.ask.mockImplementation((type: string, asks: { at?: { x: number } }) =>
      type === 'cling'
        ? Promise.resolve({ x: Math.round((asks.at?.x ?? 0) / 10) * 10, y: 20 })
        : new Promise(() => undefined),
    );
    const { press, fixture, element } = render(SquareScale);
    press('Two points on a ruler');
    const tool = tools.active() as RulerTool;
    for (const x of [12, 68]) {
      tool.press({ x, y: 20 }, -1);
      tool.release({ x, y: 20 });
      await settled();
    }
    expect(tool.places()).toEqual([10, 20, 70, 20]);
    fixture.detectChanges();
    const field = element.querySelector('input') as HTMLInputElement;
    field.value = '2 1/4 in';
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    expect(store.document()?.square.scale).toEqual({
      by: 'ruler',
      from: [10, 20],
      to: [70, 20],
      length: 57.15,
    });
    fixture.detectChanges();
    field.value = 'abc';
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    fixture.detectChanges();
    expect(element.textContent).toContain('“abc” is not a length');
    expect(store.steps()).toHaveLength(1);
  });

  it('keeps two places whose length was not given yet for when the ruler is taken up again', async () => {
    const { tools, engine, store } = fakeWork();
    engine.ask.mockImplementation((type: string, { at }: { at?: object }) =>
      type === 'cling' ? Promise.resolve(at) : new Promise(() => undefined),
    );
    const { press } = render(SquareScale);
    press('Two points on a ruler');
    for (const x of [12, 68]) {
      (tools.active() as RulerTool).press({ x, y: 20 }, -1);
      (tools.active() as RulerTool).release({ x, y: 20 });
      await settled();
    }
    tools.putDown();
    press('Two points on a ruler');
    expect((tools.active() as RulerTool).places()).toEqual([12, 20, 68, 20]);
    expect(store.steps()).toEqual([]);
  });

  it('comes from a known sheet, and back to what the file says', () => {
    const { store } = fakeWork();
    const { element, fixture, press } = render(SquareScale);
    const select = element.querySelector('select') as HTMLSelectElement;
    select.value = 'a4';
    select.dispatchEvent(new Event('change'));
    expect(store.document()?.square.scale).toEqual({ by: 'rectangle', name: 'a4', width: 297, height: 210 });
    fixture.detectChanges();
    press('What the file says');
    expect(store.document()?.square.scale).toEqual({ by: 'file' });
  });

  it('says how sure it is', () => {
    const scale = { from: 'ruler' as const, millimetresPerPixel: 0.1034, uncertainty: 0.0012 };
    fakeWork(viewTraced({ square: { corners: null, offered: null, hints: [], scale } }));
    expect(render(SquareScale).text()).toContain('from a ruler, sure to 0.1 %');
  });
});
