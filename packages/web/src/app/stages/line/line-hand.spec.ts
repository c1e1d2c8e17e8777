import {
  type Contour,
  IDENTITY,
  type JobDocument,
  type Shape,
  axesOf,
  boxOf,
  circleContour,
  combinedShapes,
  contourOf,
  formContour,
  originAt,
  packPaths,
  replayHand,
  scaledAndMoved,
} from '@drelk/core';
import type { EngineCalls } from '../../engine/messages';
import type { ShownView } from '../../engine/views';
import { CarryTool } from '../../bench/tools/carry-tool';
import { PickAcrossTool, PickBoxTool, PickLoopTool } from '../../bench/tools/path-tools';
import { ToolBox } from '../../job/tool/tool-box';
import { HandEdits } from '../../job/path/hand-edits';
import { PathHand } from '../../job/path/path-hand';
import { PathShaping } from '../../job/path/path-shaping';
import { ShownResult } from '../../job/shown-result';
import { TestBed } from '@angular/core/testing';
import { fakeWork, render, viewWith } from '../../../../testing/fake-work';
import { LineHand } from './line-hand';

/** A ring, a dot, and another dot as large. */
const shapes: Shape[] = [
  { outer: circleContour({ x: 40, y: 40 }, 30), holes: [circleContour({ x: 40, y: 40 }, 12, true)] },
  { outer: circleContour({ x: 120, y: 40 }, 6), holes: [] },
  { outer: circleContour({ x: 150, y: 40 }, 6), holes: [] },
];
const paths = packPaths(shapes);

const shaping = () => TestBed.inject(PathShaping);

function work() {
  const fake = fakeWork(viewWith({ paths }));
  const hand = TestBed.inject(PathHand);
  const page = render(LineHand);
  page.press('By hand');
  const pick = (id: number | undefined, more = false) => {
    hand.pick(id, more);
    page.fixture.detectChanges();
  };
  fake.engine.ask.mockImplementation(
    (_call: string, { how, shapes }: EngineCalls['combined']['asks']) =>
      new Promise((resolve) => {
        resolve({ contours: combinedShapes(how, shapes) });
      }),
  );
  let results = 0;
  /** The paths of what was done come. */
  const arrive = () => {
    const { line } = fake.store.document() as JobDocument;
    const { shapes: all, owners, parked } = replayHand(paths, line.hand, IDENTITY, []);
    const view = fake.result.view() as ShownView;
    const names = { paths: `paths ${results++}` };
    fake.result.view.set({ ...view, names, paths: packPaths(all, 1, owners), parked, hand: line.hand });
    page.fixture.detectChanges();
  };
  return { ...fake, hand, pick, arrive, ...page, edits: () => fake.store.document()?.line.hand ?? {} };
}

