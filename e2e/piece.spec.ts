import DxfParser from 'dxf-parser';
import { type Box, type Contour, boxOf, contoursDrawn, readDxf, readSvg, signedArea } from '@drelk/core';
import { benchBox, expectSaved, fact, goTo, handOff, onBench, openSample, pull } from './support/page';
import {
  add,
  beginEmpty,
  boxes,
  choose,
  chooseItem,
  middleOf,
  near,
  openPiece,
  panelOf,
  sizeOf,
  type,
} from './support/piece';
import { expect, test } from './support/server';

const INCH = 25.4;

test('a name sign from an empty piece: board, scooped border, name, two hanging holes, to both files', async ({
  page,
  server,
}) => {
  await beginEmpty(page, server.address);
  await panelOf(page).getByRole('radio', { name: 'Inches' }).click();
  await add(page, 'Board');
  await type(page, 'Width', '10');
  await type(page, 'Height', '5 1/2');
  // What was typed as a fraction is shown as one.
  await expect(panelOf(page).getByRole('textbox', { name: 'Height' })).toHaveValue('5 1/2 in');
  await add(page, 'Border');
  await type(page, 'In from the edge', '1/4');
  await choose(page, 'Corners', 'scooped');
  await type(page, 'Size of the corners', '1/2');
  await add(page, 'Text');
  await panelOf(page).getByRole('textbox', { name: 'Text', exact: true }).fill('Saltmoth');
  await type(page, 'Height of capitals', '1 1/2');
  await choose(page, 'Along it', 'pocket');
  await add(page, 'Holes');
  await type(page, 'Diameter', '3/8');
  await type(page, 'In from the sides', '2');
  await type(page, 'From there, down', '1/2');
  await expect(panelOf(page).locator('drelk-task-list')).toContainText('pocket');
  await expectSaved(page);
  await page.reload();
  await expect(fact(page, 'size').locator('.value')).toContainText('10 × 5 1/2 in');

  await goTo(page, 'Hand off');
  const svg = await handOff(page, 'SVG');
  expect(svg.name).toMatch(/\.svg$/);
  const drawing = readSvg(svg.text);
  const layers = new Map<string, Contour[]>();
  for (const { layer, contours } of drawing.paths)
    layers.set(layer, [...(layers.get(layer) ?? []), ...contours]);
  expect([...layers.keys()].sort()).toEqual(['cut-through', 'pocket', 'score-lines']);
  const [board, ...holes] = boxes(layers.get('cut-through') ?? []).sort(
    (a, b) => b.right - b.left - (a.right - a.left),
  );
  near(sizeOf(board), [10 * INCH, 5.5 * INCH]);
  expect(holes).toHaveLength(2);
  holes.sort((a, b) => a.left - b.left);
  near(middleOf(holes[0]), [board.left + 2 * INCH, board.top + INCH / 2]);
  near(middleOf(holes[1]), [board.right - 2 * INCH, board.top + INCH / 2]);
  near(sizeOf(holes[0]), [(3 / 8) * INCH, (3 / 8) * INCH]);
  const [border] = boxes(layers.get('score-lines') ?? []);
  near(sizeOf(border), [9.5 * INCH, 5 * INCH]);
  const letters = boxOf(layers.get('pocket') ?? []) as Box;
  near(middleOf(letters), middleOf(board));

  const dxf = await handOff(page, 'DXF');
  const parsed = new DxfParser().parseSync(dxf.text);
  const tasks = new Set(parsed?.entities.map(({ layer }) => layer.toLowerCase()));
  expect([...tasks].some((layer) => layer.includes('pocket'))).toBe(true);
  expect([...tasks].some((layer) => layer.includes('cut'))).toBe(true);
  near(sizeOf(boxOf(contoursDrawn(readDxf(dxf.text))) as Box), [10 * INCH, 5.5 * INCH]);
});

