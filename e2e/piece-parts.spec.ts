import { readFileSync } from 'node:fs';
import DxfParser from 'dxf-parser';
import {
  type Box,
  type Contour,
  boxOf,
  contourLength,
  contoursDrawn,
  readDxf,
  readSvg,
  signedArea,
} from '@drelk/core';
import { benchBox, expectSaved, fact, goTo, handOff, openSample, pull, textOf } from './support/page';
import {
  add,
  beginEmpty,
  boxes,
  choose,
  chooseItem,
  near,
  openPiece,
  panelOf,
  sizeOf,
  type,
} from './support/piece';
import { expect, test } from './support/server';

const lengthOf = (contours: readonly Contour[]) =>
  contours.reduce((sum, contour) => sum + contourLength(contour), 0);

test(
  'a font file of one’s own sets a text and stays with the job; what is none is refused',
  { tag: '@long' },
  async ({ page, server }) => {
    await beginEmpty(page, server.address);
    await add(page, 'Text');
    const file = panelOf(page).locator('input[type=file]');
    const undo = page.getByRole('button', { name: /^Undo:/ });
    const before = await undo.getAttribute('aria-label');
    await file.setInputFiles({
      name: 'wings.ttf',
      mimeType: 'font/ttf',
      buffer: Buffer.from('no font at all'),
    });
    await expect(page.getByText('“wings.ttf” cannot be read as a font.')).toBeVisible();
    await expect(undo).toHaveAttribute('aria-label', before ?? '');

    const bytes = readFileSync('node_modules/@fontsource/lora/files/lora-latin-500-italic.woff');
    await file.setInputFiles({ name: 'stall.woff', mimeType: 'font/woff', buffer: bytes });
    const face = panelOf(page).getByRole('combobox', { name: 'Face' });
    await expect(face.locator('option:checked')).toHaveText(/Lora.*, brought along/);
    await type(page, 'Height of capitals', '20 mm');
    await expectSaved(page);
    await page.reload();
    await expect(fact(page, 'size').locator('.value')).toContainText('mm');
    await chooseItem(page, 'Text');
    await expect(face.locator('option:checked')).toHaveText(/Lora.*, brought along/);
    await goTo(page, 'Hand off');
    const { paths } = readSvg((await handOff(page, 'SVG')).text);
    const contours = paths.flatMap((path) => path.contours);
    // S, a, l, t, m, o, t, h: eight letters, of which a and o have a hole each.
    expect(contours).toHaveLength(10);
    expect(contours.every(({ closed }) => closed)).toBe(true);
  },
);

test('a board is held in its sheet by four tabs, which are missing from the cut in both files', async ({
  page,
  server,
}) => {
  await beginEmpty(page, server.address);
  await add(page, 'Board');
  await type(page, 'Width', '120');
  await type(page, 'Height', '80');
  await panelOf(page).getByText('held in the sheet by tabs').click();
  await type(page, 'Length of a tab', '3');
  await choose(page, 'Tabs around a part', '4');
  await expect(fact(page, 'single lines').locator('.value')).toHaveText('4');
  await expect(fact(page, 'open ends').locator('.value')).toHaveText('0');
  await goTo(page, 'Prove');
  await expect(page.locator('drelk-prove-panel')).not.toContainText('open');
  await goTo(page, 'Hand off');
  const svg = readSvg((await handOff(page, 'SVG')).text).paths.flatMap(({ contours }) => contours);
  const dxf = contoursDrawn(readDxf((await handOff(page, 'DXF')).text));
  for (const contours of [svg, dxf]) {
    expect(contours.map(({ closed }) => closed)).toEqual([false, false, false, false]);
    near([lengthOf(contours)], [400 - 4 * 3]);
    near(sizeOf(boxOf(contours) as Box), [120, 80]);
  }
});

