import { drop, expectSaved, fact, goTo, openSample } from './support/page';
import { foliage } from './support/pictures';
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

test('the detail of a busy photo is as much as can be cut, and one knob gives more or less', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await drop(page, 'foliage.jpg', await foliage(900, 700));
  await expect(page).toHaveURL(/\/job\//);
  await goTo(page, 'Ink');
  const count = async () => Number(await fact(page, 'shapes').locator('.value').textContent());
  await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/, { timeout: 60_000 });
  expect(await count()).toBeLessThanOrEqual(600);
  const fitting = await count();
  const knob = page.getByRole('slider', { name: 'Detail' });
  await knob.focus();
  await page.keyboard.press('Home');
  await expect.poll(count, { timeout: 30_000 }).toBeLessThan(fitting);
  await expect(page.locator('drelk-ink-detail')).toContainText(/\d+ shapes, \d+ nodes/);
  await page.getByRole('button', { name: 'As much as can be cut' }).click();
  await expect.poll(count, { timeout: 30_000 }).toBe(fitting);
});
