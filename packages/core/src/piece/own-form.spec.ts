import { type Box, boxOf, boxWidth, circleContour, contourOf } from '../geometry';
import { leaf } from '../testing/curves';
import { board, pieceOf } from '../testing/pieces';
import { ownForm } from './own-form';

const middle = { x: 57, y: 30 };

describe('a form of one’s own', () => {
  it('has its outline first and then its holes, in millimetres', () => {
    const [outer, hole, ...more] = ownForm([circleContour(middle, 2), leaf], 0.5).map(contourOf);
    expect(more).toEqual([]);
    expect(boxWidth(boxOf([outer]) as Box)).toBeCloseTo(boxWidth(boxOf([leaf]) as Box) / 2, 2);
    expect(boxWidth(boxOf([hole]) as Box)).toBeCloseTo(2, 2);
  });

  it('makes a board of any size, exactly', () => {
    const own = ownForm([leaf, circleContour(middle, 2)], 0.1);
    const { frame, paths } = pieceOf({ 1: board({ form: 'own', own, width: 123.4, height: 77 }) });
    expect([frame.right, frame.bottom]).toEqual([expect.closeTo(123.4, 6), expect.closeTo(77, 6)]);
    expect(paths.map(({ shape }) => shape.holes.length)).toEqual([1]);
  });

  it.each([
    ['several parts', [leaf, circleContour({ x: 200, y: 0 }, 3)], 'That is 2 parts'],
    ['nothing', [], 'nothing that a board could be like'],
    ['an open line', [{ ...leaf, closed: false }], 'do not close'],
  ])('is not made of %s', (_what, contours, says) => expect(() => ownForm(contours, 1)).toThrow(says));

  it('that is empty is told on the piece, and nothing is made', () => {
    const [made] = pieceOf({ 1: board({ form: 'own', own: [] }) }).items;
    expect(made.problem?.message).toBe('This form has no outline.');
  });
});
