import { TestBed } from '@angular/core/testing';
import type { ItemSettings } from '@drelk/core';
import { Commands } from '../../job/keys/commands';
import { PieceArranging } from '../../job/piece/piece-arranging';
import { pieceAtWork } from '../../../../testing/piece-at-work';

/** A board with three texts on it, apart from each other. */
function threeTexts() {
  const own = pieceAtWork();
  const arranging = TestBed.inject(PieceArranging);
  own.add('Board');
  // Larger than anything goes, so that the frame stays where it is.
  own.hand.change('board', 'larger', (board) => {
    board.width = 300;
    board.height = 200;
  });
  for (const [x, y] of [
    [-30, -20],
    [10, -12],
    [24, 20],
  ]) {
    own.add('Text');
    own.hand.change('text', 'here', ({ place }) => {
      place.x = x;
      place.y = y;
    });
  }
  own.arrive();
  const boxOf = (id: number) => own.view().piece.items.find((item) => item.id === id)?.box;
  const choose = (...ids: number[]) => {
    own.hand.choose(undefined);
    for (const id of ids) own.hand.choose(id, true);
    own.fixture.detectChanges();
  };
  const click = (label: string) => {
    const button = own.element.querySelector<HTMLButtonElement>(`[aria-label="${label}"]`);
    if (!button) throw new Error(`No button is called “${label}”.`);
    button.click();
    own.arrive();
  };
  return { ...own, arranging, boxOf, choose, click };
}

describe('several items', () => {
  it('are chosen with Shift, and let go of in the same way', () => {
    const { hand, element, fixture, text } = threeTexts();
    const rows = [...element.querySelectorAll<HTMLButtonElement>('drelk-item-list li > button')];
    rows[2].click();
    rows[1].dispatchEvent(new MouseEvent('click', { shiftKey: true }));
    fixture.detectChanges();
    expect(hand.several()).toHaveLength(2);
    expect(hand.chosen()).toBeUndefined();
    expect(text()).toContain('2 items');
    rows[2].dispatchEvent(new MouseEvent('click', { shiftKey: true }));
    fixture.detectChanges();
    expect(hand.several()).toEqual([hand.chosen()]);
  });

  it('come into line with the first, have even gaps, and are as wide as the first', () => {
    const { choose, click, press, boxOf, arrive, hand } = threeTexts();
    choose(4, 3, 5);
    const first = boxOf(4);
    click('Left edges in line');
    expect([3, 4, 5].map((id) => boxOf(id)?.left)).toEqual(
      [3, 4, 5].map(() => expect.closeTo(first?.left ?? NaN, 9)),
    );
    press('Even gaps down');
    arrive();
    const [a, b, c] = [3, 4, 5].map((id) => boxOf(id));
    expect((b?.top ?? 0) - (a?.bottom ?? 0)).toBeCloseTo((c?.top ?? 0) - (b?.bottom ?? 0), 9);
    hand.choose(3);
    hand.change('text', 'longer', ({ set }) => {
      set.text = 'Saltmoth tea';
    });
    arrive();
    choose(3, 4);
    press('Same width');
    arrive();
    const [wide, other] = [3, 4].map((id) => boxOf(id));
    expect((other?.right ?? 0) - (other?.left ?? 0)).toBeCloseTo((wide?.right ?? 0) - (wide?.left ?? 0), 6);
  });

  it('go together, and are taken off together', () => {
    const { choose, boxOf, arranging, arrive, press, items, store } = threeTexts();
    choose(3, 5);
    const before = [3, 4, 5].map((id) => boxOf(id)?.left ?? NaN);
    arranging.moveBy(7, 0);
    arrive();
    const after = [3, 4, 5].map((id, k) => (boxOf(id)?.left ?? NaN) - before[k]);
    expect(after).toEqual([expect.closeTo(7, 9), expect.closeTo(0, 9), expect.closeTo(7, 9)]);
    expect(store.undoLabel()).toBe('2 items moved');
    press('Take them off');
    expect(items().map(({ kind }) => kind)).toEqual(['artwork', 'board', 'text']);
  });

  it('of no size of their own are told and change nothing', () => {
    const { add, choose, press, work: bench, piece } = threeTexts();
    add('Holes');
    choose(3, 6);
    const before = piece();
    press('Same height');
    expect(bench.problems.tell).toHaveBeenLastCalledWith(expect.objectContaining({ code: 'bad-figure' }));
    expect(piece()).toBe(before);
  });
});

