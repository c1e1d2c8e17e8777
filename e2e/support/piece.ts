import type { Page } from '@playwright/test';
import { type Box, type Contour, boxOf } from '@drelk/core';
import { fact, goTo, openSample } from './page';
import { expect } from './server';

/** The panel of Piece. */
export const panelOf = (page: Page) => page.locator('drelk-piece-panel');

/** Lays something new on the piece and waits until it is chosen. */
export async function add(page: Page, kind: string): Promise<void> {
  await panelOf(page).getByRole('button', { name: kind, exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the item' })).toHaveValue(new RegExp(`^${kind}`));
}

/** Types a length into a field of the panel. */
export async function type(page: Page, label: string, text: string): Promise<void> {
  const field = panelOf(page).getByRole('textbox', { name: label, exact: true }).last();
  await field.fill(text);
  await field.press('Enter');
}

/** Chooses from a list of the panel. */
export const choose = (page: Page, label: string, what: string) =>
  panelOf(page).getByRole('combobox', { name: label, exact: true }).last().selectOption(what);

/** Width and height of a box, and its middle. */
export const sizeOf = (box: Box) => [box.right - box.left, box.bottom - box.top];
export const middleOf = (box: Box) => [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
/** The box of each contour. */
export const boxes = (contours: readonly Contour[]) => contours.map((contour) => boxOf([contour]) as Box);
/** Figures are as meant, within so much. */
export const near = (found: readonly number[], meant: readonly number[], within = 0.01) =>
  found.forEach((value, k) => expect(Math.abs(value - meant[k])).toBeLessThan(within));

/** Chooses an item in the list, unless it is chosen. */
export async function chooseItem(page: Page, name: string): Promise<void> {
  const row = panelOf(page).locator('drelk-item-list li').filter({ hasText: name }).locator('button').first();
  if ((await row.getAttribute('aria-pressed')) !== 'true') await row.click();
  await expect(page.getByRole('textbox', { name: 'Name of the item' })).toHaveValue(name);
}

/** Opens a sample at Piece, its artwork chosen, so wide. */
export async function openPiece(page: Page, address: string, sample: string, width: string): Promise<void> {
  await openSample(page, address, sample);
  await goTo(page, 'Piece');
  await chooseItem(page, 'Artwork');
  await type(page, 'Width', width);
}

/** Begins a job with nothing on its piece. */
export async function beginEmpty(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('button', { name: 'Empty piece' }).click();
  await expect(panelOf(page)).toBeVisible();
  await expect(fact(page, 'shapes').locator('.value')).toHaveText('0');
}
