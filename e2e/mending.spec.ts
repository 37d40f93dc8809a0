import type { Page } from '@playwright/test';
import { takeIn } from './support/api';
import {
  choose,
  drawn,
  dropFile,
  expect,
  expectSentence,
  exportedCsv,
  giveFile,
  head,
  pick,
  saveChart,
  test,
  select,
} from './support/page';

/** Jobs of a workshop: three hundred rows with names of 45 letters and more, and a discount that is mostly blank. */
const KINDS = ['Repair of a garden chair with new canvas and two arms', 'Sharpening of shears, spades and other edges'];
const JOBS = [
  'Job no,Done on,What was done,Fee (£),Discount (£)',
  ...Array.from({ length: 300 }, (_, i) => {
    const day = new Date(Date.UTC(2024, 0, 1 + i)).toISOString().slice(0, 10);
    return `J-${1000 + i},${day},"${KINDS[i % 2]}",${20 + (i % 7)}.00,${i % 4 === 0 ? '2.00' : ''}`;
  }),
].join('\n');

/** Takings of three bays, with months across the top. */
const WIDE = [
  'Bay,Jan 2024,Feb 2024,Mar 2024,Apr 2024',
  'North,412,398,451,470',
  'South,301,290,315,330',
  'West,218,190,201,250',
].join('\n');

const lacks = (page: Page) => page.getByRole('alert', { name: 'What this chart lacks' });
const dialog = (page: Page, name: string | RegExp) => page.getByRole('dialog', { name });

async function openPart(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Parts', exact: true }).click();
  await page.getByRole('menuitem', { name, exact: true }).click();
}

/** A file that may have been read otherwise than it was meant opens on its reading. */
async function dropWide(page: Page): Promise<void> {
  await page.goto('/');
  await giveFile(page, { name: 'bays.csv', text: WIDE });
  await page.getByRole('button', { name: 'Looks right, make a chart' }).click();
}

/** Charts months across the top, then keeps them as columns, so that the chart lacks what it names. */
async function loseMonths(page: Page): Promise<void> {
  await dropWide(page);
  await pick(page, 'Month', 'Amount');
  await page.getByRole('link', { name: 'How it was read' }).click();
  await page.getByRole('button', { name: 'Keep as columns' }).click();
  await expect(page.getByText(/3 rows and 5 columns were read/)).toBeVisible();
  await page.getByRole('link', { name: 'Open the workbench' }).click();
}

test.describe('what a chart lacks is said, with ways out', () => {
  // The answer that says what is gone is an error to the browser.
  test.use({ expectedErrors: [/status of 4(04|22)/] });

  test('a run of rows keeps names and chart; months kept as columns lead to ways out, and one takes it back', async ({
    page,
  }) => {
    await dropFile(page, { name: 'jobs.csv', text: JOBS });
    await pick(page, 'Done on', 'Fee');
    await page.getByRole('link', { name: 'How it was read' }).click();
    await page.getByRole('button', { name: 'Only a run of rows' }).click();
    await page.getByLabel('From row').fill('101');
    await page.getByLabel('to row').fill('201');
    await page.getByRole('button', { name: 'Read these' }).click();
    await expect(page.getByText(/101 rows and 5 columns were read/)).toBeVisible();
    await page.getByRole('link', { name: 'Open the workbench' }).click();
    await drawn(page);
    await expectSentence(page, /Total of Fee by/);

    await loseMonths(page);
    await expect(lacks(page)).toContainText('“Month” is not in the sheet any more');
    await expect(lacks(page).getByRole('button', { name: /^Use / }).first()).toBeVisible();
    await lacks(page).getByRole('button', { name: 'Take the change of the reading back' }).click();
    await drawn(page);
    await expect(lacks(page)).toHaveCount(0);
    await expectSentence(page, /Total of Amount by month of Month/);
  });

  test('a chart whose second sheet was deleted says so and goes on without it; deleting names the charts', async ({
    page,
    request,
  }) => {
    const plan = await takeIn(request, 'plan-to-lose.csv', 'Month,Planned\n2024-11-01,300\n2024-12-01,350\n');
    await dropFile(page, { name: 'jobs-and-plan.csv', text: JOBS });
    await pick(page, 'Done on', 'Fee');
    await page.getByRole('button', { name: '+ another amount' }).click();
    await page.getByRole('menuitem', { name: 'From another sheet …' }).click();
    await dialog(page, 'From another sheet').getByLabel('Sheet', { exact: true }).click();
    await page.keyboard.type('plan-to-lose');
    await page.getByTitle('plan-to-lose', { exact: true }).first().click();
    await dialog(page, 'From another sheet').getByRole('button', { name: 'Add it' }).click();
    await drawn(page);
    await saveChart(page, 'Fees and their plan');
    const chart = page.url();

    await page.goto('/');
    await page.getByRole('button', { name: 'More for plan-to-lose' }).click();
    await page.getByRole('menuitem', { name: 'Delete' }).click();
    await expect(page.getByRole('dialog')).toContainText('Fees and their plan');
    await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
    await expect.poll(async () => (await request.get(`/api/sheets/${plan.id}`)).status()).toBe(404);

    await page.goto(chart);
    await expect(lacks(page)).toContainText('“plan-to-lose” was deleted');
    await lacks(page)
      .getByRole('button', { name: /^Leave .* out$/ })
      .click();
    await drawn(page);
    await expectSentence(page, /Total of Fee by/);
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Saved', exact: true })).toBeVisible();
  });

  test('a pick begins anew what lacks a column', async ({ page }) => {
    await loseMonths(page);
    await expect(lacks(page)).toBeVisible();
    await head(page, 'Bay').click();
    await expect(lacks(page)).toHaveCount(0);
    await drawn(page);
    await expectSentence(page, /Count of bays by Bay/);
  });
});