describe('an item that is to stay', () => {
  it('stays where it is: carried, nudged or by its figures', () => {
    const { hand, element, fixture, type, arranging, work: bench, last, tools, text } = threeTexts();
    const tick = () => {
      const label = [...element.querySelectorAll('label.tick')].find((one) =>
        one.textContent.includes('stays'),
      );
      label?.querySelector('input')?.click();
      fixture.detectChanges();
    };
    hand.choose(5);
    fixture.detectChanges();
    tick();
    expect(text()).toContain('mm, stays');
    const before = last().place;
    type('From there, right', '99');
    expect(bench.problems.tell).toHaveBeenLastCalledWith(
      expect.objectContaining({ message: '“Text 3” is to stay where it is.' }),
    );
    arranging.moveBy(3, 3);
    expect(last().place).toEqual(before);
    expect(tools.borrow({ x: 50, y: 50 })).toBe(false);
    tick();
    arranging.moveBy(3, 0);
    expect(last().place.x).toBe(before.x + 3);
  });
});

describe('the bench without a tool', () => {
  it('pulls what is chosen for as long as the hand is down, and only from where it lies', () => {
    const { hand, boxOf, tools, last, arrive, view } = threeTexts();
    hand.choose(5);
    arrive();
    const { left = 0, right = 0, top = 0, bottom = 0 } = boxOf(5) ?? {};
    const mm = view().millimetresPerPixel;
    const at = { x: (left + right) / 2 / mm, y: (top + bottom) / 2 / mm };
    expect(tools.borrow({ x: -5, y: -5 })).toBe(false);
    expect(tools.borrow(at)).toBe(true);
    const before = last().place;
    const tool = tools.active();
    tools.hold({ altKey: true, shiftKey: false });
    tool?.press(at, -1);
    tool?.move({ x: at.x + 8, y: at.y });
    expect(tool?.overlay().carried).toEqual({
      x: expect.closeTo(8, 9) as number,
      y: expect.closeTo(0, 9) as number,
    });
    tool?.release({ x: at.x + 8, y: at.y });
    tools.giveBack();
    expect(tools.active()).toBeUndefined();
    expect(last().place.x).toBeCloseTo(before.x + 8 * mm, 9);
  });

  it('moves what lies on a turned piece the way the hand goes', () => {
    const { hand, boxOf, arranging, arrive } = threeTexts();
    hand.changePiece('turned', (piece) => {
      piece.turn = 90;
      piece.mirrored = true;
    });
    arrive();
    hand.choose(5);
    const before = boxOf(5);
    arranging.moveBy(4, -3);
    arrive();
    expect((boxOf(5)?.left ?? 0) - (before?.left ?? 0)).toBeCloseTo(4, 9);
    expect((boxOf(5)?.top ?? 0) - (before?.top ?? 0)).toBeCloseTo(-3, 9);
  });

  it('nudges all that is chosen by the arrow keys', () => {
    const { choose, items } = threeTexts();
    choose(3, 4);
    const before = items().map(({ place }: ItemSettings) => place.x);
    TestBed.inject(Commands)
      .all()
      .find((one) => one.key === 'ArrowLeft' && one.shift === false && one.when?.() === true)
      ?.run();
    const after = items().map(({ place }) => place.x);
    expect(after.map((x, k) => Number((x - before[k]).toFixed(6)))).toEqual([0, 0, -0.1, -0.1, 0]);
  });
});
