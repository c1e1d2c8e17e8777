import type { Page } from '@playwright/test';
import { benchBox, expectSaved, fact, goTo, onBench, openSample, stage, settled } from './support/page';
import { expect, test } from './support/server';

const middle = async (page: Page) => {
  const box = await stage(page).boundingBox();
  if (!box) throw new Error('The bench is not on screen.');
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};
const zoomText = (page: Page) => page.locator('drelk-bench .zoom .figure');

/** Goes to Ink and takes the brush up. */
async function takeBrush(page: Page): Promise<void> {
  await goTo(page, 'Ink');
  await page
    .locator('drelk-ink-hand')
    .getByRole('button', { name: /^By hand/ })
    .click();
  await page.getByRole('button', { name: 'Brush', exact: true }).click();
}

test(
  'a tool in hand leaves the view to Space, the middle button and the wheel',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    await takeBrush(page);
    // Keys go to the bench as soon as a tool is taken up.
    await expect(stage(page)).toBeFocused();
    const { x, y } = await middle(page);
    const pull = async (button: 'left' | 'middle') => {
      await page.mouse.move(x, y);
      await page.mouse.down({ button });
      await page.mouse.move(x + 90, y + 40, { steps: 5 });
      await page.mouse.up({ button });
    };
    const before = await zoomText(page).textContent();
    await page.keyboard.down('Space');
    await pull('left');
    await page.keyboard.up('Space');
    await pull('middle');
    await page.mouse.wheel(0, -300);
    await expect(zoomText(page)).not.toHaveText(before ?? '');
    // None of it was drawn; without Space it is.
    await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
    await pull('left');
    await expect(page.getByRole('button', { name: 'Undo: Brush ink' })).toBeVisible();
  },
);

test('the edges and corners of a crop can be pulled', { tag: '@long' }, async ({ page, server }) => {
  await openSample(page, server.address, 'Moth');
  await goTo(page, 'Square up');
  const box = page.getByRole('button', { name: 'Box', exact: true });
  const { x, y } = await middle(page);
  const drag = async (fromX: number, fromY: number, toX: number, toY: number) => {
    await page.mouse.move(x + fromX, y + fromY);
    await page.mouse.down();
    await page.mouse.move(x + toX, y + toY, { steps: 5 });
    await page.mouse.up();
  };
  await box.click();
  await settled(page);
  await drag(-150, -120, 150, 120);
  await expect(page.getByRole('button', { name: /^Undo: Crop/ })).toBeVisible();
  await expectSaved(page);
  const first = await cropOf(page);
  await box.click();
  await settled(page);
  await drag(150, 0, 80, 30);
  await expect.poll(async () => (await cropOf(page)).right).not.toBe(first.right);
  const second = await cropOf(page);
  expect(second).toMatchObject({ left: first.left, top: first.top, bottom: first.bottom });
  expect((second.right - second.left) / (first.right - first.left)).toBeCloseTo(230 / 300, 1);
});

/** The crop that the server has, in source pixels. */
async function cropOf(page: Page) {
  const response = await page.request.get(page.url().replace('/job/', '/api/jobs/'));
  const { document } = (await response.json()) as { document: { square: { crop: { points: number[] } } } };
  const { points } = document.square.crop;
  const [xs, ys] = [0, 1].map((odd) => points.filter((_, k) => k % 2 === odd));
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
}

test('after a reload, stage and view are as they were', async ({ page, server }) => {
  await openSample(page, server.address, 'Leaf');
  await goTo(page, 'Prove');
  const { x, y } = await middle(page);
  await page.mouse.move(x + 60, y);
  for (let k = 0; k < 4; k++) await page.mouse.wheel(0, -200);
  const zoomed = (await zoomText(page).textContent()) ?? '';
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Prove' })).toBeVisible();
  await expect(fact(page, 'match')).toBeVisible();
  await expect(zoomText(page)).toHaveText(zoomed);
});

for (const width of [1024, 1280, 1920]) {
  test(`at ${width} pixels nothing is cut off`, { tag: '@long' }, async ({ page, server }) => {
    await page.setViewportSize({ width, height: 768 });
    await openSample(page, server.address, 'Tin label');
    for (const name of ['Square up', 'Ink', 'Line', 'Piece', 'Prove', 'Hand off']) {
      await goTo(page, name);
      const cut = await page.evaluate(() =>
        ['drelk-facts', 'drelk-view-bar', 'drelk-bench', 'aside'].filter((selector) => {
          const element = document.querySelector(selector);
          return element && element.scrollWidth > element.clientWidth + 1;
        }),
      );
      expect(cut).toEqual([]);
    }
    const facts = await page.locator('drelk-facts').boundingBox();
    expect((facts?.y ?? 0) + (facts?.height ?? 0)).toBeLessThanOrEqual(768);
  });
}

const SIZES = [
  [1024, 768],
  [1280, 800],
  [1440, 900],
  [1920, 1080],
] as const;

