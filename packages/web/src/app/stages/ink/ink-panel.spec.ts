import { TestBed } from '@angular/core/testing';
import { DrelkError, type UsedPlate } from '@drelk/core';
import { fakeWork, render, viewTraced } from '../../../../testing/fake-work';
import { CutTool } from '../../bench/tools/cut-tools';
import { AxisTool, BrushTool, ClickTool, LoopTool, PourTool } from '../../bench/tools/ink-tools';
import { Lighting } from '../../job/tool/lighting';
import { Words } from '../../job/words';
import { Histogram } from './kinds/histogram';
import { InkBackground } from './paper/ink-background';
import { InkBands } from './kinds/ink-bands';
import { InkClean } from './touched/ink-clean';
import { InkCut } from './paper/ink-cut';
import { InkEdges } from './kinds/ink-edges';
import { InkHand } from './touched/ink-hand';
import { InkPanel } from './ink-panel';
import { InkPlates } from './kinds/ink-plates';
import { InkTone } from './paper/ink-tone';
import { InkWords } from './kinds/ink-words';

beforeEach(() => {
  // jsdom has no canvas to draw a chart on.
  TestBed.overrideComponent(Histogram, { set: { template: '' } });
  jest.spyOn(Histogram.prototype as unknown as { draw: () => void }, 'draw').mockImplementation();
});

/** A component whose parts are all folded open. */
function opened<T>(component: new (...args: never[]) => T) {
  const rendered = render(component);
  rendered.element.querySelectorAll<HTMLElement>('[aria-expanded=false]').forEach((button) => button.click());
  rendered.fixture.detectChanges();
  return rendered;
}
const facts = (more: object) => viewTraced({ ink: more });

describe('the panel of Ink', () => {
  it('tries a threshold while the hand moves, and takes it when it lets go', () => {
    const { store } = fakeWork();
    const { slide, press } = render(InkPanel);
    slide('Threshold', 90, false);
    expect(store.shown()?.ink.threshold).toBe(90);
    expect(store.document()?.ink.threshold).toBe('auto');
    slide('Threshold', 95);
    expect(store.document()?.ink.threshold).toBe(95);
    press('Automatic: 128');
    press('Follow the light');
    expect(store.document()?.ink.threshold).toBe('local');
    expect(store.steps().map((step) => step.label)).toEqual([
      'Threshold 95',
      'Automatic threshold',
      'Follow the light',
    ]);
  });

  it('shows the kind that was seen, and lets another be set with one click', () => {
    const { store } = fakeWork();
    const { element, press, text } = render(InkPanel);
    expect(element.querySelector('.kinds [aria-pressed=true]')?.textContent).toContain('Logo');
    expect(text()).toContain('Seen in the picture');
    press('Photo');
    expect(store.document()?.ink).toMatchObject({ kind: 'photo', by: 'auto' });
    press('edges');
    expect(store.document()?.ink.by).toBe('edges');
    press('Back to what was seen');
    expect(store.document()?.ink).toMatchObject({ kind: 'auto', by: 'auto' });
  });

  it('says what is about to vanish, and lights it up on request', () => {
    fakeWork();
    const { text, press, fixture } = render(InkPanel);
    const lighting = TestBed.inject(Lighting);
    expect(text()).toContain('18.0 % falls to paper');
    press('Light it up');
    expect(lighting.kept()).toEqual({ kind: 'vanishing' });
    press('Put the light out');
    expect(lighting.kept()).toBeUndefined();
    press('Light it up');
    fixture.destroy();
    expect(lighting.kept()).toBeUndefined();
  });

  it('makes no step by being opened', () => {
    const { store } = fakeWork();
    opened(InkPanel);
    expect(store.steps()).toEqual([]);
  });
});

it('tone: brightness, contrast, levelled light', () => {
  const { store } = fakeWork();
  const { slide, press } = opened(InkTone);
  slide('Brightness', 20);
  slide('Contrast', -10);
  press('yes');
  expect(store.document()?.ink.tone).toEqual({
    brightness: 20,
    contrast: -10,
    levelled: true,
    detail: 'auto',
    rulings: 'auto',
    dots: 'auto',
    of: 'auto',
  });
  press('left');
  expect(store.document()?.ink.tone.rulings).toBe(false);
  expect(store.undoLabel()).toBe('Rulings left');
});

