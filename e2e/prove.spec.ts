import { contoursDrawn, readSvg } from '@drelk/core';
import { drop, expectSaved, fact, goTo, handOff, onBench, pull } from './support/page';
import { add, choose, openPiece, panelOf } from './support/piece';
import { expect, test } from './support/server';

test('the script at 82 mm is too thin for plywood: told place by place, waived with a reason, and made large enough', async ({
  page,
  server,
}) => {
  await openPiece(page, server.address, 'Open late', '82 mm');
  await expect(fact(page, 'size').locator('.value')).toContainText('82 ×');
  await goTo(page, 'Prove');
  const panel = page.locator('drelk-prove-panel');
  const necks = panel.getByRole('button', {
    name: /necks? (is|are) narrower than 1 mm, the narrowest 0\.\d+ mm/,
  });
  await expect(necks).toBeVisible();

  // By keyboard from place to place; the view goes there.
  const zoom = page.locator('drelk-bench .zoom .figure');
  const before = await zoom.textContent();
  await necks.press('Enter');
  await expect(zoom).not.toHaveText(before ?? '');
  await expect(panel.getByText(/^1 of \d+$/)).toBeVisible();
  await page.locator('drelk-bench .stage').focus();
  await page.keyboard.press('f');
  await expect(panel.getByText(/^2 of \d+$/)).toBeVisible();
  await page.keyboard.press('Shift+F');
  await expect(panel.getByText(/^1 of \d+$/)).toBeVisible();

  // What is waived stays said, with its reason, after a reload too.
  await panel.getByRole('button', { name: 'Waive …' }).first().click();
  const reason = panel.getByRole('textbox', { name: 'Why this may stay' });
  await reason.fill('It hangs behind glass.');
  await reason.press('Enter');
  await expect(panel.getByRole('heading', { name: 'Waived' })).toBeVisible();
  await expect(necks).toHaveCount(0);
  await expectSaved(page);
  await page.reload();
  await expect(panel.getByText('It hangs behind glass.')).toBeVisible();
  await panel.getByRole('button', { name: 'Take it up again' }).click();
  await expect(necks).toBeVisible();

  // So much larger, nothing is too small any more.
  await panel.getByRole('button', { name: /^Make it \d+(\.\d+)? mm wide$/ }).click();
  await expect(necks).toHaveCount(0);
  await expect(panel.getByText(/walls? between two cuts/)).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Undo: As large as its limits ask' })).toBeVisible();
});

test(
  'the moth for plasma: holes smaller than the torch can make are found, and the file says what was found',
  { tag: '@long' },
  async ({ page, server }) => {
    await openPiece(page, server.address, 'Moth', '60 mm');
    await expect(panelOf(page)).toBeVisible();
    await goTo(page, 'Prove');
    const panel = page.locator('drelk-prove-panel');
    await panel.getByRole('combobox', { name: 'Process' }).selectOption('plasma');
    await panel.getByRole('combobox', { name: 'Material' }).selectOption('steel 6 mm');
    await expect(panel.getByText(/holes are smaller than 6 mm/)).toBeVisible();
    await panel.getByRole('button', { name: /^Limits/ }).click();
    await expect(panel.getByText('Figures of the material: from memory.')).toBeVisible();
    await goTo(page, 'Hand off');
    await expect(page.locator('drelk-hand-off-panel')).toContainText('holes are smaller than 6 mm');
    expect(contoursDrawn(readSvg((await handOff(page, 'SVG')).text))).toHaveLength(27);
  },
);

test('a script that is to come out as one thing is told to be in parts, and is tied', async ({
  page,
  server,
}) => {
  await openPiece(page, server.address, 'Open late', '160 mm');
  await goTo(page, 'Prove');
  const panel = page.locator('drelk-prove-panel');
  const wanted = panel.getByRole('combobox', { name: 'What comes out' });
  await expect(wanted).toContainText('as it looks: single parts');
  await wanted.selectOption('together');
  const apart = panel.getByText(/^may spoil the cut: 3 parts do not hang together with the rest/);
  await expect(apart).toBeVisible();
  await panel.getByRole('button', { name: 'Tie them together' }).click();
  await panel.getByRole('button', { name: 'Take it', exact: true }).click();
  await expect(apart).toHaveCount(0);
  await expect(fact(page, 'shapes').locator('.value')).toHaveText('1');
  await page.keyboard.press('ControlOrMeta+z');
  await expect(apart).toBeVisible();
  // As single parts they are right.
  await wanted.selectOption('apart');
  await expect(apart).toHaveCount(0);
});

