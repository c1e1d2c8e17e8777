import type { Page } from '@playwright/test';
import { readVectorFile } from '@drelk/core';
import { fact, goTo, handOff } from './support/page';
import { add, choose, openPiece, panelOf, type } from './support/piece';
import { expect, test } from './support/server';

const panel = (page: Page) => page.locator('drelk-rehearsal-panel');

/** Hands off a DXF, has it rehearsed, and tells how many seconds the machine takes. */
async function rehearseDxf(page: Page): Promise<number> {
  await goTo(page, 'Hand off');
  const { name } = await handOff(page, 'DXF');
  await page
    .getByRole('button', { name: `Rehearse ${name}` })
    .first()
    .click();
  await expect(panel(page)).toBeVisible();
  return secondsOf(page);
}

async function secondsOf(page: Page): Promise<number> {
  const text = (await panel(page).locator('.clock .figure').textContent()) ?? '';
  const [minutes, seconds] = text.split(':').map(Number);
  return 60 * minutes + seconds;
}

/** Sets up another process, its first material and tool, at Prove. */
async function processIs(page: Page, process: string, more: { material?: string; tool?: string } = {}) {
  await goTo(page, 'Prove');
  const prove = page.locator('drelk-prove-panel');
  await prove.getByRole('combobox', { name: 'Process' }).selectOption(process);
  if (more.material) await prove.getByRole('combobox', { name: 'Material' }).selectOption(more.material);
  if (more.tool) await prove.getByRole('combobox', { name: 'Tool' }).selectOption(more.tool);
}

const dxf = (...circles: [x: number, y: number, radius: number][]) =>
  [
    '0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES',
    ...circles.map(([x, y, radius]) => `0\nCIRCLE\n8\n0\n10\n${x}\n20\n${y}\n40\n${radius}`),
    '0\nENDSEC\n0\nEOF\n',
  ].join('\n');

test('the teapot scored and cut out, 5 in wide and half as large: the machine takes about half as long', async ({
  page,
  server,
}) => {
  await openPiece(page, server.address, 'Teapot', '5 in');
  // Its lines are scored; around them it is cut out.
  await choose(page, 'Along it', 'score');
  await add(page, 'Outline');
  await expect(fact(page, 'size').locator('.value')).toContainText(/1\d\d/);
  const whole = await rehearseDxf(page);
  await expect(panel(page).getByText('Nothing goes wrong on the way.')).toBeVisible();
  // Scores first, the cut last.
  const rows = panel(page).locator('ol li');
  await expect(rows.first()).toContainText('score');
  await expect(rows.last()).toContainText('part');
  await expect(panel(page).getByRole('img', { name: /cut through .*score .*travel/ })).toBeVisible();

  // By keyboard: the clock runs, rests, and steps from contour to contour.
  const timer = page.getByRole('timer');
  await page.getByRole('slider', { name: 'Moment of the rehearsal' }).fill('0');
  await expect(timer).toHaveText(/^0:00\.0 /);
  await page.keyboard.press('p');
  await expect(timer).not.toHaveText(/^0:00\.0 /);
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: 'Run (P)' })).toBeVisible();
  const before = await timer.textContent();
  await page.keyboard.press('.');
  await expect(timer).not.toHaveText(before ?? '');

  await panel(page).getByRole('button', { name: 'Back to the files' }).click();
  await goTo(page, 'Piece');
  await panelOf(page)
    .locator('drelk-item-list li')
    .filter({ hasText: 'Artwork' })
    .locator('button')
    .first()
    .click();
  await type(page, 'Width', '2 1/2 in');
  const half = await rehearseDxf(page);
  // Common practice, no source: half the width takes about half the time.
  expect(half / whole).toBeGreaterThan(0.42);
  expect(half / whole).toBeLessThan(0.65);
});

test(
  'the stall sign 30 in wide on plasma: holes before rims, each pierced, parts as large as drawn',
  { tag: '@long' },
  async ({ page, server }) => {
    await openPiece(page, server.address, 'Stall sign', '30 in');
    await processIs(page, 'plasma', { material: 'steel 3 mm' });
    await rehearseDxf(page);
    await expect(panel(page).getByText('steel 3 mm, torch, kerf 1.5 mm')).toBeVisible();
    const rows = await panel(page).locator('ol li').allTextContents();
    const names = rows.map((row) => (row.includes('hole') ? 'hole' : 'part'));
    expect(names).toContain('hole');
    expect(names[names.length - 1]).toBe('part');
    const pierced = panel(page)
      .locator('dl')
      .getByText(/^\d+ ×$/)
      .first();
    await expect(pierced).toHaveText(`${rows.length} ×`);
    // 30 in is 762 mm (international inch, 1959).
    await expect(
      panel(page)
        .getByText(/free after/)
        .first(),
    ).toBeVisible();
    await expect(panel(page)).toContainText(/on the machine/);
  },
);

test(
  'a name board is pocketed with a 1/8 in mill: what stands in the corners is told',
  { tag: '@long' },
  async ({ page, server }) => {
    await openPiece(page, server.address, 'Leaf', '180 mm');
    await choose(page, 'Along it', 'pocket');
    await add(page, 'Board');
    await processIs(page, 'router');
    await rehearseDxf(page);
    await expect(panel(page).getByText('pine 18 mm, end mill 1/8 in')).toBeVisible();
    await expect(panel(page).getByText('Left standing')).toBeVisible();
    const rows = panel(page).locator('ol li');
    await expect(rows.first()).toContainText('pocket');
    await expect(rows.last()).toContainText('part');
  },
);

test('a file from elsewhere is dropped on the machine; its order is changed by hand and found again', async ({
  page,
  server,
}) => {
  await openPiece(page, server.address, 'Leaf', '60 mm');
  await goTo(page, 'Hand off');
  const text = dxf([100, 100, 80], [80, 100, 20], [140, 100, 20]);
  expect(readVectorFile(Buffer.from(text), 'disc.dxf').paths).toHaveLength(3);
  await page
    .getByLabel('File to rehearse')
    .setInputFiles({ name: 'disc.dxf', mimeType: 'application/dxf', buffer: Buffer.from(text) });
  await expect(panel(page)).toContainText('disc.dxf');
  await expect(panel(page)).toContainText('160 mm × 160 mm');
  await expect(panel(page).locator('ol li')).toHaveText([/hole/, /hole/, /part/]);

  await panel(page).locator('ol button').last().focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(panel(page)).toContainText('1 cut is made in material that has come free by then.');
  await panel(page).getByRole('button', { name: 'Find the order anew' }).click();
  await expect(panel(page)).toContainText('Nothing goes wrong on the way.');

  // What is none changes nothing and is said.
  await panel(page).getByRole('button', { name: 'Back to the files' }).click();
  await page
    .getByLabel('File to rehearse')
    .setInputFiles({ name: 'notes.dxf', mimeType: 'text/plain', buffer: Buffer.from('tea at nine') });
  await expect(page.getByText('“notes.dxf” is neither an SVG nor a DXF.')).toBeVisible();
  await expect(panel(page)).toHaveCount(0);
});
