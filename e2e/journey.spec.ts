import DxfParser, { type IPolylineEntity } from 'dxf-parser';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expectSaved, fact, goTo, handOff, openSample, textOf } from './support/page';
import { expect, root, test } from './support/server';

test('the moth from the shelf to cut files, over a restart of the server', async ({ page, server }) => {
  await openSample(page, server.address, 'Moth');
  await expect(fact(page, 'open ends')).toContainText('0');

  await goTo(page, 'Ink');
  const threshold = page.getByRole('slider', { name: 'Threshold' });
  await threshold.focus();
  for (let k = 0; k < 12; k++) await threshold.press('ArrowRight');
  await expect(page.locator('drelk-slide').filter({ hasText: 'Threshold' }).locator('.figure')).toHaveText(
    '140',
  );

  await goTo(page, 'Piece');
  const width = page.getByLabel('Width');
  await width.fill('55 mm');
  await width.press('Enter');
  await expect(fact(page, 'size')).toContainText('55 ×');
  await expectSaved(page);

  await goTo(page, 'Hand off');
  const svg = await handOff(page, 'SVG');
  expect(svg.name).toBe('Moth.svg');
  expect(svg.text).toContain('width="55mm"');
  await expect(page.getByText('Read back and compared: Moth.svg')).toBeVisible();
  const dxf = await handOff(page, 'DXF');
  const parsed = new DxfParser().parseSync(dxf.text);
  expect(parsed?.entities.length).toBe(27);
  for (const entity of parsed?.entities ?? []) {
    if (entity.type !== 'CIRCLE') expect((entity as IPolylineEntity).shape).toBe(true);
  }
  await expect(page.locator('drelk-hand-off-panel li a')).toHaveCount(2);

  await server.stop();
  await server.start();
  await page.reload();
  await expect(fact(page, 'size')).toContainText('55 ×');
  await goTo(page, 'Ink');
  await expect(page.getByRole('slider', { name: 'Threshold' })).toHaveValue('140');

  // Undo reaches back over the restart, a step at a time, and forward again.
  await page.keyboard.press('Control+z');
  await expect(fact(page, 'size')).toContainText('not true yet');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('slider', { name: 'Threshold' })).toHaveValue('139');
  await page.keyboard.press('Control+Shift+z');
  await page.keyboard.press('Control+Shift+z');
  await expect(fact(page, 'size')).toContainText('55 ×');
  await expectSaved(page);

  await goTo(page, 'Hand off');
  const [again] = await Promise.all([
    page.waitForEvent('download'),
    page.locator('drelk-hand-off-panel li a', { hasText: 'Moth.svg' }).click(),
  ]);
  expect(await textOf(again)).toBe(svg.text);
});

test(
  'browser and command line give the same bytes for the same job',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Leaf');
    await goTo(page, 'Piece');
    await page.getByLabel('Width').fill('4 1/2 in');
    await page.getByLabel('Width').press('Enter');
    await expect(fact(page, 'size')).toContainText('114.3 ×');
    await goTo(page, 'Hand off');
    const files = [await handOff(page, 'SVG'), await handOff(page, 'DXF')];
    const folder = mkdtempSync(join(tmpdir(), 'drelk-same-'));
    const outputs = [join(folder, 'leaf.svg'), join(folder, 'leaf.dxf')];
    const drelk = join(root, 'packages/cli/dist/drelk.mjs');
    const picture = join(root, 'demo/pictures/08-leaf.png');
    execFileSync(process.execPath, [
      drelk,
      'trace',
      picture,
      '--width',
      '4 1/2in',
      '--out',
      outputs[0],
      '--out',
      outputs[1],
    ]);
    // Each is called as its job is: by the sample's name, and by the file's.
    const titled = files.map(({ text }) => text.replace('<title>Leaf</title>', '<title>08 leaf</title>'));
    expect(outputs.map((path) => readFileSync(path, 'utf8'))).toEqual(titled);
  },
);

test('two windows on one job: the stale one is told and overwrites nothing', async ({
  page,
  server,
  context,
}) => {
  await openSample(page, server.address, 'Teapot');
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(fact(other, 'match')).toBeVisible();
  const rename = async (window: typeof page, name: string) => {
    await window.getByLabel('Name of the job').fill(name);
    await window.getByLabel('Name of the job').press('Tab');
  };
  await rename(page, 'Pot of the first window');
  await expectSaved(page);
  await rename(other, 'Pot of the second window');
  await expect(other.locator('.saved')).toHaveText('changed elsewhere');
  await other.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(other.getByLabel('Name of the job')).toHaveValue('Pot of the second window (mine)');
  await page.reload();
  await expect(page.getByLabel('Name of the job')).toHaveValue('Pot of the first window');
});

test('what cannot be saved is said, kept, and saved when the server is back', async ({ page, server }) => {
  await openSample(page, server.address, 'Teapot');
  await server.stop();
  await page.getByLabel('Name of the job').fill('Pot kept');
  await page.getByLabel('Name of the job').press('Tab');
  await expect(page.locator('.saved')).toHaveText('not saved: The server does not answer.');
  await server.start();
  await expectSaved(page);
  await page.reload();
  await expect(page.getByLabel('Name of the job')).toHaveValue('Pot kept');
});

test('the shelf: search, copy, bin and back, all by keyboard', async ({ page, server }) => {
  await page.goto(server.address);
  const cards = page.getByRole('region', { name: 'Jobs' }).getByRole('link');
  await expect(cards).toHaveCount(7);
  await page.getByLabel('Search the shelf').fill('ring');
  await expect(cards).toHaveCount(1);
  await page.getByRole('button', { name: 'Put Sealing ring in the bin' }).press('Enter');
  await expect(cards).toHaveCount(0);
  await page.getByRole('button', { name: 'Take it back' }).press('Enter');
  await expect(cards).toHaveCount(1);
  await page.getByRole('button', { name: 'Copy Sealing ring' }).press('Enter');
  await expect(cards).toHaveCount(2);
  await cards.first().press('Enter');
  await expect(fact(page, 'holes')).toContainText('4');
});
