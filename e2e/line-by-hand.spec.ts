import DxfParser, { type ICircleEntity, type IPolylineEntity } from 'dxf-parser';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  type Box,
  boxOf,
  contourLength,
  contoursDrawn,
  distancesBetween,
  penned,
  placeContour,
  readDxf,
  readPathData,
  readSvg,
} from '@drelk/core';
import { spacedOut } from '../packages/core/src/testing/curves';
import {
  drawBy,
  expectSaved,
  fact,
  goTo,
  handOff,
  onBench,
  openByHand,
  openSample,
  pull,
  settled,
  scaleByRuler,
  typeFigure,
} from './support/page';
import { expect, root, test } from './support/server';

test('stray contours are dropped by size and one by one, and stay dropped when the threshold moves', async ({
  page,
  server,
}) => {
  await openSample(page, server.address, 'Moth');
  await goTo(page, 'Line');
  const count = async (name: string) => Number(await fact(page, name).locator('.value').textContent());
  await expect.poll(() => count('shapes')).toBe(10);
  const hand = page.locator('drelk-line-hand');
  await hand.getByRole('button', { name: /^By hand/ }).click();
  // What is small goes at once: the eyes' middles and the stripes of the body.
  const size = hand.getByRole('textbox', { name: 'Pick what is no larger than' });
  await size.fill('11 mm');
  await size.press('Enter');
  await expect(hand.getByText(/^\d+ picked$/)).toBeVisible();
  const small = Number((await hand.getByText(/^\d+ picked$/).textContent())?.split(' ')[0]);
  expect(small).toBeGreaterThan(2);
  await hand.getByRole('button', { name: 'Drop', exact: true }).click();
  await expect(page.getByRole('button', { name: `Undo: ${small} contours dropped` })).toBeVisible();
  const contours = async () => (await count('shapes')) + (await count('holes'));
  await expect.poll(contours).toBe(27 - small);

  // One by one, by the keyboard: the next contour is picked, and dropped.
  await page.locator('drelk-bench .stage').focus();
  await page.keyboard.press('n');
  await expect(page.locator('drelk-picked')).toContainText('outer contour');
  await page.keyboard.press('Delete');
  await expect.poll(contours).toBeLessThan(27 - small);
  const left = await contours();

  await goTo(page, 'Ink');
  const threshold = page.getByRole('slider', { name: 'Threshold' });
  await threshold.focus();
  for (let k = 0; k < 4; k++) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: /^Undo: .*[Tt]hreshold/ })).toBeVisible();
  await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/);
  expect(await contours()).toBe(left);

  await expectSaved(page);
  await page.reload();
  await expect.poll(contours).toBe(left);
});

