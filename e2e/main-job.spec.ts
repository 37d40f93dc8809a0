import type { Page } from '@playwright/test';
import {
  choose,
  drawn,
  dropFile,
  expect,
  exportedCsv,
  expectSentence,
  handedOver,
  pick,
  saveChart,
  test,
} from './support/page';
import { pounds, takingsBy, tillFile } from './support/till';

const till = tillFile();

async function expectTotals(page: Page, step: 'month' | 'quarter', bySpot: boolean): Promise<void> {
  const expected = takingsBy(till.text, step, bySpot ? (row) => row.Spot : undefined);
  const rows = await exportedCsv(page);
  expect(rows.map((row) => row['Sold on'])).toEqual([...expected.keys()].sort());
  for (const row of rows) {
    const here = expected.get(row['Sold on']);
    const spots = bySpot ? ['Yard', 'Glasshouse', 'Market stall', 'Web shop'] : ['all'];
    for (const spot of spots) {
      const total = here?.get(spot);
      const cell = bySpot ? row[spot] : row.Takings;
      expect(cell, `${spot}, ${row['Sold on']}`).toBe(total === undefined ? '' : pounds(total));
    }
  }
}

test('from a dropped file to a saved, reopened and exported chart', async ({ page }) => {
  test.setTimeout(180_000);
  await dropFile(page, till);

  await test.step('date and takings make monthly totals', async () => {
    await pick(page, 'Sold on', 'Takings');
    await expectSentence(page, 'Total of Takings by month of Sold on, as a line');
    await expectTotals(page, 'month', false);
    await expect(page.getByRole('contentinfo', { name: 'Checks' })).toContainText(
      '3 cells of Takings could not be read',
    );
  });

  await test.step('the step is changed to quarter', async () => {
    await choose(page, 'month', 'Quarter');
    await expectSentence(page, 'Total of Takings by quarter of Sold on, as a line');
    await expectTotals(page, 'quarter', false);
  });

  await test.step('the chart is split by spot', async () => {
    await choose(page, '+ a split', 'Spot');
    await expectSentence(page, 'Total of Takings by quarter of Sold on, one line per Spot');
    await expectTotals(page, 'quarter', true);
  });

  const rightScale = page.getByRole('button', { name: 'Right scale', exact: true });
  await test.step('an amount of another unit comes on the right scale, and is moved there and back', async () => {
    await choose(page, '+ another amount', 'Quantity');
    await expect(rightScale).toHaveCount(1);
    await choose(page, 'Quantity', 'Left scale');
    await expect(rightScale).toHaveCount(0);
    await choose(page, 'Quantity', 'Right scale');
    await expect(rightScale).toHaveCount(1);
  });

  await test.step('undo, by keys and by button, goes back step by step, and redo forward', async () => {
    await page.keyboard.press('Control+z');
    await expect(rightScale).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(rightScale).toHaveCount(1);
    await page.keyboard.press('Control+Shift+z');
    await expect(rightScale).toHaveCount(0);
    for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo' }).click();
    await expectSentence(page, 'Total of Takings by quarter of Sold on, one line per Spot');
    await expect(rightScale).toHaveCount(0);
    await drawn(page);
  });

  await test.step('the title is rewritten in place', async () => {
    await page.getByRole('button', { name: /Title, rewrite$/ }).click();
    await page.getByRole('textbox', { name: 'Title', exact: true }).fill('How each spot sells');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('How each spot sells');
  });

  await test.step('a reload loses nothing', async () => {
    await page.reload();
    await drawn(page);
    await expectSentence(page, 'Total of Takings by quarter of Sold on, one line per Spot');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('How each spot sells');
    await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  });

  await test.step('it is saved under a name and reopens from the desk as it was', async () => {
    await saveChart(page, 'Spots by quarter');
    await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();
    await page.reload();
    await drawn(page);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('How each spot sells');
    await page.getByRole('link', { name: 'Desk' }).click();
    await page.getByRole('link', { name: 'Spots by quarter' }).first().click();
    await drawn(page);
    await expectSentence(page, 'Total of Takings by quarter of Sold on, one line per Spot');
    await expectTotals(page, 'quarter', true);
  });

  await test.step('it is exported as a picture of twice its size', async () => {
    const figure = await page.getByRole('figure').boundingBox();
    const { name, content: png } = await handedOver(page, 'Save as PNG, 2 times as sharp');
    expect(png.subarray(1, 4).toString()).toBe('PNG');
    // The width stands in the first chunk of a PNG (ISO/IEC 15948, 11.2.2).
    expect(Math.abs(png.readUInt32BE(16) - 2 * (figure?.width ?? 0))).toBeLessThanOrEqual(2);
    expect(name).toBe('How-each-spot-sells.png');
  });
});

test('the values at a place are read across with the arrow keys', async ({ page }) => {
  await dropFile(page, {
    name: 'week.csv',
    text: 'Day,Sold\n2025-03-03,4\n2025-03-04,7\n2025-03-05,9\n2025-03-06,2\n2025-03-07,5\n2025-03-08,6\n',
  });
  await pick(page, 'Day', 'Sold');
  await page.locator('.recharts-surface[tabindex="0"]').first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('Tue 4 Mar 2025')).toBeVisible();
  const read = page.locator('table').filter({ hasText: 'change' });
  await expect(read.getByRole('row', { name: /^Sold/ })).toHaveText('Sold7+75%');
});
