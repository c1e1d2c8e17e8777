import sharp from 'sharp';
import type { Page } from '@playwright/test';
import { drop, expectSaved, fact, goTo, openSample, stage, settled } from './support/page';
import { foliage } from './support/pictures';
import { expect, test } from './support/server';

const nameField = (page: Page) => page.getByRole('textbox', { name: 'Name of the job' });
async function rename(page: Page, name: string): Promise<void> {
  await nameField(page).fill(name);
  await nameField(page).press('Enter');
}

test('a job touched during its first computation comes to a result, and Stop is told from done', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  await drop(page, 'foliage.jpg', await foliage(1200, 900));
  await expect(page).toHaveURL(/\/job\//);
  await page.keyboard.press('2');
  await page.getByRole('radio', { name: 'light' }).first().click();
  await expect(fact(page, 'match')).toBeVisible();
  await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/);

  // Stopped on the way, what is shown is not what the settings give: nothing is handed off.
  await page.getByRole('button', { name: 'show all of it' }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('Stopped: not worked out yet')).toBeVisible();
  await expect(page.locator('drelk-facts')).toHaveClass(/passing/);
  await goTo(page, 'Hand off');
  await expect(page.getByRole('button', { name: 'SVG', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'Work it out' }).click();
  await expect(page.getByRole('button', { name: 'SVG', exact: true })).toBeEnabled();
});

test(
  'a crop of a sliver is refused when the hand lets go, and changes nothing',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    await goTo(page, 'Square up');
    const box = await stage(page).boundingBox();
    if (!box) throw new Error('The bench is not on screen.');
    await page.getByRole('button', { name: 'Box', exact: true }).click();
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await settled(page);
    await page.mouse.move(x - 100, y);
    await page.mouse.down();
    await page.mouse.move(x + 100, y + 1, { steps: 4 });
    await page.mouse.up();
    await expect(page.getByText('The crop holds nothing of the picture')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
  },
);

test.describe('a change', () => {
  test('is saved when the job is left at once, for the shelf or by a reload', async ({ page, server }) => {
    await openSample(page, server.address, 'Leaf');
    const address = page.url();
    await rename(page, 'Leaf for the lid');
    await page.getByRole('link', { name: /to the shelf/ }).click();
    await expect(page.getByText('Leaf for the lid')).toBeVisible();
    await page.goto(address);
    await expect(nameField(page)).toHaveValue('Leaf for the lid');
    await expect(fact(page, 'match')).toBeVisible();
    await rename(page, 'Leaf for the bottom');
    await page.reload();
    await expect(nameField(page)).toHaveValue('Leaf for the bottom');
    await expectSaved(page);
  });

  test(
    'that never reached the server is there again, and can be let go',
    { tag: '@long' },
    async ({ page, server }) => {
      await openSample(page, server.address, 'Leaf');
      await expectSaved(page);
      await server.stop();
      await rename(page, 'Made while away');
      await expect(page.locator('.saved')).toContainText('The server does not answer');
      const address = page.url();
      await page.goto('about:blank');
      await server.start();
      await page.goto(address);
      await expect(page.getByText('1 change had not reached the server')).toBeVisible();
      await expect(nameField(page)).toHaveValue('Made while away');
      await expectSaved(page);
      await page.reload();
      await expect(nameField(page)).toHaveValue('Made while away');
      await expect(page.getByText('had not reached the server')).toBeHidden();
    },
  );

  test('that is refused is not sent again and again, and it is said why', async ({ page, server }) => {
    await openSample(page, server.address, 'Leaf');
    await expectSaved(page);
    let saves = 0;
    await page.route('**/api/jobs/*', (route) => {
      if (route.request().method() !== 'PUT') return route.continue();
      saves++;
      const wire = { code: 'bad-request', message: 'That cannot be taken: too many strokes.', hint: 'Undo.' };
      return route.fulfill({ status: 400, json: wire });
    });
    await rename(page, 'Refused');
    await expect(page.locator('.saved').first()).toContainText('refused: That cannot be taken: too many');
    // Other things go on; that it is not tried again however long one waits is told with the store's own tests.
    await goTo(page, 'Line');
    await expect(page.locator('drelk-line-panel')).toBeVisible();
    expect(saves).toBe(1);
    await page.unroute('**/api/jobs/*');
    await page.getByRole('button', { name: 'Try again' }).click();
    await expectSaved(page);
  });
});

test('pictures dropped anywhere become jobs of their own', async ({ page, server }) => {
  await openSample(page, server.address, 'Moth');
  const address = page.url();
  const pictures = await Promise.all(
    [40, 60].map((radius) =>
      sharp(Buffer.from(`<svg width="200" height="160"><circle cx="100" cy="80" r="${radius}"/></svg>`))
        .flatten({ background: '#fff' })
        .png()
        .toBuffer(),
    ),
  );
  const dropAll = (names: string[]) =>
    page.evaluate(
      ([names, files]) => {
        const data = new DataTransfer();
        names.forEach((name, k) => {
          const bytes = Uint8Array.from(atob(files[k]), (c) => c.charCodeAt(0));
          data.items.add(new File([bytes], name, { type: 'image/png' }));
        });
        const event = new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true });
        document.body.dispatchEvent(event);
        return event.defaultPrevented;
      },
      [names, pictures.map((picture) => picture.toString('base64'))] as const,
    );
  expect(await dropAll(['first disc.png'])).toBe(true);
  await expect(nameField(page)).toHaveValue('First disc');
  expect(page.url()).not.toBe(address);
  await expect(fact(page, 'match')).toBeVisible();
  await page.goto(server.address);
  await expect(page.getByRole('region', { name: 'Jobs' }).getByRole('link')).toHaveCount(9);
  await dropAll(['second disc.png', 'third disc.png']);
  await expect(page.getByText('2 new jobs are on the shelf')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Jobs' }).getByRole('link')).toHaveCount(11);
});

test('a job left while it is worked on leaves nothing in the next', async ({ page, server }) => {
  await page.goto(server.address);
  await drop(page, 'foliage.jpg', await foliage(1400, 1000));
  await expect(page).toHaveURL(/\/job\//);
  await page.getByRole('link', { name: /to the shelf/ }).click();
  await page.getByRole('link', { name: /^Moth \d/ }).click();
  await expect(fact(page, 'match')).toBeVisible();
  await expect(fact(page, 'shapes').locator('.value')).toHaveText('10');
  // Nothing is worked out any more: whatever the first job was asked is over by then.
  await expectSaved(page);
  await settled(page);
  await expect(fact(page, 'shapes').locator('.value')).toHaveText('10');
});

test('a job in the bin says so, and can be taken back', { tag: '@long' }, async ({ page, server }) => {
  await openSample(page, server.address, 'Leaf');
  await expectSaved(page);
  const address = page.url();
  await page.request.delete(address.replace('/job/', '/api/jobs/'));
  await page.reload();
  await expect(page.getByText('In the bin')).toBeVisible();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText('In the bin')).toBeHidden();
});
