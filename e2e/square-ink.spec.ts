import sharp from 'sharp';
import type { Locator, Page } from '@playwright/test';
import { expectSaved, fact, goTo, onBench, openSample, stage, settled } from './support/page';
import { pdf } from './support/pdf';
import { expect, test } from './support/server';

async function drag(page: Page, places: { x: number; y: number }[]): Promise<void> {
  await page.mouse.move(places[0].x, places[0].y);
  await page.mouse.down();
  for (const place of places.slice(1)) await page.mouse.move(place.x, place.y, { steps: 6 });
  await page.mouse.up();
}

const fold = (page: Page, name: string): Locator =>
  page.locator('drelk-fold').filter({ has: page.getByRole('button', { name: new RegExp(`^${name}`) }) });

async function openFold(page: Page, name: string): Promise<Locator> {
  const part = fold(page, name);
  const button = part.getByRole('button', { name: new RegExp(`^${name}`) }).first();
  if ((await button.getAttribute('aria-expanded')) === 'false') await button.click();
  return part;
}

const number = async (locator: Locator) => Number(/[\d.]+/.exec((await locator.textContent()) ?? '')?.[0]);
const shapes = (page: Page) => number(fact(page, 'shapes').locator('.value'));

/** Width that the whole picture has in Piece, in millimetres. */
async function pictureWidth(page: Page): Promise<number> {
  await goTo(page, 'Piece');
  const artwork = await page.getByRole('textbox', { name: 'Width' }).inputValue();
  await page.getByRole('radio', { name: 'the whole picture' }).click();
  await expect(page.getByRole('textbox', { name: 'Width' })).not.toHaveValue(artwork);
  return Number.parseFloat(await page.getByRole('textbox', { name: 'Width' }).inputValue());
}

// The sheet is 180 mm wide; a little is cut off inside its rim. Half a percent each way is allowed.
const SHEET = { least: 178.4, most: 180.9 };

test('the sketch comes to scale by two places on its ruler, by mouse', async ({ page, server }) => {
  await openSample(page, server.address, 'Bracket sketch');
  await goTo(page, 'Square up');
  await expect(page.getByText('no true size yet').first()).toBeVisible();
  await page.getByRole('button', { name: 'Two points on a ruler' }).click();
  await expect(page.getByText('Put a point on each of two marks')).toBeVisible();
  await settled(page);
  const at = await onBench(page, 180 / 130);
  for (const mark of [30, 130]) {
    const place = at(mark / 180, 103 / 130);
    await page.mouse.click(place.x + 1, place.y);
    await settled(page);
  }
  const length = page.getByLabel('Length between the points');
  await length.fill('abc');
  await length.press('Enter');
  await expect(page.getByText('“abc” is not a length')).toBeVisible();
  await length.fill('0');
  await expect(page.getByText('“0” is not a length')).toBeVisible();
  await length.fill('100 mm');
  await length.press('Enter');
  await expect(page.locator('.says').filter({ hasText: 'from a ruler, sure to' }).first()).toBeVisible();
  const width = await pictureWidth(page);
  expect(width).toBeGreaterThan(SHEET.least);
  expect(width).toBeLessThan(SHEET.most);
});

test('the sketch comes to scale by keyboard alone', { tag: '@long' }, async ({ page, server }) => {
  await openSample(page, server.address, 'Bracket sketch');
  await page.keyboard.press('1');
  await page.getByRole('button', { name: 'Two points on a ruler' }).press('Enter');
  await settled(page);
  const at = await onBench(page, 180 / 130);
  const middle = at(0.5, 0.5);
  await stage(page).focus();
  // The crosshair begins in the middle; arrows move it by 2 screen pixels, with Shift by 20.
  let here = middle;
  const steer = async (to: { x: number; y: number }) => {
    const moves = [
      ['ArrowRight', 'ArrowLeft', to.x - here.x],
      ['ArrowDown', 'ArrowUp', to.y - here.y],
    ] as const;
    for (const [forth, back, far] of moves) {
      const key = far > 0 ? forth : back;
      const steps = Math.round(Math.abs(far) / 2);
      for (let k = 0; k < Math.floor(steps / 10); k++) await stage(page).press(`Shift+${key}`);
      for (let k = 0; k < steps % 10; k++) await stage(page).press(key);
    }
    here = to;
  };
  for (const mark of [30, 130]) {
    await steer(at(mark / 180, 103 / 130));
    await stage(page).press('Enter');
    await stage(page).press('Enter');
    await settled(page);
  }
  const length = page.getByLabel('Length between the points');
  await length.fill('3 15/16 in');
  await length.press('Enter');
  await expect(page.locator('.says').filter({ hasText: 'from a ruler, sure to' }).first()).toBeVisible();
  const width = (await pictureWidth(page)) * (100 / (25.4 * (3 + 15 / 16)));
  expect(width).toBeGreaterThan(SHEET.least);
  expect(width).toBeLessThan(SHEET.most);
});