test(
  'a cake topper: the moth’s outline on a base with two feet, with a ring at its top, one part',
  { tag: '@long' },
  async ({ page, server }) => {
    await openPiece(page, server.address, 'Moth', '100 mm');
    await add(page, 'Outline');
    await type(page, 'Gaps closed, besides', '3');
    await panelOf(page).getByText('a base with two feet').click();
    await type(page, 'Length of a foot', '40');
    await panelOf(page).getByText('a ring to hang it by').click();
    await type(page, 'Hole of the ring', '5');
    await expect(page.getByRole('button', { name: 'Undo: Ring of the outline' })).toBeVisible();
    await chooseItem(page, 'Artwork');
    await choose(page, 'Along it', 'engrave');
    await goTo(page, 'Hand off');
    const parsed = new DxfParser().parseSync((await handOff(page, 'DXF')).text);
    expect(new Set(parsed?.entities.map(({ layer }) => layer))).toEqual(new Set(['CUT_THROUGH', 'ENGRAVE']));
    const svg = readSvg((await handOff(page, 'SVG')).text);
    const cut = svg.paths.filter(({ layer }) => layer === 'cut-through').flatMap(({ contours }) => contours);
    const [outer, ...holes] = [...cut].sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)));
    // One outline around everything; in it the hole of the ring, 5 mm across, and gaps that the base closes.
    expect(holes.every((hole) => signedArea(hole) * signedArea(outer) < 0)).toBe(true);
    expect(holes.map((hole) => sizeOf(boxOf([hole]) as Box).map(Math.round))).toContainEqual([5, 5]);
    const [width, height] = sizeOf(boxOf([outer]) as Box);
    expect(Math.abs(width - 104)).toBeLessThan(0.05);
    expect(height).toBeGreaterThan(100);
  },
);

test(
  'two plates lie true on one another: a file each, in one frame, with the same marks',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Tin label');
    await goTo(page, 'Line');
    await page
      .locator('drelk-line-panel')
      .getByRole('radiogroup')
      .first()
      .getByRole('radio', { name: 'plates' })
      .click();
    await goTo(page, 'Piece');
    await add(page, 'Marks');
    await choose(page, 'Form', 'triangle');
    await goTo(page, 'Hand off');
    const says = page
      .locator('label')
      .filter({ hasText: /a file for each of the \d plates, all in the same frame/ });
    await says.click();
    const count = Number(/\d/.exec((await says.textContent()) ?? '')?.[0]);
    const files: string[] = [];
    page.on('download', (download) => void textOf(download).then((text) => files.push(text)));
    await page.getByRole('button', { name: 'SVG', exact: true }).click();
    await expect.poll(() => files.length).toBe(count);
    const read = files.map((text) => ({ text, paths: readSvg(text).paths }));
    const frames = new Set(read.map(({ text }) => /viewBox="[^"]*"/.exec(text)?.[0]));
    expect(frames.size).toBe(1);
    // Three triangles, which are in every file where they are in the others.
    const keyed = read.map(
      ({ paths }) =>
        new Set(paths.flatMap(({ contours }) => boxes(contours)).map((box) => JSON.stringify(box))),
    );
    const common = [...keyed[0]].filter((key) => keyed.every((keys) => keys.has(key)));
    expect(common).toHaveLength(3);
    expect(keyed.every((keys) => keys.size > 3)).toBe(true);
  },
);

test('one contour is scored where the rest is cut, and stays so in another trace', async ({
  page,
  server,
}) => {
  await openPiece(page, server.address, 'Moth', '200 mm');
  await panelOf(page).getByRole('button', { name: 'Pick contours' }).click();
  await page.keyboard.press('0');
  const box = await benchBox(page);
  // From the left to the rim of the left eye's ring.
  for (let k = 0; k < 30; k++) {
    await page.mouse.click(box.x + (0.18 + 0.004 * k) * box.width, box.y + 0.4 * box.height);
    if (await panelOf(page).getByRole('combobox', { name: 'Along what is picked' }).isVisible()) break;
  }
  await choose(page, 'Along what is picked', 'score');
  const tasks = panelOf(page).locator('drelk-task-list');
  await expect(tasks).toContainText(/score\d+ contours?,/);
  const scored = await tasks.getByRole('button', { name: /^score/ }).textContent();
  const count = Number(/\d+/.exec(scored ?? '')?.[0]);
  await expect(
    panelOf(page).getByText(/^\d+ contours? (has a task of its|have a task of their) own.$/),
  ).toBeVisible();
  await tasks.getByRole('button', { name: /^score/ }).click();
  await expect(tasks.getByRole('button', { name: /^score/ })).toHaveAttribute('aria-pressed', 'true');

  await goTo(page, 'Line');
  const smooth = page.getByRole('slider', { name: 'Smoothness' });
  await smooth.focus();
  for (let k = 0; k < 4; k++) await page.keyboard.press('ArrowRight');
  await goTo(page, 'Piece');
  await expect(tasks).toContainText(`score${count} contour`);
  await goTo(page, 'Hand off');
  const { paths } = readSvg((await handOff(page, 'SVG')).text);
  const own = paths.filter(({ layer }) => layer === 'score').flatMap(({ contours }) => contours);
  expect(own).toHaveLength(count);
});

