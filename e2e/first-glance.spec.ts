import type { Page } from '@playwright/test';
import { drawn, dropFile, expect, expectSentence, head, select, still, test } from './support/page';

const starts = (page: Page) => page.getByRole('region', { name: 'What this sheet can show' });

const chance = (i: number, most: number) => (Math.imul(i + 1, 0x9e3779b1) >>> 8) % most;
const day = (i: number) => new Date(Date.UTC(2025, 0, 6 + i)).toISOString().slice(0, 10);
const month = (i: number) => new Date(Date.UTC(2024, i, 1)).toISOString().slice(0, 10);
const lines = (header: string, rows: number, cells: (i: number) => (string | number)[]) =>
  [header, ...Array.from({ length: rows }, (_, i) => cells(i).join(','))].join('\n');

const SHEETS = {
  'Jobs of the plumber': lines('Job no,Date,Kind,Hours,Parts (£)', 160, (i) => [
    `J-${100 + i}`,
    day(chance(i, 260)),
    ['Leak', 'Boiler', 'Drain'][i % 3],
    1 + chance(i, 12) / 2,
    (3 + chance(i * 7, 9_000) / 50).toFixed(2),
  ]),
  'Stock levels': lines('Month,Store,Stock', 72, (i) => [
    month(Math.floor(i / 3)),
    ['North', 'South', 'Mill'][i % 3],
    Math.round(400 + 90 * (i % 3) + 60 * Math.sin(i / 11)),
  ]),
  'Fridge readings': lines('Read at,Fridge,Temperature (°C)', 240, (i) => [
    `${day(Math.floor(i / 12))} ${String(2 * Math.floor((i % 12) / 2) + 8).padStart(2, '0')}:00`,
    ['Fridge A', 'Fridge B'][i % 2],
    (3.5 + 1.4 * (i % 2) + 0.4 * Math.sin(i / 9)).toFixed(1),
  ]),
  'Guest survey': lines('Age group,Came from,Service (1-5),Would return', 150, (i) => [
    ['18-34', '35-59', '60+'][chance(i, 3)],
    ['Town', 'County', 'Abroad'][i % 3],
    Math.min(5, 1 + (i % 3) * 2 + chance(i * 3, 2)),
    ['yes', 'no', 'yes'][chance(i * 5, 3)],
  ]),
} as const;

test.describe('from drop to the right first chart in two clicks', () => {
  for (const [name, sentence] of [
    ['Jobs of the plumber', 'Total of Parts by week of Date, as a line'],
    ['Stock levels', 'Last of Stock by month of Month, one line per Store'],
    ['Fridge readings', 'Average of Temperature by day of Read at, one line per Fridge'],
    ['Guest survey', 'Average of Service (1-5) by Came from, as columns'],
  ] as const)
    test(name, async ({ page }) => {
      await dropFile(page, { name: `${name}.csv`, text: SHEETS[name] });
      await expect(starts(page)).toBeVisible();
      await starts(page).getByRole('button').first().click();
      await drawn(page);
      await expectSentence(page, sentence);
      await expect(starts(page)).toHaveCount(0);
      await page.getByRole('button', { name: 'Undo' }).click();
      await expect(starts(page)).toBeVisible();
    });
});

test('a summary that is corrected holds for the same header in the next file, is said, and can be refused', async ({
  page,
}) => {
  const file = (word: string) =>
    lines(`Day,${word},Minutes on the lathe`, 60, (i) => [day(chance(i, 90)), 'ab'[i % 2], 10 + chance(i, 50)]);
  await dropFile(page, { name: 'Lathe in May.csv', text: file('Shift') });
  await page.getByRole('button', { name: 'How Minutes on the lathe was read: Amount · total' }).click();
  await still(page);
  await select(page, 'Summary', 'Average');
  await expect(page.getByRole('dialog')).toContainText('You said that it is summarised as average.');
  await page.getByRole('button', { name: 'Close' }).click();

  await dropFile(page, { name: 'Lathe in June.csv', text: file('Piece') });
  await expect(head(page, 'Minutes on the lathe')).toHaveAccessibleName(/average/);
  await page.getByRole('link', { name: 'How it was read' }).click();
  await expect(
    page.getByText('What you said of “Minutes on the lathe” in “Lathe in May” was applied here too.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Do not apply it' }).click();
  await expect(page.getByRole('button', { name: 'How Minutes on the lathe was read: Amount · total' })).toBeVisible();
});

test('the reading says what a row is, and its user says otherwise and takes that back', async ({ page }) => {
  await dropFile(page, { name: 'Jobs of the joiner.csv', text: SHEETS['Jobs of the plumber'] });
  await page.getByRole('link', { name: 'How it was read' }).click();
  const table = page.getByRole('region', { name: 'The table' });
  await expect(table).toContainText('Each row is a job.');
  await table.getByRole('button', { name: 'Something else' }).click();
  await table.getByLabel('One of them is called').fill('visit');
  await table.getByRole('button', { name: 'Say so' }).click();
  await expect(table).toContainText('Each row is a visit.');
  await table.getByRole('button', { name: 'Take that back' }).click();
  await expect(table).toContainText('Each row is a job.');
});
