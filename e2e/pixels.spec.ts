import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { routes } from '@drelk/contract';
import { drop, expectSaved, fact, goTo, handOff } from './support/page';
import { type DrelkServer, expect, test } from './support/server';

/** The stall's sign, small, on coloured ground: a photo in whose tones a colour profile shows. */
const sign = () =>
  sharp(readFileSync(join(__dirname, '../demo/pictures/03-stall-sign.jpg')))
    .resize(240)
    .modulate({ saturation: 1.6 });
const profiled = () => sign().withIccProfile('p3');
const clear = () =>
  sign()
    .composite([
      {
        input: Buffer.from(
          '<svg width="240" height="150"><rect width="240" height="150" rx="70" fill-opacity=".4"/></svg>',
        ),
        blend: 'dest-in',
      },
    ])
    .png();

/** Files that say of every pixel what it is, and such that leave a little to whoever decodes them. */
const exact: [string, () => Promise<Buffer>][] = [
  ['profile.png', () => profiled().png().toBuffer()],
  ['sixteen.png', () => sign().toColourspace('rgb16').png().toBuffer()],
  ['grey-alpha.png', () => sign().greyscale().ensureAlpha(0.8).toColourspace('b-w').png().toBuffer()],
  ['clear.png', () => clear().toBuffer()],
  ['palette.png', () => clear().png({ palette: true, colours: 12 }).toBuffer()],
  ['profile.webp', () => profiled().webp({ lossless: true }).toBuffer()],
  ['profile.tiff', () => profiled().tiff().toBuffer()],
];
const near: [string, () => Promise<Buffer>][] = [
  ['profile.jpg', () => profiled().jpeg({ quality: 92 }).toBuffer()],
  ['inks.jpg', () => sign().toColourspace('cmyk').jpeg({ quality: 92 }).toBuffer()],
];
/** By how much nodes may differ where decoders do. */
const OFF = 0.01;

/** The job that the page has open, as the server keeps it. */
async function kept(page: Page, server: DrelkServer) {
  await expectSaved(page);
  const id = /job\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  const { document } = (await (await fetch(server.address + routes.job(id))).json()) as { document: object };
  return { id, document };
}

test(
  'the same job through the page, the command line and a thread of the server is the same file to the last byte',
  { tag: '@long' },
  async ({ page, server }) => {
    const folder = mkdtempSync(join(tmpdir(), 'drelk-pixels-'));
    const at = (name: string) => join(folder, name);
    try {
      for (const [name, bytes] of exact)
        await test.step(name, async () => {
          writeFileSync(at(name), await bytes());
          await page.goto(server.address);
          await drop(page, name, readFileSync(at(name)));
          await expect(fact(page, 'match')).toBeVisible();
          await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/);
          await goTo(page, 'Hand off');
          const { text } = await handOff(page, 'DXF');
          const { id, document } = await kept(page, server);
          const thread = await fetch(server.address + routes.file(id, 'dxf'));
          expect(await thread.text()).toBe(text);
          writeFileSync(at('job.json'), JSON.stringify(document));
          const drelk = ['packages/cli/dist/drelk.mjs', 'trace', at(name), '--job', at('job.json')];
          execFileSync(process.execPath, [...drelk, '--out', at('out.dxf')]);
          expect(readFileSync(at('out.dxf'), 'utf8')).toBe(text);
        });
      for (const [name, bytes] of near)
        await test.step(name, async () => {
          writeFileSync(at(name), await bytes());
          const drelk = ['packages/cli/dist/drelk.mjs', 'trace', at(name), '--report', at('report.json')];
          execFileSync(process.execPath, drelk);
          const facts = JSON.parse(readFileSync(at('report.json'), 'utf8')) as Record<string, number>;
          await page.goto(server.address);
          await drop(page, name, readFileSync(at(name)));
          await expect(fact(page, 'match')).toBeVisible();
          await expect(page.locator('drelk-facts')).not.toHaveClass(/passing/);
          const shown = async (which: string) =>
            Number.parseFloat((await fact(page, which).locator('.value').textContent()) ?? '');
          expect(await shown('shapes')).toBe(facts['shapes']);
          expect(Math.abs((await shown('nodes')) / facts['nodes'] - 1)).toBeLessThan(OFF);
        });
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  },
);

test('all files of a job are had from the shelf without opening it, and it is said why there are none', async ({
  page,
  server,
}) => {
  await page.goto(server.address);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'All files of Moth', exact: true }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Moth.zip');
  expect(
    readFileSync(await download.path())
      .subarray(0, 2)
      .toString(),
  ).toBe('PK');
  const white = await sharp({ create: { width: 60, height: 60, channels: 3, background: '#fff' } })
    .png()
    .toBuffer();
  await drop(page, 'white.png', white);
  await expect(page.locator('drelk-bench [role=alert]')).toContainText('Nothing here is ink');
  await page.getByRole('link', { name: /to the shelf/ }).click();
  await page.getByRole('button', { name: 'All files of White', exact: true }).click();
  await expect(page.locator('mat-snack-bar-container').last()).toContainText('Nothing here is ink');
});