test(
  'a label on a hexagon of 60 mm with a name under it, all turned by 30 degrees, by keyboard',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Tin label');
    await page.keyboard.press('4');
    const press = (name: string | RegExp) =>
      panelOf(page).getByRole('button', { name }).first().press('Enter');
    await type(page, 'Width', '30 mm');
    await panelOf(page).getByRole('button', { name: 'Board', exact: true }).press('Enter');
    await choose(page, 'Form', 'hexagon');
    await type(page, 'From flat to flat', '60');
    await panelOf(page).getByRole('button', { name: 'Text', exact: true }).press('Enter');
    await type(page, 'Height of capitals', '4');
    await choose(page, 'Lies on', 'Artwork');
    await panelOf(page).getByRole('button', { name: 'bottom middle of what it lies on' }).press('Enter');
    await panelOf(page).getByRole('button', { name: 'top middle of the item' }).press('Enter');
    await type(page, 'From there, down', '2');
    await press('The whole piece');
    const turn = panelOf(page).getByRole('textbox', { name: 'Degrees, clockwise' }).last();
    await turn.fill('30');
    await turn.press('Enter');
    // Standing on a corner it is 60 mm wide and 60 * 2 / sqrt 3 high.
    await expect(fact(page, 'size').locator('.value')).toContainText('60 × 69.28 mm');
    await goTo(page, 'Hand off');
    const { text } = await handOff(page, 'SVG');
    const [board] = readSvg(text)
      .paths.filter(({ layer }) => layer.startsWith('cut-through'))
      .flatMap(({ contours }) => contours)
      .sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)));
    expect(Math.abs(signedArea(board))).toBeCloseTo((Math.sqrt(3) / 2) * 60 ** 2, 0);
  },
);

test(
  'words on an arc, then along a line drawn by hand, right way up in both files',
  { tag: '@long' },
  async ({ page, server }) => {
    await beginEmpty(page, server.address);
    await add(page, 'Text');
    await panelOf(page).getByRole('textbox', { name: 'Text', exact: true }).fill('NIGHT TEA');
    await type(page, 'Height of capitals', '10');
    await choose(page, 'Stands', 'circle');
    await type(page, 'Diameter of the circle', '120');
    await expect(panelOf(page).getByRole('button', { name: /^Text/ }).nth(1)).toContainText('mm');
    await goTo(page, 'Hand off');
    const middles = (contours: readonly Contour[]) =>
      boxes(contours.filter((one) => Math.abs(signedArea(one)) > 5))
        .sort((a, b) => a.left - b.left)
        .map(middleOf);
    /** The first and the last letter lie lower than those in the middle: an arch, not a bowl. */
    const isArch = (contours: readonly Contour[]) => {
      const all = middles(contours);
      const inner = all[Math.floor(all.length / 2)][1];
      return all[0][1] > inner + 2 && all[all.length - 1][1] > inner + 2;
    };
    expect(isArch(contoursDrawn(readSvg((await handOff(page, 'SVG')).text)))).toBe(true);
    expect(isArch(contoursDrawn(readDxf((await handOff(page, 'DXF')).text)))).toBe(true);

    await goTo(page, 'Line');
    const hand = page.locator('drelk-line-hand');
    await hand.getByRole('button', { name: /^By hand/ }).click();
    await hand.getByRole('button', { name: 'Smooth curve', exact: true }).click();
    const at = await onBench(page, 216 / 136);
    await page.keyboard.down('Alt');
    for (const [x, y] of [
      [0.1, 0.5],
      [0.35, 0.6],
      [0.65, 0.4],
      [0.9, 0.5],
      [0.9, 0.5],
    ]) {
      const place = at(x, y);
      await page.mouse.click(place.x, place.y);
    }
    await page.keyboard.up('Alt');
    await expect(page.getByRole('button', { name: 'Undo: A curve drawn' })).toBeVisible();
    await goTo(page, 'Piece');
    await chooseItem(page, 'Text');
    await panelOf(page).getByRole('combobox', { name: 'Stands' }).selectOption('contour');
    await page.keyboard.press('0');
    // The line lies across the middle of the bench: it is looked for from there up and down.
    const box = await benchBox(page);
    const undo = page.getByRole('button', { name: 'Undo: Text along a line' });
    for (let y = 0.2; y < 0.9 && !(await undo.isVisible()); y += 0.03)
      await page.mouse.click(box.x + 0.5 * box.width, box.y + y * box.height);
    await expect(undo).toBeVisible();
    await goTo(page, 'Hand off');
    for (const contours of [
      contoursDrawn(readSvg((await handOff(page, 'SVG')).text)),
      contoursDrawn(readDxf((await handOff(page, 'DXF')).text)),
    ]) {
      const letters = contours.filter(({ closed }) => closed);
      // Letters that meet on a bend are one.
      expect(middles(letters).length).toBeGreaterThanOrEqual(6);
      // The last letter is an A: what it encloses lies above its middle.
      const [last, inner] = boxes(letters).sort((a, b) => b.right - a.right);
      expect(middleOf(inner)[1]).toBeLessThan(middleOf(last)[1]);
    }
  },
);

