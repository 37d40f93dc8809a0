import { Client } from 'pg';
import { makeStock } from '../demo/stock';
import { choose, drawn, expect, exportedCsv, expectSentence, pick, test } from './support/page';

let address = '';
test.beforeAll(async () => {
  address = await makeStock(process.env.DATABASE_URL ?? '');
});

test.describe("a firm's database", () => {
  test.use({ expectedErrors: [/status of 4(22|03)/] });

  test('a table is opened where it stands and charted; its figures are those of plain SQL', async ({ page }) => {
    test.setTimeout(120_000);
    await page.goto('/');
    await page.getByRole('button', { name: 'Open a database table' }).click();
    const another = page.getByRole('button', { name: 'Another database' });
    const field = page.getByLabel('Address of the database');
    await expect(another.or(field)).toBeVisible();
    if (await another.isVisible()) await another.click();
    await page.getByLabel('Address of the database').fill(address.replace('reads-the-stock', 'wrong'));
    await page.getByRole('button', { name: 'Test and keep' }).click();
    await expect(page.locator('form p[role=alert]')).toContainText('does not let this user in');
    // The application's own user may do everything; for a firm's database that is too much.
    await page.getByLabel('Address of the database').fill(process.env.DATABASE_URL ?? '');
    await page.getByRole('button', { name: 'Test and keep' }).click();
    await expect(page.locator('form p[role=alert]')).toContainText('is a superuser');
    await expect(page.getByLabel('Statements for the database')).toContainText('CREATE ROLE chart_reader');
    await page.getByLabel('Address of the database').fill(address);
    await page.getByRole('button', { name: 'Test and keep' }).click();
    await page.getByRole('button', { name: /^deliveries/ }).click();
    await expect(page.getByRole('region', { name: 'First rows', exact: true })).toContainText('plant_group');
    await page.getByRole('button', { name: 'Open as a sheet' }).click();
    await expect(page).toHaveURL(/\/sheets\/\w+$/);
    await pick(page, 'arrived_on', 'cost');
    await choose(page, 'month', 'Quarter');
    await expectSentence(page, 'Total of cost by quarter of arrived_on, as a line');

    const client = new Client({ connectionString: address });
    await client.connect();
    const { rows } = await client.query<{ quarter: string; cost: string }>(
      "SELECT to_char(date_trunc('quarter', arrived_on), 'YYYY-MM-DD') AS quarter, sum(cost)::text AS cost FROM deliveries GROUP BY 1 ORDER BY 1",
    );
    await client.end();
    expect(await exportedCsv(page)).toEqual(
      rows.map(({ quarter, cost }) => ({ arrived_on: quarter, Cost: String(Number(cost)) })),
    );
  });

  test('a SELECT is opened, and what is none is refused in words', async ({ page }) => {
    await page.goto('/database');
    await page.getByText('A SELECT', { exact: true }).click();
    const text = page.getByRole('textbox', { name: 'A SELECT' });
    await text.fill('DROP TABLE deliveries');
    await page.getByRole('button', { name: 'Look at its rows' }).click();
    await expect(page.getByText('Only a SELECT is run')).toContainText('Only a SELECT is run');
    await text.fill('SELECT plant_group, sum(pots) AS pots FROM deliveries GROUP BY 1');
    await page.getByRole('button', { name: 'Look at its rows' }).click();
    await page.getByRole('button', { name: 'Open as a sheet' }).click();
    await expect(page).toHaveURL(/\/sheets\/\w+$/);
    await pick(page, 'plant_group', 'pots');
    await drawn(page);
    await expectSentence(page, 'Total of pots by plant_group, as columns');
  });
});