test(
  'items are pulled without a tool, brought into line together, and stay where they are to stay',
  { tag: '@long' },
  async ({ page, server }) => {
    await beginEmpty(page, server.address);
    await add(page, 'Board');
    await type(page, 'Width', '200');
    await type(page, 'Height', '120');
    await add(page, 'Text');
    await panelOf(page).getByRole('textbox', { name: 'Text', exact: true }).fill('Tea');
    await type(page, 'From there, right', '-40');
    await add(page, 'Text');
    await panelOf(page).getByRole('textbox', { name: 'Text', exact: true }).fill('Cakes');
    await type(page, 'From there, down', '30');
    await page.keyboard.press('Escape');
    const right = panelOf(page).getByRole('textbox', { name: 'From there, right', exact: true });
    const box = await benchBox(page);
    const millimetre = Math.min((box.width - 72) / 200, (box.height - 72) / 120);
    const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 + 30 * millimetre };
    await page.keyboard.down('Alt');
    await pull(page, at, { x: at.x + 20 * millimetre, y: at.y });
    await page.keyboard.up('Alt');
    await expect(right).toHaveValue(/^(19\.[5-9]|20(\.[0-4])?)\d* mm$/);

    // It is to stay: it is not pulled, the view is.
    const stays = panelOf(page).getByRole('checkbox', { name: 'stays where it is' });
    await stays.click();
    const there = await right.inputValue();
    await pull(page, { x: at.x + 20 * millimetre, y: at.y }, { x: at.x - 60, y: at.y - 40 });
    await expect(right).toHaveValue(there);
    await page.keyboard.press('0');
    await stays.click();

    const rows = panelOf(page).locator('drelk-item-list li > button');
    await rows.filter({ hasText: 'Text 2' }).focus();
    await rows.filter({ hasText: /^Text(?! 2)/ }).click({ modifiers: ['Shift'] });
    await expect(panelOf(page).getByRole('heading', { name: '2 items' })).toBeVisible();
    await panelOf(page).getByRole('button', { name: 'Left edges in line' }).press('Enter');
    await expect(page.getByRole('button', { name: 'Undo: Text brought into line' })).toBeVisible();
    await goTo(page, 'Hand off');
    const { paths } = readSvg((await handOff(page, 'SVG')).text);
    const words = boxes(paths.filter(({ layer }) => layer === 'pocket').flatMap(({ contours }) => contours));
    const upper = words.filter(({ top }) => top < 65).map(({ left }) => left);
    const lower = words.filter(({ top }) => top > 65).map(({ left }) => left);
    near([Math.min(...upper)], [Math.min(...lower)]);
  },
);

test(
  'an outline that was kept as a form is a board in another job, in another size',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Leaf');
    await goTo(page, 'Piece');
    await add(page, 'Outline');
    await panelOf(page).getByRole('button', { name: 'Keep as a form' }).click();
    await expect(page.getByText('“Outline” is among the forms for boards now.')).toBeVisible();

    await beginEmpty(page, server.address);
    await add(page, 'Board');
    await panelOf(page)
      .getByRole('button', { name: /^Own forms/ })
      .click();
    await panelOf(page)
      .getByRole('button', { name: /^Outline, / })
      .click();
    await type(page, 'Width', '6 in');
    await type(page, 'Height', '4 in');
    await goTo(page, 'Hand off');
    const svg = readSvg((await handOff(page, 'SVG')).text).paths.flatMap(({ contours }) => contours);
    near(sizeOf(boxOf(svg) as Box), [152.4, 101.6], 1e-3);
    const dxf = contoursDrawn(readDxf((await handOff(page, 'DXF')).text));
    expect([...svg, ...dxf].every(({ closed }) => closed)).toBe(true);
    // Curves are chords and arcs in it.
    near(sizeOf(boxOf(dxf) as Box), [152.4, 101.6], 0.02);
  },
);
