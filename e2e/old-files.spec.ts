import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { contoursDrawn, readDxf, readSvg } from '@drelk/core';
import { drop, expectSaved, fact, goTo, handOff, onBench, openSample, pull } from './support/page';
import { pdf } from './support/pdf';
import { expect, root, test } from './support/server';

const count = async (page: Page, name: string) =>
  Number(await fact(page, name).locator('.value').textContent());
const sheet = (page: Page) => page.locator('drelk-vector-sheet');

test('old lettering comes in by its sheet, has its holes again, and leaves in colours', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await page.getByRole('region', { name: 'Samples' }).getByRole('button', { name: 'Old lettering' }).click();
  await expect(sheet(page).getByRole('row', { name: 'contours 15 10' })).toBeVisible();
  await expect(sheet(page).getByRole('row', { name: 'open 6 0' })).toBeVisible();
  await expect(sheet(page).getByRole('row', { name: 'doubled 2 0' })).toBeVisible();
  await expect(sheet(page).getByText('3 ends joined')).toBeVisible();
  await sheet(page)
    .getByRole('radio', { name: /^inches/ })
    .check();
  await expect(sheet(page).locator('.size')).toHaveText(/^376\.286 in × 60 in/);
  await sheet(page)
    .getByRole('radio', { name: /^millimetres/ })
    .check();
  await page.getByRole('button', { name: 'Take it' }).click();

  // No picture, no stages about one; the figures of the file.
  await expect(fact(page, 'shapes')).toContainText('8');
  await expect(fact(page, 'holes')).toContainText('2');
  await expect(fact(page, 'open ends')).toContainText('0');
  expect(await count(page, 'nodes')).toBeLessThan(105);
  const strip = page.getByRole('navigation', { name: 'Stages' });
  await expect(strip.getByRole('button')).toHaveCount(4);
  await expect(page.getByRole('slider', { name: 'Picture opacity' })).toBeHidden();

  // The two letters T, picked by likeness, go to a plate of their own.
  const at = await onBench(page, await aspect(page));
  const hand = page.locator('drelk-line-hand');
  const { x, y } = at(0.4178, 0.5);
  await page.mouse.click(x, y);
  await expect(hand.getByText('1 picked')).toBeVisible();
  await hand.getByRole('button', { name: 'All like this' }).click();
  await expect(hand.getByText('2 picked')).toBeVisible();
  await hand.getByLabel('Colour of a new plate').fill('#b3402a');
  await expect(page.getByRole('button', { name: 'Undo: 2 contours put in a plate' })).toBeVisible();
  await expectSaved(page);
  await page.reload();
  await expect(fact(page, 'shapes')).toContainText('8');
  await goTo(page, 'Hand off');
  const { text } = await handOff(page, 'SVG');
  const drawing = readSvg(text);
  expect(new Set(drawing.paths.map(({ colour }) => colour))).toEqual(new Set(['#000000', '#b3402a']));
  expect(contoursDrawn(drawing)).toHaveLength(10);
  expect(drawing.page.right).toBeCloseTo(376.29, 0);
});

/** Width over height of the page on the bench. */
async function aspect(page: Page): Promise<number> {
  const text = (await fact(page, 'size').locator('.value').textContent()) ?? '';
  const [width, height] = text.split('×').map((part) => Number.parseFloat(part));
  // Around what is drawn lies a margin of so much of its longer side.
  const edge = 2 * 0.04 * Math.max(width, height);
  return (width + edge) / (height + edge);
}

