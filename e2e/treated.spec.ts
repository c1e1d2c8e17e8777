import { drop, fact, goTo } from './support/page';
import { expect, test } from './support/server';
import {
  enlargedInTwoTones,
  ofOneTone,
  printedInDots,
  squeezedInTwoTones,
  squeezedLabel,
} from './support/treated';

const UNDERSTOOD = { name: 'What was understood of the picture' };

test('dots of a print are evened out, which is said, and kept where they are wanted', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await drop(page, 'moth-in-dots.png', await printedInDots(5));
  const line = page.getByRole('group', UNDERSTOOD);
  await expect(line).toContainText('dots evened out');
  const shapes = async () => Number(await fact(page, 'shapes').locator('.value').textContent());
  expect(await shapes()).toBeLessThan(40);
  await line.getByRole('button', { name: 'leave them' }).click();
  await expect(page.getByRole('button', { name: 'Undo: Dots kept' })).toBeVisible();
  await expect.poll(shapes).toBeGreaterThan(40);
  await page.getByRole('button', { name: 'Undo: Dots kept' }).click();
  await expect.poll(shapes).toBeLessThan(40);
  await goTo(page, 'Ink');
  await page.getByRole('button', { name: /^Tone/ }).click();
  await expect(page.getByRole('radiogroup', { name: 'Dots of a print' })).toBeVisible();
});

test('red on green of one tone is told apart by colour, which is said, and light alone loses it', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await drop(page, 'red-on-green.png', await ofOneTone());
  const line = page.getByRole('group', UNDERSTOOD);
  await expect(line).toContainText('told apart by colour');
  const match = fact(page, 'match').locator('.value');
  await expect(match).toContainText('99.');
  await line.getByRole('button', { name: 'by light alone' }).click();
  await expect(line).not.toContainText('told apart by colour');
  await page.getByRole('button', { name: 'Undo: By light alone' }).click();
  await expect(line).toContainText('told apart by colour');
});

for (const [how, picture] of [
  ['as they are', () => enlargedInTwoTones(1, 'nearest')],
  ['whose pixels were repeated', () => enlargedInTwoTones(2, 'nearest')],
  ['that were enlarged smoothly', () => enlargedInTwoTones(2, 'cubic')],
  ['squeezed into a JPEG', () => squeezedInTwoTones(60)],
] as const)
  test(`two tones ${how} have as few nodes as curves need, and Line says how sure they are`, async ({
    page,
    server,
  }) => {
    await page.goto(server.address);
    await drop(page, 'moth-in-two-tones.png', await picture());
    await expect(fact(page, 'match')).toBeVisible();
    await goTo(page, 'Line');
    await expect(page.locator('drelk-line-panel')).toContainText('where pixels tell less of that');
    const nodes = async () =>
      Number(((await fact(page, 'nodes').locator('.value').textContent()) ?? '').replace(/\D/g, ''));
    await expect.poll(nodes).toBeGreaterThan(0);
    expect(await nodes()).toBeLessThan(170);
  });

test('what mirrors itself and is there several times comes out so, is listed and lit, and stays as found where that is wanted', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await drop(page, 'moth-in-two-tones.png', await enlargedInTwoTones(1, 'nearest'));
  await expect(fact(page, 'match')).toBeVisible();
  await goTo(page, 'Line');
  const nodes = async () =>
    Number(((await fact(page, 'nodes').locator('.value').textContent()) ?? '').replace(/\D/g, ''));
  const list = page.getByRole('list', { name: 'Evened out' });
  await expect(list).toContainText(/mirror/);
  await expect(list).toContainText(/each time the same/);
  const regular = await nodes();
  await page.getByRole('checkbox', { name: 'Regular' }).uncheck();
  await expect(list).toBeHidden();
  await expect.poll(nodes).toBeGreaterThanOrEqual(regular);
  await page.getByRole('button', { name: 'Undo: As found, not regular' }).click();
  await expect(list).toBeVisible();
  await expect.poll(nodes).toBe(regular);
  await list.getByRole('button').first().focus();
});

test('flat colours squeezed into a JPEG come apart into the plates that were drawn, and no fringe is one', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await drop(page, 'label.jpg', await squeezedLabel(30));
  await goTo(page, 'Line');
  await page.getByRole('radiogroup', { name: 'Method' }).getByRole('radio', { name: 'plates' }).click();
  const value = async (name: string) => Number(await fact(page, name).locator('.value').textContent());
  // Drawn as 26, with 252 nodes where nothing was squeezed.
  await expect.poll(() => value('shapes')).toBeGreaterThan(24);
  await expect.poll(() => value('shapes')).toBeLessThan(33);
  expect(await value('nodes')).toBeLessThan(450);
});
