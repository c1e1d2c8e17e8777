import type { Page } from '@playwright/test';
import { expectSaved, fact, goTo, onBench, openSample, settled } from './support/page';
import { expect, test } from './support/server';

const figure = async (page: Page, name: string) =>
  Number((await fact(page, name).locator('.value').textContent())?.trim());

/** Goes to Ink, unfolds what cuts things out, and takes a tool of it up. */
async function take(page: Page, name: string): Promise<void> {
  await goTo(page, 'Ink');
  const part = page.locator('drelk-ink-cut');
  const header = part.getByRole('button', { name: /^Cut out/ });
  if ((await header.getAttribute('aria-expanded')) === 'false') await header.click();
  await part.getByRole('button', { name, exact: true }).click();
}

test(
  'a jug is cut out of a busy picture by a loop and a mark, and traced',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Tea jug');
    await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/);
    expect(await figure(page, 'shapes')).toBeGreaterThan(20);
    await take(page, 'Draw around it');
    await expect(page.getByText('Draw around the thing, with a little room.')).toBeVisible();
    await settled(page);
    const at = await onBench(page, 1400 / 1050);
    const start = at(0.86, 0.54);
    await page.mouse.move(start.x, start.y);
    await page.mouse.down();
    for (let k = 1; k <= 40; k++) {
      const angle = (k / 40) * 2 * Math.PI;
      const place = at(0.55 + 0.31 * Math.cos(angle), 0.54 + 0.38 * Math.sin(angle));
      await page.mouse.move(place.x, place.y);
    }
    await page.mouse.up();
    await expect(page.getByRole('button', { name: 'Undo: Cut out what is inside the loop' })).toBeVisible();
    await expect.poll(() => figure(page, 'shapes')).toBe(1);
    await expect.poll(() => figure(page, 'holes')).toBe(1);

    // The handle is not wanted: its upper and lower ends are marked.
    await take(page, 'Does not');
    await settled(page);
    const [from, to] = [at(0.81, 0.48), at(0.81, 0.66)];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y, { steps: 8 });
    await page.mouse.up();
    await expect(page.locator('drelk-ink-cut li')).toHaveCount(1);
    await page.getByRole('button', { name: 'Done' }).click();
    await expect(fact(page, 'match')).toContainText('99.');

    // Ink within it: tones go on as usual, inside the thing alone.
    await page.getByRole('radio', { name: 'ink within it' }).click();
    await expect.poll(() => figure(page, 'shapes')).toBeGreaterThan(1);
    await expect(page.getByRole('group', { name: /What was understood/ })).toContainText('one thing cut out');
    await expectSaved(page);
    await page.reload();
    await goTo(page, 'Ink');
    await expect(page.locator('drelk-ink-cut')).toContainText('one thing, 1 mark');
  },
);

test('by keyboard, too; a mark outside the loop is told, and changes nothing', async ({ page, server }) => {
  await openSample(page, server.address, 'Tea jug');
  await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/);
  await take(page, 'Draw around it');
  await settled(page);
  const press = async (key: string, times: number) => {
    for (let k = 0; k < times; k++) await page.keyboard.press(key);
  };
  // From the middle of the bench to above and to the left of the jug, and around it.
  await press('Shift+ArrowUp', 10);
  await press('Shift+ArrowLeft', 8);
  await press('Enter', 1);
  await press('Shift+ArrowRight', 18);
  await press('Shift+ArrowDown', 19);
  await press('Shift+ArrowLeft', 18);
  await press('Enter', 1);
  await expect(page.getByRole('button', { name: 'Undo: Cut out what is inside the loop' })).toBeVisible();
  await expect.poll(() => figure(page, 'shapes')).toBeLessThan(5);

  // A mark in the picture's corner lies outside of it.
  await page.keyboard.press('Escape');
  await take(page, 'Belongs to it');
  await settled(page);
  await press('Shift+ArrowUp', 20);
  await press('Shift+ArrowLeft', 25);
  await press('Enter', 1);
  await press('Shift+ArrowRight', 1);
  await press('Enter', 1);
  await expect(page.getByText('This mark lies outside the loop.')).toBeVisible();
  await expect(page.locator('drelk-ink-cut li')).toHaveCount(0);
});