it('tone: dots of a print, and tones of light alone', () => {
  const { store } = fakeWork();
  const { press } = opened(InkTone);
  press('kept');
  expect(store.document()?.ink.tone.dots).toBe(false);
  expect(store.undoLabel()).toBe('Dots kept');
  press('light');
  expect(store.document()?.ink.tone.of).toBe('light');
});

describe('plates', () => {
  const plate = (colour: string, name: string, share: number, ink: boolean, number: number): UsedPlate => ({
    colour,
    name,
    share,
    ink,
    shown: colour,
    lab: [0.5, 0, 0],
    tone: 100,
    of: [number],
  });
  const plates = [
    plate('#f6efdf', 'cream', 0.5, false, 0),
    plate('#23324a', 'dark blue', 0.4, true, 1),
    plate('#b5573a', 'brown', 0.1, true, 2),
  ];

  it('lights up a plate while it is pointed at or has the focus', () => {
    fakeWork(facts({ by: 'plates', plates }));
    const { element } = render(InkPlates);
    const lighting = TestBed.inject(Lighting);
    const [, blue] = element.querySelectorAll('li');
    blue.dispatchEvent(new Event('pointerenter'));
    expect(lighting.pointed()).toEqual({ kind: 'plate', colour: '#23324a' });
    blue.dispatchEvent(new Event('pointerleave'));
    expect(lighting.pointed()).toBeUndefined();
    blue.dispatchEvent(new Event('focusin', { bubbles: true }));
    expect(lighting.pointed()).toEqual({ kind: 'plate', colour: '#23324a' });
  });

  it('are ticked as ink, shown alone, merged and put in order', () => {
    const { store } = fakeWork(facts({ by: 'plates', plates }));
    const { element, press, text } = render(InkPlates);
    expect(text()).toContain('dark blue, 40.0 %');
    element.querySelectorAll<HTMLInputElement>('input[type=checkbox]')[2].click();
    expect(store.document()?.ink.plates.ink).toEqual(['#23324a']);
    press('only cream');
    expect(store.document()?.ink.plates.ink).toEqual(['#f6efdf']);
    element.querySelector<HTMLElement>('[aria-label="Pick dark blue to merge"]')?.click();
    element.querySelector<HTMLElement>('[aria-label="Pick brown to merge"]')?.click();
    TestBed.tick();
    press('Merge picked');
    expect(store.document()?.ink.plates.merged).toEqual([['#b5573a', '#23324a']]);
    element.querySelector<HTMLElement>('[aria-label="Move brown up"]')?.click();
    expect(store.document()?.ink.plates.order).toEqual(['#f6efdf', '#b5573a', '#23324a']);
  });

  it('are as many as asked for, and recoloured', () => {
    const { store } = fakeWork(facts({ by: 'plates', plates }));
    const { element, slide } = render(InkPlates);
    const swatch = element.querySelector<HTMLInputElement>('input[type=color]') as HTMLInputElement;
    swatch.value = '#112233';
    swatch.dispatchEvent(new Event('change'));
    expect(store.document()?.ink.plates.recoloured).toEqual([['#f6efdf', '#112233']]);
    slide('Plates', 4);
    expect(store.document()?.ink.plates).toMatchObject({ count: 4, merged: [], ink: 'auto' });
  });
});

it('bands: levels keep their order, and ink is shown up to one of them', () => {
  const { store } = fakeWork(facts({ by: 'bands', bands: [60, 120, 200] }));
  const { slide, element, press } = render(InkBands);
  slide('Level 2', 240);
  expect(store.document()?.ink.bands.levels).toEqual([60, 199, 200]);
  const select = element.querySelector('select') as HTMLSelectElement;
  select.value = '1';
  select.dispatchEvent(new Event('change'));
  expect(store.document()?.ink.bands.shown).toBe(1);
  press('As found');
  expect(store.document()?.ink.bands).toEqual({ levels: 'auto', shown: 'all' });
});