test('long names that repeat are groups; a row is called by what its Key names', async ({ page }) => {
  await dropFile(page, { name: 'long-names.csv', text: JOBS });
  await pick(page, 'What was done');
  await expectSentence(page, /Count of jobs by What was done/);
  await pick(page, 'Fee');
  await expectSentence(page, /Total of Fee by What was done/);
});

test('a formula begun with “=” is taken; blanks add nothing to a difference of totals', async ({ page }) => {
  await dropFile(page, { name: 'differences.csv', text: JOBS });
  await pick(page, 'What was done', 'Fee');
  await page.getByRole('button', { name: '+ another amount' }).click();
  await page.getByRole('menuitem', { name: 'A formula …' }).click();
  const card = dialog(page, /formula/i);
  await card.getByLabel('Formula', { exact: true }).fill('= (Fee - Discount');
  await expect(card).toContainText(/bracket/);
  await card.getByLabel('Formula', { exact: true }).fill('= Fee - Discount');
  await card.getByRole('button', { name: 'Add it' }).click();
  await drawn(page);
  const found = await exportedCsv(page);
  const left = (row: Record<string, string>) => Number(row[Object.keys(row).find((key) => / [-−] /.test(key)) ?? '']);
  // 300 fees of 20 to 26 pounds; 75 discounts of 2 pounds, all on the jobs of one kind.
  const fees = Array.from({ length: 300 }, (_, i) => 20 + (i % 7)).reduce((sum, fee) => sum + fee);
  expect(found.map(left).reduce((sum, value) => sum + value)).toBeCloseTo(fees - 150, 6);
});