test(
  'a page’s paths come in, a bit is dropped, a node moved, and all is undone after a reload',
  { tag: '@long' },
  async ({ page, server }) => {
    await page.goto(server.address);
    const content =
      '0 0 0 rg 50 40 80 60 re f 1 1 1 rg 70 55 20 20 re f 0.7 0.2 0.1 rg 150 40 m 230 40 l 190 110 l h f 240 20 2 2 re f';
    await drop(page, 'page.pdf', pdf({ content }));
    await page.getByRole('button', { name: 'Take its paths' }).click();
    await expect(sheet(page).getByText('white taken out of what is under it')).toHaveCount(0);
    await expect(sheet(page).getByRole('checkbox', { name: /^black/ })).toBeVisible();
    await page.getByRole('button', { name: 'Take it' }).click();
    await expect(fact(page, 'shapes')).toContainText('3');
    await expect(fact(page, 'holes')).toContainText('1');

    const hand = page.locator('drelk-line-hand');
    await hand.getByRole('button', { name: /^By hand/ }).click();
    const size = hand.getByRole('textbox', { name: 'Pick what is no larger than' });
    await size.fill('1 mm');
    await size.press('Enter');
    await hand.getByRole('button', { name: 'Drop', exact: true }).click();
    await expect(fact(page, 'shapes')).toContainText('2');

    // The triangle's apex is pulled a little up.
    const at = await onBench(page, 2);
    const inside = at(190 / 288, 84 / 144);
    await page.mouse.click(inside.x, inside.y);
    await expect(hand.getByText('1 picked')).toBeVisible();
    await hand.getByRole('button', { name: 'Nodes', exact: true }).click();
    const apex = at(190 / 288, 34 / 144);
    await pull(page, apex, { x: apex.x, y: apex.y - 20 });
    await expect(page.getByRole('button', { name: 'Undo: Node moved' })).toBeVisible();
    await expectSaved(page);

    await page.reload();
    await expect(fact(page, 'shapes')).toContainText('2');
    const undo = page.getByRole('button', { name: /^(Undo: |Nothing to undo)/ });
    for (let says = await undo.getAttribute('aria-label'); says?.startsWith('Undo');) {
      await undo.click();
      await expect(undo).not.toHaveAttribute('aria-label', says);
      says = await undo.getAttribute('aria-label');
    }
    await expect(fact(page, 'shapes')).toContainText('3');
    await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
  },
);

test('a file is brought into a job at its true size, and handed off with it', async ({ page, server }) => {
  await openSample(page, server.address, 'Sealing ring');
  await goTo(page, 'Line');
  const contours = async () => (await count(page, 'shapes')) + (await count(page, 'holes'));
  await expect.poll(contours).toBe(5);
  const hand = page.locator('drelk-line-hand');
  await hand.getByRole('button', { name: /^By hand/ }).click();
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="10mm" viewBox="0 0 20 10"><circle cx="10" cy="5" r="4" fill="none" stroke="#000" stroke-width=".1"/></svg>';
  await hand
    .getByLabel('Vector file to bring in')
    .setInputFiles({ name: 'dot.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('button', { name: 'Undo: dot.svg brought in' })).toBeVisible();
  await expect.poll(contours).toBe(6);
  await goTo(page, 'Hand off');
  const { text } = await handOff(page, 'DXF');
  const circles = contoursDrawn(readDxf(text)).map(({ start, segments }) =>
    Math.hypot(segments[0].x - start.x, segments[0].y - start.y),
  );
  expect(circles.some((across) => Math.abs(across - 8) < 0.005)).toBe(true);
});

const refused: [string, string | Buffer, string][] = [
  ['binary.dxf', 'Drawing  Binary DXF\r\n\x1a\0\0', 'is a binary DXF'],
  ['drawing.dwg', 'AC1032\0\0\0\0\0', 'is a DWG'],
  ['words.svg', '<svg width="9" height="9"><text>tea</text></svg>', 'has nothing to cut: just texts (1)'],
  ['half.svg', '<svg width="9" height="9"><path d="M0 0', 'is no whole XML'],
  ['empty.dxf', '0\nSECTION\n2\nHEADER\n0\nENDSEC\n0\nEOF\n', 'has no DXF entities'],
  [
    'deep.svg',
    `<svg width="9" height="9">${'<g>'.repeat(90)}${'</g>'.repeat(90)}</svg>`,
    'more than 64 deep',
  ],
];
for (const [name, content, sentence] of refused) {
  test(
    `${name} is refused with a sentence, and the shelf is as it was`,
    { tag: '@long' },
    async ({ page, server }) => {
      await page.goto(server.address);
      await expect(page.getByRole('region', { name: 'Jobs' }).getByRole('link')).toHaveCount(7);
      await drop(page, name, Buffer.from(content as string, 'latin1'));
      await expect(page.locator('mat-snack-bar-container')).toContainText(sentence);
      await page.reload();
      await expect(page.getByRole('region', { name: 'Jobs' }).getByRole('link')).toHaveCount(7);
    },
  );
}

test('a file that is left leaves nothing behind', { tag: '@long' }, async ({ page, server }) => {
  await page.goto(server.address);
  const file = readFileSync(join(root, 'demo/pictures/12-old-lettering.dxf'));
  await drop(page, 'old.dxf', file);
  await page.getByRole('button', { name: 'Leave it' }).click();
  await expect(page.getByRole('region', { name: 'Jobs' }).getByRole('link')).toHaveCount(7);
  await expect(page.getByRole('button', { name: 'Choose a picture' })).toBeEnabled();
});