test('what was moved by figures waits while its contour is gone, and is there again with it', async ({
  page,
  server,
}) => {
  await openSample(page, server.address, 'Moth');
  await goTo(page, 'Line');
  await expect(fact(page, 'match')).toBeVisible();
  await page.locator('drelk-bench .stage').focus();
  await page.keyboard.press('n');
  const hand = page.locator('drelk-line-hand');
  await hand.getByRole('textbox', { name: 'To the right' }).fill('-12 mm');
  await hand.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Undo: .* moved/ })).toBeVisible();
  // What was moved stays picked, and a figure that cannot be is told.
  await expect(page.locator('drelk-picked')).toBeVisible();
  await hand.getByRole('textbox', { name: 'Down' }).fill('abc');
  await hand.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(page.getByText('“abc” is not a length.')).toBeVisible();

  // Crop the contour away: the edit waits, is shown as a ghost, and comes back.
  await goTo(page, 'Ink');
  await page.getByRole('button', { name: 'turn it over' }).click();
  await expect(page.getByRole('button', { name: /edits? waits?/ })).toBeVisible();
  await page.getByRole('button', { name: /edits? waits?/ }).click();
  await expect(hand.getByRole('heading', { name: 'Waiting' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: Turn it over' }).click();
  await expect(hand.getByRole('heading', { name: 'Waiting' })).toBeHidden();
  await expect(hand.getByText(/changed,/)).toBeVisible();
});

test('a plate with a slot and a hole is drawn, given its figures, and handed off with just those', async ({
  page,
  server,
}) => {
  const hand = await openByHand(page, server.address, 'Moth');
  await hand.getByRole('button', { name: 'all', exact: true }).click();
  await hand.getByRole('button', { name: 'Drop', exact: true }).click();
  await expect(fact(page, 'shapes').locator('.value')).toHaveText('0');

  const at = await onBench(page, 1000 / 760);
  const type = (label: string, text: string) => typeFigure(page, label, text);
  await drawBy(page, 'Rectangle', at(0.2, 0.2), at(0.8, 0.8));
  await expect(hand.getByRole('heading', { name: 'A true rectangle' })).toBeVisible();
  await type('Width', '120 mm');
  await type('Height', '80 mm');
  await type('Corner radius', '6 mm');
  await expect(hand.getByRole('heading', { name: 'A true rounded rectangle' })).toBeVisible();

  // A figure that cannot be changes nothing.
  await page.locator('drelk-line-form').getByRole('textbox', { name: 'Corner radius' }).fill('50 mm');
  await page.keyboard.press('Enter');
  await expect(page.getByText('The corners are rounder than half the rectangle.')).toBeVisible();

  await drawBy(page, 'Slot', at(0.35, 0.45), at(0.6, 0.55));
  await expect(hand.getByRole('heading', { name: 'A true slot' })).toBeVisible();
  await type('Length', '40 mm');
  await type('Width', '10 mm');
  await drawBy(page, 'Circle', at(0.65, 0.4), at(0.67, 0.4));
  await expect(hand.getByRole('heading', { name: 'A true circle' })).toBeVisible();
  await type('Diameter', '3/8 in');

  await expect(fact(page, 'shapes').locator('.value')).toHaveText('1');
  await expect(fact(page, 'holes').locator('.value')).toHaveText('2');
  await goTo(page, 'Hand off');
  const { text } = await handOff(page, 'DXF');
  const drawing = new DxfParser().parseSync(text);
  const entities = (drawing?.entities ?? []) as (Partial<IPolylineEntity> & Partial<ICircleEntity>)[];
  // Quarters of rounds end where they are outermost, so that corners tell the whole size.
  const sizes = entities.map(({ radius, vertices }) => {
    if (radius !== undefined) return [2 * radius, 2 * radius];
    const [xs, ys] = [vertices?.map(({ x }) => x) ?? [], vertices?.map(({ y }) => y) ?? []];
    return [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  });
  expect(sizes).toHaveLength(3);
  for (const [width, height] of [
    [120, 80],
    [40, 10],
    [9.525, 9.525],
  ])
    expect(sizes.some(([a, b]) => Math.abs(a - width) < 2e-3 && Math.abs(b - height) < 2e-3)).toBe(true);
});

test('a node is pulled, one is added and taken out, and all of it undone', async ({ page, server }) => {
  await openSample(page, server.address, 'Moth');
  await goTo(page, 'Line');
  const hand = page.locator('drelk-line-hand');
  const nodes = fact(page, 'nodes').locator('.value');
  const before = Number(await nodes.textContent());
  await hand.getByRole('button', { name: /^By hand/ }).click();
  const at = await onBench(page, 1000 / 760);
  await hand.getByRole('button', { name: 'Rectangle', exact: true }).click();
  const [upper, lower] = [at(0.4, 0.84), at(0.6, 0.94)];
  await pull(page, upper, lower);
  await expect(nodes).toHaveText(String(before + 4));
  await hand.getByRole('button', { name: 'Nodes', exact: true }).click();
  await expect(hand.getByText('4 nodes.')).toBeVisible();
  await pull(page, lower, { x: lower.x + 40, y: lower.y - 10 });
  await expect(page.getByRole('button', { name: 'Undo: Node moved' })).toBeVisible();
  // Each press waits until the page has taken the one before: a busy page would stretch a double one into two.
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeHidden();
  await settled(page);
  await page.mouse.dblclick((upper.x + lower.x) / 2, upper.y);
  await expect(nodes).toHaveText(String(before + 5));
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: 'Undo: Node taken out' })).toBeVisible();
  await expect(nodes).toHaveText(String(before + 4));
  for (let k = 0; k < 4; k++) await page.keyboard.press('Control+z');
  await expect(nodes).toHaveText(String(before));
});

