import { TestBed } from '@angular/core/testing';
import { circleContour, contourOf, formsLike, packPaths } from '@drelk/core';
import { fakeWork, viewWith } from '../../../../testing/fake-work';
import { PathHand } from '../../job/path-hand';
import { PathShaping } from '../../job/path-shaping';
import { DrawFormTool, DrawRunTool } from './draw-tools';
import { NodesTool } from './nodes-tool';

const square = {
  start: { x: 10, y: 10 },
  segments: [
    { kind: 'line' as const, x: 10, y: 60 },
    { kind: 'line' as const, x: 60, y: 60 },
    { kind: 'line' as const, x: 60, y: 10 },
    { kind: 'line' as const, x: 10, y: 10 },
  ],
  closed: true,
};
const paths = packPaths([
  { outer: square, holes: [] },
  { outer: circleContour({ x: 120, y: 40 }, 20), holes: [] },
]);

function work() {
  const fake = fakeWork(viewWith({ paths }));
  const hand = TestBed.inject(PathHand);
  const made = () =>
    Object.values(fake.store.document()?.line.hand ?? {}).flatMap(({ contours }) => contours);
  return { ...fake, hand, made };
}

describe('drawing', () => {
  it.each([
    ['circle', { kind: 'circle', width: 50 }],
    ['rectangle', { kind: 'rectangle', width: 40, height: 15 }],
    ['slot', { kind: 'slot', width: 40, height: 15 }],
  ] as const)('a %s is pulled open', (kind, wanted) => {
    const { hand, made, store } = work();
    const tool = new DrawFormTool(kind, hand);
    tool.press({ x: 200, y: 100 });
    const to = kind === 'circle' ? { x: 220, y: 115 } : { x: 240, y: 115 };
    tool.move(to);
    expect(tool.overlay().lines).toHaveLength(1);
    tool.release(to);
    expect(tool.overlay().lines).toHaveLength(0);
    const [{ form }] = formsLike(contourOf(made()[0]));
    expect(form.kind).toBe(wanted.kind);
    expect(form.width).toBeCloseTo(wanted.width, 2);
    expect(store.undoLabel()).toBe(`A ${kind} drawn`);
  });

  it('what was hardly pulled is nothing', () => {
    const { hand, store } = work();
    for (const kind of ['circle', 'rectangle', 'slot'] as const) {
      const tool = new DrawFormTool(kind, hand);
      tool.press({ x: 5, y: 5 });
      tool.release({ x: 5.5, y: 5.5 });
    }
    expect(store.steps()).toHaveLength(0);
  });

  it('a run closes at its first place, ends at its last, and clings to nodes', () => {
    const { hand, made, work: bench } = work();
    const tool = new DrawRunTool('run', hand, bench);
    const click = (x: number, y: number) => {
      tool.press({ x, y });
      tool.release({ x, y });
    };
    // Three pixels off the square's corner: it is meant.
    click(62, 58);
    click(150, 90);
    click(80, 130);
    tool.press({ x: 61, y: 61 });
    expect(tool.overlay().lines[0].closed).toBe(true);
    tool.release({ x: 61, y: 61 });
    expect(contourOf(made()[0])).toMatchObject({ start: { x: 60, y: 60 }, closed: true });
    expect(made()[0].kinds).toBe('lll');
    click(200, 200);
    click(260, 200);
    click(260, 200);
    expect(made()[1]).toMatchObject({ closed: false, kinds: 'l' });
    expect(made()[1].pen).toBeGreaterThan(0);
    click(300, 300);
    tool.putDown();
    expect(tool.overlay().lines).toHaveLength(0);
  });
});

describe('nodes', () => {
  function onSquare() {
    const all = work();
    all.hand.pick(paths.ids[0], false);
    return { ...all, tool: new NodesTool(all.hand, TestBed.inject(PathShaping), all.work) };
  }

  it('are pulled by their grips', () => {
    const { tool, made, store } = onSquare();
    expect(tool.overlay().grips.map(({ name }) => name)).toEqual(['Node 1', 'Node 2', 'Node 3', 'Node 4']);
    tool.press({ x: 60, y: 60 }, 2);
    tool.move({ x: 80, y: 70 });
    expect(tool.overlay().grips[2]).toMatchObject({ x: 80, y: 70, isMarked: true });
    tool.release();
    expect(contourOf(made()[0]).segments[1]).toMatchObject({ x: 80, y: 70 });
    expect(store.undoLabel()).toBe('Node moved');
    tool.press({ x: 80, y: 70 }, 2);
    tool.forget();
    expect(store.steps()).toHaveLength(1);
  });

  it('are added, taken out, and their segments curved and straightened', () => {
    const { tool, made, store } = onSquare();
    tool.press({ x: 35, y: 60 }, -1);
    tool.press({ x: 35, y: 60 }, -1);
    expect(made()[0].kinds).toBe('lllll');
    tool.setSegment('cubic');
    expect(made()[0].kinds).toBe('llcll');
    // A curve has handles, which are pulled as well.
    const handle = tool.overlay().grips.findIndex(({ name }) => name === 'Handle after node 3');
    expect(handle).toBeGreaterThan(0);
    tool.press({ x: 0, y: 0 }, handle);
    tool.move({ x: 40, y: 90 });
    tool.release();
    expect(store.undoLabel()).toBe('Handle moved');
    tool.setSegment('line');
    tool.addAfter();
    expect(made()[0].kinds).toBe('llllll');
    tool.takeOut();
    expect(made()[0].kinds).toBe('lllll');
    expect(tool.node()).toBeUndefined();
    tool.takeOut();
    expect(store.undoLabel()).toBe('Node taken out');
  });

  it('too close together to be told apart are left out, and counted', () => {
    const { tool, bench } = onSquare();
    bench.eye.set({ scale: 0.1, x: 0, y: 0 });
    expect(tool.counts()).toEqual({ all: 4, shown: 1 });
    tool.putDown();
  });
});
