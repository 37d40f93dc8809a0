/** Looking closer and comparing, as a user does it on the workbench; every figure is added up by the test itself. */
import type { Page } from '@playwright/test';
import { takeIn } from './support/api';
import { choose, drawn, dropFile, expect, expectSentence, exportedCsv, pick, still, test } from './support/page';

const SEASON = [13, 18, 36, 45, 57, 43, 31, 26, 36, 39, 32, 27];
const SPOTS = ['Yard', 'Shop', 'Web'];
/** Three years of a nursery by month and spot; October 2025 has bulbs on the web. */
const amountOf = (month: number, spot: number) =>
  100 * SEASON[month % 12] +
  12 * month +
  37 * ((month * 7 + spot * 5) % 9) +
  400 * spot +
  (month === 33 && spot === 2 ? 2500 : 0);
const iso = (month: number) => `${2023 + Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}-15`;
const NOTES: Readonly<Record<number, string>> = {
  4: 'Second stall opened',
  19: 'Roof of the glasshouse mended',
  33: 'Bulbs by post',
};
const NURSERY = [
  'Sold on,Spot,Takings (£),Note',
  ...Array.from({ length: 36 }, (_, month) =>
    SPOTS.map((spot, s) => `${iso(month)},${spot},${amountOf(month, s)},${s === 0 ? (NOTES[month] ?? '') : ''}`),
  ).flat(),
].join('\n');
const totalOf = (month: number) => SPOTS.reduce((sum, _, s) => sum + amountOf(month, s), 0);
const FAIRS = 'Day,Fair\n2024-05-04,Spring fair\n2025-09-20,Harvest fair\n2031-01-01,Far off\n';

const chart = (page: Page) => page.locator('[data-export=chart]');
const panel = (page: Page) => page.getByRole('complementary', { name: 'Look closer' });
const pounds = (value: number) => `£${Math.round(value).toLocaleString('en-GB')}`;

async function open(page: Page, name: string): Promise<void> {
  await dropFile(page, { name, text: NURSERY });
  await pick(page, 'Sold on', 'Takings');
  await expectSentence(page, /by month of Sold on/);
}

async function compareWith(page: Page, choice: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: '+ to compare with' }).click();
  await page.getByRole('menuitem', { name: choice }).click();
  await drawn(page);
}

async function look(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Look closer' }).click();
  await expect(panel(page)).toBeVisible();
  await drawn(page);
}

async function clickPlace(page: Page, nth: number, of: number): Promise<void> {
  const box = await chart(page).locator('svg .recharts-cartesian-grid').first().boundingBox();
  if (!box) throw new Error('no plot');
  await page.mouse.click(box.x + (box.width * nth) / (of - 1), box.y + box.height * 0.93);
  await still(page);
}

test('a season is carried on six months, said as foretold, and taken off', async ({ page }) => {
  await open(page, 'looking-season.csv');
  await compareWith(page, 'Its season, 6 months on');
  await expectSentence(page, /with its season carried on 6 months/);
  await expect(chart(page)).toContainText('January 2023 to December 2025, carried on to June 2026');
  await expect(chart(page).locator('[data-mark=ahead]')).toHaveCount(1);
  await expect(chart(page).locator('[data-mark=trend-band]')).toHaveCount(1);
  // What is foretold stands beside the values, never among them.
  const rows = await exportedCsv(page);
  expect(rows.length).toBe(42);
  expect(rows.slice(36).map((row) => row.Takings)).toEqual(['', '', '', '', '', '']);
  for (const row of rows.slice(36)) {
    const [from, value, to] = ['Season and trend, from', 'Season and trend', 'Season and trend, to'].map((name) =>
      Number(row[name]),
    );
    expect(from < value && value < to).toBe(true);
  }
  const check = page.getByText('The last 6 months are carried on, not measured.').first();
  await expect(check).toBeVisible();
  await page.getByRole('button', { name: 'Take it off' }).first().click();
  await drawn(page);
  await expect(chart(page).locator('[data-mark=ahead]')).toHaveCount(0);
  await expectSentence(page, /with its season laid over it/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await drawn(page);
  await expect(chart(page).locator('[data-mark=ahead]')).toHaveCount(1);
});

test('kinds of trend are compared, the one that misses least first, and one is drawn at once', async ({ page }) => {
  await open(page, 'looking-kinds.csv');
  await compareWith(page, 'Compare trends …');
  const kinds = page.getByRole('list', { name: 'Kinds of trend' }).getByRole('button');
  await expect(kinds.first()).toContainText('Season and trend');
  const misses = (await kinds.allTextContents()).map((text) =>
    Number(/£([\d,.]+)/.exec(text)?.[1].replaceAll(',', '')),
  );
  expect(misses.length).toBe(9);
  expect([...misses].sort((a, b) => a - b)).toEqual(misses);
  await kinds.filter({ hasText: 'Straight line' }).click();
  await drawn(page);
  await expect(chart(page).locator('[data-mark=trend]')).toHaveCount(1);
  await expect(page.getByRole('dialog', { name: 'A trend' })).toContainText(
    /y = [\d,.]+ \+ [\d,.]+ × month, January 2023 is 1/,
  );
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'A trend' })).toHaveCount(0);
  await chart(page).getByRole('button', { name: 'Settings of Straight line' }).click();
  await still(page);
  await page.getByRole('spinbutton', { name: 'Carried on' }).fill('12');
  await page.keyboard.press('Enter');
  await drawn(page);
  await expectSentence(page, /with a straight line carried on 12 months/);
});

