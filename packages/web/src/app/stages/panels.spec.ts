import type { WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { circleContour, packPaths } from '@drelk/core';
import { fakeWork, render, viewWith } from '../../../testing/fake-work';
import { ProblemService } from '../shared/problem.service';
import { HandOffPanel } from './handoff/hand-off-panel';
import { LinePanel } from './line/line-panel';
import { PiecePanel } from './piece/piece-panel';
import { ProvePanel } from './prove/prove-panel';

jest.mock('../shared/save-file', () => ({ saveFile: jest.fn() }));

const finding = {
  kind: 'coarse' as const,
  severity: 'warn' as const,
  count: 1,
  measured: 0.7,
  allowed: 0.5,
  places: [],
  sizes: [],
  message: 'One pixel becomes 0.70 mm.',
  hint: 'Make it smaller.',
};

describe('the panel of Line', () => {
  it('says how many nodes there are, how far apart, and what that means', () => {
    fakeWork();
    const { text } = render(LinePanel);
    expect(text()).toContain('24 nodes, one every 51 mm; from 480 points');
    expect(text()).toContain('by the picture: 0.17 mm');
  });

  it('sets a tolerance in millimetres and gives it back to the picture', () => {
    const { store } = fakeWork();
    const { slide, press, text } = render(LinePanel);
    slide('Tolerance', 30);
    expect(store.document()?.line.tolerance).toBeCloseTo(0.5 * 0.05 * 1.1 ** 30, 2);
    press('As close as the picture tells');
    expect(store.document()?.line.tolerance).toBeNull();
    slide('Smoothness', 2.5);
    expect(store.document()?.line.smoothness).toBe(2.5);
    expect(text()).toMatch(/paths may lie 0\.4[23] mm farther off/);
  });
});

describe('the methods of Line', () => {
  it('are taken with one click, plates with the colours of the picture', () => {
    const { store } = fakeWork();
    const { press, text } = render(LinePanel);
    press('centreline');
    expect(store.document()?.line.method).toBe('centreline');
    expect(text()).toContain('Each stroke once, along its middle.');
    press('plates');
    expect(store.document()?.line.method).toBe('plates');
    expect(store.document()?.ink.by).toBe('plates');
    expect(text()).toContain('Neighbours share one border exactly');
    press('overlap');
    expect(store.document()?.line.neighbours).toBe('overlap');
  });

  it('say that Ink changes with them, and can be taken back with it', () => {
    const { store } = fakeWork();
    const done = jest.spyOn(TestBed.inject(ProblemService), 'done').mockImplementation();
    const { press } = render(LinePanel);
    press('plates');
    const [message, words, takeBack] = done.mock.calls[0];
    expect([message, words]).toEqual([
      'This also changed Ink, which is now taken apart by colour.',
      'Take it back',
    ]);
    takeBack();
    expect(store.document()).toMatchObject({ line: { method: 'outline' }, ink: { by: 'auto' } });
    // Where Ink has plates already, nothing else changes, and nothing is said.
    press('centreline');
    expect(done).toHaveBeenCalledTimes(1);
  });

  it('have their own knobs', () => {
    const { store } = fakeWork();
    const { press, slide, text } = render(LinePanel);
    slide('Corners', 0.9);
    slide('Drop contours under', 5);
    expect(text()).toContain('more');
    expect(store.document()?.line).toMatchObject({ corners: 0.9, drop: 3.32 });
    press('centreline');
    slide('Outline ink wider than', 12);
    expect(store.document()?.line.solid).toBe(12);
    slide('Outline ink wider than', 0);
    expect(store.document()?.line.solid).toBeNull();
    press('plates');
    press('overlap');
    slide('Overlap', 4);
    expect(store.document()?.line.overlap).toBe(4);
  });
});

describe('drawn rings', () => {
  it('are offered as single lines, what is clearly wider staying outlined', () => {
    const rings = { count: 2, least: 1.2, most: 1.4 };
    const { store } = fakeWork(viewWith({ facts: { ...viewWith().facts, rings } }));
    const { press, text } = render(LinePanel);
    expect(text()).toContain('2 shapes are closed lines');
    press('Cut closed lines once');
    expect(store.document()?.line).toMatchObject({ method: 'centreline', solid: 4 });
    expect(text()).not.toContain('closed lines,');
  });

  it('are not spoken of where there is none', () => {
    fakeWork();
    expect(render(LinePanel).text()).not.toContain('closed line');
  });
});

describe('the panel of Piece', () => {
  it('takes a width in fractions of an inch', () => {
    const { store } = fakeWork();
    const { element, fixture, press } = render(PiecePanel);
    press('Inches');
    expect(store.document()?.units).toBe('in');
    const width = element.querySelectorAll('input')[0];
    width.value = '4 1/2';
    width.dispatchEvent(new Event('input'));
    width.dispatchEvent(new Event('change'));
    fixture.detectChanges();
    expect(store.document()?.piece).toMatchObject({ by: 'artwork', edge: 'width', length: 114.3 });
    press('the whole picture');
    expect(store.document()?.piece.by).toBe('picture');
    press('Picture’s own scale');
    expect(store.document()?.piece.length).toBeNull();
  });

  it('makes no step by being opened', () => {
    const { store } = fakeWork();
    render(PiecePanel);
    expect(store.steps()).toEqual([]);
  });
});

describe('the panel of Prove', () => {
  it('says that nothing was found', () => {
    fakeWork();
    expect(render(ProvePanel).text()).toContain('Nothing found that would spoil the cut.');
  });

  it('shows each finding with its hint', () => {
    fakeWork(
      viewWith({
        proof: { findings: [finding], waived: [], parts: 1, want: { is: 'together', isSaid: false } },
      }),
    );
    const { text } = render(ProvePanel);
    expect(text()).toContain('One pixel becomes 0.70 mm.Make it smaller.');
    expect(text()).not.toContain('Nothing found');
  });
});

/** Promises that hang on one another have all been answered by the next turn. */
const settled = () => new Promise((resolve) => setTimeout(resolve));

describe('the panel of Hand off', () => {
  const readBack = { contours: 5, lines: 0, width: 50, height: 40, area: 900, cutLength: 1234, worst: 0.004 };
  const file = { name: 'Tea.svg', format: 'svg' as const, bytes: Uint8Array.of(60), readBack };
  const record = {
    id: 1,
    name: 'Tea.svg',
    format: 'svg' as const,
    bytes: 6000,
    width: 50,
    height: 40,
    contours: 5,
    lines: 0,
    choice: 'filled areas',
    state: {},
    cutLength: 1234,
    createdAt: new Date().toISOString(),
  };

  it('keeps the checked file with the job, then gives it out', async () => {
    const keepHandOff = jest.fn(() => of(record));
    const { engine } = fakeWork(viewWith(), { keepHandOff });
    engine.ask.mockResolvedValue(file);
    const { fixture, press, text } = render(HandOffPanel);
    expect(text()).toContain('Nothing yet.');
    press('SVG');
    await settled();
    fixture.detectChanges();
    expect(keepHandOff).toHaveBeenCalledWith(
      '',
      file,
      'filled areas',
      expect.objectContaining({ units: expect.any(String) as string }),
    );
    expect(text()).toContain('Read back and compared: Tea.svg');
    expect(text()).toContain('0.0040 mm');
    expect(text()).toContain('SVG: filled areas, 50 mm × 40 mm, 6 kB');
  });

  it('makes a file of each plate where that is wanted, one after the other', async () => {
    let id = 0;
    const keepHandOff = jest.fn(() => of({ ...record, id: ++id }));
    const { engine, store } = fakeWork(
      viewWith({
        // Of the third plate there is nothing.
        colours: ['#aa7722', '#224466', '#ffffff'],
        paths: packPaths(
          [0, 1].map((plate) => ({ outer: circleContour({ x: 30 * plate, y: 9 }, 9), holes: [], plate })),
        ),
      }),
      { keepHandOff },
    );
    engine.ask.mockResolvedValue(file);
    const { element, fixture, press } = render(HandOffPanel);
    element.querySelector<HTMLInputElement>('input[type=checkbox]')?.click();
    fixture.detectChanges();
    press('DXF');
    await settled();
    await settled();
    const document = store.document();
    expect(engine.ask.mock.calls).toEqual(
      ['#aa7722', '#224466'].map((plate) => ['handOff', { document, format: 'dxf', plate }]),
    );
    expect(keepHandOff).toHaveBeenCalledTimes(2);
  });

  it('gives out nothing that differs, and says so', async () => {
    const { engine } = fakeWork();
    const show = jest.spyOn(TestBed.inject(ProblemService), 'show').mockImplementation();
    const problem = { code: 'hand-off-differs', message: 'It differs.', hint: 'Report it.' };
    engine.ask.mockRejectedValue(problem);
    const { press, text } = render(HandOffPanel);
    press('DXF');
    await settled();
    expect(show).toHaveBeenCalledWith(problem);
    expect(text()).toContain('Nothing yet.');
  });

  it('repeats what Prove found, and keeps files back while the bench shows something else', () => {
    const { workbench, engine } = fakeWork(
      viewWith({
        proof: { findings: [finding], waived: [], parts: 1, want: { is: 'together', isSaid: false } },
      }),
    );
    const { press, text, fixture } = render(HandOffPanel);
    expect(text()).toContain('One pixel becomes 0.70 mm.');
    (workbench.standing as unknown as WritableSignal<string>).set('stopped');
    fixture.detectChanges();
    expect(text()).toContain('files wait until it is done');
    press('SVG');
    expect(engine.ask).not.toHaveBeenCalled();
  });

  it('keeps the choice of dialect and drawing in the job', () => {
    const { store } = fakeWork();
    const { element } = render(HandOffPanel);
    expect(store.steps()).toEqual([]);
    const choose = (format: string, label: string, value: string) => {
      const select = element.querySelector<HTMLSelectElement>(
        `section[aria-label="${format}"] select[aria-label="${label}"]`,
      );
      if (!select) throw new Error(`${format} has no “${label}”`);
      select.value = value;
      select.dispatchEvent(new Event('change'));
    };
    choose('DXF', 'Release', '2000');
    choose('SVG', 'Shapes', 'lines');
    choose('DXF', 'Check square', 'beside');
    expect(store.document()?.handoff).toMatchObject({
      svg: { style: 'lines', colours: 'task' },
      dxf: { release: '2000', square: 'beside', curves: 'true' },
    });
    expect(store.undoLabel()).toBe('Check square of the DXF');
  });
});