test(
  'the bench stays where it is in every panel, and no page scrolls',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    await settled(page);
    for (const [width, height] of SIZES) {
      await page.setViewportSize({ width, height });
      for (const stage of ['Square', 'Ink', 'Line', 'Piece', 'Prove', 'Hand off']) {
        await goTo(page, stage);
        const before = await benchBox(page);
        const look = async () => {
          expect(await benchBox(page)).toEqual(before);
          const { over, across } = await page.evaluate(() => ({
            over: document.documentElement.scrollHeight - innerHeight,
            across: document.documentElement.scrollWidth - innerWidth,
          }));
          expect([over, across]).toEqual([0, 0]);
        };
        await look();
        const sliders = page.locator('aside input[type=range]:visible');
        for (let k = 0; k < (await sliders.count()); k++)
          for (const key of ['Home', 'End']) {
            await sliders.nth(k).press(key);
            await look();
            await page.keyboard.press('Control+z');
          }
      }
    }
  },
);

test.describe('by touch', () => {
  test.use({ hasTouch: true });

  /** Fingers at places about the middle of the bench. */
  async function fingers(page: Page) {
    const { x, y } = await middle(page);
    const client = await page.context().newCDPSession(page);
    return (type: 'touchStart' | 'touchMove' | 'touchEnd', ...at: [number, number][]) =>
      client.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: at.map(([dx, dy], id) => ({ x: x + dx, y: y + dy, id })),
      });
  }

  test('two fingers zoom and carry the view, with a tool in hand as well', async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    await takeBrush(page);
    const touch = await fingers(page);
    const eye = () =>
      page.evaluate(() => sessionStorage.getItem(`bench ${location.pathname.split('/').pop() ?? ''}`));
    const seen = async () => {
      await page.evaluate(() => dispatchEvent(new Event('pagehide')));
      return (JSON.parse((await eye()) ?? '{}') as { eye: { scale: number; x: number; y: number } }).eye;
    };
    const before = await seen();
    await touch('touchStart', [-60, 0]);
    await touch('touchStart', [-60, 0], [60, 0]);
    for (let k = 1; k <= 10; k++) await touch('touchMove', [-60 - 6 * k, 4 * k], [60 + 6 * k, 4 * k]);
    await touch('touchEnd');
    const zoomed = await seen();
    expect(zoomed.scale / before.scale).toBeCloseTo(2, 1);
    await touch('touchStart', [-60, 0]);
    await touch('touchStart', [-60, 0], [60, 0]);
    for (let k = 1; k <= 10; k++) await touch('touchMove', [-60 + 9 * k, -5 * k], [60 + 9 * k, -5 * k]);
    await touch('touchEnd');
    const carried = await seen();
    expect(carried.scale).toBeCloseTo(zoomed.scale, 5);
    expect(carried.x - zoomed.x).toBeCloseTo(90, 0);
    expect(carried.y - zoomed.y).toBeCloseTo(-50, 0);
    // Nothing was drawn by it; one finger draws.
    await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
    await touch('touchStart', [0, 0]);
    for (let k = 1; k <= 8; k++) await touch('touchMove', [8 * k, 0]);
    await touch('touchEnd');
    await expect(page.getByRole('button', { name: 'Undo: Brush ink' })).toBeVisible();
  });

  test('two fingers zoom with no tool in hand, in every stage', async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    const touch = await fingers(page);
    const scale = async () => {
      await page.evaluate(() => dispatchEvent(new Event('pagehide')));
      const kept = await page.evaluate(() =>
        sessionStorage.getItem(`bench ${location.pathname.split('/').pop() ?? ''}`),
      );
      return (JSON.parse(kept ?? '{}') as { eye: { scale: number } }).eye.scale;
    };
    for (const stage of ['Ink', 'Line', 'Piece', 'Prove']) {
      await goTo(page, stage);
      await page.keyboard.press('0');
      const before = await scale();
      await touch('touchStart', [-30, 0]);
      await touch('touchStart', [-30, 0], [30, 0]);
      for (let k = 1; k <= 10; k++) await touch('touchMove', [-30 - 9 * k, 0], [30 + 9 * k, 0]);
      await touch('touchEnd');
      // Four times as far apart, four times as large.
      expect((await scale()) / before).toBeCloseTo(4, 1);
    }
  });

  test(
    'one finger draws, pulls nodes and handles, and sets the places of a run',
    { tag: '@long' },
    async ({ page, server }) => {
      await openSample(page, server.address, 'Moth');
      await goTo(page, 'Line');
      const hand = page.locator('drelk-line-hand');
      const nodes = fact(page, 'nodes').locator('.value');
      const before = Number(await nodes.textContent());
      await hand.getByRole('button', { name: /^By hand/ }).click();
      const at = await onBench(page, 1000 / 760);
      const centre = await middle(page);
      const touch = await fingers(page);
      const from = ({ x, y }: { x: number; y: number }): [number, number] => [x - centre.x, y - centre.y];
      const drag = async (begin: [number, number], end: [number, number]) => {
        await touch('touchStart', begin);
        for (let k = 1; k <= 8; k++)
          await touch('touchMove', [
            begin[0] + ((end[0] - begin[0]) * k) / 8,
            begin[1] + ((end[1] - begin[1]) * k) / 8,
          ]);
        await touch('touchEnd');
      };
      const tap = async (place: [number, number]) => {
        await touch('touchStart', place);
        await touch('touchEnd');
      };
      const [upper, lower] = [from(at(0.4, 0.84)), from(at(0.6, 0.94))];
      await hand.getByRole('button', { name: 'Rectangle', exact: true }).tap();
      await drag(upper, lower);
      await expect(nodes).toHaveText(String(before + 4));
      // A finger need not hit a node: it takes the one beside it.
      await hand.getByRole('button', { name: 'Nodes', exact: true }).tap();
      await expect(hand.getByText('4 nodes.')).toBeVisible();
      await drag([lower[0] + 12, lower[1] + 12], [lower[0] + 52, lower[1]]);
      await expect(page.getByRole('button', { name: 'Undo: Node moved' })).toBeVisible();
      await settled(page);
      await hand.getByRole('button', { name: 'Straight run', exact: true }).tap();
      const run: [number, number][] = [
        [upper[0], upper[1] - 60],
        [lower[0], upper[1] - 60],
        [lower[0], upper[1] - 20],
      ];
      for (const place of run) await tap(place);
      await tap(run[0]);
      await expect(nodes).toHaveText(String(before + 7));
    },
  );

  test('a finger that rests sees what is under it, larger', { tag: '@long' }, async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    const touch = await fingers(page);
    await touch('touchStart', [10, 10]);
    await expect(page.locator('drelk-loupe')).toBeVisible();
    await touch('touchMove', [40, 10]);
    await expect(page.locator('drelk-loupe')).toBeVisible();
    await touch('touchEnd');
    await expect(page.locator('drelk-loupe')).toBeHidden();
  });

  test('whatever is pressed is 40 pixels or more', { tag: '@long' }, async ({ page, server }) => {
    const small = () =>
      page.evaluate(() =>
        [...document.querySelectorAll<HTMLElement>('button, select, input[type=checkbox], a[href]')]
          .filter((target) => target.offsetParent)
          .map((target) => {
            // A box that is ticked is pressed by its label.
            const { width, height } = (target.closest('label') ?? target).getBoundingClientRect();
            return {
              name: target.ariaLabel ?? (target.textContent.trim() || target.className),
              width,
              height,
            };
          })
          .filter(({ width, height }) => width > 0 && (width < 39.5 || height < 39.5)),
      );
    await page.goto(server.address);
    await expect(page.getByRole('button', { name: /Moth/ }).first()).toBeVisible();
    expect(await small()).toEqual([]);
    await openSample(page, server.address, 'Tin label');
    for (const name of ['Square up', 'Ink', 'Line', 'Piece', 'Prove', 'Hand off']) {
      await goTo(page, name);
      // The panel of the stage before is gone only then.
      await expect(page.getByRole('heading', { level: 2, name })).toBeVisible();
      const closed = page.locator('aside [aria-expanded=false]');
      for (let left = (await closed.count()) - 1; left >= 0; left--) {
        await closed.first().click();
        await expect(closed).toHaveCount(left);
      }
      expect(await small(), name).toEqual([]);
    }
  });
});

