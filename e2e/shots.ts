import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { chromium } from '@playwright/test';
import config from './playwright.config';
import { drawBy, fact, goTo, onBench, openSample, scaleByRuler } from './support/page';
import { DrelkServer, root } from './support/server';

/** Takes the pictures of docs/screenshots from demo data, one for each main view. */
async function main(): Promise<void> {
  const server = new DrelkServer();
  await server.start();
  const browser = await chromium.launch(config.use?.launchOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
  const shot = async (name: string) => {
    await page.waitForTimeout(700);
    await page.getByText(/^Working on/).waitFor({ state: 'hidden' });
    await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) });
  };
  await squareUp(page, server.address, shot);
  await ink(page, server.address, shot);
  await photographs(page, server.address, shot);
  await line(page, server.address, shot);
  await openSample(page, server.address, 'Moth');
  for (const [key, stage] of [
    ['3', 'line'],
    ['4', 'piece'],
    ['5', 'prove'],
    ['6', 'hand-off'],
  ]) {
    await page.keyboard.press(key);
    if (stage === 'piece') {
      await setWidth(page);
      continue;
    }
    if (stage === 'prove') await lookAtRemedy(page);
    if (stage === 'hand-off') await handOffBoth(page);
    await shot(stage);
  }
  await pieces(page, server.address, shot);
  await rehearsal(page, server.address, shot);
  await byHand(page, server.address, shot);
  await openSample(page, server.address, 'Moth');
  await page.keyboard.press('3');
  await followed(page, server.address, shot);
  await oldFile(page, server.address, shot);
  await page.waitForTimeout(2000);
  await page.goto(server.address);
  await page.getByRole('button', { name: 'Light or dark' }).click();
  await page.mouse.move(640, 760);
  await shot('shelf');
  await browser.close();
  await server.remove();
}

/** A finding with its remedy as a ghost. */
async function lookAtRemedy(page: Page): Promise<void> {
  const panel = page.locator('drelk-prove-panel');
  await panel.locator('.what').first().click();
  await panel.getByRole('button', { name: 'Thicken it, only there' }).first().click();
  await panel.getByRole('button', { name: 'Take it', exact: true }).waitFor();
}

/** The name board on the router, half way through. */
async function rehearsal(page: Page, address: string, shot: Shot): Promise<void> {
  await page.goto(address);
  await page.getByRole('region', { name: 'Jobs' }).getByRole('link', { name: 'Name board' }).click();
  await fact(page, 'size').waitFor();
  await goTo(page, 'Prove');
  await page.getByRole('combobox', { name: 'Process' }).selectOption('router');
  await goTo(page, 'Hand off');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'DXF', exact: true }).click();
  await download;
  await page.getByRole('button', { name: /^Rehearse .*dxf/ }).click();
  const slider = page.getByRole('slider', { name: 'Moment of the rehearsal' });
  await slider.waitFor();
  await slider.evaluate((input: HTMLInputElement) => {
    input.value = String(0.7 * Number(input.max));
    input.dispatchEvent(new Event('input'));
  });
  await shot('rehearsal');
}

/** The demo's finished pieces: a name board with its name chosen, a stencil with its bridges, stickers on their sheet. */
async function pieces(page: Page, address: string, shot: Shot): Promise<void> {
  const open = async (name: string) => {
    await page.waitForTimeout(2000);
    await page.goto(address);
    await page.getByRole('region', { name: 'Jobs' }).getByRole('link', { name }).click();
    await page.locator('drelk-facts').getByText('cut length').waitFor();
    await page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: 'Piece' }).click();
    await page.waitForTimeout(1500);
  };
  const choose = (name: string) =>
    page.locator('drelk-item-list li').filter({ hasText: name }).locator('button').first().click();
  await open('Name board');
  await choose('Name');
  await shot('piece');
  await open('Moth stencil');
  await choose('Artwork');
  await page.getByRole('button', { name: 'Put a bridge' }).click();
  await page.getByRole('button', { name: 'Put a bridge' }).scrollIntoViewIfNeeded();
  await shot('piece-stencil');
  await page.keyboard.press('Escape');
  await open('Moth stickers');
  await page.getByRole('button', { name: /^Sheet/ }).click();
  await page.getByRole('heading', { name: 'Tasks' }).scrollIntoViewIfNeeded();
  await page.keyboard.press('0');
  await shot('piece-sheet');
}

/** A body being drawn along the picture's edge. */
async function followed(page: Page, address: string, shot: Shot): Promise<void> {
  await openSample(page, address, 'Teapot');
  await page.keyboard.press('3');
  await page.keyboard.press('e');
  const hand = page.locator('drelk-line-hand');
  await hand.getByRole('button', { name: /^By hand/ }).click();
  await hand.getByRole('button', { name: 'Follow the edge' }).click();
  const at = await onBench(page, 1000 / 800);
  for (const [x, y] of [
    [660.5, 326.5],
    [728.3, 458.8],
    [710.9, 606.9],
    [602.2, 693.5],
    [450.8, 693.5],
    [303.7, 681.2],
    [231.8, 551.3],
  ]) {
    const place = at(x / 1000, y / 800);
    await page.mouse.move(place.x, place.y, { steps: 3 });
    await page.mouse.down();
    await page.mouse.up();
    await page.waitForTimeout(150);
  }
  const ahead = at(0.25, 0.5);
  await page.mouse.move(ahead.x, ahead.y, { steps: 3 });
  await shot('follow-edge');
  await page.keyboard.press('Escape');
}

