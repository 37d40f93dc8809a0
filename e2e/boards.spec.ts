import type { Page } from '@playwright/test';
import { shareApart } from './support/compare';
import { dropFile, expect, pick, saveChart, test, writeTitle } from './support/page';

const rows = (factor: number) =>
  `Day,Spot,Takings\n${Array.from({ length: 20 }, (_, i) => `2025-03-${String(i + 1).padStart(2, '0')},${i % 2 ? 'Yard' : 'Stall'},${factor * (100 + 7 * i)}`).join('\n')}\n`;

async function chartOf(page: Page, file: string, title: string): Promise<string> {
  await dropFile(page, { name: file, text: rows(1) });
  await pick(page, 'Day', 'Takings');
  await writeTitle(page, title);
  await saveChart(page);
  return page.url().replace(/.*\//, '');
}

const tile = (page: Page, name: string) => page.locator('[data-tile]').filter({ hasText: name });

async function boardOf(page: Page, name: string, charts: readonly string[]): Promise<string> {
  const answer = await page.request.post('/api/boards', {
    data: {
      name,
      tiles: charts.map((chart, i) => ({
        id: `t${i + 1}`,
        x: 6 * (i % 2),
        y: 7 * Math.floor(i / 2),
        w: 6,
        h: 7,
        show: { chart },
      })),
    },
  });
  expect(answer.status()).toBe(201);
  return ((await answer.json()) as { id: string }).id;
}

test('a board is made, arranged by mouse and by keys, and kept', async ({ page }) => {
  const one = await chartOf(page, 'board-a.csv', 'March in the yard');
  await chartOf(page, 'board-b.csv', 'March at the stall');
  await page.goto('/');
  await page.getByRole('button', { name: 'New board' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Every morning');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/boards\/\w+$/);
  await page.getByRole('button', { name: 'Put something on it' }).click();
  for (const title of ['March in the yard', 'March at the stall']) {
    await page.getByRole('button', { name: '+ a chart' }).click();
    // A second try finds the charts of the first one, told apart by their dates; the newest stands first.
    await page.getByRole('button', { name: title }).first().click();
  }
  await page.getByRole('button', { name: '+ a heading or note' }).click();
  await page.getByLabel('Heading', { exact: true }).fill('To do');
  await page.getByLabel('Note', { exact: true }).fill('Order <b>nets</b>.');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
  const first = page.getByRole('group', { name: 'March in the yard' });
  await expect(first).toBeVisible();
  // By mouse: dragged to the right half, the other makes room.
  const before = await first.boundingBox();
  if (!before) throw new Error('no tile');
  await page.mouse.move(before.x + 80, before.y + 120);
  await page.mouse.down();
  await page.mouse.move(before.x + 400, before.y + 130, { steps: 8 });
  await page.mouse.move(before.x + 80 + before.width + 12, before.y + 130, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => (await first.boundingBox())?.x ?? 0).toBeGreaterThan(before.x + 300);
  // By keys: narrower by two columns, then two to the left.
  await first.focus();
  for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect.poll(async () => (await first.boundingBox())?.width ?? 0).toBeLessThan(before.width - 150);
  await expect(page.getByRole('status').filter({ hasText: '4 columns wide' })).toHaveCount(1);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('button', { name: 'Arrange' })).toBeVisible();
  await page.reload();
  await expect(page.getByText('Order <b>nets</b>.').first()).toBeAttached();
  const id = page.url().replace(/.*\//, '');
  const { tiles } = (await (await page.request.get(`/api/boards/${id}`)).json()) as {
    tiles: { w: number; show: { chart?: string } }[];
  };
  expect(tiles.find(({ show }) => show.chart === one)?.w).toBe(4);
});

test('a board that nothing changed of comes drawn with its page, before any script has run', async ({
  page,
  browser,
}) => {
  const chart = await chartOf(page, 'at-once.csv', 'There at once');
  const address = `/boards/${await boardOf(page, 'At once', [chart])}`;
  await page.goto(address);
  await expect(tile(page, 'There at once')).toContainText('300');
  const still = await browser.newContext({
    javaScriptEnabled: false,
    viewport: page.viewportSize(),
    storageState: await page.context().storageState(),
  });
  const reader = await still.newPage();
  await expect(async () => {
    await reader.goto(new URL(address, page.url()).href);
    await expect(reader.locator('[data-tile] svg text', { hasText: 'There at once' })).toBeVisible({ timeout: 500 });
  }).toPass();
  const seen = await reader.locator('[data-tile]').screenshot();
  await still.close();
  // With scripts it is read across, and looks no different.
  await page.goto(address);
  await expect(page.locator('[data-tile] [data-whole]')).toHaveCount(1);
  await page.mouse.move(1270, 790);
  expect(shareApart(await page.locator('[data-tile]').screenshot(), seen)).toBeLessThan(0.01);
});

test('filters hold for every tile; a click on a tile opens its chart', async ({ page }) => {
  const one = await chartOf(page, 'filtered-a.csv', 'Filtered one');
  const two = await chartOf(page, 'filtered-b.csv', 'Filtered two');
  await page.goto(`/boards/${await boardOf(page, 'Filtered', [one, two])}`);
  await expect(page.locator('[data-tile] [data-whole]')).toHaveCount(2);
  const asked: string[] = [];
  page.on('request', (request) => request.url().includes('/models') && asked.push(request.postData() ?? ''));
  await page.getByRole('button', { name: '+ only some rows' }).click();
  await page.getByRole('combobox', { name: 'Column', exact: true }).click();
  await page.getByTitle('Spot', { exact: true }).last().click();
  await page.getByRole('checkbox', { name: 'Yard' }).check();
  await page.getByRole('button', { name: 'Show only these' }).click();
  await expect(page.getByRole('button', { name: 'Spot is Yard', exact: true })).toBeVisible();
  await expect.poll(() => asked.length).toBe(1);
  expect(JSON.parse(asked[0])).toMatchObject({ filters: [{ column: 'Spot', keep: ['Yard'] }] });
  await page.getByRole('button', { name: 'Keep for everyone' }).click();
  await expect(page.getByRole('button', { name: 'Keep for everyone' })).toBeHidden();
  await tile(page, 'Filtered one').click({ position: { x: 20, y: 20 } });
  await expect(page).toHaveURL(new RegExp(`/charts/${one}$`));
});

test('a tile opens an address that is safe, and is shown only while its condition holds', async ({ page }) => {
  const chart = await chartOf(page, 'conditioned.csv', 'While it is low');
  await page.goto(`/boards/${await boardOf(page, 'Conditions', [chart])}`);
  await page.getByRole('button', { name: 'Arrange' }).click();
  const menu = async (item: string) => {
    await page.getByRole('button', { name: 'More for While it is low' }).click();
    await page.getByRole('menuitem', { name: item }).click();
  };
  const dialog = page.getByRole('dialog');
  const keep = dialog.getByRole('button', { name: 'Keep' });
  await menu('What a click opens');
  await dialog.getByRole('radio', { name: 'An address' }).check();
  for (const [address, safe] of [
    ['javascript:alert(1)', false],
    ['https://quillbrook.example/yard', true],
  ] as const) {
    await dialog.getByLabel('Address', { exact: true }).fill(address);
    await expect(keep).toBeEnabled({ enabled: safe });
  }
  await keep.click();
  await expect(dialog).toHaveCount(0);
  // The figure of the twenty days is 3,330: it holds below more, and not below less.
  await menu('Show it only if …');
  await dialog.getByRole('combobox', { name: 'Stretch of time' }).click();
  await page.getByTitle('All rows', { exact: true }).click();
  await dialog.getByLabel('Than').fill('4000');
  await expect(dialog.getByRole('status')).toHaveText('Now it is 3,330, so this holds.');
  await dialog.getByLabel('Than').fill('3000');
  await expect(dialog.getByRole('status')).toHaveText('Now it is 3,330, so this does not hold.');
  await keep.click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText(/^Only shown while takings is below 3,000/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.locator('[data-tile]')).toHaveCount(0);

  await page.getByRole('button', { name: 'Arrange' }).click();
  await menu('Change its condition');
  await dialog.getByLabel('Than').fill('5000');
  await keep.click();
  await expect(dialog).toHaveCount(0);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('link', { name: 'Open https://quillbrook.example/yard' })).toHaveAttribute(
    'href',
    'https://quillbrook.example/yard',
  );
});

test('a newer file changes the board by itself', async ({ page }) => {
  const chart = await chartOf(page, 'newer-on-board.csv', 'Kept up to date');
  const { sheet } = ((await (await page.request.get(`/api/charts/${chart}`)).json()) as { spec: { sheet: string } })
    .spec;
  await page.goto(`/boards/${await boardOf(page, 'Live', [chart])}`);
  await expect(tile(page, 'Kept up to date')).toContainText('200');
  await page.waitForTimeout(1_500);
  const staged = await page.request.post(`/api/sheets/${sheet}/newer?mode=replace`, {
    multipart: { file: { name: 'newer.csv', mimeType: 'text/csv', buffer: Buffer.from(rows(1000)) } },
  });
  const { staged: id } = (await staged.json()) as { staged: string };
  expect((await page.request.post(`/api/sheets/${sheet}/newer/${id}`)).ok()).toBe(true);
  await expect(tile(page, 'Kept up to date')).toContainText('k', { timeout: 8_000 });
});

test.describe('a connection that is lost', () => {
  test.use({ expectedErrors: [/Failed to load resource/] });

  test('is said, and comes back', async ({ page }) => {
    const chart = await chartOf(page, 'lost-line.csv', 'On a bad line');
    const board = await boardOf(page, 'Bad line', [chart]);
    await page.route('**/changes', (route) => route.abort());
    await page.goto(`/boards/${board}`);
    await expect(page.getByText('The connection is lost; trying again …')).toBeVisible();
    await page.unroute('**/changes');
    await expect(page.getByText(/^As of \d\d:\d\d/)).toBeVisible({ timeout: 10_000 });
  });
});

test('on a phone the tiles stand below each other', async ({ page }) => {
  const one = await chartOf(page, 'phone-a.csv', 'Phone one');
  const two = await chartOf(page, 'phone-b.csv', 'Phone two');
  const board = await boardOf(page, 'On the phone', [one, two]);
  await page.setViewportSize({ width: 390, height: 800 });
  await page.goto(`/boards/${board}`);
  const [a, b] = [tile(page, 'Phone one'), tile(page, 'Phone two')];
  await expect(b).toBeVisible();
  const [first, second] = [await a.boundingBox(), await b.boundingBox()];
  expect(second?.x).toBe(first?.x);
  expect(second?.y ?? 0).toBeGreaterThan((first?.y ?? 0) + (first?.height ?? 0));
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('what was deleted is brought back from the desk; a tile of it says so meanwhile', async ({ page }) => {
  const chart = await chartOf(page, 'deleted-and-back.csv', 'Gone for a while');
  const board = await boardOf(page, 'With a hole', [chart]);
  await page.request.delete(`/api/charts/${chart}`);
  await page.goto(`/boards/${board}`);
  await expect(page.getByText(/The chart of this tile was deleted/).first()).toBeAttached();
  await page.goto('/');
  await page.getByRole('button', { name: 'More for the desk' }).click();
  await page.getByRole('menuitem', { name: 'What was deleted' }).click();
  await page.getByRole('button', { name: 'Bring Gone for a while back' }).click();
  await expect(page.getByText('“Gone for a while” is back.')).toBeVisible();
  await page.goto(`/boards/${board}`);
  await expect(tile(page, 'Gone for a while')).toBeVisible();
});
