import { type WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { ItemSettings, PieceSettings } from '@drelk/core';
import { pieceAtWork } from '../../../../testing/piece-at-work';
import { CarryItemTool } from '../../bench/tools/carry-item-tool';
import { PickLineTool } from '../../bench/tools/pick-line-tool';
import type { ShownView } from '../../engine/views';
import { Commands } from '../../job/keys/commands';
import { PieceArranging } from '../../job/piece/piece-arranging';

describe('what lies on the piece', () => {
  it('a board comes under the artwork, which goes to its middle; figures are typed', () => {
    const { add, last, items, type, choose, store, text } = pieceAtWork();
    add('Board');
    expect(items().map(({ kind }) => kind)).toEqual(['artwork', 'board']);
    expect(items()[0].place).toMatchObject({ on: 2, theirs: [0, 0] });
    type('Width', '254');
    type('Height', '139.7');
    choose('Corners', 'scooped');
    expect(last()).toMatchObject({ width: 254, height: 139.7, corners: { form: 'scooped' } });
    expect(store.undoLabel()).toBe('Corners of the board');
    expect(text()).toContain('board, 254 mm × 139.7 mm'.slice(0, 6));
    choose('Ready-made', 'hexagon tile, 60 mm');
    expect(last()).toMatchObject({ form: 'hexagon', height: 60 });
    type('From corner to corner', '80');
    expect((last() as Extract<ItemSettings, { kind: 'board' }>).height).toBeCloseTo(
      80 * (Math.sqrt(3) / 2),
      9,
    );
    choose('Form', 'arch');
    expect(last()).toMatchObject({ form: 'arch' });
  });

  it('figures that cannot be are told and change nothing', () => {
    const { add, last, type, work: bench, piece, choose, store, arrive } = pieceAtWork();
    add('Board');
    add('Border');
    const before = piece();
    type('In from the edge', '500 mm');
    expect(bench.problems.tell).toHaveBeenLastCalledWith(expect.objectContaining({ code: 'bad-figure' }));
    expect(piece()).toBe(before);
    add('Holes');
    choose('Holes', 'row');
    type('How many', '0');
    expect(bench.problems.tell).toHaveBeenLastCalledWith(
      expect.objectContaining({ message: expect.stringContaining('how many') as string }),
    );
    // Where it is only known once it is worked out, it is taken back.
    const there = piece();
    type('From there, right', '900 mm');
    arrive();
    expect(bench.problems.tell).toHaveBeenLastCalledWith(expect.objectContaining({ code: 'bad-place' }));
    expect(piece()).toEqual(there);
    expect(store.undoLabel()).not.toContain('moved');
    expect(last().kind).toBe('holes');
  });

  it('an outline needs something to lie around', () => {
    const { work: bench, press, piece, store } = pieceAtWork();
    store.change('nothing', ({ piece: own }) => {
      own.items = {};
    });
    press('Border');
    expect(bench.problems.tell).toHaveBeenCalledWith(expect.objectContaining({ code: 'bad-place' }));
    expect(piece().items).toEqual({});
  });

  it('text says what is typed, in a face, so large, on a circle; what has no letter is told', () => {
    const { add, last, choose, type, element, fixture, store, text, arrive, slide } = pieceAtWork();
    add('Text');
    const area = element.querySelector('textarea') as HTMLTextAreaElement;
    const write = (words: string, isDone: boolean) => {
      area.value = words;
      area.dispatchEvent(new Event(isDone ? 'change' : 'input', { bubbles: true }));
      fixture.detectChanges();
    };
    write('Moth', false);
    expect(store.shown()?.piece.items[2]).toMatchObject({ set: { text: 'Moth' } });
    expect(last()).toMatchObject({ set: { text: 'Saltmoth' } });
    write('Moth 茶', true);
    arrive();
    expect(text()).toContain('This face has no letter for “茶”: it is left out.');
    const before = last();
    write('  ', true);
    expect(last()).toBe(before);
    choose('Face', 'pacifico');
    choose('Size is the', 'width');
    type('Width', '80');
    slide('Room between letters', 0.1);
    choose('Lines begin', 'left');
    expect(last()).toMatchObject({
      set: { font: 'pacifico', size: { of: 'width', length: 80 }, letters: 0.1, align: 'left' },
    });
    choose('Stands', 'circle');
    type('Diameter of the circle', '90');
    choose('Reads', 'under');
    choose('Letters stand', 'inside');
    type('Turned along the circle, degrees', '30');
    expect(last()).toMatchObject({
      set: {
        along: { kind: 'circle', diameter: 90, reads: 'under', stands: 'inside', turn: 30, even: true },
      },
    });
    choose('Stands', 'straight');
    expect(last()).toMatchObject({ set: { along: { kind: 'straight' } } });
  });

  it('text runs along the line that is clicked', () => {
    const { add, choose, last, tools, hand, work: bench } = pieceAtWork();
    add('Text');
    choose('Stands', 'contour');
    const tool = tools.active();
    expect(tool).toBeInstanceOf(PickLineTool);
    tool?.press({ x: 0, y: 0 }, -1);
    tool?.release({ x: 5, y: 5 });
    expect(last()).toMatchObject({ set: { along: { kind: 'straight' } } });
    tool?.release({ x: 70, y: 40 });
    expect(last()).toMatchObject({
      place: { on: 1 },
      set: { along: { kind: 'contour', at: [70, 40], start: 0 } },
    });
    expect(new PickLineTool(bench, tools, hand).overlay().lines).toEqual([]);
  });

  it('places: on another, by its corners, so far from there, turned and mirrored', () => {
    const { add, last, choose, type, press, element, fixture } = pieceAtWork();
    add('Board');
    add('Text');
    const grid = (label: string) => {
      element.querySelector<HTMLButtonElement>(`[aria-label="${label}"]`)?.click();
      fixture.detectChanges();
    };
    grid('bottom right of the item');
    grid('bottom right of what it lies on');
    type('From there, right', '-4');
    type('From there, down', '-3 mm');
    type('Degrees', '15');
    press('Mirror');
    expect(last().place).toEqual({
      on: 2,
      own: [1, 1],
      theirs: [1, 1],
      x: -4,
      y: -3,
      turn: 15,
      mirrored: true,
    });
    press('Centre it');
    expect(last().place).toMatchObject({ own: [0, 0], theirs: [0, 0], x: 0, y: 0 });
    choose('Lies on', 'piece');
    expect(last().place.on).toBeNull();
  });

  it('is chosen, named, hidden, copied, laid above and below, given a task, and taken off with what hangs on it', () => {
    const { add, items, hand, press, last, choose, element, fixture, piece } = pieceAtWork();
    add('Board');
    add('Border');
    const name = element.querySelector<HTMLInputElement>(
      '[aria-label="Name of the item"]',
    ) as HTMLInputElement;
    name.value = 'Rim';
    name.dispatchEvent(new Event('change'));
    fixture.detectChanges();
    choose('Along it', 'engrave');
    expect(last()).toMatchObject({ name: 'Rim', task: 'engrave' });
    element.querySelector<HTMLButtonElement>('[aria-label="Hide Rim"]')?.click();
    fixture.detectChanges();
    expect(last().hidden).toBe(true);
    hand.reorder(0, 2);
    expect(hand.items().map(({ item }) => item.name)).toEqual(['Artwork', 'Board', 'Rim']);
    add('Text');
    press('Copy');
    expect(items().map(({ name: own }) => own)).toEqual(['Artwork', 'Board', 'Rim', 'Text', 'Text copy']);
    hand.choose(2);
    fixture.detectChanges();
    press('Take it off');
    expect(items().map(({ name: own }) => own)).toEqual(['Artwork', 'Text', 'Text copy']);
    expect(items().every(({ place }) => place.on === null || piece().items[place.on])).toBe(true);
    hand.choose(1);
    fixture.detectChanges();
    press('Leave it out');
    expect(items()[0].hidden).toBe(true);
  });

  it('is nudged by arrow keys and carried, its edges and centre clinging to those of others', () => {
    const { add, last, hand, work: bench, tools } = pieceAtWork();
    add('Board');
    add('Text');
    const run = (key: string, shift: boolean) =>
      TestBed.inject(Commands)
        .all()
        .find((one) => one.key === key && one.shift === shift && one.when?.() === true)
        ?.run();
    run('ArrowRight', false);
    run('ArrowDown', true);
    expect(last().place).toMatchObject({
      x: expect.closeTo(0.1, 9) as number,
      y: expect.closeTo(1, 9) as number,
    });
    const tool = new CarryItemTool(hand, TestBed.inject(PieceArranging), bench, tools);
    tool.press({ x: 0, y: 0 });
    tool.move({ x: -0.1, y: 40 });
    expect(tool.says).toContain('centres');
    expect(tool.overlay().lines.length).toBeGreaterThan(1);
    tool.release({ x: -0.1, y: 40 });
    // Caught by the centre it came from.
    expect(last().place.x).toBeCloseTo(0.1, 6);
    expect(last().place.y).toBeGreaterThan(15);
  });
});

describe('the whole piece', () => {
  it('is turned, mirrored, and laid on a sheet with others of its kind', () => {
    const { press, type, piece, choose, element, fixture, arrive, text, work: bench } = pieceAtWork();
    press('The whole piece');
    type('Degrees, clockwise', '30');
    press('Mirror, to be read from behind');
    expect(piece()).toMatchObject({ turn: 30, mirrored: true });
    press('Sheet');
    choose('Usual sheets', 'A4, 297 × 210 mm');
    expect(piece().sheet).toMatchObject({ width: 297, height: 210, repeats: { kind: 'one' } });
    type('In from the left', '5');
    choose('Pieces', 'fit');
    arrive();
    expect(text()).toContain('% of the sheet');
    choose('Pieces', 'rows');
    type('Columns', '4');
    element
      .querySelectorAll<HTMLInputElement>('drelk-sheet-fields input[type=checkbox]')
      .forEach((box) => box.click());
    fixture.detectChanges();
    expect(piece().sheet).toMatchObject({
      x: 5,
      repeats: { rows: 2, columns: 4 },
      shifted: true,
      turned: true,
    });
    const before = piece();
    type('Sheet’s width', '1 mm');
    arrive();
    expect(bench.problems.tell).toHaveBeenLastCalledWith(expect.objectContaining({ code: 'bad-sheet' }));
    expect(piece()).toEqual(before satisfies PieceSettings);
    press('No sheet');
    expect(piece().sheet).toBeNull();
  });

  it('says what is done along it, and what the artwork’s holes and plates are', () => {
    const { text, choose, items, work: bench, fixture } = pieceAtWork();
    const view = bench.result.view as WritableSignal<ShownView>;
    view.set({
      ...view(),
      colours: ['#aa7722'],
      piece: { ...view().piece, tasks: [{ task: 'score', contours: 1, length: 12 }] },
    });
    fixture.detectChanges();
    expect(text()).toContain('score1 contour, 12.0 mm');
    choose('Along holes', 'score');
    expect(items()[0]).toMatchObject({ inner: 'score' });
    choose('Plate brown', 'pocket');
    expect(items()[0]).toMatchObject({ plates: { '#aa7722': 'pocket' } });
    choose('Plate brown', 'same');
    choose('Along holes', 'same');
    expect(items()[0]).toMatchObject({ inner: null, plates: {} });
  });
});
