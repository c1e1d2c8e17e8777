import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import { readPictureHeader, readVectorFile } from '@drelk/core';
import { expectSaved, goTo, handOff } from './support/page';
import { openPiece, panelOf, type } from './support/piece';
import { expect, test } from './support/server';

test('all formats are handed off, as chosen; the package is there after a restart, and what has changed since is said', async ({
  page,
  server,
}) => {
  await openPiece(page, server.address, 'Leaf', '60 mm');
  await goTo(page, 'Hand off');
  const format = (name: string) => page.getByRole('region', { name, exact: true });
  await format('DXF').getByRole('combobox', { name: 'Curves' }).selectOption('arcs and lines only');
  await format('DXF').getByRole('combobox', { name: 'Unit' }).selectOption('inches');
  await format('DXF')
    .getByRole('combobox', { name: 'Check square' })
    .selectOption('25 mm or 1 in, beside it');
  await format('PDF').getByRole('combobox', { name: 'Paper' }).selectOption('sheets of A4');

  await format('DXF').getByRole('textbox', { name: 'Within, in mm' }).fill('0.02');
  await format('DXF').getByRole('combobox', { name: 'Layers' }).selectOption('by task');
  await format('PNG').getByRole('combobox', { name: 'Shows' }).selectOption('the piece filled, smooth');
  const density = format('PNG').getByRole('textbox', { name: 'Density, in dpi' });
  await density.fill('254 dots');
  await density.press('Enter');
  await expect(format('PNG').getByRole('alert')).toContainText('give 10 to 2400 dpi');
  await density.fill('254');
  await density.press('Enter');
  await expect(format('PNG').getByRole('alert')).toHaveCount(0);

  // These are the shop's own: kept under its name, gone and back in one step.
  await page.getByRole('textbox', { name: 'Name of the recipient' }).fill('Shop down the road');
  await page.getByRole('button', { name: 'Keep these choices' }).click();
  const whom = page.getByRole('combobox', { name: 'For', exact: true });
  await expect(whom).toContainText('Shop down the road');
  await whom.selectOption('nobody in particular');
  const curves = format('DXF').getByRole('combobox', { name: 'Curves' });
  await expect(curves).toHaveValue('true');
  await whom.selectOption('Shop down the road');
  await expect(curves).toHaveValue('arcs');

  const dxf = await handOff(page, 'DXF');
  const drawing = readVectorFile(Buffer.from(dxf.text), dxf.name);
  expect(drawing.unit).toBe('in');
  // International inch, 1959: 25.4 mm; the square is one of them.
  const square = drawing.paths.filter(({ layer }) => layer === 'CHECK_SQUARE');
  expect(square).toHaveLength(1);
  const xs = square[0].contours[0].segments.map(({ x }) => x);
  expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(25.4, 3);
  const kinds = new Set(
    drawing.paths.flatMap(({ contours }) =>
      contours.flatMap(({ segments }) => segments.map(({ kind }) => kind)),
    ),
  );
  expect([...kinds].sort()).toEqual(['arc', 'line']);

  for (const name of ['SVG', 'PDF', 'PNG', 'Package'] as const) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name, exact: true }).click(),
    ]);
    expect(download.suggestedFilename()).toBe(`Leaf.${name === 'Package' ? 'zip' : name.toLowerCase()}`);
  }
  // A second one of the same name is another.
  const again = await handOff(page, 'SVG');
  expect(again.name).toBe('Leaf 2.svg');
  await expectSaved(page);

  await server.stop();
  await server.start();
  await page.reload();
  const [fetched] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Leaf.zip' }).click(),
  ]);
  const files = unzipSync(new Uint8Array(readFileSync(await fetched.path())));
  expect(Object.keys(files).sort()).toEqual(['Leaf.dxf', 'Leaf.pdf', 'Leaf.png', 'Leaf.svg', 'job-card.txt']);
  const picture = readPictureHeader(files['Leaf.png']);
  expect(picture?.density).toBeCloseTo(254, 1);
  // Ten pixels a millimetre.
  expect(picture?.width).toBeGreaterThanOrEqual(600);
  expect(picture?.width).toBeLessThan(700);
  const card = new TextDecoder().decode(files['job-card.txt']);
  expect(card).toContain('Material  plywood 3 mm');
  expect(card).toMatch(/On the machine about \d/);
  expect(Buffer.from(files['Leaf.dxf']).toString()).toBe(dxf.text);

  await expect(page.getByText(/changed since/)).toHaveCount(0);
  await goTo(page, 'Piece');
  await panelOf(page).locator('drelk-item-list li button').first().click();
  await type(page, 'Width', '70 mm');
  await goTo(page, 'Hand off');
  await expect(page.getByText('1 thing has changed since: Piece.').first()).toBeVisible();
});
