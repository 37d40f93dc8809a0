/** Grouping, computing and comparing as a user does it on the workbench; every figure is added up by the test itself. */
import type { Page } from '@playwright/test';
import { takeIn } from './support/api';
import { choose, drawn, dropFile, expect, expectSentence, exportedCsv, pick, still, test } from './support/page';

/** Ten months of a small shop, by hand: no rows in May; Fern and Ivy sold by three people. */
const SHOP = [
  'Sold at,Shelf,Plant,Money in,Spent',
  '2024-01-10,North,Fern,10,4',
  '2024-02-05,North,Ivy,20,5',
  '2024-02-20,South,Fern,5,1',
  '2024-03-04,South,Ivy,15,5',
  '2024-04-09,North,Moss,30,10',
  '2024-06-11,South,Fern,40,20',
  '2024-07-15,North,Ivy,25,5',
  '2025-01-12,North,Fern,12,6',
  '2025-02-14,South,Rose,8,2',
  '2025-02-28,North,Sedge,2,1',
].join('\n');

const bar = (page: Page) => page.getByRole('region', { name: 'The chart in a sentence' });
const rowsOf = async (page: Page) => (await exportedCsv(page)).map((row) => Object.values(row));

async function clickPlace(page: Page, nth: number, of: number): Promise<void> {
  const plot = page.locator('[data-export=chart] svg .recharts-cartesian-grid').first();
  const box = await plot.boundingBox();
  if (!box) throw new Error('no plot');
  await page.mouse.click(box.x + (box.width * (nth + 0.5)) / of, box.y + box.height * 0.7);
  await still(page);
}

test('monthly to quarterly to days of the week, and the years laid over each other', async ({ page }) => {
  await dropFile(page, { name: 'shop-steps.csv', text: SHOP });
  await pick(page, 'Sold at', 'Money in');
  await choose(page, 'week', 'Month');
  await expectSentence(page, /Total of Money in by month of Sold at/);
  await bar(page).getByRole('button', { name: 'Coarser' }).click();
  await drawn(page);
  await expectSentence(page, /by quarter of Sold at/);
  expect(await rowsOf(page)).toEqual([
    ['2024-01-01', '50'],
    ['2024-04-01', '70'],
    ['2024-07-01', '25'],
    ['2024-10-01', ''],
    ['2025-01-01', '22'],
  ]);
  await page.keyboard.press('+');
  await expectSentence(page, /by month of Sold at/);
  await choose(page, 'month', 'Day of the week');
  const week = await rowsOf(page);
  expect(week[0]).toEqual(['Monday', '60']); // 20 on 5 February, 15 on 4 March, 25 on 15 July 2024
  await page.getByRole('button', { name: /^Year over year/ }).click();
  await drawn(page);
  const years = await exportedCsv(page);
  expect(years[1]).toEqual({ 'Sold at': 'February', '2024': '25', '2025': '10' });
});