it('edges: how fine, how strong, how wide', () => {
  const { store } = fakeWork(facts({ by: 'edges' }));
  const { slide } = render(InkEdges);
  slide('Detail left out under', 2);
  slide('Only the strongest', 60);
  slide('Width of the lines', 5);
  expect(store.document()?.ink.edges).toEqual({ fineness: 2, strength: 60, width: 5 });
});

it('cleaning: areas and lengths by sliders, counts before and after, gaps by one click', () => {
  const { store } = fakeWork();
  const { slide, press, text } = opened(InkClean);
  expect(text()).toContain('7 specks dropped, 2 pinholes filled; 3 areas left.');
  expect(text()).toContain('1.0 mm²');
  press('Bridge the gaps');
  slide('Drop specks under', 10);
  slide('Thicken or thin all ink by', -2);
  slide('Only the largest areas', 2);
  expect(store.document()?.ink.clean).toMatchObject({ gaps: 15, specks: 100, grow: -2, largest: 2 });
  slide('Only the largest areas', 0);
  expect(store.document()?.ink.clean.largest).toBeNull();
});

it('background: from the rim, clicked away, clicked to be kept, and none of it', () => {
  const { store, tools } = fakeWork();
  const { slide, press, fixture } = opened(InkBackground);
  slide('From the rim, colours within', 12);
  press('Click away');
  (tools.active() as ClickTool).press({ x: 30.44, y: 20 });
  expect(store.document()?.ink.background).toEqual({ tolerance: 12, away: [30.4, 20], keep: [] });
  fixture.detectChanges();
  press('Click to keep');
  (tools.active() as ClickTool).press({ x: 5, y: 6 });
  fixture.detectChanges();
  press('None of it');
  expect(store.document()?.ink.background).toEqual({ tolerance: null, away: [], keep: [] });
});

describe('by hand', () => {
  const strokes = (store: ReturnType<typeof fakeWork>['store']) =>
    Object.values(store.document()?.ink.strokes ?? {});

  it('brushes, on both sides of an axis when asked to', () => {
    const { store, tools } = fakeWork();
    const { press, element, fixture, text } = opened(InkHand);
    element.querySelectorAll<HTMLInputElement>('input[type=checkbox]')[1].click();
    press('Brush');
    const tool = tools.active() as BrushTool;
    tool.press({ x: 10, y: 10 });
    tool.move({ x: 20, y: 14 });
    expect(tool.overlay().lines).toHaveLength(3);
    tool.release();
    expect(strokes(store)).toEqual([
      { kind: 'brush', tone: 'ink', width: 7, points: [10, 10, 20, 14], axis: [50, 80, 50, 0] },
    ]);
    fixture.detectChanges();
    expect(text()).toContain('Brush, ink, both sides');
  });

  it('pours after showing the area, which grows as the hand pulls away', async () => {
    const { store, tools, engine } = fakeWork();
    const close = jest.fn();
    engine.ask.mockResolvedValue({ mask: { close }, share: 0.2 });
    const { press } = opened(InkHand);
    press('paper');
    press('Pour');
    const tool = tools.active() as PourTool;
    tool.press({ x: 40, y: 40 });
    tool.move({ x: 60, y: 40 });
    await new Promise((resolve) => setTimeout(resolve));
    expect(engine.ask).toHaveBeenLastCalledWith('poured', expect.objectContaining({ tolerance: 41 }));
    expect(tool.overlay().mask).toBeDefined();
    tool.release();
    expect(strokes(store)[0]).toMatchObject({ kind: 'pour', tone: 'paper', at: [40, 40], tolerance: 41 });
    expect(tool.overlay().mask).toBeUndefined();
  });

  it('keeps and drops loops, fills insides, mirrors a sketch, and takes single strokes out', () => {
    const { store, tools } = fakeWork();
    const { press, element, fixture } = opened(InkHand);
    press('Drop a loop');
    const loop = tools.active() as LoopTool;
    loop.press({ x: 1, y: 1 });
    loop.move({ x: 9, y: 1 });
    loop.move({ x: 9, y: 9 });
    loop.release();
    press('Fill every inside');
    press('Left onto right');
    expect(strokes(store).map(({ kind }) => kind)).toEqual(['loop', 'inside', 'mirror']);
    fixture.detectChanges();
    element.querySelector<HTMLElement>('[aria-label="Take stroke 2 out"]')?.click();
    expect(strokes(store).map(({ kind }) => kind)).toEqual(['loop', 'mirror']);
    store.undo();
    expect(strokes(store)).toHaveLength(3);
  });

  it('moves the axis by its ends', () => {
    const { tools } = fakeWork();
    const { press } = opened(InkHand);
    press('Move the axis');
    const tool = tools.active() as AxisTool;
    tool.press({ x: 50, y: 0 }, 1);
    tool.move({ x: 40, y: 2 });
    tool.release();
    expect(tool.overlay().grips).toMatchObject([
      { x: 50, y: 80 },
      { x: 40, y: 2 },
    ]);
  });

  it('puts the tool down when its button is pressed again', () => {
    const { tools } = fakeWork();
    const { press, fixture } = opened(InkHand);
    press('Brush');
    fixture.detectChanges();
    press('Brush');
    expect(tools.active()).toBeUndefined();
  });
});