test(
  'shapes are united so that they hang together, and what is drawn is taken away',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    await goTo(page, 'Line');
    const hand = page.locator('drelk-line-hand');
    const shapes = fact(page, 'shapes').locator('.value');
    const holes = fact(page, 'holes').locator('.value');
    await expect(shapes).toHaveText('10');
    await hand.getByRole('button', { name: /^By hand/ }).click();
    const at = await onBench(page, 1000 / 760);
    // A bar across body and wings, then all outer contours with their holes.
    await drawBy(page, 'Rectangle', at(0.3, 0.42), at(0.7, 0.46));
    await expect(page.getByRole('button', { name: 'Undo: A rectangle drawn' })).toBeVisible();
    // What was drawn is picked once it is there; then all is.
    await expect(shapes).toHaveText('11');
    await hand.getByRole('button', { name: 'all', exact: true }).click();
    await hand.getByRole('button', { name: 'Unite', exact: true }).click();
    await expect(page.getByRole('button', { name: /^Undo: \d+ contours united/ })).toBeVisible();
    // Body and both upper wings are one now.
    await expect.poll(async () => Number(await shapes.textContent())).toBeLessThan(10);
    await expect(fact(page, 'open ends').locator('.value')).toHaveText('0');
    const before = Number(await holes.textContent());

    // A round hole to hang it by.
    await drawBy(page, 'Circle', at(0.5, 0.44), at(0.51, 0.44));
    await expect(holes).toHaveText(String(before + 1));
    await hand.getByRole('button', { name: 'all', exact: true }).click();
    await hand.getByRole('button', { name: 'Take away from the largest' }).click();
    await expect(page.getByRole('button', { name: /^Undo: \d+ contours taken away/ })).toBeVisible();
    await expect(shapes).toHaveText('1');
    expect(Number(await holes.textContent())).toBeGreaterThan(0);
    expect(before).toBeGreaterThan(0);
  },
);

