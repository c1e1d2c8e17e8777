import { arriving, benchLayout, placing } from './layout';

const wiped = { ...benchLayout({ picture: 0.3, ink: 0, paths: 1 }, 'lines'), wipe: true };

it('under the wipe two layers lie at full strength, each on its side of the line', () => {
  const [left, right] = (['picture', 'paths'] as const).map((layer) =>
    placing(layer, wiped, 120, 400, false),
  );
  expect(left).toMatchObject({ opacity: 1, visible: true });
  expect(left.clipX + left.clipWidth).toBe(120);
  expect(right).toMatchObject({ opacity: 1, visible: true, clipX: 120 });
  expect(placing('ink', wiped, 120, 400, false).visible).toBe(false);
});

it('while there is no result, the picture is seen whole, and faint under its ink', () => {
  const { opacity, style } = arriving(true);
  expect([opacity, style]).toEqual([{ picture: 0.3, ink: 1, paths: 0 }, 'lines']);
  expect(placing('picture', arriving(false), 0, 400, false)).toMatchObject({ opacity: 1, visible: true });
});