test('too thin legs are thickened by a remedy: a ghost first, one step of the history, fewer are found', async ({
  page,
  server,
}) => {
  await openPiece(page, server.address, 'Open late', '82 mm');
  await goTo(page, 'Prove');
  const panel = page.locator('drelk-prove-panel');
  const necks = panel.getByRole('button', { name: /^may spoil the cut: \d+ necks? / });
  await expect(necks).toContainText('18 necks');
  const nodes = fact(page, 'nodes').locator('.value');
  const before = (await nodes.textContent()) ?? '';

  const thicken = panel.getByRole('button', { name: 'Thicken it, only there' }).first();
  await thicken.press('Enter');
  await expect(panel.getByRole('status')).toContainText('dashed on the bench, not taken yet');
  await expect(nodes).toHaveText(before);
  await panel.getByRole('button', { name: 'Leave it' }).click();
  await expect(panel.getByRole('button', { name: 'Take it', exact: true })).toHaveCount(0);

  await thicken.click();
  await panel.getByRole('button', { name: 'Take it', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Undo: Necks thickened' })).toBeVisible();
  await expect(panel.getByText(/^may spoil the cut: [1-3] necks? /)).toBeVisible();
  // It is still four words in one shape each.
  await expect(fact(page, 'shapes').locator('.value')).toHaveText('4');
  await page.getByRole('button', { name: 'Undo: Necks thickened' }).click();
  await expect(necks).toContainText('18 necks');
});

test('what falls out of a board is found, held by bridges, and rehearsed: one part is left of the sheet', async ({
  page,
  server,
}) => {
  await openPiece(page, server.address, 'Tin label', '150 mm');
  await choose(page, 'Along it', 'cut-through');
  await add(page, 'Board');
  await goTo(page, 'Prove');
  const panel = page.locator('drelk-prove-panel');
  await expect(panel.getByText(/fall out/).first()).toBeVisible();
  await panel.getByRole('button', { name: 'Hold it with bridges' }).click();
  await expect(panel.getByText('dashed on the bench, not taken yet.')).toBeVisible();
  await panel.getByRole('button', { name: 'Take it', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Undo: Islands bridged' })).toBeVisible();
  await expect(panel.getByRole('button', { name: 'Hold it with bridges' })).toHaveCount(0);
  await goTo(page, 'Hand off');
  const { name } = await handOff(page, 'DXF');
  await page
    .getByRole('button', { name: `Rehearse ${name}` })
    .first()
    .click();
  const rehearsal = page.locator('drelk-rehearsal-panel');
  await expect(rehearsal.locator('dl')).toContainText(/Parts\s*1/);
  await expect(rehearsal.getByText('Islands that fall')).toHaveCount(0);
});

test(
  'the ruler clings to what is drawn, and the narrowest place is told at this size and a larger one',
  { tag: '@long' },
  async ({ page, server }) => {
    await openPiece(page, server.address, 'Sealing ring', '80 mm');
    await goTo(page, 'Prove');
    const panel = page.locator('drelk-prove-panel');
    await panel.getByRole('button', { name: 'Ruler' }).click();
    const at = await onBench(page, 1);
    // From rim to rim across the middle, missed by a little on either side.
    await pull(page, at(0.07, 0.5), at(0.93, 0.5));
    const measured = panel.getByRole('list', { name: 'What was measured' });
    await expect(measured).toContainText(/^\s*(79\.\d+|80) mm/);
    // With Shift the whole shape under the hand is meant.
    await page.keyboard.down('Shift');
    await pull(page, at(0.09, 0.5), at(0.09, 0.5));
    await page.keyboard.up('Shift');
    await expect(measured).toContainText(/mm\s*where the shape is narrowest/);
    await panel
      .getByRole('button', { name: /^Take away / })
      .last()
      .click();
    await panel.getByRole('button', { name: 'Narrowest place' }).click();
    await expect(panel.getByText(/mm at its narrowest; at 3 times the size \d/)).toBeVisible();
    await panel.getByRole('button', { name: /^Take away / }).click();
    await expect(measured.getByRole('listitem')).toHaveCount(0);
  },
);

test(
  'a part that hangs by too little is thickened where it hangs; what is cut from behind is turned over',
  { tag: '@long' },
  async ({ page, server }) => {
    await page.goto(server.address);
    const tongue =
      '<svg xmlns="http://www.w3.org/2000/svg" width="320mm" height="220mm" viewBox="0 0 320 220">' +
      '<path d="M10 10H150V100H180V60H260V140H180V101.6H150V200H10Z"/></svg>';
    await drop(page, 'tongue.svg', Buffer.from(tongue));
    await page.getByRole('button', { name: 'Take it' }).click();
    await goTo(page, 'Prove');
    const panel = page.locator('drelk-prove-panel');
    // Plane geometry: 80 by 80 mm and the strip between are 64.5 cm² that hang by 1.6 mm.
    await expect(
      panel.getByText('1 part hangs by too little: the weakest, of 64.5 cm², by 1.6 mm'),
    ).toBeVisible();
    await panel.getByRole('button', { name: 'Thicken what holds them' }).click();
    await expect(panel.getByText('dashed on the bench, not taken yet.')).toBeVisible();
    await panel.getByRole('button', { name: 'Take it', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Undo: Holds thickened' })).toBeVisible();
    await expect(panel.getByText(/hangs by too little/)).toHaveCount(0);

    await panel.getByRole('combobox', { name: 'Process' }).selectOption('vinyl');
    await panel.getByRole('combobox', { name: 'Material' }).selectOption('heat transfer');
    await expect(panel.getByText(/cut from behind, and the piece is not mirrored/)).toBeVisible();
    await panel.getByRole('button', { name: 'Turn it over' }).click();
    await panel.getByRole('button', { name: 'Take it', exact: true }).click();
    await expect(panel.getByText(/cut from behind/)).toHaveCount(0);
    await panel.getByRole('combobox', { name: 'Material' }).selectOption('sign vinyl');
    await expect(panel.getByText(/seen from the front it reads backwards/)).toBeVisible();
  },
);

test('what lies in a hole of a plate is tied to it, and one undo takes that back', async ({
  page,
  server,
}) => {
  const plate =
    '<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="60mm" viewBox="0 0 80 60"><path fill-rule="evenodd" d="M0 0H80V60H0ZM20 30A20 20 0 0 0 60 30A20 20 0 0 0 20 30ZM30 30A10 10 0 0 0 50 30A10 10 0 0 0 30 30Z"/></svg>';
  await page.goto(server.address);
  await drop(page, 'plate.svg', Buffer.from(plate));
  await page.getByRole('button', { name: 'Take it' }).click();
  await goTo(page, 'Prove');
  const panel = page.locator('drelk-prove-panel');
  const falls = panel.getByRole('button', { name: /1 part lies in a hole and falls out/ });
  await expect(falls).toBeVisible();
  await panel.getByRole('button', { name: 'Hold it with bridges' }).click();
  await panel.getByRole('button', { name: 'Take it', exact: true }).click();
  await expect(falls).toHaveCount(0);
  await expect(page.getByText('Mended, and found no more.')).toBeVisible();
  // It is one part of the plate, no larger and nothing sawn: its rim has its four corners still.
  await expect(fact(page, 'shapes')).toContainText('1');
  await expectSaved(page);
  await page.screenshot({ path: '/tmp/tied.png' });
  await page.getByRole('button', { name: 'Undo: Islands bridged' }).click();
  await expect(falls).toBeVisible();
});
