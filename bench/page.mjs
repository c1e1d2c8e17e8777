/* global document, requestAnimationFrame, performance, PerformanceObserver, Event -- of the page, where parts of this run */
/**
 * How the page keeps up while the hand moves, and how soon a picture is there: in Chromium, on the built application.
 * `npm run bench:page` for all of it, `npm run bench:page -- hand`, `-- carry`, `-- rehearse`, `-- drag` or `-- drop` for a part.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { builds, root } from '../scripts/steps.mjs';

const PART = process.argv[2] ?? 'all';
Object.values(builds).forEach((build) => build());
const data = mkdtempSync(join(tmpdir(), 'drelk-page-'));
const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.js')], {
  env: { ...process.env, PORT: '0', DRELK_DATA: data },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise((resolve) =>
  server.stdout.on('data', (text) => {
    const match = /http:\/\/\S+/.exec(text.toString());
    if (match) resolve(match[0]);
  }),
);
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium-headless-shell',
  args: ['--no-sandbox'],
});

/** Rows of small leaves, which come to about so many nodes. */
async function leaves(nodes) {
  const count = Math.round(nodes / 3.05);
  const across = Math.ceil(Math.sqrt(count * 1.4));
  const pitch = 34;
  const rows = Math.ceil(count / across);
  const shapes = Array.from({ length: count }, (_, k) => {
    const [x, y] = [pitch * (k % across) + 17, pitch * Math.floor(k / across) + 17];
    const turn = (k * 37) % 360;
    return `<path transform="translate(${x} ${y}) rotate(${turn})" d="M-13 0Q-5 -11 4 -7L13 0Q6 9 0 5T-13 0Z"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${across * pitch}" height="${rows * pitch}">${shapes.join('')}</svg>`;
  return sharp(Buffer.from(svg), { unlimited: true }).flatten({ background: '#fff' }).png().toBuffer();
}

/** A photo-like picture of so many megapixels: a sign in uneven light, on a wall with grain. */
async function photo(megapixels) {
  const width = Math.round(Math.sqrt((megapixels * 1e6 * 4) / 3));
  const height = Math.round((width * 3) / 4);
  const noise = { type: 'gaussian', mean: 150, sigma: 9 };
  const wall = sharp({ create: { width, height, channels: 3, background: '#c9bda6', noise } });
  const sign = `<svg width="${width}" height="${height}" viewBox="0 0 400 300"><rect x="60" y="60" width="280" height="170" rx="14" fill="#f4ecd9"/><g fill="#2b3a55"><circle cx="130" cy="145" r="44"/><path d="M200 190 L235 95 L270 190 Z"/><rect x="280" y="100" width="38" height="90" rx="9"/></g></svg>`;
  return wall
    .composite([{ input: Buffer.from(sign) }])
    .jpeg({ quality: 88 })
    .toBuffer();
}

/** Notes in the page when computations are asked for and answered. */
const noteWork = () => {
  globalThis.work = [];
  const Own = globalThis.Worker;
  globalThis.Worker = class extends Own {
    constructor(...given) {
      super(...given);
      this.addEventListener('message', ({ data }) => {
        const layer = data?.part?.layer ?? data?.type;
        if (['ink', 'result'].includes(layer))
          globalThis.work.push({ request: data.request, what: layer, at: performance.now() });
      });
    }
    postMessage(message, transfer) {
      if (message?.type === 'compute')
        globalThis.work.push({ request: message.request, what: message.mode, at: performance.now() });
      super.postMessage(message, transfer);
    }
  };
};

const opened = async (bytes, name) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(noteWork);
  await page.goto(address);
  await page.waitForTimeout(2500);
  // Time runs from when the page is given the file, not while it is carried into the browser.
  await page.evaluate(() =>
    document.addEventListener('change', () => (globalThis.begun ??= performance.now()), true),
  );
  await page
    .getByLabel('Picture or vector file')
    .setInputFiles({ name, mimeType: 'image/png', buffer: bytes });
  return page;
};
const isWorkedOut = (page) =>
  page.waitForFunction(
    () => {
      const facts = document.querySelector('drelk-facts');
      return facts && facts.children.length > 3 && !facts.classList.contains('passing');
    },
    undefined,
    { timeout: 240_000, polling: 20 },
  );

/** Frames and long tasks of the page while something is done to it. */
async function watched(page, act) {
  await page.evaluate(() => {
    globalThis.watch = { frames: [], tasks: [], on: true };
    const { watch } = globalThis;
    let last = performance.now();
    const frame = (now) => {
      watch.frames.push(now - last);
      last = now;
      if (watch.on) requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
    watch.observer = new PerformanceObserver((list) =>
      watch.tasks.push(...list.getEntries().map(({ duration }) => duration)),
    );
    watch.observer.observe({ entryTypes: ['longtask'] });
  });
  await act();
  return page.evaluate(async () => {
    const { watch } = globalThis;
    await new Promise((resolve) => setTimeout(resolve, 120));
    watch.on = false;
    watch.observer.disconnect();
    const frames = watch.frames.slice(1).sort((a, b) => a - b);
    const at = (share) => frames[Math.floor(share * (frames.length - 1))];
    return {
      median: at(0.5),
      p95: at(0.95),
      worst: at(1),
      tasks: watch.tasks.length,
      longest: Math.max(0, ...watch.tasks),
    };
  });
}

const round = (value) => Math.round(value);
function row(what, { median, p95, worst, tasks, longest }) {
  console.log(
    `| ${what} | ${round(median)} | ${round(p95)} | ${round(worst)} | ${tasks} | ${round(longest)} |`,
  );
}

const headOfFrames = () =>
  console.log(
    '| while | frame ms, median | p95 | worst | tasks over 50 ms | longest |\n|---|---|---|---|---|---|',
  );

/** Some thousand shapes of a drawing of 50,000 nodes, picked and carried by hand. */
async function carry() {
  headOfFrames();
  const page = await opened(await leaves(50_000), 'leaves.png');
  await isWorkedOut(page);
  await page.waitForTimeout(1500);
  await page.keyboard.press('3');
  const panel = page.locator('drelk-line-hand');
  await panel.getByRole('button', { name: /^By hand/ }).click();
  const box = await page.locator('drelk-bench .stage').boundingBox();
  const place = (x, y) => [box.x + x * box.width, box.y + y * box.height];
  const pull = async (from, to) => {
    await page.mouse.move(...from);
    await page.mouse.down();
    for (let k = 1; k <= 40; k++) {
      await page.mouse.move(...[0, 1].map((n) => from[n] + ((to[n] - from[n]) * k) / 40));
      await page.waitForTimeout(12);
    }
    await page.mouse.up();
  };
  await panel.getByRole('button', { name: 'Pick in a box' }).click();
  const picking = await watched(page, () => pull(place(0.4, 0.4), place(0.58, 0.66)));
  const count = await panel.getByText(/^[\d,]+ picked$/).textContent();
  row(`a box drawn, ${count}`, picking);
  await panel.getByRole('button', { name: 'Carry, size, turn' }).click();
  await page.mouse.move(...place(0.49, 0.53));
  await page.mouse.down();
  row(
    `carried, ${count}`,
    await watched(page, async () => {
      for (let k = 1; k <= 60; k++) {
        await page.mouse.move(...place(0.49 + 0.1 * Math.sin(k / 8), 0.53 + 0.1 * Math.sin(k / 5)));
        await page.waitForTimeout(12);
      }
    }),
  );
  row(`let go of, ${count}`, await watched(page, () => page.mouse.up()));
  await page.close();
  await carryItem();
}

/** An item of some 20,000 nodes carried over the piece, with nothing taken up before. */
async function carryItem() {
  const page = await opened(await leaves(20_000), 'leaves.png');
  await isWorkedOut(page);
  await page.waitForTimeout(1500);
  await page.keyboard.press('4');
  const panel = page.locator('drelk-piece-panel');
  await panel.getByRole('button', { name: 'Board', exact: true }).click();
  await panel.getByRole('button', { name: /^Artwork/ }).click();
  await page.waitForTimeout(4000);
  const box = await page.locator('drelk-bench .stage').boundingBox();
  const place = (x, y) => [box.x + x * box.width, box.y + y * box.height];
  await page.mouse.move(...place(0.5, 0.5));
  await page.mouse.down();
  row(
    'an item of 20,000 nodes carried',
    await watched(page, async () => {
      for (let k = 1; k <= 60; k++) {
        await page.mouse.move(...place(0.5 + 0.1 * Math.sin(k / 8), 0.5 + 0.1 * Math.sin(k / 5)));
        await page.waitForTimeout(12);
      }
    }),
  );
  row('let go of', await watched(page, () => page.mouse.up()));
  await page.close();
}

async function hand() {
  headOfFrames();
  for (const nodes of [1000, 10_000, 50_000]) {
    const page = await opened(await leaves(nodes), `leaves ${nodes}.png`);
    await isWorkedOut(page);
    await page.waitForTimeout(1500);
    const real = await page
      .locator('drelk-facts button', { hasText: 'nodes' })
      .locator('.value')
      .textContent();
    const box = await page.locator('drelk-bench .stage').boundingBox();
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const pan = async () => {
      await page.mouse.move(x, y);
      await page.mouse.down();
      for (let k = 1; k <= 40; k++) {
        await page.mouse.move(x + 160 * Math.sin(k / 6), y + 100 * Math.sin(k / 4));
        await page.waitForTimeout(12);
      }
      await page.mouse.up();
    };
    const zoom = async () => {
      await page.mouse.move(x, y);
      for (let k = 0; k < 40; k++) {
        await page.mouse.wheel(0, k < 20 ? -100 : 100);
        await page.waitForTimeout(16);
      }
    };
    for (const style of ['Filled', 'Lines', 'Nodes']) {
      await page.locator('drelk-view-bar').getByText(style, { exact: true }).click();
      await page.waitForTimeout(700);
      row(`pan, ${style}, ${real} nodes`, await watched(page, pan));
      row(`zoom, ${style}, ${real} nodes`, await watched(page, zoom));
      await page.keyboard.press('0');
    }
    await page.keyboard.press('2');
    await page.getByText('Wipe', { exact: true }).click();
    await page.waitForTimeout(500);
    const drag = async (toX, toY) => {
      await page.mouse.move(x, y);
      await page.mouse.down();
      for (let k = 1; k <= 40; k++) {
        await page.mouse.move(x + toX * Math.sin(k / 6), y + toY * Math.sin(k / 4));
        await page.waitForTimeout(12);
      }
    };
    row(
      `wipe, ${real} nodes`,
      await watched(page, async () => {
        await drag(200, 0);
        await page.mouse.up();
      }),
    );
    await page.getByText('Wipe', { exact: true }).click();
    await page
      .locator('drelk-ink-hand')
      .getByRole('button', { name: /^By hand/ })
      .click();
    await page.getByRole('button', { name: 'Brush' }).first().click();
    await page.waitForTimeout(500);
    row(`brush, ${real} nodes`, await watched(page, () => drag(160, 100)));
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await page.keyboard.press('3');
    const slider = page.getByRole('slider', { name: 'Smoothness' });
    row(
      `slider, ${real} nodes`,
      await watched(page, async () => {
        const track = await slider.boundingBox();
        await page.mouse.move(track.x + track.width / 2, track.y + track.height / 2);
        await page.mouse.down();
        for (let k = 1; k <= 30; k++) {
          await page.mouse.move(track.x + track.width / 2 + 2 * k, track.y + track.height / 2);
          await page.waitForTimeout(30);
        }
        await page.keyboard.press('Escape');
        await page.mouse.up();
      }),
    );
    await page.close();
  }
}

async function drop() {
  console.log('| dropped | first picture ms | first ink | result |\n|---|---|---|---|');
  for (const megapixels of [1, 2, 12, 24]) {
    const page = await opened(await photo(megapixels), `sign ${megapixels} MP.jpg`);
    const passed = () => page.evaluate(() => performance.now() - globalThis.begun);
    const when = async (shown) => {
      await page.waitForFunction(shown, undefined, { timeout: 240_000, polling: 20 });
      return passed();
    };
    // What is on the bench is told by attributes that it keeps for this.
    const picture = await when(() => document.querySelector('[data-shows]'));
    const ink = await when(() => document.querySelector('[data-shows="ink"], [data-shows="result"]'));
    await isWorkedOut(page);
    const result = await passed();
    console.log(`| ${megapixels} MP | ${round(picture)} | ${round(ink)} | ${round(result)} |`);
    await page.close();
  }
}

/** Milliseconds in which what a slider does has to be seen. */
const DRAG = { median: 50, p95: 100 };

/** A slider pulled for two seconds over a picture of many leaves, in Ink and in Line: how soon, and how often, the hand sees what it does. */
async function drag() {
  console.log(
    `| 1,442 leaves, pulled | seen | ms, median (at most ${DRAG.median}) | p95 (at most ${DRAG.p95}) | shown every ms |\n|---|---|---|---|---|`,
  );
  const page = await opened(await leaves(4400), 'leaves.png');
  await isWorkedOut(page);
  await page.waitForTimeout(1500);
  for (const [stage, label, sees, from, step] of [
    ['2', 'Threshold', 'ink', 90, 1],
    ['3', 'Tolerance', 'result', 10, 0.5],
  ]) {
    await page.keyboard.press(stage);
    await page.waitForTimeout(800);
    const passed = await page.evaluate(
      async ({ label, sees, from, step }) => {
        const slider = document.querySelector(`input[aria-label="${label}"]`);
        globalThis.work.length = 0;
        const first = Number(slider.min) + from;
        for (let k = 0; k < 120; k++) {
          slider.value = String(first + (k % 60) * step);
          slider.dispatchEvent(new Event('input', { bubbles: true }));
          await new Promise((resolve) => setTimeout(resolve, 16));
        }
        const asked = new Map(
          globalThis.work.filter(({ what }) => what === 'preview').map(({ request, at }) => [request, at]),
        );
        const seen = globalThis.work.filter(({ what, request }) => what === sees && asked.has(request));
        slider.dispatchEvent(new Event('change', { bubbles: true }));
        return {
          waits: seen.map(({ request, at }) => at - asked.get(request)),
          every: seen.length > 1 ? (seen[seen.length - 1].at - seen[0].at) / (seen.length - 1) : 0,
        };
      },
      { label, sees, from, step },
    );
    const sorted = passed.waits.sort((a, b) => a - b);
    const at = (share) => sorted[Math.floor(share * (sorted.length - 1))] ?? Number.NaN;
    console.log(
      `| ${label} | ${sees === 'ink' ? 'ink' : 'paths'} | ${round(at(0.5))} | ${round(at(0.95))} | ${round(passed.every)} |`,
    );
    await isWorkedOut(page);
  }
  await page.close();
}

/** A sheet of so many curved contours on the simulated machine: run, pulled to other moments, looked at from elsewhere. */
async function rehearse() {
  headOfFrames();
  for (const count of [200, 2000]) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(address);
    await page.getByRole('button', { name: 'Empty piece' }).click();
    await page.waitForTimeout(1500);
    await page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: 'Hand off' }).click();
    const across = Math.ceil(Math.sqrt(count * 1.5));
    const pitch = 560 / across;
    const shapes = Array.from({ length: count }, (_, k) => {
      const [x, y] = [pitch * ((k % across) + 0.5), pitch * (Math.floor(k / across) + 0.5)];
      return `<path transform="translate(${x} ${y}) scale(${pitch / 34}) rotate(${(k * 37) % 360})" d="M-13 0Q-5 -11 4 -7L13 0Q6 9 0 5T-13 0Z"/>`;
    });
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="560mm" height="380mm" viewBox="0 0 560 380">${shapes.join('')}</svg>`;
    await page
      .getByLabel('File to rehearse')
      .setInputFiles({ name: 'leaves.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
    await page.locator('drelk-rehearsal-view canvas').waitFor({ timeout: 60_000 });
    await page.waitForTimeout(1500);
    const box = await page.locator('drelk-rehearsal-view canvas').boundingBox();
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.getByRole('button', { name: 'Run (P)' }).click();
    row(`run, ${count} contours`, await watched(page, () => page.waitForTimeout(3000)));
    await page.getByRole('button', { name: 'Rest (P)' }).click();
    const slider = page.getByRole('slider', { name: 'Moment of the rehearsal' });
    const track = await slider.boundingBox();
    row(
      `pulled to moments, ${count} contours`,
      await watched(page, async () => {
        const at = (share) => [track.x + track.width * share, track.y + track.height / 2];
        await page.mouse.move(...at(0.9));
        await page.mouse.down();
        for (let k = 1; k <= 60; k++) {
          await page.mouse.move(...at(0.55 + 0.35 * Math.cos(k / 6)));
          await page.waitForTimeout(12);
        }
        await page.mouse.up();
      }),
    );
    row(
      `looked at from elsewhere, ${count} contours`,
      await watched(page, async () => {
        await page.mouse.move(x, y);
        await page.mouse.down();
        for (let k = 1; k <= 40; k++) {
          await page.mouse.move(x + 160 * Math.sin(k / 6), y + 100 * Math.sin(k / 4));
          await page.waitForTimeout(12);
        }
        await page.mouse.up();
        for (let k = 0; k < 40; k++) {
          await page.mouse.wheel(0, k < 20 ? -100 : 100);
          await page.waitForTimeout(16);
        }
      }),
    );
    await page.close();
  }
}

try {
  if (['all', 'rehearse'].includes(PART)) await rehearse();
  if (['all', 'hand'].includes(PART)) await hand();
  if (['all', 'carry'].includes(PART)) await carry();
  if (['all', 'drag'].includes(PART)) await drag();
  if (['all', 'drop'].includes(PART)) await drop();
} finally {
  await browser.close();
  server.kill();
  rmSync(data, { recursive: true, force: true });
}