test(
  'a sheet said to be A4 gives the scale; corners that cross are told',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Tag on A4');
    await goTo(page, 'Square up');
    await page.getByLabel('The sheet is').selectOption('A4');
    await expect(page.locator('.says').filter({ hasText: 'from A4, sure to' }).first()).toBeVisible();
    await goTo(page, 'Piece');
    // The tag is 70 mm wide and 40 high (what the generator drew), half a percent allowed.
    await expect
      .poll(async () => Number.parseFloat(await page.getByRole('textbox', { name: 'Width' }).inputValue()))
      .toBeGreaterThan(69.65);
    const width = Number.parseFloat(await page.getByRole('textbox', { name: 'Width' }).inputValue());
    expect(width).toBeLessThan(70.35);

    await goTo(page, 'Square up');
    await page.getByRole('button', { name: 'Corners by hand' }).click();
    await settled(page);
    const at = await onBench(page, 1600 / 1150);
    // The upper left corner, pulled past the lower right one.
    await drag(page, [at(0.1587, 0.2259), at(0.97, 0.97)]);
    await expect(page.locator('drelk-bench [role=alert]')).toContainText('corners cross each other');
    await page.keyboard.press('Control+z');
    await expect(page.locator('drelk-bench [role=alert]')).toBeHidden();
  },
);

test(
  'the script is cleaned, and one piece a word after one click',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Open late');
    await goTo(page, 'Ink');
    await expect(page.getByRole('button', { name: 'Scan, handwriting' })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    const clean = await openFold(page, 'Clean');
    await expect(clean.locator('.says').last()).toContainText('specks dropped');
    await clean.getByRole('button', { name: 'Bridge the gaps' }).click();
    await expect(clean.locator('p.says')).toContainText('gaps bridged');
    await expect(clean.locator('p.says')).toContainText('2 areas left');
    await expect.poll(() => shapes(page)).toBe(2);
    // Thinning that would take everything is told, and undone.
    const grow = page.getByRole('slider', { name: 'Thicken or thin all ink by' });
    await grow.focus();
    await grow.press('Home');
    await expect(page.locator('drelk-bench [role=alert]')).toContainText('no ink is left');
    await page.keyboard.press('Control+z');
    await expect(page.locator('drelk-bench [role=alert]')).toBeHidden();
    await expect.poll(() => shapes(page)).toBe(2);
  },
);

test('the label’s plates are merged to three', async ({ page, server }) => {
  await openSample(page, server.address, 'Tin label');
  await goTo(page, 'Ink');
  const plates = page.locator('drelk-ink-plates li');
  await expect(plates).toHaveCount(5);
  for (const name of ['dark blue', 'green', 'brown'])
    await page.getByRole('button', { name: `Pick ${name} to merge` }).press('Enter');
  await page.getByRole('button', { name: 'Merge picked' }).press('Enter');
  await expect(plates).toHaveCount(3);
  await page.locator('drelk-ink-plates').getByRole('button', { name: 'only yellow' }).click();
  // The moon by itself, cut around the moth that stands on it.
  await expect.poll(() => shapes(page)).toBeLessThan(16);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(plates).toHaveCount(5);
});

test('half a moth is drawn and mirrored; one stroke is undone after a reload', async ({ page, server }) => {
  await openSample(page, server.address, 'Moth');
  await goTo(page, 'Ink');
  const whole = await number(fact(page, 'cut length').locator('.value'));
  await openFold(page, 'By hand');
  await page.getByRole('button', { name: 'Drop a loop' }).click();
  const at = await onBench(page, 1000 / 760);
  const half = [at(0.5, 0.005), at(0.995, 0.005), at(0.995, 0.995), at(0.5, 0.995)];
  await drag(page, [...half, half[0]]);
  await expect.poll(() => number(fact(page, 'cut length').locator('.value'))).toBeLessThan(0.65 * whole);
  await page.getByRole('button', { name: 'Left onto right' }).click();
  await expect
    .poll(async () => Math.abs((await number(fact(page, 'cut length').locator('.value'))) / whole - 1))
    .toBeLessThan(0.02);
  // A brush stroke on both sides of the axis.
  await page.getByLabel('Brush on both sides of the axis').check();
  await page.getByRole('button', { name: 'Brush', exact: true }).click();
  await drag(page, [at(0.1, 0.9), at(0.3, 0.94)]);
  const strokes = page.locator('drelk-ink-hand li');
  await expect(strokes).toHaveCount(3);
  await expect.poll(() => shapes(page)).toBe(12);
  await expectSaved(page);

  await page.reload();
  await expect(fact(page, 'match')).toBeVisible();
  await goTo(page, 'Ink');
  await openFold(page, 'By hand');
  await expect(strokes).toHaveCount(3);
  await page.getByRole('button', { name: 'Take stroke 3 out' }).click();
  await expect(strokes).toHaveCount(2);
  await expect.poll(() => shapes(page)).toBe(10);
  await expectSaved(page);
});