test('a gap shown three ways', async ({ page }) => {
  await dropFile(page, { name: 'shop-gaps.csv', text: SHOP.split('\n').slice(0, 8).join('\n') });
  await pick(page, 'Sold at', 'Money in');
  await choose(page, 'week', 'Month');
  const may = async () => (await rowsOf(page)).find(([month]) => month === '2024-05-01')?.[1];
  const lines = page.locator('[data-export=chart] [data-mark=line]');
  expect(await may()).toBe('');
  await expect(lines).toHaveCount(2);
  const gaps = async (name: string) => {
    await page.getByRole('button', { name: 'Parts', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Across' }).click();
    await page.getByRole('radio', { name }).check();
    await page.keyboard.press('Escape');
    await drawn(page);
  };
  await gaps('Bridged');
  await expect(lines).toHaveCount(1);
  expect(await may()).toBe('');
  await gaps('Counted as zero');
  expect(await may()).toBe('0');
});

test('the first few and the rest, and a running total', async ({ page }) => {
  await dropFile(page, { name: 'shop-keep.csv', text: `${SHOP}\n2025-03-01,North,Box,1,1\n2025-03-02,North,Yew,1,1` });
  await pick(page, 'Plant', 'Money in');
  await choose(page, 'Plant', 'The first 5 and the rest');
  expect(await rowsOf(page)).toEqual([
    ['Fern', '67'],
    ['Ivy', '60'],
    ['Moss', '30'],
    ['Rose', '8'],
    ['Sedge', '2'],
    ['Other', '2'],
  ]);
  await choose(page, 'Money in', 'Running total');
  await expectSentence(page, /as a running total/);
  expect((await rowsOf(page)).map(([, value]) => value)).toEqual(['67', '127', '157', '165', '167', '169']);
  await page.getByRole('button', { name: 'Undo' }).click();
  await drawn(page);
  expect((await rowsOf(page))[5]).toEqual(['Other', '2']);
});

test('a formula with a mistake is shown its place, then used', async ({ page }) => {
  await dropFile(page, { name: 'shop-formula.csv', text: SHOP });
  await pick(page, 'Plant', 'Money in');
  await bar(page).getByRole('button', { name: '+ another amount' }).click();
  await page.getByRole('menuitem', { name: 'A formula …' }).click();
  const field = page.getByRole('combobox', { name: 'Formula' });
  await field.fill('Money in - Spend');
  await expect(page.getByRole('alert').filter({ hasText: 'There is no column "Spend".' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Add it' })).toBeDisabled();
  await field.fill('Money in - Spent');
  await page.getByLabel('Name of the formula').fill('Left over');
  await page.getByRole('button', { name: 'Add it' }).click();
  await drawn(page);
  expect((await exportedCsv(page)).find(({ Plant }) => Plant === 'Fern')).toEqual({
    Plant: 'Fern',
    'Money in': '67',
    'Left over': '36',
  });
});

test('only some rows: values, and a window that counts back from the newest', async ({ page }) => {
  await dropFile(page, { name: 'shop-filter.csv', text: SHOP });
  await pick(page, 'Plant', 'Money in');
  await bar(page).getByRole('button', { name: '+ only some rows' }).click();
  await page.getByRole('checkbox', { name: 'South' }).check();
  await page.getByRole('button', { name: 'Show only these' }).click();
  await drawn(page);
  expect(await rowsOf(page)).toEqual([
    ['Fern', '45'],
    ['Ivy', '15'],
    ['Rose', '8'],
  ]);
  await expectSentence(page, /only where Shelf is South/);
  await choose(page, 'Shelf is South', 'Show all of them again');
  expect(await rowsOf(page)).toHaveLength(5);
});

test('rows behind a bar come to the bar; a point is set aside and comes back', async ({ page }) => {
  await dropFile(page, { name: 'shop-behind.csv', text: SHOP });
  await pick(page, 'Plant', 'Money in');
  await clickPlace(page, 0, 5);
  await page.getByRole('dialog', { name: 'A point' }).getByRole('button', { name: 'Rows behind' }).click();
  const drawer = page.getByRole('dialog', { name: 'Rows behind Fern' });
  await expect(drawer.getByText('4 rows · Money in 67')).toBeVisible();
  await expect(drawer.getByRole('row')).toHaveCount(5);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    drawer.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Rows behind Fern.csv');
  await drawer.getByRole('button', { name: 'Close' }).click();
  await clickPlace(page, 1, 5);
  await page.getByRole('dialog', { name: 'A point' }).getByRole('button', { name: 'Set aside' }).click();
  await drawn(page);
  expect((await rowsOf(page)).map(([plant]) => plant)).toEqual(['Fern', 'Moss', 'Rose', 'Sedge']);
  await expectSentence(page, /without Ivy/);
  await page.getByRole('contentinfo').getByRole('button', { name: 'Bring it back' }).click();
  await drawn(page);
  expect((await rowsOf(page)).map(([plant]) => plant)).toContain('Ivy');
});

test('a dot of a scatter shows its row, and is set aside by itself', async ({ page }) => {
  await dropFile(page, { name: 'shop-dots.csv', text: SHOP });
  await pick(page, 'Money in', 'Spent');
  const dots = page.locator('[data-export=chart] .recharts-scatter-symbol');
  await expect(dots).toHaveCount(10);
  await dots.first().click();
  const card = page.getByRole('dialog', { name: 'A dot' });
  await expect(card).toContainText('2 and 1');
  await still(page);
  await card.getByRole('button', { name: 'Rows behind' }).click();
  await expect(page.getByRole('region', { name: 'Rows behind' }).getByRole('row').nth(1)).toContainText('Sedge');
  await expect(page.getByRole('region', { name: 'Rows behind' }).getByRole('row')).toHaveCount(2);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Parts', exact: true }).click();
  await page.getByRole('menuitem', { name: 'A dot …' }).click();
  await still(page);
  await card.getByRole('button', { name: 'Set aside' }).click();
  await expectSentence(page, /without the dot at 2 and 1/);
  await expect(dots).toHaveCount(9);
});

test('stepping into a group and back out', async ({ page }) => {
  await dropFile(page, { name: 'shop-inside.csv', text: SHOP });
  await pick(page, 'Shelf', 'Money in');
  await clickPlace(page, 0, 2);
  await page.getByRole('button', { name: 'Step into it, by Plant' }).click();
  await drawn(page);
  await expectSentence(page, /by Plant in North/);
  expect(await rowsOf(page)).toEqual([
    ['Ivy', '45'],
    ['Moss', '30'],
    ['Fern', '22'],
    ['Sedge', '2'],
  ]);
  await choose(page, 'North', 'Back out of North');
  expect(await rowsOf(page)).toEqual([
    ['North', '99'],
    ['South', '68'],
  ]);
});

test('a plan out of another sheet goes on after the actual figures', async ({ page, request }, { retry }) => {
  const plan = `shop-plan-${retry}`;
  await takeIn(request, `${plan}.csv`, 'Month,Planned money\n2025-03-01,30\n2025-04-01,35\n');
  await dropFile(page, { name: 'shop-actual.csv', text: SHOP });
  await pick(page, 'Sold at', 'Money in');
  await choose(page, 'week', 'Month');
  await bar(page).getByRole('button', { name: '+ another amount' }).click();
  await page.getByRole('menuitem', { name: 'From another sheet …' }).click();
  const card = page.getByRole('dialog', { name: 'From another sheet' });
  await card.getByLabel('Sheet', { exact: true }).click();
  // Others may have taken in many sheets meanwhile: the list shows the newest.
  await page.keyboard.type(plan);
  await page.getByTitle(plan, { exact: true }).first().click();
  await card.getByRole('button', { name: 'Add it' }).click();
  await drawn(page);
  const found = await exportedCsv(page);
  expect(found.slice(-3)).toEqual([
    { 'Sold at': '2025-02-01', 'Money in': '10', [`Planned money, ${plan}`]: '' },
    { 'Sold at': '2025-03-01', 'Money in': '', [`Planned money, ${plan}`]: '30' },
    { 'Sold at': '2025-04-01', 'Money in': '', [`Planned money, ${plan}`]: '35' },
  ]);
  // The plan is dashed and begins where the actual line ends.
  await expect(page.locator('[data-export=chart] [data-mark=line][stroke-dasharray="7 5"]')).toHaveCount(1);
});

test('target marks, in order of percent of target', async ({ page }) => {
  await dropFile(page, {
    name: 'shop-targets.csv',
    text: 'Table,Wanted trays,Done trays\nOne,10,5\nTwo,20,19\nThree,5,6\n',
  });
  await pick(page, 'Table', 'Done trays', 'Wanted trays');
  const shapes = bar(page).getByRole('button', { name: 'columns', exact: true });
  await shapes.nth(1).click();
  await page.getByRole('menuitem', { name: 'Target marks', exact: true }).click();
  await drawn(page);
  await choose(page, 'Table', 'Done trays as a share of Wanted trays, largest first');
  expect((await rowsOf(page)).map(([table]) => table)).toEqual(['Three', 'Two', 'One']);
  await expect(page.locator('[data-export=chart] [data-mark=targets] rect')).toHaveCount(3);
});