test(
  'a moth sticker of 55 mm with an outline at 2 mm, twelve on a sheet, mirrored',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    await goTo(page, 'Piece');
    await type(page, 'Width', '55 mm');
    await add(page, 'Outline');
    await type(page, 'Distance', '2 mm');
    await expect(fact(page, 'size').locator('.value')).toContainText('59');
    await add(page, 'Frame');
    await type(page, 'Distance', '1 mm');
    await expect(fact(page, 'size').locator('.value')).toContainText('61');
    await panelOf(page)
      .getByRole('button', { name: /^The whole piece/ })
      .click();
    await panelOf(page).getByRole('button', { name: 'Mirror, to be read from behind' }).click();
    await expect(page.getByText('Mirrored: to be read from behind')).toBeVisible();
    await panelOf(page)
      .getByRole('button', { name: /^Sheet/ })
      .click();
    await choose(page, 'Usual sheets', 'A4, 297 × 210 mm');
    await choose(page, 'Pieces', 'rows');
    await type(page, 'Columns', '4');
    await type(page, 'Rows', '3');
    await expect(panelOf(page).getByText('12 pieces')).toBeVisible();
    await goTo(page, 'Hand off');
    const { text } = await handOff(page, 'DXF');
    const contours = contoursDrawn(readDxf(text));
    const outlines = boxes(contours).filter((box) => Math.abs(box.right - box.left - 59) < 0.1);
    expect(outlines).toHaveLength(12);
    expect(contours.every(({ closed }) => closed)).toBe(true);
  },
);

test(
  'the stall sign 30 in wide lies a quarter inch in from the lower left of a sheet of 48 by 48 in',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    await goTo(page, 'Piece');
    await panelOf(page).getByRole('radio', { name: 'Inches' }).click();
    await type(page, 'Width', '30');
    await panelOf(page)
      .getByRole('button', { name: /^Sheet/ })
      .click();
    await choose(page, 'Usual sheets', '48 × 48 in');
    await type(page, 'In from the left', '1/4');
    await type(page, 'Up from below', '1/4');
    await expect(panelOf(page).getByText('1 piece,')).toBeVisible();
    await goTo(page, 'Hand off');
    const dxf = contoursDrawn(readDxf((await handOff(page, 'DXF')).text));
    const svg = readSvg((await handOff(page, 'SVG')).text);
    near(sizeOf(svg.page), [48 * INCH, 48 * INCH]);
    const box = boxOf(contoursDrawn(svg)) as Box;
    near([box.left, svg.page.bottom - box.bottom], [INCH / 4, INCH / 4]);
    near([box.right - box.left], [30 * INCH]);
    near(sizeOf(boxOf(dxf) as Box), sizeOf(box), 0.02);
  },
);

test('what cannot be on a piece is refused with a sentence each, and changes nothing', async ({
  page,
  server,
}) => {
  await beginEmpty(page, server.address);
  await add(page, 'Board');
  await add(page, 'Border');
  const says = page.locator('drelk-problems, .mat-mdc-snack-bar-container, [role=alert], [role=status]');
  const undo = page.getByRole('button', { name: /^Undo:/ });
  const refused = async (act: () => Promise<void>, sentence: string) => {
    const before = await undo.getAttribute('aria-label');
    await act();
    await expect(says.filter({ hasText: sentence }).first()).toBeVisible();
    await expect(undo).toHaveAttribute('aria-label', before ?? '');
  };
  await refused(() => type(page, 'In from the edge', '90 mm'), 'leaves nothing of what it lies in');
  await add(page, 'Text');
  const words = panelOf(page).getByRole('textbox', { name: 'Text', exact: true });
  await refused(async () => {
    await words.fill(' ');
    await words.blur();
  }, 'There is no letter in this text');
  await add(page, 'Holes');
  await refused(() => type(page, 'From there, right', '400 mm'), 'A hole would lie outside its board');
  await panelOf(page)
    .getByRole('button', { name: /^Sheet/ })
    .click();
  await panelOf(page).getByRole('button', { name: 'Lay it on a sheet' }).click();
  await expect(undo).toHaveAttribute('aria-label', /^Undo: Sheet/);
  await refused(() => type(page, 'Sheet’s width', '20 mm'), 'does not fit on a sheet');
  await choose(page, 'Pieces', 'rows');
  await type(page, 'Columns', '1000');
  await refused(() => type(page, 'Rows', '1000'), 'more than a sheet can hold');
});