describe('a thing cut out', () => {
  const never = new Promise(() => undefined);
  /** A worker that finds every cut, and never has a picture to lay under the tool. */
  const finds = (call: string) => (call === 'cut' ? Promise.resolve({ mask: undefined }) : never);
  const settle = () => new Promise((resolve) => setTimeout(resolve));
  const draw = (tool: CutTool, ...places: [x: number, y: number][]) => {
    places.forEach(([x, y], k) => (k === 0 ? tool.press({ x, y }) : tool.move({ x, y })));
    tool.release();
    return settle();
  };
  const around: [number, number][] = [
    [10, 10],
    [60, 10],
    [60, 60],
    [10, 60],
  ];

  it('is taken once it is seen to leave something, and marked', async () => {
    const { store, tools, engine } = fakeWork();
    engine.ask.mockImplementation(finds);
    const { press, fixture, element } = opened(InkCut);
    press('Draw around it');
    await draw(tools.active() as CutTool, ...around);
    expect(store.document()?.ink.cut).toEqual({ gives: 'silhouette', loop: around.flat(), marks: {} });
    fixture.detectChanges();
    press('Belongs to it');
    await draw(tools.active() as CutTool, [20, 20], [30, 30]);
    press('Does not');
    await draw(tools.active() as CutTool, [55, 55]);
    expect(Object.values(store.document()?.ink.cut?.marks ?? {}).map(({ says }) => says)).toEqual([
      'in',
      'out',
    ]);
    fixture.detectChanges();
    element.querySelector<HTMLElement>('[aria-label="Take mark 1 out"]')?.click();
    press('ink within it');
    expect(store.document()?.ink.cut).toMatchObject({ gives: 'inside', marks: { 2: { says: 'out' } } });
    fixture.detectChanges();
    press('All of the picture');
    expect(store.document()?.ink.cut).toBeNull();
    store.undo();
    expect(store.document()?.ink.cut?.gives).toBe('inside');
  });

  it('changes nothing where nothing is found, or a mark lies outside', async () => {
    const { store, tools, engine, problems } = fakeWork();
    const told = problems.tell;
    engine.ask.mockImplementation((call: string) =>
      call === 'cut' ? Promise.reject(new DrelkError('nothing-found', 'Nothing.', 'Draw.')) : never,
    );
    const { press, fixture } = opened(InkCut);
    press('Draw around it');
    await draw(tools.active() as CutTool, ...around);
    expect(store.document()?.ink.cut).toBeNull();
    expect(told).toHaveBeenCalledTimes(1);
    engine.ask.mockImplementation(finds);
    press('The main thing');
    await settle();
    expect(store.document()?.ink.cut).toMatchObject({ loop: null });
    await draw(tools.active() as CutTool, ...around);
    fixture.detectChanges();
    press('Belongs to it');
    await draw(tools.active() as CutTool, [80, 70], [90, 70]);
    expect(told).toHaveBeenLastCalledWith(expect.objectContaining({ code: 'mark-outside' }));
    expect(store.document()?.ink.cut?.marks).toEqual({});
  });

  it('keeps a mark that is made before the one before it is answered', async () => {
    const { store, tools, engine } = fakeWork();
    engine.ask.mockImplementation(finds);
    const { press, fixture } = opened(InkCut);
    press('Draw around it');
    await draw(tools.active() as CutTool, ...around);
    fixture.detectChanges();
    press('Belongs to it');
    const tool = tools.active() as CutTool;
    const both = [draw(tool, [20, 20], [30, 30]), draw(tool, [40, 40], [50, 50])];
    await Promise.all(both);
    expect(Object.keys(store.document()?.ink.cut?.marks ?? {})).toEqual(['1', '2']);
  });

  it('dims what is beside it, and no more once it is undone', async () => {
    const { store, tools, engine } = fakeWork();
    const mask = { close: jest.fn() };
    engine.ask.mockImplementation((call: string) => (call === 'cut' ? Promise.resolve({ mask }) : never));
    opened(InkCut).press('Draw around it');
    const tool = tools.active() as CutTool;
    await draw(tool, ...around);
    expect(tool.overlay().mask).toBe(mask);
    store.undo();
    expect(tool.overlay().mask).toBeUndefined();
  });

  it('is taken although the tool is put down before it is found', async () => {
    const { store, tools, engine } = fakeWork();
    engine.ask.mockImplementation(finds);
    opened(InkCut).press('Draw around it');
    const drawn = draw(tools.active() as CutTool, ...around);
    tools.putDown();
    await drawn;
    expect(store.document()?.ink.cut?.loop).toEqual(around.flat());
  });
});