test(
  'a loop that leaves nothing is told, and nothing is lost',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    await goTo(page, 'Ink');
    await openFold(page, 'By hand');
    await page.getByRole('button', { name: 'Keep a loop' }).click();
    const at = await onBench(page, 1000 / 760);
    await drag(page, [at(0.02, 0.02), at(0.06, 0.02), at(0.06, 0.06), at(0.02, 0.02)]);
    await expect(page.locator('drelk-bench [role=alert]')).toContainText('leaves no ink at all');
    await page.keyboard.press('Control+z');
    await expect(page.locator('drelk-bench [role=alert]')).toBeHidden();
    await expect.poll(() => shapes(page)).toBe(10);
  },
);

test('six options side by side; a click takes one, and it can be undone', async ({ page, server }) => {
  await openSample(page, server.address, 'Leaf');
  await goTo(page, 'Ink');
  await page.getByRole('button', { name: 'Options side by side' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.locator('li')).toHaveCount(6);
  await dialog.getByRole('button', { name: /^Edges/ }).click();
  await expect(page.getByRole('radio', { name: 'edges' })).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('radio', { name: 'tone' })).toBeChecked();
});

test('a page of a PDF and a scan come in with their density', async ({ page, server }) => {
  await page.goto(server.address);
  await page.getByLabel('Picture or vector file').setInputFiles({
    name: 'Stall plan.pdf',
    mimeType: 'application/pdf',
    buffer: pdf({ pages: 2 }),
  });
  await expect(page.getByRole('dialog')).toContainText('of 2');
  // 4 x 2 inches: at 150 dots to the inch, 600 x 300 pixels.
  await page.getByLabel('Density').selectOption('150 dpi');
  await expect(page.getByRole('dialog')).toContainText('600 × 300 pixels');
  await page.getByRole('spinbutton').fill('2');
  await page.getByRole('spinbutton').press('Tab');
  await page.getByRole('button', { name: 'Take this page' }).click();
  await expect(fact(page, 'size')).toContainText(/35\.2\d × 21\.1\d/);
  await expect(page.getByLabel('Name of the job')).toHaveValue('Stall plan page 2');

  await page.goto(server.address);
  await page.getByRole('button', { name: 'Scan' }).click();
  await page.getByRole('dialog').getByLabel('Sealing ring').check();
  await page.getByRole('dialog').getByRole('radio', { name: '150 dpi' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Scan' }).click();
  // The ring is 60 mm wide.
  await expect(fact(page, 'size')).toContainText(/^\s*(59\.9|60)/);
});

test('of a TIFF of several pages one is chosen', async ({ page, server }) => {
  const discs = await Promise.all(
    [20, 40, 60].map((radius) =>
      sharp(
        Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="200" height="160"><rect width="200" height="160" fill="#fff"/><circle cx="100" cy="80" r="${radius}"/></svg>`,
        ),
      )
        .png()
        .toBuffer(),
    ),
  );
  const buffer = await sharp(discs, { join: { animated: true } })
    .tiff({ xres: 10, yres: 10 })
    .toBuffer();
  await page.goto(server.address);
  await page
    .getByLabel('Picture or vector file')
    .setInputFiles({ name: 'discs.tif', mimeType: 'image/tiff', buffer });
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('of 3');
  await dialog.getByRole('spinbutton').fill('2');
  await dialog.getByRole('spinbutton').press('Tab');
  await expect(dialog.getByRole('img', { name: 'Page 2' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Take this page' }).click();
  // 80 pixels at 254 dots to the inch.
  await expect(fact(page, 'size')).toContainText(/^(8|7\.99) × (8|7\.99) mm/);
  await expect(page.getByLabel('Name of the job')).toHaveValue('Discs page 2');
});

test('a TIFF opens like any other picture', { tag: '@long' }, async ({ page, server }) => {
  const disc = Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="160"><rect width="200" height="160" fill="#fff"/><circle cx="100" cy="80" r="60"/></svg>',
  );
  const buffer = await sharp(disc).tiff().withMetadata({ density: 254 }).toBuffer();
  await page.goto(server.address);
  await page
    .getByLabel('Picture or vector file')
    .setInputFiles({ name: 'disc.tiff', mimeType: 'image/tiff', buffer });
  await expect(fact(page, 'size')).toContainText(/^(12|11\.99) × (12|11\.99) mm/);
});