test(
  'an item is carried to the centre of the board, and taken back after a reload',
  { tag: '@long' },
  async ({ page, server }) => {
    await beginEmpty(page, server.address);
    await add(page, 'Board');
    await add(page, 'Text');
    await type(page, 'From there, right', '20');
    await type(page, 'From there, down', '10');
    await panelOf(page).getByRole('button', { name: 'Carry', exact: true }).click();
    const box = await benchBox(page);
    const from = { x: box.x + box.width / 2 + 60, y: box.y + box.height / 2 + 40 };
    const right = panelOf(page).getByRole('textbox', { name: 'From there, right', exact: true });
    // So many pixels on screen are 20 mm, as the board of 120 mm is seen.
    const millimetre = (box.width - 72) / 120;
    const scale = Math.min(millimetre, (box.height - 72) / 80);
    await pull(page, from, { x: from.x - 20 * scale + 2, y: from.y - 10 * scale - 2 });
    await expect(right).toHaveValue('0 mm');
    await expectSaved(page);
    await page.reload();
    await page.getByRole('button', { name: 'Undo: Text moved' }).click();
    await chooseItem(page, 'Text');
    await expect(right).toHaveValue('20 mm');
  },
);

test('a stencil’s islands are bridged, one bridge is put by hand and stays when the threshold moves', async ({
  page,
  server,
}) => {
  await openPiece(page, server.address, 'Moth', '200 mm');
  const holes = fact(page, 'holes').locator('.value');
  await expect(holes).toHaveText('17');
  await panelOf(page).getByText('islands held by bridges').click();
  await expect(holes).toHaveText('0');
  await expect(panelOf(page).getByText(/^17 islands, \d+ bridges. Nothing falls out.$/)).toBeVisible();

  // Below the left eye's ring.
  await panelOf(page).getByRole('button', { name: 'Put a bridge' }).click();
  await page.keyboard.press('0');
  const box = await benchBox(page);
  await page.mouse.click(box.x + 0.3 * box.width, box.y + 0.45 * box.height);
  await expect(page.getByRole('button', { name: 'Undo: A bridge put by hand' })).toBeVisible();
  await expect(panelOf(page).getByText('1 of them put by hand')).toBeVisible();

  // Moved by its mark, it is still the only one of the hand's.
  await pull(
    page,
    { x: box.x + 0.3 * box.width, y: box.y + 0.45 * box.height },
    { x: box.x + 0.27 * box.width, y: box.y + 0.44 * box.height },
  );
  await expect(page.getByRole('button', { name: 'Undo: A bridge moved' })).toBeVisible();
  await expect(panelOf(page).getByText('1 of them put by hand')).toBeVisible();

  await goTo(page, 'Ink');
  const threshold = page.getByRole('slider', { name: 'Threshold' }).first();
  await threshold.focus();
  for (let k = 0; k < 3; k++) await page.keyboard.press('ArrowRight');
  await goTo(page, 'Piece');
  await expect(panelOf(page).getByText('1 of them put by hand')).toBeVisible();
  await expect(holes).toHaveText('0');
  await goTo(page, 'Hand off');
  const contours = contoursDrawn(readDxf((await handOff(page, 'DXF')).text));
  // Nothing lies in anything else: all is one sheet with openings.
  const all = boxes(contours);
  expect(contours.every(({ closed }) => closed)).toBe(true);
  expect(all.length).toBeGreaterThan(10);
  expect(contours.every((contour) => signedArea(contour) !== 0)).toBe(true);
});

test(
  'a silhouette leaves in one file with the outline of its board',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Leaf');
    await goTo(page, 'Piece');
    await add(page, 'Board');
    await choose(page, 'Form', 'disc');
    await type(page, 'Diameter', '200 mm');
    await goTo(page, 'Hand off');
    const { paths } = readSvg((await handOff(page, 'SVG')).text);
    const layers = new Set(paths.map(({ layer }) => layer));
    expect(layers).toEqual(new Set(['cut-through', 'engrave']));
    const [board] = boxes(
      paths.filter(({ layer }) => layer === 'cut-through').flatMap(({ contours }) => contours),
    );
    near(sizeOf(board), [200, 200]);
    const art = boxOf(
      paths.filter(({ layer }) => layer === 'engrave').flatMap(({ contours }) => contours),
    ) as Box;
    near(middleOf(art), middleOf(board), 0.02);
  },
);
