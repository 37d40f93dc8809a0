import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { parse } from 'csv-parse/sync';

/**
 * A page that watches itself: a request to any other host, an error in the page or an unexpected error on its console
 * fails the test.
 */
export const test = base.extend<{ watched: void; expectedErrors: RegExp[] }>({
  expectedErrors: [[], { option: true }],
  watched: [
    async ({ page, baseURL, expectedErrors }, use) => {
      const own = new URL(baseURL ?? '').host;
      const outside: string[] = [];
      const errors: string[] = [];
      page.on('request', (request) => {
        const url = new URL(request.url());
        if (/^https?:|^wss?:/.test(url.protocol) && url.host !== own) outside.push(request.url());
      });
      page.on('pageerror', (error) => errors.push(error.message));
      page.on('console', (message) => {
        const text = message.text();
        if (message.type() === 'error' && !expectedErrors.some((known) => known.test(text))) errors.push(text);
      });
      await use();
      expect(outside, 'requests to another host').toEqual([]);
      expect(errors, 'errors in the page').toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** A table to drop, written down by the test. */
export interface Dropped {
  readonly name: string;
  readonly text: string | Buffer;
}

/** Drops a file on the desk and waits for the workbench of its sheet. */
export async function dropFile(page: Page, { name, text }: Dropped): Promise<void> {
  await page.goto('/');
  await giveFile(page, { name, text });
  await expect(page).toHaveURL(/\/sheets\/\w+$/, { timeout: 50_000 });
  await expect(page.getByRole('columnheader').first()).toBeVisible();
}

/** Hands a file to the desk that is open. */
export async function giveFile(page: Page, { name, text }: Dropped): Promise<void> {
  await page.getByLabel('Choose a file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
}

/** The head of a column, which picks it. */
export function head(page: Page, name: string) {
  return page.getByRole('columnheader').getByRole('button', { name: new RegExp(`^${name},`) });
}

/** Picks columns in order and waits until each is in the chart. */
export async function pick(page: Page, ...names: string[]): Promise<void> {
  for (const name of names) {
    await head(page, name).click();
    await expect(head(page, name)).toHaveAttribute('aria-pressed', 'true');
    await drawn(page);
  }
}

/** Waits until nothing is being drawn any more. */
export async function drawn(page: Page): Promise<void> {
  await expect(page.getByText('Drawing …')).toHaveCount(0);
  await expect(page.getByRole('figure')).toBeVisible();
}

/** Waits until an open card stands still: a press on what moves is none. */
export async function still(page: Page): Promise<void> {
  await expect(page.getByRole('dialog').first()).toBeVisible();
  await page.waitForFunction(() => document.getAnimations().every(({ playState }) => playState !== 'running'));
}

/** Moves down an open menu to an item; each press waits until the one before has moved the focus. */
export async function arrowTo(page: Page, item: Locator): Promise<void> {
  const active = () => page.evaluate(() => document.activeElement?.textContent ?? '');
  await expect(item).toBeVisible();
  await expect(page.getByRole('menu').filter({ has: page.locator(':focus') })).toHaveCount(1);
  for (let i = 0; i < 20 && !(await item.evaluate((one) => one === document.activeElement)); i++) {
    const before = await active();
    await page.keyboard.press('ArrowDown');
    await expect.poll(active).not.toBe(before);
  }
}

const sentence = (page: Page) => page.getByRole('region', { name: 'The chart in a sentence' });

/** Opens the menu of a part of the sentence and chooses from it. */
export async function choose(page: Page, part: string, choice: string): Promise<void> {
  await sentence(page).getByRole('button', { name: part, exact: true }).first().click();
  await page.getByRole('menuitem', { name: choice, exact: true }).click();
  await drawn(page);
}

export async function expectSentence(page: Page, words: string | RegExp): Promise<void> {
  await expect(sentence(page).locator('p')).toHaveText(words);
}

/** What a button of "Hand over" saves; the card is closed after it. */
export async function handedOver(page: Page, button: string): Promise<{ name: string; content: Buffer }> {
  await page.getByRole('button', { name: 'Hand over' }).click();
  const card = page.getByRole('dialog', { name: 'Hand over' });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    card.getByRole('button', { name: button, exact: true }).click(),
  ]);
  const content = await readFile(await download.path());
  await page.getByRole('button', { name: 'Hand over' }).click();
  await expect(card).toBeHidden();
  return { name: download.suggestedFilename(), content };
}

/** The charted values as the interface exports them: rows of texts under their header. */
export async function exportedCsv(page: Page): Promise<Record<string, string>[]> {
  const { content } = await handedOver(page, 'Save the figures as CSV');
  return parse(content.toString('utf8'), { columns: true, bom: true }) as Record<string, string>[];
}

/** Writes the title that is printed on the chart. */
export async function writeTitle(page: Page, title: string): Promise<void> {
  await page
    .getByRole('button', { name: /Title, rewrite$/ })
    .first()
    .click();
  await page.getByRole('textbox', { name: 'Title', exact: true }).fill(title);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(title);
  await drawn(page);
}

/** Saves the chart under the name that it has, and waits until it is saved. */
export async function saveChart(page: Page, name?: string): Promise<void> {
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const field = page.getByLabel('Name of the chart');
  await expect(field).toBeFocused();
  if (name !== undefined) await field.fill(name);
  await field.press('Enter');
  await expect(page).toHaveURL(/\/charts\/\w+$/);
}

/** Chooses from a list in a card by its words. */
export async function select(page: Page, label: string, choice: string): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).click();
  await page.getByTitle(choice, { exact: true }).last().click();
  await drawn(page);
}
