import { fact, goTo, onBench, openSample } from './support/page';
import { expect, test } from './support/server';

test('dragging a slider shows a preview, letting go computes in full and takes one step', async ({
  page,
  server,
}) => {
  await openSample(page, server.address, 'Moth');
  await goTo(page, 'Line');
  const before = Number(await fact(page, 'nodes').locator('.value').textContent());
  const slider = page.getByRole('slider', { name: 'Tolerance' });
  const box = await slider.boundingBox();
  if (!box) throw new Error('The slider is not on screen.');
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + box.width * 0.42, y);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.9, y, { steps: 8 });
  await expect
    .poll(async () => Number(await fact(page, 'nodes').locator('.value').textContent()))
    .toBeLessThan(before);
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo: Tolerance' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: Tolerance' }).click();
  await expect(fact(page, 'nodes').locator('.value')).toHaveText(String(before));
});

test('zoom to the pointer, fit, misfit and wipe by keyboard', { tag: '@long' }, async ({ page, server }) => {
  await openSample(page, server.address, 'Sealing ring');
  const zoom = page.locator('.zoom .figure');
  const fitted = await zoom.textContent();
  await page.mouse.move(640, 400);
  await page.mouse.wheel(0, -600);
  await expect(zoom).not.toHaveText(fitted ?? '');
  await page.keyboard.press('0');
  await expect(zoom).toHaveText(fitted ?? '');
  await page.keyboard.press('m');
  await expect(page.getByText('ink the paths miss')).toBeVisible();
  await expect(fact(page, 'match')).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('x');
  await expect(page.getByLabel('Left of the wipe')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('Misfit lit up');
});

test('a contour is picked by a click and by keys, told of, and let go when there are other paths', async ({
  page,
  server,
}) => {
  await openSample(page, server.address, 'Sealing ring');
  const picked = page.locator('drelk-picked');
  const on = await onBench(page, 1);
  const outside = on(0.5, 0.94);
  await page.mouse.click(outside.x, outside.y);
  await expect(picked).toContainText('outer contour with 4 holes, 10 nodes');
  await page.keyboard.press('n');
  await expect(picked).toContainText(/hole, \d+ nodes/);
  await page.keyboard.press('Shift+N');
  await expect(picked).toContainText(/60(\.0\d)? mm × 60(\.0\d)? mm/);
  await page.getByRole('button', { name: 'Let go of what is picked' }).click();
  await expect(picked).toHaveText('');
  await page.keyboard.press('n');
  await goTo(page, 'Ink');
  await page.getByRole('radio', { name: 'light', exact: true }).click();
  await expect(picked).toHaveText('');
});

test('the paths are drawn where the ink is: the browser’s own hit test agrees', async ({ page, server }) => {
  await openSample(page, server.address, 'Leaf');
  await page.keyboard.press('4');
  // In Piece only filled paths are shown: leaf green of the bench in the middle, paper at the picture's corner.
  const tone = () =>
    page.evaluate(() => {
      const canvas = document.querySelector<HTMLCanvasElement>('.stage canvas');
      const context = canvas?.getContext('2d');
      if (!canvas || !context) return [];
      const at = (x: number, y: number) => [
        ...context.getImageData(canvas.width * x, canvas.height * y, 1, 1).data,
      ];
      return [at(0.5, 0.62), at(0.36, 0.12)];
    });
  await expect.poll(tone).toEqual([
    [74, 85, 128, 255],
    [255, 253, 248, 255],
  ]);
});
