import sharp from 'sharp';
import { drop, expectSaved, fact, goTo, openSample } from './support/page';
import { foliage, smallBoard, squaredPaper } from './support/pictures';
import { expect, test } from './support/server';

test('what was understood of a photo is said in a line, and taken back part by part', async ({
  page,
  server,
}) => {
  await openSample(page, server.address, 'Stall sign');
  const line = page.getByRole('group', { name: 'What was understood of the picture' });
  await expect(line).toContainText('Photo:');
  await expect(line).toContainText('flattened');
  await expect(line).toContainText('light on dark');
  await line.getByRole('button', { name: 'turn it over' }).click();
  await expect(page.getByRole('button', { name: 'Undo: Turn it over' })).toBeVisible();
  await line.getByRole('button', { name: 'leave it as it is' }).click();
  await expect(line).not.toContainText('flattened');
  await page.getByRole('button', { name: 'Undo: Not flattened' }).click();
  await expect(line).toContainText('flattened');
  await line.getByRole('button', { name: 'All right' }).click();
  await expect(line).toBeHidden();
  // A job that was worked on says nothing of the kind when it is opened again.
  await expectSaved(page);
  await page.reload();
  await expect(fact(page, 'match')).toBeVisible();
  await expect(line).toBeHidden();
});

test(
  'the detail of a busy photo is as much as can be cut, and one knob gives more or less',
  { tag: '@long' },
  async ({ page, server }) => {
    await page.goto(server.address);
    await drop(page, 'foliage.jpg', await foliage(900, 700));
    await expect(page).toHaveURL(/\/job\//);
    await goTo(page, 'Ink');
    const count = async () => Number(await fact(page, 'shapes').locator('.value').textContent());
    await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/);
    expect(await count()).toBeLessThanOrEqual(600);
    const fitting = await count();
    const knob = page.getByRole('slider', { name: 'Detail' });
    await knob.focus();
    await page.keyboard.press('Home');
    await expect.poll(count).toBeLessThan(fitting);
    await expect(page.locator('drelk-ink-detail')).toContainText(/\d+ shapes, \d+ nodes/);
    await page.getByRole('button', { name: 'As much as can be cut' }).click();
    await expect.poll(count).toBe(fitting);
  },
);

test(
  'four sides that are not beyond doubt are offered, and taken by the keyboard',
  { tag: '@long' },
  async ({ page, server }) => {
    await page.goto(server.address);
    await drop(page, 'board.jpg', await smallBoard());
    const line = page.getByRole('group', { name: 'What was understood of the picture' });
    await expect(line).toContainText('four straight sides in view');
    const shapes = fact(page, 'shapes').locator('.value');
    expect(await shapes.textContent()).not.toBe('4');
    await line.getByRole('button', { name: 'flatten by them' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Undo: Flatten by what is in view' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Square up' })).toBeVisible();
    // Three blocks and a disc.
    await expect(shapes).toHaveText('4');
    await expect(line).not.toContainText('four straight sides');
  },
);

test('the squares of the paper are taken out of a drawing, and left by a click', async ({ page, server }) => {
  await page.goto(server.address);
  await drop(page, 'cup.jpg', await squaredPaper());
  const line = page.getByRole('group', { name: 'What was understood of the picture' });
  await expect(line).toContainText('squares taken out');
  // Three rings.
  const shapes = fact(page, 'shapes').locator('.value');
  await expect(shapes).toHaveText('3');
  await line.getByRole('button', { name: 'leave them' }).click();
  await expect(line).not.toContainText('squares taken out');
  await page.getByRole('button', { name: 'Undo: Rulings left' }).click();
  await expect(line).toContainText('squares taken out');
  await expect(shapes).toHaveText('3');
});

test(
  'a photo of the front comes to its words alone in two acts, and line by line',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Night front');
    const line = page.getByRole('group', { name: 'What was understood of the picture' });
    await expect(line).toContainText('2 lines of words');
    await line.getByRole('button', { name: 'take the words only' }).click();
    const count = async (name: string) => Number(await fact(page, name).locator('.value').textContent());
    // SALTMOTH and HOT TEA: fourteen letters, four counters.
    await expect.poll(() => count('shapes')).toBe(14);
    expect(await count('holes')).toBe(4);
    await expect(line).toContainText('the words only');

    await goTo(page, 'Ink');
    await page.locator('drelk-ink-words').getByRole('button', { name: 'Words' }).click();
    const first = page.getByRole('checkbox', { name: /^Line 1: 8 letters/ });
    await expect(first).toBeChecked();
    await first.focus();
    await page.keyboard.press('Space');
    await expect.poll(() => count('shapes')).toBe(6);
    await expectSaved(page);
    await page.reload();
    await expect.poll(() => count('shapes')).toBe(6);
    await page.getByRole('button', { name: 'Undo: A line of words less' }).click();
    await expect.poll(() => count('shapes')).toBe(14);
  },
);

test(
  'the words of a picture without any, and a thing in a picture of one tone, are told',
  { tag: '@long' },
  async ({ page, server }) => {
    await page.goto(server.address);
    const plain = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#9aa4ae' } })
      .png()
      .toBuffer();
    await drop(page, 'plain.png', plain);
    await expect(page).toHaveURL(/\/job\//);
    await goTo(page, 'Ink');
    await page.locator('drelk-ink-cut').getByRole('button', { name: 'Cut out' }).click();
    await page.getByRole('button', { name: 'The main thing' }).click();
    await expect(
      page.getByText('Nothing in this picture stands out from what is along its rim.'),
    ).toBeVisible();
    await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
  },
);
