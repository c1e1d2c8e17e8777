import { readFileSync } from 'node:fs';
import type { Download, Locator, Page } from '@playwright/test';
import { expect } from './server';

interface Place {
  x: number;
  y: number;
}

/** What is asked outside of a test has no bound of its own. */
const FIRST_SIGHT_MS = 90_000;

/** Starts a job from a sample and waits for its first full result. */
export async function openSample(page: Page, address: string, name: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('region', { name: 'Samples' }).getByRole('button', { name, exact: true }).click();
  await expect(fact(page, 'match')).toBeVisible({ timeout: FIRST_SIGHT_MS });
}

/** Brings a picture to the shelf, which makes a job of it. */
export async function drop(page: Page, name: string, bytes: Buffer): Promise<void> {
  await page
    .getByLabel('Picture or vector file')
    .setInputFiles({ name, mimeType: 'image/png', buffer: bytes });
}

/** The button of a fact under the bench. */
export const fact = (page: Page, name: string) =>
  page
    .locator('drelk-facts button')
    .filter({ has: page.locator('.name', { hasText: new RegExp(`^${name}`) }) });

/** The bench's drawing surface. */
export const stage = (page: Page) => page.locator('drelk-bench .stage');

/** Screen places of shares of a picture that the bench shows as a whole, by its width over its height. */
export async function onBench(page: Page, aspect: number) {
  const box = await benchBox(page);
  const margin = 36;
  const width = Math.min(box.width - 2 * margin, (box.height - 2 * margin) * aspect);
  const height = width / aspect;
  const left = box.x + (box.width - width) / 2;
  const top = box.y + (box.height - height) / 2;
  return (x: number, y: number) => ({ x: left + x * width, y: top + y * height });
}

/** Goes to a stage by its button in the strip. */
export async function goTo(page: Page, stage: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: stage }).click();
  // What is done next is meant for the panel of that stage, not for the one that is about to go.
  await expect(page.locator('aside').getByRole('heading', { level: 2 }).first()).toContainText(stage);
}

/** Waits until the header says that everything is saved. */
export async function expectSaved(page: Page): Promise<void> {
  await expect(page.locator('.saved')).toHaveText('saved');
}

/** Presses one of the two hand-off buttons and takes the file. */
export async function handOff(page: Page, format: 'SVG' | 'DXF'): Promise<{ name: string; text: string }> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: format, exact: true }).click(),
  ]);
  return { name: download.suggestedFilename(), text: await textOf(download) };
}

export async function textOf(download: Download): Promise<string> {
  return readFileSync(await download.path(), 'utf8');
}

/** Pulls the mouse from one place on screen to another. */
export async function pull(page: Page, from: Place, to: Place): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
}

/** Takes up a drawing tool of Line, pulls with it, and puts it down. */
export async function drawBy(page: Page, tool: string, from: Place, to: Place): Promise<void> {
  const button = page.locator('drelk-line-hand').getByRole('button', { name: tool, exact: true });
  await button.click();
  await pull(page, from, to);
  await button.click();
}

/** Types a figure that drives the form that is picked in Line. */
export async function typeFigure(page: Page, label: string, text: string): Promise<void> {
  const field = page.locator('drelk-line-form').getByRole('textbox', { name: label, exact: true });
  await field.fill(text);
  await field.press('Enter');
  await expect(page.getByRole('button', { name: /^Undo: .* typed/ })).toBeVisible();
}

/** Brings the bracket sketch to its true size by two marks of the ruler in view, 100 mm apart. */
export async function scaleByRuler(page: Page): Promise<void> {
  await goTo(page, 'Square up');
  await page.getByRole('button', { name: 'Two points on a ruler' }).click();
  await settled(page);
  const at = await onBench(page, 180 / 130);
  for (const mark of [30, 130]) {
    const place = at(mark / 180, 103 / 130);
    await page.mouse.click(place.x, place.y);
    await settled(page);
  }
  const length = page.getByLabel('Length between the points');
  await length.fill('100 mm');
  await length.press('Enter');
  await expect(page.locator('.says').filter({ hasText: 'from a ruler, sure to' }).first()).toBeVisible();
}

/** Waits until whatever a tool asked for is there, and drawn. */
export async function settled(page: Page): Promise<void> {
  await expect(stage(page)).not.toHaveAttribute('aria-busy', 'true');
  await page.evaluate(
    () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done)))),
  );
  await expect(stage(page)).not.toHaveAttribute('aria-busy', 'true');
}

/** Where the bench's drawing surface lies on screen. */
export async function benchBox(page: Page): Promise<{ x: number; y: number; width: number; height: number }> {
  const box = await stage(page).boundingBox();
  if (!box) throw new Error('The bench is not on screen.');
  return box;
}

/** Opens a sample at Line with what is done by hand in sight: that part of the panel. */
export async function openByHand(page: Page, address: string, sample: string): Promise<Locator> {
  await openSample(page, address, sample);
  await goTo(page, 'Line');
  const hand = page.locator('drelk-line-hand');
  await hand.getByRole('button', { name: /^By hand/ }).click();
  return hand;
}
