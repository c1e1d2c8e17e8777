import type { WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { type ItemSettings, packPaths, tracedAnchor } from '@drelk/core';
import type { OwnForm } from '@drelk/contract';
import { pieceAtWork } from '../../../../testing/piece-at-work';
import { BridgeTool } from '../../bench/tools/bridge-tool';
import { PickTaskTool } from '../../bench/tools/pick-task-tool';
import type { ShownView } from '../../engine/views';
import { PieceHand } from '../../job/piece/piece-hand';
import { ProblemService } from '../../shared/problem.service';

type Of<K extends ItemSettings['kind']> = Extract<ItemSettings, { kind: K }>;
const settled = () => new Promise((resolve) => setTimeout(resolve));

/** Ticks or unticks a box by its words. */
const tick = ({ element, fixture }: ReturnType<typeof pieceAtWork>, words: string) => {
  const label = [...element.querySelectorAll('label.tick')].find((one) => one.textContent.includes(words));
  label?.querySelector('input')?.click();
  fixture.detectChanges();
};

it('what is added while the piece is worked out waits for its size, and is added then, once', () => {
  const own = pieceAtWork();
  const standing = own.workbench.standing as WritableSignal<string>;
  const count = () => Object.keys(own.store.document()?.piece.items ?? {}).length;
  standing.set('working');
  TestBed.tick();
  own.add('Board');
  TestBed.tick();
  expect(count()).toBe(1);
  standing.set('worked out');
  TestBed.tick();
  expect(count()).toBe(2);
  expect(own.last().kind).toBe('board');
  standing.set('working');
  standing.set('worked out');
  TestBed.tick();
  expect(count()).toBe(2);
});

describe('what holds and carries a part', () => {
  it('tabs are offered where something is cut through, and are as long and as many as is said', () => {
    const own = pieceAtWork();
    own.add('Board');
    tick(own, 'held in the sheet by tabs');
    expect(own.last().tabs).toEqual({ width: 2, count: 0 });
    own.type('Length of a tab', '3.5');
    own.choose('Tabs around a part', '6');
    expect(own.last().tabs).toEqual({ width: 3.5, count: 6 });
    expect(own.store.undoLabel()).toBe('Tabs around a part');
    tick(own, 'held in the sheet by tabs');
    expect(own.last().tabs).toBeNull();
    own.choose('Along it', 'score');
    own.arrive();
    expect(own.text()).not.toContain('held in the sheet');
  });

  it('an outline has a ring and a base by their figures', () => {
    const own = pieceAtWork();
    own.add('Outline');
    const outline = () => own.last() as Of<'outline'>;
    tick(own, 'a ring to hang it by');
    own.type('Hole of the ring', '6');
    own.type('Wall around it', '3');
    own.type('Where, degrees from the top', '-45');
    expect(outline().ring).toEqual({ hole: 6, wall: 3, at: -45 });
    own.type('Where, degrees from the top', 'up');
    expect(own.problems.tell).toHaveBeenLastCalledWith(expect.objectContaining({ code: 'bad-angle' }));
    tick(own, 'a base with two feet');
    own.type('Height of the base', '8');
    own.type('Width of a foot', '5');
    own.type('Length of a foot', '70');
    expect(outline().base).toEqual({ height: 8, width: 5, length: 70 });
    tick(own, 'a ring to hang it by');
    tick(own, 'a base with two feet');
    expect([outline().ring, outline().base]).toEqual([null, null]);
  });

  it('marks lie around what is ticked, in a form, on some corners', () => {
    const own = pieceAtWork();
    own.add('Marks');
    own.choose('Form', 'triangle');
    own.type('Size', '8');
    own.type('Distance', '0');
    own.choose('On', '4');
    expect(own.last()).toMatchObject({
      kind: 'marks',
      around: [1],
      form: 'triangle',
      size: 8,
      distance: 0,
      count: 4,
    });
    own.arrive();
    expect(own.text()).toContain('for registration, ');
  });
});

describe('tasks of single contours', () => {
  /** The artwork's view: a ring of 40 pixels about (40, 30), its hole of 10. */
  function picking() {
    const own = pieceAtWork();
    const view = own.result.view as WritableSignal<ShownView>;
    const [outer, hole] = [
      { left: 20, right: 60, top: 10, bottom: 50 },
      { left: 35, right: 45, top: 25, bottom: 35 },
    ].map(({ left, right, top, bottom }) => ({
      start: { x: left, y: top },
      segments: [
        [left, bottom],
        [right, bottom],
        [right, top],
        [left, top],
      ].map(([x, y]) => ({ kind: 'line' as const, x, y })),
      closed: true,
    }));
    view.set({
      ...view(),
      paths: packPaths([{ outer, holes: [hole] }]),
      piecePaths: undefined,
      piece: { ...view().piece, tasks: [{ task: 'cut-through', contours: 2, length: 30 }] },
    });
    own.hand.choose(1);
    own.fixture.detectChanges();
    own.press('Pick contours');
    const tool = own.tools.active() as PickTaskTool;
    const artwork = () => own.items()[0] as Of<'artwork'>;
    return { ...own, tool, artwork };
  }

  it('are said for what is clicked, and taken back', () => {
    const { tool, fixture, choose, artwork, press, text, view } = picking();
    expect(tool.says).toContain('Click the contours');
    tool.press();
    tool.move();
    tool.release({ x: 300, y: 300 });
    expect(tool.picked().size).toBe(0);
    tool.release({ x: 35, y: 30 });
    fixture.detectChanges();
    expect([...tool.picked()]).toEqual([2]);
    expect(tool.says).toContain('1 picked');
    expect(tool.overlay().lines).toHaveLength(1);
    choose('Along what is picked', 'pocket');
    const from = tracedAnchor(view().paths, 1, view().toSource);
    expect(artwork().picked).toEqual([{ from, task: 'pocket' }]);
    expect(text()).toContain('1 contour has a task of its own.');
    // Said again, it is another; as the rest, none.
    tool.release({ x: 35, y: 30 });
    fixture.detectChanges();
    choose('Along what is picked', 'score');
    expect(artwork().picked).toEqual([{ from, task: 'score' }]);
    press('All as the rest');
    expect(artwork().picked).toEqual([]);
  });

  it('an outer contour comes with its holes, and goes with them', () => {
    const { tool } = picking();
    tool.release({ x: 20, y: 30 });
    expect([...tool.picked()]).toEqual([1, 2]);
    tool.release({ x: 35, y: 30 });
    expect([...tool.picked()]).toEqual([1]);
    tool.release({ x: 20, y: 30 });
    expect(tool.picked().size).toBe(0);
  });

  it('a click on a picked one lets go of it', () => {
    const { tool } = picking();
    tool.release({ x: 35, y: 30 });
    tool.release({ x: 35, y: 30 });
    expect(tool.picked().size).toBe(0);
  });

  it('what falls out of the artwork is counted where it is lit', () => {
    const own = picking();
    own.tools.putDown();
    tick(own, 'light up what falls out');
    expect(TestBed.inject(PieceHand).falling()).toEqual([1]);
    expect(own.text()).toContain('the island that is lit falls out');
    expect(own.bench.showsFalling()).toBe(true);
    tick(own, 'light up what falls out');
    expect(own.bench.showsFalling()).toBe(false);
  });

  it('a task is lit from the list, and put out again', () => {
    const { press, bench, hand } = picking();
    press('cut through');
    expect(bench.litTask()).toBe('cut-through');
    expect(hand.idsOfTask()).toEqual([1, 2]);
    press('cut through');
    expect(hand.idsOfTask()).toEqual([]);
  });
});

describe('bridges of text', () => {
  it('are put by hand where the text lies, kept as it lies by itself, and taken back', () => {
    const own = pieceAtWork();
    own.add('Board');
    own.add('Text');
    tick(own, 'islands held by bridges');
    own.hand.change('text', 'turned', ({ place }) => {
      place.turn = 90;
    });
    own.arrive();
    own.press('Put a bridge');
    const tool = own.tools.active() as BridgeTool;
    const at = own.hand.ownPlaces(3)?.to({ x: -4, y: -6 }) ?? { x: 0, y: 0 };
    tool.press(at, -1);
    tool.move(at);
    tool.release(at);
    const places = () => (own.last() as Of<'text'>).bridges?.places;
    expect(places()).toEqual([[-4, -6]]);
    own.arrive();
    expect(tool.overlay().grips).toHaveLength(1);
    // Pulled by its mark it moves.
    const on = own.hand.ownPlaces(3)?.to({ x: 5, y: -2 }) ?? { x: 0, y: 0 };
    tool.press(at, 0);
    tool.move(on);
    expect(tool.overlay().grips[0]).toMatchObject(on);
    tool.release(on);
    expect(places()).toEqual([[5, -2]]);
    expect(own.store.undoLabel()).toBe('A bridge moved');
    tool.press(on, 0);
    tool.release(on);
    expect(places()).toEqual([]);
  });
});

describe('a font file that is brought along', () => {
  const blob = 'b'.repeat(64);
  const bring = (own: ReturnType<typeof pieceAtWork>) => {
    const input = own.element.querySelector<HTMLInputElement>('input[type=file]') as HTMLInputElement;
    Object.defineProperty(input, 'files', { value: [new File(['x'], 'stall.ttf')] });
    input.dispatchEvent(new Event('change'));
    return settled();
  };

  it('is kept with the job, and the text set in it; one that no text uses any more goes', async () => {
    const own = pieceAtWork({ addFont: () => of({ blob, name: 'Stall Sans' }) });
    own.store.change('before', ({ piece }) => {
      piece.fonts = { ['a'.repeat(64)]: { name: 'Unused' } };
    });
    own.add('Text');
    await bring(own);
    own.fixture.detectChanges();
    expect(own.last()).toMatchObject({ set: { font: blob } });
    expect(own.piece().fonts).toEqual({ [blob]: { name: 'Stall Sans' } });
    expect(own.text()).toContain('Stall Sans, brought along');
  });

  it('that is none is told, and changes nothing', async () => {
    const problem = { code: 'bad-font', message: 'None.', hint: 'Another.' };
    const own = pieceAtWork({ addFont: () => throwError(() => problem) });
    own.add('Text');
    const before = own.piece();
    await bring(own);
    expect(own.problems.tell).toHaveBeenLastCalledWith(problem);
    expect(own.piece()).toBe(before);
  });
});

describe('forms of one’s own', () => {
  const contours = [{ closed: true, kinds: 'lll', places: [0, 0, 0, 30, 40, 30, 0, 0] }];
  const form: OwnForm = { id: 7, name: 'Wing', width: 40, height: 30, contours };

  it('are listed for boards, taken in any size, and away and back', async () => {
    const removeForm = jest.fn(() => of(undefined));
    const addForm = jest.fn(() => of(form));
    const own = pieceAtWork({ forms: () => of([form]), removeForm, addForm });
    let back: () => void = () => undefined;
    jest.spyOn(TestBed.inject(ProblemService), 'done').mockImplementation((_says, _label, undo) => {
      back = undo;
    });
    jest.spyOn(TestBed.inject(ProblemService), 'note').mockImplementation();
    own.add('Board');
    own.press('Own forms');
    own.press('Wing, 40 mm × 30 mm');
    expect(own.last()).toMatchObject({ form: 'own', width: 40, height: 30, own: contours });
    own.type('Width', '80');
    own.arrive();
    expect(own.view().piece.items.find(({ id }) => id === 2)?.box).toMatchObject({ left: 0, right: 80 });
    own.element.querySelector<HTMLButtonElement>('[aria-label="Take Wing away"]')?.click();
    await settled();
    expect(removeForm).toHaveBeenCalledWith(7);
    back();
    expect(addForm).toHaveBeenCalledWith({ name: 'Wing', contours });
  });

  it('are kept from what is chosen; several parts are refused with a sentence', () => {
    const addForm = jest.fn(() => of(form));
    const own = pieceAtWork({ addForm });
    jest.spyOn(TestBed.inject(ProblemService), 'note').mockImplementation();
    const show = jest.spyOn(TestBed.inject(ProblemService), 'show').mockImplementation();
    own.add('Board');
    own.press('Keep as a form');
    expect(addForm).toHaveBeenCalledWith({
      name: 'Board',
      contours: [expect.objectContaining({ closed: true })],
    });
    own.add('Text');
    own.press('Keep as a form');
    expect(show).toHaveBeenCalledWith(expect.objectContaining({ code: 'bad-form' }));
  });
});
