import { expectSaved, fact, goTo, openSample } from './support/page';
import { expect, test } from './support/server';

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
  await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/, { timeout: 30_000 });
  expect(await contours()).toBe(left);

  await expectSaved(page);
  await page.reload();
  await expect.poll(contours, { timeout: 30_000 }).toBe(left);
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
  await expect(page.getByRole('button', { name: /edits? waits?/ })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: /edits? waits?/ }).click();
  await expect(hand.getByRole('heading', { name: 'Waiting' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: Turn it over' }).click();
  await expect(hand.getByRole('heading', { name: 'Waiting' })).toBeHidden({ timeout: 30_000 });
  await expect(hand.getByText(/changed,/)).toBeVisible();
});