describe('words', () => {
  const line = (top: number, letters: number) => ({
    letters,
    box: { left: 10, top, right: 60, bottom: top + 10 },
    at: [35, top + 5] as [number, number],
  });

  it('are looked for when the part is opened, and taken all, line by line, or not', async () => {
    const { store, engine } = fakeWork();
    engine.ask.mockResolvedValue({ lines: [line(10, 8), line(30, 5)] });
    const { fixture, press, text, element } = opened(InkWords);
    await fixture.whenStable();
    await new Promise((resolve) => setTimeout(resolve));
    fixture.detectChanges();
    expect(engine.ask).toHaveBeenCalledTimes(1);
    expect(text()).toContain('Line 1: 8 letters, 25 mm long');
    press('The words only');
    expect(store.document()?.ink.words).toBe('all');
    fixture.detectChanges();
    const tick = (k: number) => {
      element.querySelectorAll<HTMLInputElement>('input[type=checkbox]')[k].click();
      fixture.detectChanges();
    };
    tick(0);
    expect(store.document()?.ink.words).toEqual([35, 35]);
    tick(0);
    expect(store.document()?.ink.words).toBe('all');
    press('All of the picture');
    expect(store.document()?.ink.words).toBeNull();
  });

  it('of another picture, found too late, are not shown', async () => {
    const { store, engine } = fakeWork();
    let answer: (found: object) => void = () => undefined;
    engine.ask.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)));
    const { fixture } = opened(InkWords);
    await fixture.whenStable();
    store.change('Turned', ({ square }) => {
      square.turn = 1;
    });
    fixture.detectChanges();
    await fixture.whenStable();
    answer({ lines: [line(10, 8)] });
    await new Promise((resolve) => setTimeout(resolve));
    expect(TestBed.inject(Words).lines()).toBeUndefined();
    expect(engine.ask).toHaveBeenCalledTimes(2);
  });

  it('where there are none, that is said', async () => {
    const { engine } = fakeWork();
    engine.ask.mockResolvedValue({ lines: [] });
    const { fixture, text } = opened(InkWords);
    await new Promise((resolve) => setTimeout(resolve));
    fixture.detectChanges();
    expect(text()).toContain('No words are found');
  });
});