test('an average line moves when a point is set aside', async ({ page }) => {
  await open(page, 'looking-average.csv');
  await compareWith(page, 'The average');
  const totals = Array.from({ length: 36 }, (_, month) => totalOf(month));
  const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / list.length;
  await expect(chart(page)).toContainText(`Average ${pounds(mean(totals))}`);
  await clickPlace(page, 28, 36);
  await page.getByRole('button', { name: 'Set aside' }).click();
  await drawn(page);
  await expect(chart(page)).toContainText(`Average ${pounds(mean(totals.filter((_, month) => month !== 28)))}`);
});

test('the dates of a second sheet stand in the chart by their names', async ({ page, request }) => {
  await takeIn(request, 'looking-fairs.csv', FAIRS);
  await open(page, 'looking-dates.csv');
  await compareWith(page, 'At the dates of another sheet …');
  await page.getByRole('combobox', { name: 'Sheet', exact: true }).click();
  await page.keyboard.type('looking-fairs');
  await page
    .getByTitle(/^looking-fairs/)
    .last()
    .click();
  await expect(page.getByRole('combobox', { name: 'Called' })).toBeVisible();
  await page.getByRole('button', { name: 'Draw it' }).click();
  await drawn(page);
  await expect(chart(page).locator('[data-mark=reference]')).toHaveCount(2);
  await expect(chart(page)).toContainText('Spring fair');
  await expect(chart(page)).toContainText('Harvest fair');
  await expect(chart(page)).not.toContainText('Far off');
});