test(
  'the bracket is drawn over its sketch, by the ruler in view, with typed figures, and leaves with just those',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Bracket sketch');
    await scaleByRuler(page);
    await goTo(page, 'Line');
    const hand = page.locator('drelk-line-hand');
    await hand.getByRole('button', { name: /^By hand/ }).click();
    await hand.getByRole('button', { name: 'all', exact: true }).click();
    await hand.getByRole('button', { name: 'Drop', exact: true }).click();
    await expect(fact(page, 'shapes').locator('.value')).toHaveText('0');

    const at = await onBench(page, 2400 / 1800);
    const type = (label: string, text: string) => typeFigure(page, label, text);
    await drawBy(page, 'Rectangle', at(0.2, 0.25), at(0.7, 0.6));
    await type('Width', '90 mm');
    await type('Height', '40 mm');
    await drawBy(page, 'Slot', at(0.38, 0.4), at(0.5, 0.44));
    await type('Width', '8 mm');
    await type('Length', '30 mm');
    await expect(fact(page, 'holes').locator('.value')).toHaveText('1');
    await hand.getByRole('button', { name: 'Centre in the outline' }).click();
    await drawBy(page, 'Circle', at(0.28, 0.425), at(0.29, 0.425));
    await type('Diameter', '6 mm');
    await expect(fact(page, 'holes').locator('.value')).toHaveText('2');
    // The same again on the other side, so far apart, both together in the middle.
    await hand.getByRole('button', { name: 'Copy to the other side' }).click();
    await expect(fact(page, 'holes').locator('.value')).toHaveText('3');
    await hand.getByRole('button', { name: 'All like this' }).click();
    await expect(hand.getByText('2 picked')).toBeVisible();
    await hand.getByRole('textbox', { name: 'Between the middles' }).fill('66 mm');
    await hand.getByRole('button', { name: 'Set', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Undo: 2 contours set apart' })).toBeVisible();
    await hand.getByRole('button', { name: 'All like this' }).click();
    await hand.getByRole('button', { name: 'Centre in the outline' }).click();
    await expect(page.getByRole('button', { name: 'Undo: 2 contours centred in the outline' })).toBeVisible();

    await goTo(page, 'Hand off');
    const { text } = await handOff(page, 'DXF');
    const boxes = contoursDrawn(readDxf(text)).map((contour) => boxOf([contour]) as Box);
    expect(boxes).toHaveLength(4);
    const [plate, slot, one, other] = boxes.sort((a, b) => b.right - b.left - (a.right - a.left));
    const middle = (box: Box) => [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
    const size = (box: Box) => [box.right - box.left, box.bottom - box.top];
    const near = (found: number[], meant: number[]) =>
      found.forEach((value, k) => expect(Math.abs(value - meant[k])).toBeLessThan(0.005));
    near(size(plate), [90, 40]);
    near(size(slot), [30, 8]);
    near(size(one), [6, 6]);
    near(size(other), [6, 6]);
    near(middle(slot), middle(plate));
    expect(Math.abs(Math.abs(middle(one)[0] - middle(other)[0]) - 66)).toBeLessThan(0.005);
    near([(middle(one)[0] + middle(other)[0]) / 2, middle(one)[1]], middle(plate));
  },
);

test(
  'the teapot’s body is drawn over its picture by clicks along the edge, within a pixel',
  { tag: '@long' },
  async ({ page, server }) => {
    const hand = await openByHand(page, server.address, 'Teapot');
    await hand.getByRole('button', { name: 'all', exact: true }).click();
    await hand.getByRole('button', { name: 'Drop', exact: true }).click();
    await expect(fact(page, 'shapes').locator('.value')).toHaveText('0');

    const truth = JSON.parse(readFileSync(join(root, 'demo/truth/06-teapot.json'), 'utf8')) as {
      drawing: { strokes: { data: string; width: number }[] };
    };
    const [{ data, width }] = truth.drawing.strokes;
    const [rim] = penned([{ contour: readPathData(data)[0], pen: width }]).sort(
      (a, b) => contourLength(b) - contourLength(a),
    );
    const at = await onBench(page, 1000 / 800);
    const clicks = spacedOut(rim, 10).map(({ x, y }) => at(x / 1000, y / 800));
    await hand.getByRole('button', { name: 'Follow the edge' }).click();
    for (const { x, y } of [...clicks, clicks[0]]) {
      await page.mouse.move(x, y, { steps: 3 });
      await page.mouse.down();
      await page.mouse.up();
    }
    await expect(page.getByRole('button', { name: 'Undo: An edge followed' })).toBeVisible();
    await expect(fact(page, 'shapes').locator('.value')).toHaveText('1');
    await goTo(page, 'Piece');
    await page.getByRole('radio', { name: 'the whole picture' }).click();
    await goTo(page, 'Hand off');
    const { text } = await handOff(page, 'SVG');
    const pixel = 25.4 / 96;
    const drawn = contoursDrawn(readSvg(text)).map((contour) =>
      placeContour(contour, { scale: 1 / pixel, x: 0, y: 0 }),
    );
    const offs = distancesBetween(drawn, [rim], 1, 0.05);
    expect(offs.length).toBeGreaterThan(1000);
    expect(offs.reduce((sum, off) => sum + off, 0) / offs.length).toBeLessThan(1);
  },
);

test(
  'a ring that would be cut twice becomes one line, and an area again',
  { tag: '@long' },
  async ({ page, server }) => {
    await page.goto(server.address);
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm" viewBox="0 0 60 60"><path fill-rule="evenodd" d="M10 30A20 20 0 1 1 50 30A20 20 0 1 1 10 30ZM11 30A19 19 0 1 1 49 30A19 19 0 1 1 11 30Z"/></svg>';
    await page
      .getByLabel('Picture or vector file')
      .setInputFiles({ name: 'ring.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
    await page.getByRole('button', { name: 'Take it' }).click();
    await expect(fact(page, 'holes').locator('.value')).toHaveText('1');
    const hand = page.locator('drelk-line-hand');
    await hand.getByRole('button', { name: /^By hand/ }).click();
    await hand.getByRole('button', { name: 'all', exact: true }).click();
    await hand.getByRole('button', { name: 'Rings as single lines' }).click();
    await expect(fact(page, 'single lines').locator('.value')).toHaveText('1');
    await expect(fact(page, 'cut length').locator('.value')).toHaveText('122.5 mm');
    await hand.getByRole('button', { name: 'Lines as areas' }).click();
    await expect(fact(page, 'holes').locator('.value')).toHaveText('1');
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
  },
);

test(
  'figures that cannot be, and three places in line, are refused with a sentence each and change nothing',
  { tag: '@long' },
  async ({ page, server }) => {
    const hand = await openByHand(page, server.address, 'Moth');
    const at = await onBench(page, 1000 / 760);
    await drawBy(page, 'Slot', at(0.42, 0.84), at(0.58, 0.9));
    const undo = page.getByRole('button', { name: /^Undo:/ });
    await expect(undo).toHaveAccessibleName('Undo: A slot drawn');
    const length = page.locator('drelk-line-form').getByRole('textbox', { name: 'Length', exact: true });
    const before = await length.inputValue();
    for (const [typed, says] of [
      ['-3 mm', '“-3 mm” is not a length'],
      ['abc', '“abc” is not a length'],
      ['1 mm', 'longer than it is wide'],
    ]) {
      await length.fill(typed);
      await length.press('Enter');
      await expect(page.getByText(says).first()).toBeVisible();
      await length.press('Escape');
    }
    await expect(undo).toHaveAccessibleName('Undo: A slot drawn');
    expect(before).toMatch(/mm/);

    await hand.getByRole('button', { name: 'Arc', exact: true }).click();
    await page.keyboard.down('Alt');
    for (const x of [0.1, 0.2, 0.3]) {
      const place = at(x, 0.04);
      await page.mouse.click(place.x, place.y);
    }
    await page.keyboard.up('Alt');
    await expect(page.getByText('These three places lie in one line, which no arc does.')).toBeVisible();
    await expect(undo).toHaveAccessibleName('Undo: A slot drawn');
  },
);

test(
  'what is picked is sized by a corner and turned by its grip, and picked again across a line',
  { tag: '@long' },
  async ({ page, server }) => {
    const hand = await openByHand(page, server.address, 'Moth');
    const at = await onBench(page, 1000 / 760);
    const [from, to] = [at(0.72, 0.05), at(0.78, 0.09)];
    await page.keyboard.down('Alt');
    await drawBy(page, 'Rectangle', from, to);
    await expect(page.getByRole('button', { name: 'Undo: A rectangle drawn' })).toBeVisible();
    const picked = page.locator('drelk-picked .figure');
    const size = async () => ((await picked.textContent()) ?? '').split(' × ').map(parseFloat);
    await expect(picked).toBeVisible();
    const [width, height] = await size();
    await hand.getByRole('button', { name: 'Carry, size, turn' }).click();
    // Twice as large about the corner across.
    await pull(page, to, { x: 2 * to.x - from.x, y: 2 * to.y - from.y });
    await expect(page.getByRole('button', { name: 'Undo: A contour sized' })).toBeVisible();
    const near = async (wanted: number[]) => {
      for (const k of [0, 1]) await expect.poll(async () => (await size())[k] / wanted[k]).toBeCloseTo(1, 1);
    };
    await near([2 * width, 2 * height]);
    // From straight above its middle to the right of it.
    const middle = { x: to.x, y: to.y };
    const above = { x: to.x, y: from.y - 34 };
    await pull(page, above, { x: middle.x + middle.y - above.y, y: middle.y });
    await expect(page.getByRole('button', { name: 'Undo: A contour turned' })).toBeVisible();
    await near([2 * height, 2 * width]);
    await page.keyboard.up('Alt');

    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Let go of what is picked' }).click();
    await hand.getByRole('button', { name: 'Pick along a line' }).click();
    await pull(page, { x: to.x - 60, y: to.y }, { x: to.x + 60, y: to.y });
    await near([2 * height, 2 * width]);
  },
);