describe('line by hand', () => {
  it('a contour is picked with its holes, and dropped with them', () => {
    const { hand, pick, press, text, edits, store } = work();
    pick(paths.ids[0]);
    expect(hand.numbers()).toEqual([0, 1]);
    expect(text()).toContain('2 picked');
    press('Drop');
    expect(Object.keys(edits())).toHaveLength(2);
    expect(store.undoLabel()).toBe('2 contours dropped');
    store.undo();
    expect(edits()).toEqual({});
  });

  it('more is picked besides, and let go of again; holes can be left out', () => {
    const { hand, pick, press } = work();
    pick(paths.ids[2]);
    pick(paths.ids[0], true);
    expect(hand.numbers()).toEqual([0, 1, 2]);
    press('Without the holes');
    expect(hand.numbers()).toEqual([0, 2]);
    pick(paths.ids[2], true);
    expect(hand.numbers()).toEqual([0]);
    pick(undefined);
    expect(hand.numbers()).toEqual([]);
  });

  it('what is alike, small, or of a kind is picked at once, and that there is none is told', () => {
    const { hand, pick, press, work: bench } = work();
    press('all');
    expect(hand.numbers()).toHaveLength(4);
    press('holes');
    expect(hand.numbers()).toEqual([1]);
    press('the rest');
    expect(hand.numbers()).toEqual([0, 2, 3]);
    press('islands');
    expect(bench.problems.tell).toHaveBeenCalledTimes(1);
    pick(paths.ids[2]);
    press('All like this');
    expect(hand.numbers()).toEqual([2, 3]);
    press('Like this in any size');
    expect(hand.numbers()).toEqual([0, 2, 3]);
  });

  it('what is picked is put in a plate of a new colour', () => {
    const { pick, element, edits, fixture, store } = work();
    pick(paths.ids[2]);
    const colour = element.querySelector<HTMLInputElement>('input[type=color]');
    if (!colour) throw new Error('no colour');
    colour.value = '#224466';
    colour.dispatchEvent(new Event('change'));
    fixture.detectChanges();
    expect(edits()[1].contours[0].plate).toBe('#224466');
    expect(store.undoLabel()).toBe('A contour put in a plate');
  });

  it('typed figures move, turn and size; what cannot be read is told and changes nothing', () => {
    const { pick, press, edits, store, element, work: bench, arrive } = work();
    pick(paths.ids[2]);
    const field = (label: string) =>
      [...element.querySelectorAll<HTMLElement>('mat-form-field')]
        .find((one) => one.textContent.trim() === label)
        ?.querySelector('input') as HTMLInputElement;
    const write = (label: string, text: string) => {
      field(label).value = text;
      field(label).dispatchEvent(new Event('input'));
    };
    write('To the right', '-5 mm');
    press('Move');
    // Half a millimetre a pixel.
    expect(edits()[1].contours[0].places[0]).toBeCloseTo(126 - 10, 3);
    expect(store.undoLabel()).toBe('A contour moved');
    arrive();
    write('Down', 'abc');
    press('Move');
    expect(bench.problems.tell).toHaveBeenCalledTimes(1);
    write('Degrees, clockwise', '');
    press('Turn');
    expect(bench.problems.tell).toHaveBeenCalledTimes(2);
    expect(store.steps()).toHaveLength(1);
    write('Degrees, clockwise', '90');
    press('Turn');
    arrive();
    press('Mirror left to right');
    arrive();
    press('Copy');
    expect(store.steps().map(({ label }) => label)).toEqual([
      'A contour moved',
      'A contour turned',
      'A contour mirrored',
      'A contour copied',
    ]);
  });

  it('more than a job keeps is told, and nothing is changed', () => {
    const { hand, work: bench, store } = work();
    const places = Array.from({ length: 90_000 }, (_, k) => ({
      kind: 'cubic' as const,
      x1: k,
      y1: 1,
      x2: k,
      y2: 2,
      x: k,
      y: 0,
    }));
    hand.add('Too much', [{ contour: { start: { x: 0, y: 0 }, segments: places, closed: false } }]);
    expect(bench.problems.tell).toHaveBeenCalledTimes(1);
    expect(store.steps()).toHaveLength(0);
  });

  it('shapes are united beside the page', async () => {
    const { pick, press, edits, store } = work();
    pick(paths.ids[2]);
    pick(paths.ids[3], true);
    press('Unite');
    await new Promise((resolve) => setTimeout(resolve));
    expect(edits()[1]).toMatchObject({ from: [{}, {}], contours: [{}, {}] });
    expect(store.undoLabel()).toBe('2 contours united');
  });

  it('what is done before the paths have come is done at once to what is there by then, and stays picked', () => {
    const { hand, pick, arrive, edits, result } = work();
    const left = () => boxOf([contourOf(edits()[1].contours[0])])?.left;
    pick(paths.ids[2]);
    hand.move('moved', scaledAndMoved(1, 1, 5, 0));
    const first = left() as number;
    hand.move('moved', scaledAndMoved(1, 1, 5, 0));
    expect(Object.keys(edits())).toEqual(['1']);
    expect(left()).toBeCloseTo(first + 5, 3);
    // It is on the bench before anything is worked out, and is the one that is picked.
    const shown = () => boxOf([hand.chosenContour() as Contour])?.left;
    expect(result.view()?.paths).toBe(paths);
    expect(shown()).toBeCloseTo(first + 5, 3);
    arrive();
    expect(result.artwork()?.paths).toBe(result.view()?.paths);
    expect(shown()).toBeCloseTo(first + 5, 3);
    hand.drop();
    hand.drop();
    expect(Object.keys(edits())).toEqual(['1']);
    expect(edits()[1].contours).toHaveLength(0);
  });

  it('an act that changes nothing is no step, and holds up none after it', () => {
    const { hand, pick, store } = work();
    pick(paths.ids[2]);
    hand.putInPlate('#224466');
    hand.putInPlate('#224466');
    hand.move('moved', scaledAndMoved(1, 1, 5, 0));
    expect(store.steps().map(({ label }) => label)).toEqual(['A contour put in a plate', 'A contour moved']);
  });

  it('what was taken back and is still shown is not worked on, and that is said', () => {
    const { hand, pick, arrive, store, problems } = work();
    pick(paths.ids[2]);
    hand.move('moved', scaledAndMoved(1, 1, 5, 0));
    arrive();
    store.undo();
    // What was traced there comes with the next result.
    hand.move('moved', scaledAndMoved(1, 1, 5, 0));
    expect(store.undoLabel()).toBeUndefined();
    expect(problems.tell).toHaveBeenCalledWith(expect.objectContaining({ code: 'bad-place' }));
  });

  it('what was worked out of paths that were changed meanwhile is refused aloud; other changes do not matter', async () => {
    const { hand, pick, work: bench, arrive, store } = work();
    const both = () => {
      pick(undefined);
      pick(hand.ground()?.paths.ids[2]);
      pick(hand.ground()?.paths.ids[3], true);
    };
    both();
    shaping().combine('unite');
    store.change('Rename', (document) => void (document.name = 'Jug'));
    await new Promise((resolve) => setTimeout(resolve));
    expect(store.undoLabel()).toBe('2 contours united');
    store.undo();
    arrive();
    both();
    shaping().combine('unite');
    hand.move('moved', scaledAndMoved(1, 1, 5, 0));
    await new Promise((resolve) => setTimeout(resolve));
    expect(store.undoLabel()).toBe('2 contours moved');
    expect(bench.problems.tell).toHaveBeenCalledWith(
      expect.objectContaining({ message: expect.stringContaining('not done') as string }),
    );
  });

  it('what changes nothing is no step, and nothing waits for it', () => {
    const { hand, pick, arrive, edits, store } = work();
    pick(paths.ids[2]);
    hand.putInPlate('#224466');
    arrive();
    hand.putInPlate('#224466');
    hand.drop();
    expect(store.steps()).toHaveLength(2);
    expect(edits()[1].contours ?? []).toHaveLength(0);
  });

  it('shapes that have nothing in common are told', async () => {
    const { pick, work: bench, store } = work();
    pick(paths.ids[2]);
    pick(paths.ids[3], true);
    shaping().combine('keep common');
    await new Promise((resolve) => setTimeout(resolve));
    expect(bench.problems.tell).toHaveBeenCalledTimes(1);
    expect(store.steps()).toHaveLength(0);
  });

  it('what waits can be kept as drawn or let go', () => {
    const { hand, pick, store, work: bench, press, text, edits, fixture } = work();
    pick(paths.ids[2]);
    hand.moveAbout('turned', [1, 0, 0, 0, 1, 0, 0, 0, 1]);
    pick(paths.ids[3]);
    hand.drop();
    const view = bench.result.view();
    if (!view?.traced) throw new Error('no trace');
    bench.result.view.set({ ...view, parked: [1, 2] });
    fixture.detectChanges();
    expect(text()).toContain('Waiting');
    expect(TestBed.inject(HandEdits).ghosts()).toHaveLength(2);
    press('Keep as drawn');
    expect(edits()[1].from).toEqual([]);
    press('Let go of all that wait');
    expect(edits()).toEqual({});
    store.undo();
    expect(Object.keys(edits())).toEqual(['1', '2']);
  });

  it('a box, a loop and a carrying hand work on the bench', () => {
    const { hand, edits, work: bench } = work();
    const box = new PickBoxTool(hand);
    box.press({ x: 160, y: 60 });
    box.move({ x: 110, y: 30 });
    expect(box.overlay().lines).toHaveLength(1);
    box.release({ x: 110, y: 30 });
    expect(hand.numbers()).toEqual([2, 3]);
    const loop = new PickLoopTool(hand, TestBed.inject(ToolBox));
    loop.press({ x: 0, y: 0 });
    for (const [x, y] of [
      [80, 0],
      [80, 80],
      [0, 80],
    ])
      loop.move({ x, y });
    loop.release();
    expect(hand.numbers()).toEqual([0, 1]);
    const across = new PickAcrossTool(hand);
    across.press({ x: 100, y: 40 });
    across.move({ x: 130, y: 40 });
    expect(across.overlay().lines).toHaveLength(1);
    across.release({ x: 130, y: 40 });
    expect(hand.numbers()).toEqual([2]);
    hand.pick(paths.ids[0], false);
    const carry = new CarryTool(hand, bench, TestBed.inject(ToolBox));
    carry.press({ x: 10, y: 10 }, -1);
    carry.move({ x: 30, y: 15 });
    // The box, both contours, and where the grip to turn by hangs.
    expect(carry.overlay().lines).toHaveLength(4);
    carry.release({ x: 30, y: 15 });
    expect(edits()[1].contours[0].places[0]).toBeCloseTo(70 + 20, 3);
    carry.press({ x: 0, y: 0 }, -1);
    carry.forget();
    expect(Object.keys(edits())).toHaveLength(1);
  });

  /** The dot about (120, 40) in the hand, with the tool's grips by name. */
  function carrying() {
    const all = work();
    const tools = TestBed.inject(ToolBox);
    all.pick(paths.ids[2]);
    const carry = new CarryTool(all.hand, all.work, tools);
    const pull = (name: string, to: { x: number; y: number }) => {
      const { grips } = carry.overlay();
      const grip = grips.findIndex((one) => one.name === name);
      carry.press(grips[grip], grip);
      carry.move(to);
      carry.release(to);
    };
    const box = () => {
      const view = all.result.view() as ShownView;
      const k = Array.from(view.paths.ids.keys()).find((one) => view.paths.edits[one] > 0) ?? -1;
      const { left, top, right, bottom } = originAt(view.paths, k).box;
      return [left, top, right, bottom].map((value) => Math.round(value * 100) / 100 + 0);
    };
    return { ...all, carry, pull, box, tools };
  }

  it('by a corner both sides are sized alike about the one across, by a side one', () => {
    const { pull, box, arrive, store, tools } = carrying();
    tools.hold({ altKey: true, shiftKey: false });
    pull('Lower right corner', { x: 132, y: 52 });
    arrive();
    expect(box()).toEqual([114, 34, 132, 52]);
    expect(store.undoLabel()).toBe('A contour sized');
    pull('Upper side', { x: 120, y: 16 });
    arrive();
    expect(box()).toEqual([114, 16, 132, 52]);
  });

  it('turns about its own point, which clings to a corner; turns cling to even angles', () => {
    const { pull, box, arrive, hand, store, press, text } = carrying();
    pull('The point it turns about', { x: 113, y: 45 });
    expect(hand.pin()).toEqual({ x: 114, y: 46 });
    // From straight above its middle to about a quarter turn, clockwise.
    pull('Turn', { x: 114 + 40, y: 46 + 6.5 });
    arrive();
    expect(store.undoLabel()).toBe('A contour turned');
    expect(box()).toEqual([114, 46, 126, 58]);
    press('Mirror left to right');
    arrive();
    expect(box()).toEqual([102, 46, 114, 58]);
    expect(text()).toContain('picked');
  });

  it('mirrored copies lie about the middle of the outline, or a line', () => {
    const { hand, pick, press, arrive, edits } = work();
    hand.add('A line drawn', [
      {
        contour: { start: { x: 100, y: 0 }, segments: [{ kind: 'line', x: 100, y: 90 }], closed: false },
        pen: 1,
      },
      { contour: circleContour({ x: 20, y: 40 }, 4) },
    ]);
    arrive();
    /** What the hand made: of lines, or of areas. */
    const own = (isLine: boolean) => {
      const { paths: now } = TestBed.inject(ShownResult).view() as ShownView;
      const k = Array.from(now.ids.keys()).find(
        (n) => now.edits[n] > 0 && Number.isNaN(now.pens[n]) !== isLine,
      );
      return now.ids[k ?? -1];
    };
    const made = () => {
      const [last] = Object.values(edits()).slice(-1);
      return boxOf([contourOf(last.contours[0])])?.left;
    };
    pick(own(false));
    press('Copy to the other side');
    arrive();
    expect(made()).toBeCloseTo(2 * 40 - 24, 3);
    pick(own(false));
    pick(own(true), true);
    press('Copy across the line clicked last');
    arrive();
    expect(made()).toBeCloseTo(2 * 100 - 24, 3);
  });

  it('others become parallel to the one that was clicked last, and as large', () => {
    const { hand, pick, press, arrive, edits } = work();
    const slot = (x: number, turn: number, width: number) =>
      formContour({ kind: 'slot', x, y: 200, width, height: 4, radius: 0, sides: 0, turn });
    hand.add('Slots drawn', [{ contour: slot(50, 0.3, 40) }, { contour: slot(150, 1, 20) }]);
    arrive();
    const view = TestBed.inject(ShownResult).view() as ShownView;
    const [a, b] = Array.from(view.paths.ids).filter((_, k) => view.paths.edits[k] > 0);
    pick(b);
    pick(a, true);
    press('Parallel to it');
    arrive();
    const axes = () =>
      Object.values(edits())
        .flatMap(({ contours }) => contours)
        .map((contour) => axesOf(contourOf(contour), 0.01));
    expect(axes().map(({ angle }) => angle)).toEqual([expect.closeTo(0.3, 3), expect.closeTo(0.3, 3)]);
    press('As large as it');
    arrive();
    const [one, other] = axes();
    expect(other.long / one.long).toBeGreaterThan(0.95);
    expect(other.long / one.long).toBeLessThan(1.05);
  });
});
