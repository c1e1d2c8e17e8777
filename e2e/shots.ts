import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { chromium } from '@playwright/test';
import config from './playwright.config';
import { fact, openSample } from './support/page';
import { DrelkServer, root } from './support/server';

/** Takes the pictures of docs/screenshots from demo data, one for each main view. */
async function main(): Promise<void> {
  const server = new DrelkServer();
  await server.start();
  const browser = await chromium.launch(config.use?.launchOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
  const shot = async (name: string) => {
    await page.waitForTimeout(700);
    await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
  };
  await openSample(page, server.address, 'Moth');
  const stages = ['square-up', 'ink', 'line', 'piece', 'prove', 'hand-off'];
  for (const [i, stage] of stages.entries()) {
    await page.keyboard.press(String(i + 1));
    if (stage === 'piece') await setWidth(page);
    if (stage === 'hand-off') await handOffBoth(page);
    await shot(stage);
  }
  await page.keyboard.press('3');
  await page.keyboard.press('x');
  await shot('line-wipe');
  await page.keyboard.press('x');
  await page.keyboard.press('m');
  await page.mouse.move(480, 605);
  for (let k = 0; k < 5; k++) await page.mouse.wheel(0, -300);
  await shot('line-misfit');
  await page.keyboard.press('m');
  await page.keyboard.press('0');
  await page.keyboard.press('l');
  await shot('line-dark');
  await page.keyboard.press('?');
  await shot('keys');
  await page.keyboard.press('Escape');
  await page.waitForTimeout(2000);
  await page.goto(server.address);
  await shot('shelf-dark');
  await page.getByRole('button', { name: 'Light or dark' }).click();
  await page.mouse.move(640, 760);
  await shot('shelf');
  await browser.close();
  await server.remove();
}

async function setWidth(page: Page): Promise<void> {
  const width = page.getByRole('textbox', { name: 'Width' });
  await width.fill('55 mm');
  await width.press('Enter');
  await width.blur();
  await fact(page, 'size').getByText('55 ×').waitFor();
}

async function handOffBoth(page: Page): Promise<void> {
  for (const name of ['SVG', 'DXF']) {
    await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name, exact: true }).click(),
    ]);
    await page.waitForTimeout(300);
  }
}

void main();
