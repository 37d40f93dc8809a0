import ExcelJS from 'exceljs';
import type { Page } from '@playwright/test';
import { dropFile, drawn, expect, exportedCsv, expectSentence, giveFile, pick, saveChart, test } from './support/page';

/** Drops a file whose reading wants to be looked at. */
async function dropOnReading(page: Page, name: string, text: string | Buffer): Promise<void> {
  await page.goto('/');
  await giveFile(page, { name, text });
  await expect(page).toHaveURL(/\/sheets\/\w+\/reading$/, { timeout: 40_000 });
  await expect(page.getByRole('heading', { name: 'How this sheet was read' })).toBeVisible();
}

/** The desk, once its sheets are there: only then it listens. */
async function openDesk(page: Page): Promise<void> {
  await page.goto('/');
  await expect(
    page
      .getByRole('region', { name: 'Sheets' })
      .getByText(/ rows, |No sheets yet/)
      .first(),
  ).toBeVisible();
}

async function messyWorkbook(): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('About').addRow(['made for a test']);
  const sheet = book.addWorksheet('Bays');
  const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun'];
  sheet.addRow(['Heating 2025 (in £)']);
  sheet.addRow([]);
  sheet.addRow(['Bay', ...months]);
  const north = [60, 50, 40, 30, 20, 10];
  const south = [90.5, 80.5, 70.5, 60.5, 50.5, 40.5];
  sheet.addRow(['North', ...north]);
  sheet.addRow(['South', ...south]);
  sheet.addRow(['All bays', ...north.map((value, i) => value + south[i])]);
  sheet.addRow(['Read on the last working day']);
  return Buffer.from(await book.xlsx.writeBuffer());
}

test('a messy workbook with months across the top, a title and a totals row becomes a right line chart', async ({
  page,
}) => {
  await dropOnReading(page, 'heating.xlsx', await messyWorkbook());
  const table = page.getByRole('region', { name: 'The table' });
  await expect(table).toContainText('The 6 months across the top become one column, Month');
  await expect(table).toContainText('Row 6 is a total and is left out');
  await expect(page.getByRole('row', { name: /All bays/ })).toContainText('total');
  await page.getByRole('button', { name: 'Looks right, make a chart' }).click();
  await pick(page, 'Month', 'Amount', 'Bay');
  await expectSentence(page, 'Total of Amount by month of Month, one line per Bay');
  expect(await exportedCsv(page)).toEqual([
    { Month: '2025-01-01', North: '60', South: '90.5' },
    { Month: '2025-02-01', North: '50', South: '80.5' },
    { Month: '2025-03-01', North: '40', South: '70.5' },
    { Month: '2025-04-01', North: '30', South: '60.5' },
    { Month: '2025-05-01', North: '20', South: '50.5' },
    { Month: '2025-06-01', North: '10', South: '40.5' },
  ]);
});

test('a finding is turned round with one click and back, and another worksheet can be read', async ({ page }) => {
  await dropOnReading(page, 'heating.xlsx', await messyWorkbook());
  const columns = page.getByRole('region', { name: 'The columns' });
  await page.getByRole('button', { name: 'Keep as columns' }).click();
  await expect(columns.getByRole('heading')).toHaveText([
    'The columns',
    'Bay',
    'Jan',
    'Feb',
    'Mar',
    'Apr',
    'May',
    'Jun',
  ]);
  await page.getByRole('button', { name: 'Do it' }).click();
  await expect(columns.getByRole('heading')).toHaveText(['The columns', 'Bay', 'Month', 'Amount']);
  await page.getByRole('button', { name: 'Other worksheet' }).click();
  await expect(page.getByRole('menuitem', { name: /About/ })).toBeVisible();
});

test('a change of the reading that breaks a saved chart says so', async ({ page }) => {
  await dropOnReading(page, 'heating.xlsx', await messyWorkbook());
  await page.getByRole('button', { name: 'Looks right, make a chart' }).click();
  await pick(page, 'Month', 'Amount');
  await saveChart(page);
  await page.getByRole('link', { name: 'How it was read' }).click();
  await page.getByRole('button', { name: 'Keep as columns' }).click();
  const broken = page.getByText(/could not be drawn any more: .*Take the change back/);
  await expect(broken).toBeVisible();
  await page.getByRole('button', { name: 'Do it' }).click();
  await expect(broken).toHaveCount(0);
});

test('a column whose dates read both ways is asked about, and the answer reads it again', async ({ page }) => {
  await dropOnReading(page, 'dates.csv', 'Day of sale,Sold\n03/04/2025,4\n05/06/2025,7\n07/08/2025,9\n');
  const question = page.getByRole('region', { name: 'A question about Day of sale' });
  await expect(question).toContainText('Does the day or the month come first in Day of sale?');
  await question.getByRole('button', { name: /Month first/ }).click();
  await expect(question).toHaveCount(0);
  await page.getByRole('button', { name: 'Looks right, make a chart' }).click();
  await pick(page, 'Day of sale', 'Sold');
  expect((await exportedCsv(page)).map((row) => row['Day of sale'])[0]).toMatch(/^2025-03/);
});