test('a plate lights up on the bench while it is pointed at', { tag: '@long' }, async ({ page, server }) => {
  await openSample(page, server.address, 'Tin label');
  await goTo(page, 'Ink');
  await settled(page);
  const dark = await stage(page).screenshot();
  await page.locator('drelk-ink-plates li').nth(1).hover();
  await expect.poll(async () => (await stage(page).screenshot()).equals(dark)).toBe(false);
  await page.mouse.move(5, 400);
  await expect.poll(async () => (await stage(page).screenshot()).equals(dark)).toBe(true);
});

test(
  'what is looked at stays in view when a tool shows another picture',
  { tag: '@long' },
  async ({ page, server }) => {
    await openSample(page, server.address, 'Moth');
    await goTo(page, 'Square up');
    const { x, y } = await middle(page);
    await page.mouse.move(x + 40, y + 40);
    for (let k = 0; k < 5; k++) await page.mouse.wheel(0, -200);
    await page.mouse.move(5, 400);
    await settled(page);
    const zoomed = await zoomText(page).textContent();
    await page.getByRole('button', { name: 'Box', exact: true }).click();
    await settled(page);
    // Nothing is cropped yet: the same picture in the same place.
    await expect(zoomText(page)).toHaveText(zoomed ?? '');
  },
);

test('the mark on the tones can be pulled', { tag: '@long' }, async ({ page, server }) => {
  await openSample(page, server.address, 'Moth');
  await goTo(page, 'Ink');
  const tones = await page.locator('drelk-histogram .frame').boundingBox();
  if (!tones) throw new Error('The tones are not on screen.');
  const at = (share: number) => tones.x + share * tones.width;
  await page.mouse.move(at(0.5), tones.y + 50);
  await page.mouse.down();
  await page.mouse.move(at(0.3), tones.y + 50, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Undo: Threshold (7[5-8])$/ })).toBeVisible();
});
