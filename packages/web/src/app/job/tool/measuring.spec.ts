import { TestBed } from '@angular/core/testing';
import { type Contour, circleContour, packPaths } from '@drelk/core';
import { fakeWork, render, viewWith } from '../../../../testing/fake-work';
import { MeasureTool } from '../../bench/tools/measure-tool';
import { RulerFields } from '../../stages/prove/ruler-fields';
import { Measuring } from './measuring';
import { PathHand } from '../path/path-hand';

const disc = packPaths([{ outer: circleContour({ x: 50, y: 50 }, 20), holes: [] }]);

/** A disc on the bench, half a millimetre to the pixel, with the ruler in hand. */
function ruler(paths = disc) {
  const all = fakeWork({ ...viewWith(), paths, millimetresPerPixel: 0.5 });
  (all.work.result as unknown as { shownPaths: () => unknown }).shownPaths = () => ({ paths });
  all.bench.stage.set('prove');
  const measuring = TestBed.inject(Measuring);
  const tool = new MeasureTool(TestBed.inject(PathHand), all.work, all.tools, measuring);
  return { ...all, measuring, tool };
}
const pull = (tool: MeasureTool, from: [number, number], to: [number, number]) => {
  tool.press({ x: from[0], y: from[1] });
  tool.move({ x: to[0], y: to[1] });
  tool.release({ x: to[0], y: to[1] });
};

describe('the ruler', () => {
  it('measures from place to place in the job’s unit, and clings to nodes and edges', () => {
    const { tool, measuring } = ruler();
    // From the node at the right of the disc to its node at the left, each missed by a little.
    pull(tool, [71, 52], [31, 49]);
    expect(measuring.said()).toEqual([{ id: 0, main: '20 mm', more: '20 mm across, 0 mm down, 0.0°' }]);
    // From a place within it that is far from all of that, it is measured from there.
    pull(tool, [60, 50], [50, 60]);
    expect(measuring.said()[1].main).toBe('7.07 mm');
    measuring.remove(1);
    // From the middle of the disc to its edge above.
    pull(tool, [51, 51], [50, 27]);
    expect(measuring.said()[1].main).toBe('10 mm');
  });

  it('tells the radius of an arc that is clicked, and nothing of bare ground', () => {
    const { tool, measuring } = ruler();
    pull(tool, [50, 31], [50, 31]);
    expect(measuring.said().map(({ main, more }) => [main, more])).toEqual([
      ['radius 10 mm', '20 mm across'],
    ]);
    pull(tool, [200, 200], [200, 200]);
    expect(measuring.said()).toHaveLength(1);
  });

  it('goes square across between parallel edges, and tells how edges meet', () => {
    const bar: Contour = {
      start: { x: 100, y: 100 },
      segments: [
        { kind: 'line', x: 100, y: 160 },
        { kind: 'line', x: 190, y: 160 },
        { kind: 'line', x: 190, y: 100 },
        { kind: 'line', x: 100, y: 100 },
      ],
      closed: true,
    };
    const { tool, measuring } = ruler(packPaths([{ outer: bar, holes: [] }]));
    pull(tool, [101, 117], [191, 119]);
    expect(measuring.said()[0]).toMatchObject({
      main: '45 mm',
      more: 'parallel edges 45 mm apart; 45 mm across, 0 mm down, 0.0°',
    });
    pull(tool, [101, 117], [120, 101]);
    expect(measuring.said()[1].more).toMatch(/^edges at 90\.0°; /);
  });

  it('means whole shapes with Shift: where one is narrowest, and the gap between two', async () => {
    const two = packPaths([
      { outer: circleContour({ x: 50, y: 50 }, 20), holes: [circleContour({ x: 50, y: 50 }, 8, true)] },
      { outer: circleContour({ x: 120, y: 50 }, 20), holes: [] },
    ]);
    const { tool, tools, measuring, engine } = ruler(two);
    tools.hold({ altKey: false, shiftKey: true });
    const narrowest = { width: 6, from: { x: 10, y: 0 }, to: { x: 16, y: 0 }, at: { x: 13, y: 0 } };
    const ask = engine.ask.mockResolvedValue({ narrowest });
    pull(tool, [36, 50], [36, 50]);
    await Promise.resolve();
    pull(tool, [36, 50], [125, 52]);
    await Promise.resolve();
    const asked = (ask.mock.calls as [string, { shapes: Contour[][] }][]).filter(
      ([what]) => what === 'narrowestIn',
    );
    // Millimetres: half of one to the pixel.
    expect(asked.map(([, { shapes }]) => shapes.map((one) => one.length))).toEqual([[2], [2, 1]]);
    expect(asked[1][1].shapes[1][0].start).toEqual({ x: 70, y: 25 });
    expect(measuring.said().map(({ main, more }) => [main, more])).toEqual([
      ['6 mm', 'where the shape is narrowest'],
      ['6 mm', 'between the two shapes'],
    ]);
  });

  it('shows what is pulled until it lets go, and forgets what is taken away', () => {
    const { tool, measuring } = ruler();
    tool.press({ x: 200, y: 200 });
    tool.move({ x: 260, y: 230 });
    expect(tool.overlay().lines[0].points).toEqual([200, 200, 260, 230]);
    tool.forget();
    expect(tool.overlay().lines).toEqual([]);
    expect(measuring.measures()).toEqual([]);
  });

  it('keeps several, shown at Prove alone, each taken away by itself', () => {
    const { tool, measuring, bench } = ruler();
    pull(tool, [200, 200], [230, 200]);
    pull(tool, [200, 200], [200, 240]);
    expect(measuring.shown()).toHaveLength(2);
    bench.stage.set('line');
    expect(measuring.shown()).toEqual([]);
    bench.stage.set('prove');
    const { element, fixture } = render(RulerFields);
    element.querySelector<HTMLElement>('button[aria-label="Take away 15 mm"]')?.click();
    fixture.detectChanges();
    expect(measuring.said().map(({ main }) => main)).toEqual(['20 mm']);
  });
});

describe('the narrowest place', () => {
  it('is told at this size and at three times it, and grows with the piece', async () => {
    const { measuring, engine, result } = ruler();
    engine.ask.mockResolvedValue({ narrowest: { width: 1.22, at: { x: 10, y: 10 } } });
    await measuring.findNarrowest();
    expect(measuring.narrowestSaid()).toBe('1.22 mm at its narrowest; at 3 times the size 3.66 mm.');
    const view = result.view as unknown as { update(change: (view: object) => object): void };
    view.update((one) => ({ ...one, millimetresPerPixel: 1.5 }));
    expect(measuring.narrowestSaid()).toBe('3.66 mm at its narrowest; at 3 times the size 10.98 mm.');
  });

  it('of what has none is not told', async () => {
    const { measuring, engine } = ruler();
    engine.ask.mockResolvedValue({ narrowest: undefined });
    await measuring.findNarrowest();
    expect(measuring.narrowestSaid()).toBe('');
  });
});
