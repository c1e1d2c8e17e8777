import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { handOff, openSample } from './support/page';
import { expect, root, test } from './support/server';

/** Rules broken on the page as it is, by axe-core (WCAG 2.1 A and AA), once what fades in is there. */
async function broken(page: Page): Promise<string[]> {
  await page.evaluate(() =>
    Promise.all(
      document
        .getAnimations()
        .filter(({ effect }) => effect?.getTiming().iterations !== Infinity)
        .map(({ finished }) => finished.catch(() => undefined)),
    ),
  );
  await page.evaluate(readFileSync(join(root, 'node_modules/axe-core/axe.min.js'), 'utf8'));
  return page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: { run(options: object): Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
    };
    const { violations } = await axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'] });
    return violations.map(({ id, nodes }) => `${id}: ${nodes[0].html.slice(0, 160)}`);
  });
}

for (const colorScheme of ['light', 'dark'] as const) {
  test(`shelf and every panel keep to the accessibility rules (${colorScheme})`, async ({ page, server }) => {
    await page.emulateMedia({ colorScheme });
    await page.goto(server.address);
    await expect(page.getByRole('region', { name: 'Jobs' }).getByRole('link')).toHaveCount(7);
    expect(await broken(page)).toEqual([]);
    await openSample(page, server.address, 'Moth');
    for (const stage of ['1', '2', '3', '4', '5', '6']) {
      await page.keyboard.press(stage);
      expect(await broken(page)).toEqual([]);
    }
    // The machine at work on a file as well.
    const name = (await handOff(page, 'SVG')).name;
    await page.getByRole('button', { name: `Rehearse ${name}` }).click();
    await expect(page.locator('drelk-rehearsal-panel')).toBeVisible();
    expect(await broken(page)).toEqual([]);
    await page.getByRole('button', { name: 'Back to the files' }).click();
    // Each page has one heading of the first level, and dialogs keep to the rules as well.
    await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toBeVisible();
    expect(await broken(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
    await page.keyboard.press('2');
    await page
      .getByRole('button', { name: /Six options|options/i })
      .first()
      .click();
    await expect(page.getByRole('dialog').locator('canvas, img').first()).toBeVisible();
    expect(await broken(page)).toEqual([]);
    await page.goto(server.address);
    await page.getByRole('button', { name: 'Scan' }).click();
    await expect(page.getByRole('dialog').getByRole('radio').first()).toBeVisible();
    expect(await broken(page)).toEqual([]);
  });
}

test('nothing is asked of any other host', async ({ page, server }) => {
  const foreign: string[] = [];
  page.on('request', (request) => {
    if (!request.url().startsWith(server.address) && !/^(blob|data):/.test(request.url()))
      foreign.push(request.url());
  });
  await openSample(page, server.address, 'Tin label');
  expect(foreign).toEqual([]);
});
