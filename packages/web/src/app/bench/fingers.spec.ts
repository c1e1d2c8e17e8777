import { Fingers } from './fingers';

it('two fingers zoom about their middle and carry the view along; one does neither', () => {
  const fingers = new Fingers();
  fingers.put(1, { x: 100, y: 100 });
  expect(fingers.move(1, { x: 110, y: 100 })).toBeUndefined();
  fingers.put(2, { x: 210, y: 100 });
  expect(fingers.move(2, { x: 310, y: 100 })).toEqual({
    factor: 2,
    middle: { x: 210, y: 100 },
    moved: { x: 50, y: 0 },
  });
  fingers.lift(1);
  expect(fingers.count).toBe(1);
  expect(fingers.move(2, { x: 0, y: 0 })).toBeUndefined();
  expect(fingers.move(9, { x: 0, y: 0 })).toBeUndefined();
});
