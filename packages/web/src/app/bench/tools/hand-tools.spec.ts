import { TestBed } from '@angular/core/testing';
import { circleContour, contourOf, formsLike, packPaths } from '@drelk/core';
import { fakeWork, viewWith } from '../../../../testing/fake-work';
import { PathHand } from '../../job/path/path-hand';
import { PathShaping } from '../../job/path/path-shaping';
import { DrawFormTool, DrawRunTool } from './draw-tools';
import { NodesTool } from './nodes-tool';
import { ToolBox } from '../../job/tool/tool-box';

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
  return { ...fake, hand, made, tools: TestBed.inject(ToolBox) };
}

describe('drawing', () => {
  it.each([
    ['circle', { kind: 'circle', width: 50 }],
    ['rectangle', { kind: 'rectangle', width: 40, height: 15 }],
    ['slot', { kind: 'slot', width: 40, height: 15 }],
  ] as const)('a %s is pulled open', (kind, wanted) => {
    const { hand, made, store, work: bench, tools } = work();
    const tool = new DrawFormTool(kind, hand, bench, tools);
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
    const { hand, store, work: bench, tools } = work();
    for (const kind of ['circle', 'rectangle', 'slot'] as const) {
      const tool = new DrawFormTool(kind, hand, bench, tools);
      tool.press({ x: 5, y: 5 });
      tool.release({ x: 5.5, y: 5.5 });
    }
    expect(store.steps()).toHaveLength(0);
  });

  it('a run closes at its first place, ends at its last, and clings to nodes', () => {
    const { hand, made, work: bench, tools } = work();
    const tool = new DrawRunTool('run', hand, bench, tools);
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

describe('clinging', () => {
  it('goes to the picture’s edge, level with the place before, and not at all while it is let go of', async () => {
    const { hand, made, work: bench, tools, engine } = work();
    engine.ask.mockImplementation((call: string, { to }: { to: { x: number; y: number } }) =>
      Promise.resolve(call === 'edge' ? { at: { x: to.x + 1.25, y: to.y } } : undefined),
    );
    const tool = new DrawRunTool('run', hand, bench, tools);
    tool.aim({ x: 200, y: 100 });
    await Promise.resolve();
    await Promise.resolve();
    tool.release({ x: 200, y: 100 });
    // Far from what was asked about, the answer does not count.
    tool.release({ x: 260, y: 103 });
    tools.hold({ altKey: true, shiftKey: false });
    tool.release({ x: 320, y: 106 });
    tool.release({ x: 320, y: 106 });
    expect(contourOf(made()[0])).toMatchObject({
      start: { x: 201.25, y: 100 },
      segments: [
        { x: 260, y: 100 },
        { x: 320, y: 106 },
      ],
    });
    tools.hold({ altKey: false, shiftKey: false });
  });

  it('a run says that a click would close it, and shows what it fills', () => {
    const { hand, work: bench, tools } = work();
    const tool = new DrawRunTool('run', hand, bench, tools);
    for (const [x, y] of [
      [200, 100],
      [260, 130],
      [210, 190],
    ])
      tool.release({ x, y });
    expect(tool.says).toContain('Click from corner to corner');
    tool.aim({ x: 203, y: 102 });
    expect(tool.says).toContain('closes');
    expect(tool.overlay().lines[0].fills).toBe(true);
  });
});

describe('nodes', () => {
  function onSquare() {
    const all = work();
    all.hand.pick(paths.ids[0], false);
    return { ...all, tool: new NodesTool(all.hand, TestBed.inject(PathShaping), all.work, all.tools) };
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

  it('go as little as they are pulled: to where they were they do not cling, to others they do', () => {
    const { tool, made } = onSquare();
    tool.press({ x: 60, y: 60 }, 2);
    tool.move({ x: 62, y: 61 });
    tool.release();
    expect(contourOf(made()[0]).segments[1]).toMatchObject({ x: 62, y: 61 });
    tool.press({ x: 62, y: 61 }, 2);
    // The middle of the disc.
    tool.move({ x: 118, y: 42 });
    tool.release();
    expect(contourOf(made()[0]).segments[1]).toMatchObject({ x: 120, y: 40 });
  });

  it('are added, taken out, and their segments curved and straightened', () => {
    const { tool, tools, made, store } = onSquare();
    // What counts is when the hand pressed, however late the page gets round to it.
    for (const [when, kinds] of [
      [1000, undefined],
      [1600, undefined],
      [1900, 'lllll'],
    ] as const) {
      tools.hold({ altKey: false, shiftKey: false, timeStamp: when });
      tool.press({ x: 35, y: 60 }, -1);
      tool.release();
      expect(made().at(0)?.kinds).toBe(kinds);
    }
    tool.setRun('cubic');
    expect(made()[0].kinds).toBe('llcll');
    // A curve has handles, which are pulled as well.
    const handle = tool.overlay().grips.findIndex(({ name }) => name === 'Handle after node 3');
    expect(handle).toBeGreaterThan(0);
    tool.press({ x: 0, y: 0 }, handle);
    tool.move({ x: 40, y: 90 });
    tool.release();
    expect(store.undoLabel()).toBe('Handle moved');
    tool.setRun('line');
    tool.addAfter();
    expect(made()[0].kinds).toBe('llllll');
    tool.takeOut();
    expect(made()[0].kinds).toBe('lllll');
    expect(tool.marked()).toEqual([]);
    tool.takeOut();
    expect(store.undoLabel()).toBe('Node taken out');
  });

  it('are marked by a box and more by Shift, carried, and made one line, arc or curve', () => {
    const { tool, tools, made, store } = onSquare();
    tool.press({ x: 5, y: 50 }, -1);
    tool.move({ x: 70, y: 70 });
    expect(tool.overlay().lines).toHaveLength(1);
    tool.release();
    expect(tool.marked()).toEqual([1, 2]);
    tool.press({ x: 10, y: 60 }, 1);
    tool.move({ x: 10, y: 80 });
    tool.release();
    expect(store.undoLabel()).toBe('2 nodes moved');
    expect(contourOf(made()[0]).segments.map(({ y }) => y)).toEqual([80, 80, 10, 10]);
    tools.hold({ altKey: false, shiftKey: true });
    tool.press({ x: 60, y: 10 }, 3);
    tool.release();
    expect(tool.marked()).toEqual([1, 2, 3]);
    tool.setRun('arc');
    expect(made()[0].kinds).toBe('lal');
    tools.hold({ altKey: false, shiftKey: false });
  });

  it('too close together to be told apart are left out, and counted', () => {
    const { tool, bench } = onSquare();
    bench.eye.set({ scale: 0.1, x: 0, y: 0 });
    expect(tool.counts()).toEqual({ all: 4, shown: 1 });
    tool.putDown();
  });
});