test('the stretch in sight is chosen, dragged, moved by keys and widened by the wheel, and nothing is asked', async ({
  page,
}) => {
  await open(page, 'looking-strip.csv');
  await look(page);
  const strip = page.getByRole('group', { name: /^The whole run/ });
  const asked: string[] = [];
  page.on('request', (one) => one.url().includes('/api/') && asked.push(one.url()));
  const words = page.getByRole('status').filter({ hasText: 'in sight' });
  const inSight = page.getByRole('status').filter({ hasText: /in sight/i });
  await page.getByRole('button', { name: '1 year', exact: true }).click();
  await expect(inSight).toContainText('In sight: January 2025 to December 2025');
  await expect(page.getByText('12 places of 36 are in sight.').first()).toBeVisible();
  await strip.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(inSight).toContainText('December 2024 to November 2025');
  await page.keyboard.press('-');
  await expect(inSight).toContainText('In sight: July 2024 to December 2025');
  const track = await strip.locator('.ant-slider-track').boundingBox();
  if (!track) throw new Error('no stretch');
  await page.mouse.move(track.x + track.width / 2, track.y + track.height / 2);
  await page.mouse.down();
  await page.mouse.move(track.x + track.width / 2 - 2 * track.width, track.y + track.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(inSight).toContainText('In sight: January 2023 to');
  const plot = await chart(page).locator('svg').first().boundingBox();
  if (!plot) throw new Error('no plot');
  await page.mouse.move(plot.x + plot.width / 2, plot.y + plot.height / 2);
  const before = await inSight.textContent();
  await page.mouse.wheel(0, -240);
  await expect(inSight).not.toHaveText(before ?? '');
  const seen = await inSight.textContent();
  // Once it has come to rest it is one step of undo.
  await expect(page.getByRole('figure').locator('[data-moving]')).toHaveCount(0);
  await page.mouse.dblclick(plot.x + plot.width / 2, plot.y + plot.height * 0.2);
  await expect(inSight).toContainText('All is in sight.');
  await expect(words.or(inSight).first()).toBeVisible();
  expect(asked.filter((url) => !/\/rows\?|\/settings/.test(url))).toEqual([]);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(inSight).toHaveText(seen ?? '');
});

test('remarks out of a column are found from the list and from the chart, and go with the step', async ({ page }) => {
  await open(page, 'looking-remarks.csv');
  await look(page);
  await page.getByRole('combobox', { name: 'Take remarks from columns' }).click();
  await page.getByTitle('Note', { exact: true }).last().click();
  await page.keyboard.press('Escape');
  await drawn(page);
  const number = (n: number) => chart(page).getByRole('button', { name: new RegExp(`^Remark ${n},`) });
  await expect(number(1)).toHaveAccessibleName('Remark 1, May 2023: Second stall opened');
  await expect(number(3)).toHaveAccessibleName('Remark 3, Oct 2025: Bulbs by post');
  const line = (n: number) =>
    panel(page)
      .getByRole('listitem')
      .filter({ hasText: Object.values(NOTES)[n - 1] });
  await line(2).getByRole('button').focus();
  await expect(number(2)).toHaveAttribute('data-lit', 'true');
  await page.keyboard.press('Enter');
  await expect(number(2)).toBeFocused();
  await number(3).focus();
  await expect(line(3)).toHaveAttribute('data-lit', 'true');
  await page.keyboard.press('Enter');
  await expect(line(3).getByRole('button')).toBeFocused();
  await choose(page, 'month', 'Quarter');
  await expect(number(3)).toHaveAccessibleName('Remark 3, Q4 2025: Bulbs by post');
});

test('columns under their target have another colour', async ({ page }) => {
  await open(page, 'looking-colours.csv');
  await choose(page, 'a line', 'Columns');
  await compareWith(page, 'Colour by a condition …');
  await page.getByText('A condition', { exact: true }).click();
  await page.getByLabel('Value 1').fill('10k');
  await page.keyboard.press('Enter');
  await drawn(page);
  const under = Array.from({ length: 36 }, (_, month) => totalOf(month)).filter((total) => total < 10_000).length;
  const path = await chart(page).locator('path[data-mark=column][fill="#c4552d"]').getAttribute('d');
  expect(path?.match(/M/g)?.length).toBe(under);
  await expect(chart(page).getByRole('list', { name: 'Legend' })).toContainText('below £10,000');
});

test('why October is above September, and the chart of it', async ({ page }) => {
  await open(page, 'looking-why.csv');
  await clickPlace(page, 33, 36);
  await expect(page.getByRole('dialog', { name: 'A point' })).toContainText('Oct 2025');
  await page.getByRole('button', { name: 'Against Sep 2025, the one before' }).click();
  const dialog = page.getByRole('dialog', { name: 'Why does it differ?' });
  const difference = totalOf(33) - totalOf(32);
  await expect(dialog).toContainText(`+${pounds(difference)}`);
  await dialog.getByRole('button', { name: /^Spot/ }).click();
  const rows = dialog.getByRole('table').getByRole('row');
  await expect(rows.nth(1)).toContainText('Web');
  await expect(rows.nth(1)).toContainText(`+${pounds(amountOf(33, 2) - amountOf(32, 2))}`);
  await dialog.getByRole('button', { name: 'Make the chart of it' }).click();
  await drawn(page);
  await expect(chart(page)).toContainText('Takings: Oct 2025 against Sep 2025, by spot');
  const made = await exportedCsv(page);
  const web = made.find((row) => row.Spot === 'Web');
  expect(
    Object.values(web ?? {})
      .slice(1, 3)
      .map(Number),
  ).toEqual([amountOf(32, 2), amountOf(33, 2)]);
});

test('a finding is kept as a remark, and becomes the title', async ({ page }) => {
  await open(page, 'looking-findings.csv');
  await look(page);
  const finding = panel(page)
    .getByRole('list', { name: 'What stands out' })
    .getByRole('listitem')
    .filter({ hasText: 'Oct 2025' })
    .first();
  const words = (await finding.locator('span').first().textContent()) ?? '';
  await finding.getByRole('button', { name: /^Keep/ }).click();
  await drawn(page);
  await expect(chart(page).getByRole('button', { name: /^Remark 1, Oct 2025/ })).toBeVisible();
  await expect(finding.getByRole('button', { name: /^Keep/ })).toBeDisabled();
  await finding.getByRole('button', { name: /^As the title/ }).click();
  await drawn(page);
  await expect(chart(page).getByRole('heading', { level: 1 })).toHaveText(words.replace(/\.$/, ''));
});

test('the sheet folds away and comes back, and stays so', async ({ page }) => {
  await open(page, 'looking-fold.csv');
  await page.getByRole('button', { name: '‹ Fold away' }).click();
  await expect(page.getByRole('columnheader')).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Show the sheet ›' })).toBeVisible();
  await page.getByRole('button', { name: 'Show the sheet ›' }).click();
  await expect(page.getByRole('columnheader').first()).toBeVisible();
});

test('the chart fills the screen, cards open over it, and the rest comes back', async ({ page }) => {
  await open(page, 'looking-large.csv');
  const width = async () => (await chart(page).boundingBox())?.width ?? 0;
  const before = await width();
  await page.getByRole('button', { name: 'Show large' }).click();
  await expect.poll(width).toBeGreaterThan(before + 300);
  await drawn(page);
  await clickPlace(page, 4, 36);
  await expect(page.getByRole('dialog', { name: 'A point' })).toContainText('May 2023');
  await page.keyboard.press('Escape');
  if (await page.getByRole('button', { name: 'Back', exact: true }).isVisible())
    await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect.poll(width).toBeLessThan(before + 10);
});