test('a wrong guess is corrected, from the text as it was received', async ({ page }) => {
  await dropFile(page, { name: 'beds.csv', text: 'Bed no,Sold\n1,4\n2,7\n3,9\n4,2\n' });
  await page.getByRole('link', { name: 'How it was read' }).click();
  // The workbench has a button of the same name.
  await expect(page.getByRole('heading', { name: 'How this sheet was read' })).toBeVisible();
  await page.getByRole('button', { name: /^How Bed no was read: Key/ }).click();
  const card = page.getByRole('dialog', { name: 'How Bed no was read' });
  await card.getByLabel('Good for').click();
  await page
    .getByRole('option', { name: /^Group/ })
    .or(page.locator('.ant-select-item-option').filter({ hasText: 'Group: a category' }))
    .first()
    .click();
  await expect(page.getByRole('button', { name: /^How Bed no was read: Group/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Looks right, make a chart' }).click();
  await pick(page, 'Bed no', 'Sold');
  await expectSentence(page, 'Total of Sold by Bed no, as columns');
});

test('cells pasted from another program, and a table of a web page, become sheets', async ({ page }) => {
  const paste = (data: Record<string, string>) =>
    page.evaluate((kinds) => {
      const transfer = new DataTransfer();
      for (const [kind, text] of Object.entries(kinds)) transfer.setData(kind, text);
      window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }));
    }, data);
  await openDesk(page);
  await paste({ 'text/plain': 'Spot\tSold\nYard\t3\nShop\t4\n' });
  await expect(page).toHaveURL(/\/sheets\/\w+$/);
  await expect(page.getByText('2 rows', { exact: true })).toBeVisible();
  await openDesk(page);
  await paste({
    'text/html': '<table><tr><th>Spot<th>Sold<tr><td>Yard<td>3<tr><td>Shop<td>4<tr><td>Web<td>5</table>',
    'text/plain': 'Spot Sold',
  });
  await expect(page).toHaveURL(/\/sheets\/\w+$/);
  await expect(page.getByText('3 rows', { exact: true })).toBeVisible();
});

test('a newer file adds the rows that are new; what it breaks is said before', async ({ page }) => {
  const rows = ['2025-03-03,Yard,4', '2025-03-04,Shop,7', '2025-03-05,Yard,9'];
  await dropFile(page, { name: 'sold.csv', text: ['Day,Spot,Sold', ...rows].join('\n') });
  await pick(page, 'Day', 'Sold');
  await saveChart(page);
  const chart = page.url();
  await page.getByRole('link', { name: 'How it was read' }).click();

  const giveNewer = async (text: string, mode: string) => {
    await page.getByRole('button', { name: 'Take a newer file' }).click();
    await page.getByLabel(mode).check();
    await page
      .getByLabel('Choose the newer file')
      .setInputFiles({ name: 'newer.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  };
  const newer = page.getByRole('region', { name: 'A newer file' });
  await giveNewer('Spot,Day\nYard,2025-03-03\n', 'Replace all rows');
  await expect(newer).toContainText('Sold is not in the file any more.');
  await expect(newer).toContainText('could not be drawn any more');
  await newer.getByRole('button', { name: 'Leave it' }).click();

  await giveNewer('Day,Spot,Pieces\n2025-03-03,Yard,4\n2025-03-08,Yard,1\n', 'Add the rows that are new');
  await expect(newer).toContainText('Sold is not in the file; Pieces stands in its place.');
  await newer.getByRole('button', { name: 'It is the same column' }).click();
  await expect(newer).toContainText('1 new row; 1 row the sheet holds already.');
  await expect(newer).toContainText('The columns are the same.');
  await newer.getByRole('button', { name: 'Leave it' }).click();

  await giveNewer(
    ['Day,Spot,Sold', rows[2], '2025-03-06,Web,5', '2025-03-07,Web,6'].join('\n'),
    'Add the rows that are new',
  );
  await expect(newer).toContainText('2 new rows; 1 row the sheet holds already. It will have 5 rows.');
  await newer.getByRole('button', { name: 'Take it' }).click();
  await expect(newer).toHaveCount(0);
  await page.goto(chart);
  await drawn(page);
  expect((await exportedCsv(page)).map((row) => [row.Day, row.Sold])).toEqual([
    ['2025-03-03', '4'],
    ['2025-03-04', '7'],
    ['2025-03-05', '9'],
    ['2025-03-06', '5'],
    ['2025-03-07', '6'],
  ]);
});