test('a correction of a column is taken back with the others by undo', async ({ page }) => {
  await dropFile(page, { name: 'corrected.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee');
  await page.getByRole('button', { name: /^How Fee was read/ }).click();
  await select(page, 'Summary', 'Average');
  await expect(page.getByRole('button', { name: /^How Fee was read: .*average/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^How Fee was read: .*total/ })).toBeVisible();
});

test('a second tab on an unsaved chart says so, and can take it over', async ({ page, context }) => {
  await dropFile(page, { name: 'two-tabs.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee');
  const second = await context.newPage();
  await second.goto(page.url());
  const notice = second.getByText('This chart is open in another tab too.');
  await expect(notice).toBeVisible();
  await second.getByRole('button', { name: 'Go on here' }).click();
  await expect(notice).toHaveCount(0);
  await expect(page.getByText('Another tab went on with this chart.')).toBeVisible();
  await second.close();
});

test('days are typed as people write them; what is no day holds the filter back', async ({ page }) => {
  await dropFile(page, { name: 'typed-days.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee');
  await page.getByRole('button', { name: '+ only some rows' }).click();
  const card = dialog(page, /some rows/);
  await expect(card).toContainText('Done on');
  await card.getByLabel('From, this day included', { exact: true }).fill('the other day');
  await card.getByLabel('To, this day included', { exact: true }).fill('31 Mar 2024');
  await expect(card).toContainText('the other day');
  await expect(card.getByRole('button', { name: 'Show only these' })).toBeDisabled();
  await card.getByLabel('From, this day included', { exact: true }).fill('01/02/2024');
  await card.getByRole('button', { name: 'Show only these' }).click();
  await drawn(page);
  await expectSentence(page, /Done on from 1 Feb 2024 to 31 Mar 2024/);
  const found = await exportedCsv(page);
  // 60 days, the 31st of January is row 30: 29 days of February and 31 of March.
  const fees = Array.from({ length: 60 }, (_, i) => 20 + ((31 + i) % 7)).reduce((sum, fee) => sum + fee);
  expect(found.map((row) => Number(row['Fee (£)'] ?? row.Fee)).reduce((sum, fee) => sum + fee)).toBeCloseTo(fees, 6);
});

test('a scale takes “50k” and one end alone; what lies the wrong way round is said', async ({ page }) => {
  await dropFile(page, { name: 'typed-scale.csv', text: JOBS });
  await pick(page, 'What was done', 'Fee');
  await openPart(page, 'Left scale');
  const card = dialog(page, 'Left scale');
  await card.getByRole('radio', { name: 'Fixed' }).check();
  await card.getByLabel('From', { exact: true }).fill('90k');
  await expect(card).toContainText('From must lie below To.');
  await card.getByLabel('From', { exact: true }).fill('');
  await card.getByLabel('To', { exact: true }).fill('50k');
  await page.keyboard.press('Enter');
  await drawn(page);
  await expect(page.getByRole('figure').getByText('£50k', { exact: true })).toBeVisible();
});

test('one series of several is dashed by itself', async ({ page }) => {
  await dropFile(page, { name: 'one-series.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee', 'What was done');
  await page.getByRole('button', { name: 'Parts', exact: true }).click();
  await page.getByRole('menuitem', { name: 'One series' }).hover();
  await page.getByRole('menuitem', { name: KINDS[1] }).click();
  await select(page, 'Line', 'Dotted');
  await expect(page.locator('[data-export=chart] [data-mark=line][stroke-dasharray]')).toHaveCount(1);
});

test('the order, whole steps and parts of a hundred are in the sentence; a chart of each row by itself is said as such', async ({
  page,
}) => {
  await dropFile(page, { name: 'said.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee');
  const step = await page
    .getByRole('region', { name: 'The chart in a sentence' })
    .getByRole('button', { name: /^(week|month)$/ })
    .textContent();
  await choose(page, step ?? '', `Whole ${step}s only`);
  await expectSentence(page, new RegExp(`whole ${step}s only`));
  await choose(page, 'Done on', 'Each job by itself');
  await expectSentence(page, /Fee of each job/);
  expect(await exportedCsv(page)).toHaveLength(300);
});

test('an emptied title is no title in the picture', async ({ page }) => {
  await dropFile(page, { name: 'untitled.csv', text: JOBS });
  await pick(page, 'What was done', 'Fee');
  const title = page.getByRole('button', { name: /\. Title, rewrite$/ });
  await title.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-export=chart] [data-no-export]', { hasText: /^Title$/ })).toHaveCount(1);
});

test('a changed chart that is opened again says that it is not saved yet, and leads back to what is', async ({
  page,
}) => {
  await dropFile(page, { name: 'draft.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee');
  await saveChart(page, 'A chart in work');
  const told = page.getByRole('status').filter({ hasText: 'not saved yet' });
  await page.getByRole('button', { name: 'Coarser' }).click();
  await drawn(page);
  const changed = await page.getByRole('region', { name: 'The chart in a sentence' }).locator('p').first().innerText();
  await expect(told).toHaveCount(0);
  await page.reload();
  await expectSentence(page, changed);
  await told.getByRole('button', { name: 'Back to the saved chart' }).click();
  await expect(told).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expectSentence(page, changed);
});

test('a role that is set by hand takes effect in the open chart, and is undone with it', async ({ page }) => {
  const rows = Array.from(
    { length: 16 },
    (_, i) =>
      `2025-03-${String(i + 1).padStart(2, '0')},${['Yard', 'Stall'][i % 2]},${[9, 12, 15][i % 3]},${100 + ((i * 37) % 60)}`,
  );
  await dropFile(page, { name: 'roles.csv', text: ['Day,Spot,Size,Takings (£)', ...rows].join('\n') });
  await pick(page, 'Day', 'Size');
  const before = await page.getByRole('region', { name: 'The chart in a sentence' }).locator('p').first().innerText();
  const good = async (role: string) => {
    await page.getByRole('button', { name: /^How Size was read/ }).click();
    await page.getByRole('dialog').getByRole('combobox').first().click();
    await page.locator('.ant-select-item-option').filter({ hasText: role }).click();
  };
  const close = async () => {
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  await good('Amount: ');
  await expectSentence(page, /Average of Size by day of Day/);
  await close();
  await good('Note: ');
  await expect(page.getByText('“Size” is a Note now: this chart has no place for it')).toBeVisible();
  await close();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expectSentence(page, /Average of Size by day of Day/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expectSentence(page, before);
});

test('reading is reached from a chart and leads back to it', async ({ page }) => {
  await dropFile(page, { name: 'there-and-back.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee');
  await saveChart(page, 'There and back');
  const chart = page.url();
  await page.getByRole('link', { name: 'How it was read' }).click();
  await page.getByRole('button', { name: 'Looks right, back to the chart' }).click();
  await expect(page).toHaveURL(chart);
  await expectSentence(page, /Total of Fee/);
});

for (const { when, latency } of [
  { when: 'right after the upload', latency: 0 },
  { when: 'while the answer is on its way', latency: 5000 },
])
  test(`a stop ${when} leaves no sheet`, async ({ page, request }, { retry }) => {
    const name = `stopped ${latency} ${retry}`;
    const rows = Array.from(
      { length: 120_000 },
      (_, i) => `2024-01-${String(1 + (i % 28)).padStart(2, '0')},${i},Yard`,
    );
    const named = async () => {
      const { sheets } = (await (await request.get('/api/sheets')).json()) as {
        sheets: { name: string; status: string }[];
      };
      return sheets.filter((sheet) => sheet.name === name).map(({ status }) => status);
    };
    await page.goto('/');
    const line = await page.context().newCDPSession(page);
    await line.send('Network.emulateNetworkConditions', {
      offline: false,
      latency,
      downloadThroughput: -1,
      uploadThroughput: -1,
    });
    await giveFile(page, { name: `${name}.csv`, text: ['Day,Fee,Spot', ...rows].join('\n') });
    const stop = page.getByRole('button', { name: 'Stop', exact: true });
    await stop.waitFor();
    if (latency > 0) await expect.poll(named, { intervals: [100] }).toEqual(['ready']);
    await stop.click();
    await expect(stop).toHaveCount(0);
    await expect.poll(named).toEqual([]);
    // Nor does one come later.
    await page.waitForTimeout(1000);
    expect(await named()).toEqual([]);
  });

test.describe('at twice the size of letters', () => {
  test.use({ viewport: { width: 640, height: 400 } });

  /** What of the controls and cards in sight leaves the window sideways, or a card at any side. */
  const outside = (page: Page) =>
    page.evaluate(() => {
      const { innerWidth: width, innerHeight: height } = window;
      const cards = [...document.querySelectorAll('.ant-popover:not(.ant-popover-hidden) [role=dialog]')].filter(
        (card) => {
          const { left, right, top, bottom } = card.getBoundingClientRect();
          return left < 0 || right > width || top < 0 || bottom > height;
        },
      );
      const wide = (document.scrollingElement?.scrollWidth ?? 0) > width ? ['the page scrolls sideways'] : [];
      return [...wide, ...cards.map((card) => card.getAttribute('aria-label'))];
    });

  test('an empty workbench opens, no card leaves the window, and Escape gives the focus back', async ({ page }) => {
    await dropFile(page, { name: 'zoomed.csv', text: JOBS });
    // Only the rows in sight are drawn.
    expect(await page.getByRole('row').count()).toBeLessThan(60);
    await pick(page, 'Done on', 'Fee', 'What was done');
    for (const part of ['Left scale', 'Across', 'Grid', 'Title', 'Whole chart', 'All series']) {
      await openPart(page, part);
      await expect(page.getByRole('dialog')).toHaveCount(1);
      await expect.poll(() => outside(page), part).toEqual([]);
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
      await expect(page.getByRole('button', { name: 'Parts', exact: true })).toBeFocused();
    }
  });
});