/** What an old vector file holds, before it is taken. */
async function oldFile(page: Page, address: string, shot: Shot): Promise<void> {
  await page.waitForTimeout(2000);
  await page.goto(address);
  await page.getByRole('region', { name: 'Samples' }).getByRole('button', { name: 'Old lettering' }).click();
  await page.getByText('3 ends joined').waitFor();
  await page.mouse.move(640, 780);
  await shot('old-file');
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.keyboard.press('l');
}

/** A wing in a plate of its own, an edit that waits, and a slot drawn, with the figures that drive it. */
async function byHand(page: Page, address: string, shot: Shot): Promise<void> {
  await openSample(page, address, 'Moth');
  await page.keyboard.press('3');
  const hand = page.locator('drelk-line-hand');
  const at = await onBench(page, 1000 / 760);
  const wing = at(0.15, 0.2);
  await page.mouse.click(wing.x, wing.y);
  await hand.locator('input[type=color]').evaluate((field: HTMLInputElement) => {
    field.value = '#2d6f8e';
    field.dispatchEvent(new Event('change'));
  });
  await drawBy(page, 'Slot', at(0.42, 0.84), at(0.58, 0.9));
  await page.getByRole('heading', { name: 'A true slot' }).waitFor();
  await hand.getByRole('button', { name: 'Nodes', exact: true }).click();
  await page.getByRole('heading', { name: 'A true slot' }).scrollIntoViewIfNeeded();
  await shot('line-by-hand');
}

type Shot = (name: string) => Promise<void>;

/** A corner under the loupe beside its live result; a ruler between two marks. */
async function squareUp(page: Page, address: string, shot: Shot): Promise<void> {
  await openSample(page, address, 'Stall sign');
  await page.keyboard.press('1');
  await page.getByRole('button', { name: 'Corners by hand' }).click();
  await page.waitForTimeout(2500);
  const { corners } = JSON.parse(readFileSync(join(root, 'demo/truth/03-stall-sign.json'), 'utf8')) as {
    corners: number[];
  };
  const onSign = await onBench(page, 1600 / 1000);
  const corner = onSign(corners[2] / 1600, corners[3] / 1000);
  await page.mouse.move(corner.x, corner.y);
  await page.mouse.down();
  await page.mouse.move(corner.x - 2, corner.y + 2, { steps: 3 });
  await page.waitForTimeout(1000);
  await shot('square-up');
  await page.mouse.up();
  await openSample(page, address, 'Bracket sketch');
  await scaleByRuler(page);
  await shot('scale');
}

/** Plates, six treatments, a script cleaned, half a moth mirrored. */
async function ink(page: Page, address: string, shot: Shot): Promise<void> {
  await openSample(page, address, 'Tin label');
  await page.keyboard.press('2');
  await shot('plates');
  await page.getByRole('button', { name: 'Options side by side' }).click();
  await page.waitForTimeout(4000);
  await shot('options');
  await page.keyboard.press('Escape');
  await openSample(page, address, 'Open late');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: /^Clean/ }).click();
  await page.getByRole('button', { name: 'Bridge the gaps' }).click();
  await page.waitForTimeout(2500);
  await shot('ink');
  await openSample(page, address, 'Moth');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: /^By hand/ }).click();
  await page.getByRole('button', { name: 'Drop a loop' }).click();
  const onMoth = await onBench(page, 1000 / 760);
  const loop = [
    [0.5, 0.005],
    [0.995, 0.005],
    [0.995, 0.995],
    [0.5, 0.995],
  ].map(([x, y]) => onMoth(x, y));
  await page.mouse.move(loop[0].x, loop[0].y);
  await page.mouse.down();
  for (const place of loop) await page.mouse.move(place.x, place.y, { steps: 6 });
  await page.mouse.up();
  await page.waitForTimeout(2000);
  await shot('by-hand');
}

/** A jug cut out of its picture. */
async function photographs(page: Page, address: string, shot: Shot): Promise<void> {
  await openSample(page, address, 'Tea jug');
  await page.keyboard.press('2');
  const cut = page.locator('drelk-ink-cut');
  await cut.getByRole('button', { name: /^Cut out/ }).click();
  await cut.getByRole('button', { name: 'Draw around it' }).click();
  await page.waitForTimeout(1500);
  const at = await onBench(page, 1400 / 1050);
  const around = Array.from({ length: 41 }, (_, k) => {
    const angle = (k / 40) * 2 * Math.PI;
    return at(0.55 + 0.31 * Math.cos(angle), 0.54 + 0.38 * Math.sin(angle));
  });
  await page.mouse.move(around[0].x, around[0].y);
  await page.mouse.down();
  for (const place of around) await page.mouse.move(place.x, place.y);
  await page.mouse.up();
  await page.waitForTimeout(3500);
  await shot('cut-out');
}

/** Strokes as single lines. */
async function line(page: Page, address: string, shot: Shot): Promise<void> {
  await openSample(page, address, 'Teapot');
  await page.keyboard.press('3');
  await page.getByRole('radiogroup', { name: 'Method' }).getByRole('radio', { name: 'centreline' }).click();
  await fact(page, 'single lines').waitFor();
  await shot('line-centreline');
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
