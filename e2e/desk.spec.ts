import { takeIn } from './support/api';
import { drawn, dropFile, expect, pick, saveChart, test } from './support/page';

const SHOP = [
  'Day,Till (£)',
  ...Array.from({ length: 28 }, (_, i) => `2025-02-${String(i + 1).padStart(2, '0')},${i}`),
];

test('sheets and charts are found, renamed and duplicated on the desk; the same name is told apart', async ({
  page,
  request,
}) => {
  await takeIn(request, 'twice-there.csv', SHOP.slice(0, 11).join('\n'));
  // Enough of them that finding one is offered.
  for (let i = 0; i < 12; i++) await takeIn(request, `one-of-many-${i}.csv`, SHOP.slice(0, 4).join('\n'));
  await dropFile(page, { name: 'twice-there.csv', text: SHOP.join('\n') });
  await pick(page, 'Day', 'Till');
  await saveChart(page, 'Till of the short month');

  await page.goto('/');
  await page.getByLabel('Find a sheet or a chart').fill('short month');
  await expect(page.getByText('Till of the short month')).toHaveCount(1);
  await page.getByRole('button', { name: 'More for Till of the short month' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.getByText(/^Till of the short month/)).toHaveCount(2);
  await page.getByRole('button', { name: 'More for Till of the short month', exact: true }).first().click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByLabel('Name', { exact: true }).fill('The short month, again');
  await page.getByRole('button', { name: 'Keep the name' }).click();
  await expect(page.getByText('The short month, again')).toBeVisible();

  await page.getByLabel('Find a sheet or a chart').fill('twice-there');
  await expect(page.getByText(/^10 rows/)).toBeVisible();
  await expect(page.getByText(/^28 rows/)).toBeVisible();

  // From another sheet, the two are told apart by their rows.
  await dropFile(page, { name: 'beside-them.csv', text: SHOP.join('\n') });
  await pick(page, 'Day', 'Till');
  await page.getByRole('button', { name: '+ another amount' }).click();
  await page.getByRole('menuitem', { name: 'From another sheet …' }).click();
  await page.getByRole('dialog', { name: 'From another sheet' }).getByLabel('Sheet', { exact: true }).click();
  await page.keyboard.type('twice');
  await expect(page.getByTitle(/^twice-there.*10 rows/)).toBeVisible();
  await expect(page.getByTitle(/^twice-there.*28 rows/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: 'Names and copies' }).click();
  await page.getByRole('menuitem', { name: 'Rename the sheet' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Beside the others');
  await page.getByRole('button', { name: 'Keep the name' }).click();
  await expect(page.getByText('Beside the others').first()).toBeVisible();
  await drawn(page);
});

test('what is filed under a label is found by it, and taken out again', async ({ page, request }, { retry }) => {
  const name = `filed-away-${retry}`;
  await takeIn(request, `${name}.csv`, SHOP.slice(0, 11).join('\n'));
  await takeIn(request, 'not-filed.csv', SHOP.slice(0, 9).join('\n'));
  await page.goto('/');
  const file = async () => {
    await page.getByRole('button', { name: `More for ${name}` }).click();
    await page.getByRole('menuitem', { name: 'File under …' }).click();
  };
  await file();
  await page.getByRole('combobox', { name: 'Labels' }).fill('Spring fair');
  await page.keyboard.press('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('combobox', { name: 'Filed under' }).click();
  await page.getByTitle('Spring fair', { exact: true }).click();
  await expect(page.getByText('not-filed')).toHaveCount(0);
  await expect(page.getByText(name)).toBeVisible();

  await page.reload();
  await file();
  await page.getByRole('combobox', { name: 'Labels' }).focus();
  await page.keyboard.press('Backspace');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
  // Nothing is filed under it any more: it is offered no more.
  await expect(page.getByRole('combobox', { name: 'Filed under' })).toHaveCount(0);
  await expect(page.getByText('not-filed')).toBeVisible();
});
