import type { Page } from '@playwright/test';
import sharp from 'sharp';
import DxfParser from 'dxf-parser';
import { drop, fact, goTo, handOff, openSample } from './support/page';
import { expect, test } from './support/server';

const method = (page: Page, name: string) =>
  page.getByRole('radiogroup', { name: 'Method' }).getByRole('radio', { name });

test('line art becomes single lines, down to the DXF', async ({ page, server }) => {
  await openSample(page, server.address, 'Teapot');
  await goTo(page, 'Line');
  await method(page, 'centreline').click();
  await expect(fact(page, 'single lines')).toContainText('9');
  await expect(page.getByText(/^Strokes [\d.]+ mm/)).toBeVisible();
  await goTo(page, 'Piece');
  const width = page.getByRole('textbox', { name: 'Width' });
  await width.fill('120 mm');
  await width.press('Enter');
  await expect(fact(page, 'size')).toContainText('120 ×');
  await goTo(page, 'Hand off');
  const { text } = await handOff(page, 'DXF');
  // Read by a parser that is not ours: strokes with two ends stay open, and none is there twice.
  const entities = new DxfParser().parseSync(text)?.entities as unknown as {
    type: string;
    shape?: boolean;
  }[];
  expect(entities).toHaveLength(9);
  expect(entities.filter(({ type, shape }) => type === 'POLYLINE' && !shape).length).toBeGreaterThan(4);
});

test(
  'a label becomes plates without a gap between neighbours',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Tin label');
    await goTo(page, 'Line');
    await method(page, 'plates').click();
    await expect(page.getByText('Neighbours share one border exactly')).toBeVisible();
    await expect(fact(page, 'shapes')).toContainText('26');
    await goTo(page, 'Hand off');
    const { text } = await handOff(page, 'SVG');
    expect(text.match(/<g /g)).toHaveLength(4);
    for (const perMillimetre of [1.5, 3, 6, 7.3])
      expect(await paperBetween(page, text, perMillimetre)).toBe(0);
  },
);

/**
 * Draws the file in the browser, without smoothing, and counts bare paper around the disc of yellow that lies on the dark
 * plate: a part of the picture that is all plates.
 */
async function paperBetween(page: Page, svg: string, perMillimetre: number): Promise<number> {
  return page.evaluate(
    async ([text, dense]) => {
      const crisp = String(text).replace('<svg ', '<svg shape-rendering="crispEdges" ');
      const image = new Image();
      image.src = URL.createObjectURL(new Blob([crisp], { type: 'image/svg+xml' }));
      await image.decode();
      const scale = (Number(dense) * 25.4) / 96;
      const canvas = document.createElement('canvas');
      canvas.width = Math.round(image.width * scale);
      canvas.height = Math.round(image.height * scale);
      const context = canvas.getContext('2d');
      if (!context) throw new Error('no canvas');
      context.drawImage(image, 0, 0, canvas.width, canvas.height);
      const { width, height } = canvas;
      // From the dark plate's left rim to its right, above its lettering: dark, yellow, and dark again within.
      const [left, right] = [0.05 * width, 0.95 * width].map(Math.round);
      const [top, bottom] = [0.05 * height, 0.54 * height].map(Math.round);
      const { data } = context.getImageData(left, top, right - left, bottom - top);
      let paper = 0;
      for (let i = 3; i < data.length; i += 4) if (data[i] < 255) paper++;
      return paper;
    },
    [svg, perMillimetre],
  );
}

test('the knobs count nodes, and show what they do before they are let go', async ({ page, server }) => {
  await openSample(page, server.address, 'Moth');
  await goTo(page, 'Line');
  const nodes = async () => Number(await fact(page, 'nodes').locator('.value').textContent());
  const before = await nodes();
  const tolerance = page.getByLabel('Tolerance', { exact: true });
  await tolerance.focus();
  for (let k = 0; k < 12; k++) await tolerance.press('ArrowRight');
  await expect.poll(nodes).toBeLessThan(before);
  await expect(page.locator('drelk-line-panel')).toContainText(
    /\d+ nodes, one every [\d.]+ mm; from \d+ points/,
  );
  const drop = page.getByLabel('Drop contours under');
  await drop.focus();
  const holes = async () => Number(await fact(page, 'holes').locator('.value').textContent());
  const all = await holes();
  for (let k = 0; k < 22; k++) await drop.press('ArrowRight');
  await expect.poll(holes).toBeLessThan(all);
});

test('a drawn ring is offered as a single line, and cut once', { tag: '@long' }, async ({ page, server }) => {
  const ring =
    '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="240"><rect width="300" height="240" fill="#fff"/>' +
    '<circle cx="150" cy="120" r="90" fill="none" stroke="#000" stroke-width="7"/></svg>';
  await page.goto(server.address);
  await drop(page, 'ring.png', await sharp(Buffer.from(ring)).png().toBuffer());
  await goTo(page, 'Line');
  await expect(page.getByText(/One shape is a closed line, [\d.]+ mm wide/)).toBeVisible();
  await page.getByRole('button', { name: 'Cut closed lines once' }).click();
  await expect(fact(page, 'single lines')).toContainText('1');
  await expect(method(page, 'centreline')).toBeChecked();
  await goTo(page, 'Hand off');
  const { text } = await handOff(page, 'SVG');
  expect(text.match(/<path /g)).toHaveLength(1);
});
