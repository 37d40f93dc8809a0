import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { chartsOfDemo } from './support/demo';
import { drawn, dropFile, expect, handedOver, pick, saveChart, test } from './support/page';

const TAKINGS = `Day,Spot,Takings\n${Array.from({ length: 24 }, (_, i) => `2025-03-${String(i + 1).padStart(2, '0')},${i % 2 ? 'Yard' : 'Stall'},${100 + 7 * i}`).join('\n')}\n`;

test.use({ permissions: ['clipboard-read', 'clipboard-write'] });

test('the picture and the figures are copied', async ({ page }) => {
  await dropFile(page, { name: 'copied.csv', text: TAKINGS });
  await pick(page, 'Day', 'Takings');
  await page.getByRole('button', { name: 'Hand over' }).click();
  const card = page.getByRole('dialog', { name: 'Hand over' });
  await card.getByRole('button', { name: 'As a picture' }).click();
  await expect(page.getByText('Copied. Paste it where it is to stand.')).toBeVisible();
  const types = () =>
    page.evaluate(async () => (await navigator.clipboard.read()).flatMap(({ types: all }) => [...all]));
  expect(await types()).toContain('image/png');
  await card.getByRole('button', { name: 'The figures, as cells' }).click();
  await expect(page.getByText('Copied. Paste them into a sheet.')).toBeVisible();
  const text = await page.evaluate(() => navigator.clipboard.readText());
  expect(text.split('\n')[0]).toBe('Day\tTakings');
  expect(text.split('\n')[1]).toBe('2025-03-01\t100');
});

test('where the browser lets no picture be copied it is saved, and that is said', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(navigator, 'clipboard', {
      value: {
        write: () => Promise.reject(new Error('not here')),
        writeText: () => Promise.reject(new Error('not here')),
      },
    });
  });
  await dropFile(page, { name: 'not-copied.csv', text: TAKINGS });
  await pick(page, 'Day', 'Takings');
  await page.getByRole('button', { name: 'Hand over' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'As a picture' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/\.png$/);
  await expect(page.getByText(/was saved as a file instead/)).toBeVisible();
});

test('a page that was saved opens from the disk without a network: the chart to the pixel, values read by pointer and keys', async ({
  page,
  context,
}) => {
  await dropFile(page, { name: 'paged.csv', text: `${TAKINGS}` });
  await pick(page, 'Day', 'Takings');
  await drawn(page);
  const { name, content } = await handedOver(page, 'Save as a page');
  expect(name).toMatch(/\.html$/);
  expect(content.length).toBeLessThan(1_500_000);
  // Of the sheet nothing is in it but what is charted.
  expect(content.toString()).not.toContain('Stall');
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'up-chart-page-')), name);
  writeFileSync(file, content);
  const svg = await handedOver(page, 'Save as SVG');
  const other = await context.newPage();
  await context.setOffline(true);
  const asked: string[] = [];
  other.on('request', (request) => asked.push(request.url()));
  const wrong: string[] = [];
  other.on('console', (message) => message.type() === 'error' && wrong.push(message.text()));
  await other.goto(`file://${file}`);
  const chart = other.locator('#chart');
  await chart.focus();
  await other.keyboard.press('ArrowRight');
  await expect(other.locator('#card')).toContainText('1 Mar 2025');
  await expect(other.locator('#card')).toContainText('100');
  await other.keyboard.press('End');
  await expect(other.locator('#card')).toContainText('261');
  const box = await chart.boundingBox();
  if (!box) throw new Error('no chart');
  await other.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await expect(other.locator('#card')).toContainText(/1[234] Mar 2025/);
  await other.getByText('The figures').click();
  await expect(other.getByRole('table').last().getByRole('row')).toHaveCount(25);
  await expect(other.getByRole('columnheader', { name: 'Takings' })).toBeVisible();
  expect(asked.filter((url) => !url.startsWith('file:') && !url.startsWith('data:'))).toEqual([]);
  expect(wrong).toEqual([]);
  // The picture in it is the one that is saved as SVG, but for its letters.
  const inner = (text: string) =>
    text.slice(text.indexOf('<rect', text.indexOf('<svg')), text.indexOf('</svg>')).replace(/<style>.*?<\/style>/s, '');
  expect(inner(content.toString())).toBe(inner(svg.content.toString()));
  await context.setOffline(false);
});

test('figures are saved as typed cells', async ({ page }) => {
  await dropFile(page, { name: 'typed.csv', text: TAKINGS.replaceAll(/,(\d+)\n/g, ',£$1\n') });
  await pick(page, 'Day', 'Takings');
  const { content } = await handedOver(page, 'Save the figures as JSON');
  const { columns, rows } = JSON.parse(content.toString()) as { columns: unknown[]; rows: unknown[][] };
  expect(columns).toEqual([
    { name: 'Day', type: 'date' },
    { name: 'Takings', type: 'decimal', unit: 'GBP' },
  ]);
  expect(rows[0]).toEqual(['2025-03-01', 100]);
});

async function savedChart(page: Page, name: string): Promise<string> {
  await dropFile(page, { name: `${name}.csv`, text: TAKINGS });
  await pick(page, 'Day', 'Takings');
  await saveChart(page, name);
  return page.url().replace(/.*\//, '');
}

test.describe('by mail', () => {
  // A wrong address is refused; what the test puts into the frame of a message may not run there.
  test.use({ expectedErrors: [/422 \(Unprocessable|Blocked script execution in 'about:srcdoc'/] });

  test('a delivery is made, sent now, and read in the outbox', async ({ page }) => {
    await savedChart(page, 'Sent by mail');
    await page.getByRole('button', { name: 'Hand over' }).click();
    await page.getByRole('button', { name: 'Send it by mail …' }).click();
    const dialog = page.getByRole('dialog', { name: 'Send it by mail' });
    await dialog.getByLabel('To', { exact: true }).fill('office@quillbrook.example\nx');
    await dialog.getByLabel('To', { exact: true }).fill('not an address');
    await dialog.getByRole('button', { name: 'Keep' }).click();
    await expect(dialog.getByRole('alert')).toContainText('addresses such as name@example.org');
    await dialog.getByLabel('To', { exact: true }).fill('office@quillbrook.example');
    await dialog.getByLabel('Message').fill('How March went.');
    await dialog.getByRole('checkbox', { name: 'Figures (XLSX)' }).check();
    await dialog.getByRole('button', { name: 'Keep' }).click();
    await expect(dialog).toBeHidden();
    const line = page.getByRole('listitem').filter({ hasText: 'to office@quillbrook.example' });
    await expect(line).toContainText('every Monday at 08:00');
    await line.getByRole('button', { name: 'Send now' }).click();
    await expect(page.getByText('Sent.', { exact: true })).toBeVisible();
    await expect(line).toContainText('sent today');
    await page.goto('/outbox');
    await page
      .getByRole('list', { name: 'Messages' })
      // A mail is called by the printed title, not by the name that the chart has on the desk.
      .getByRole('button', { name: /Takings by day/ })
      .first()
      .click();
    await expect(page.getByText('Takings-by-day.xlsx', { exact: false })).toBeVisible();
    const mail = page.frameLocator('iframe');
    await expect(mail.getByText('How March went.')).toBeVisible();
    await expect.poll(() => mail.locator('img').evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1440);
    await page.getByRole('button', { name: 'As text alone' }).click();
    await expect(page.getByText(/How March went\.\s+Takings by day/)).toBeVisible();
  });
});

test('the server draws what the screen shows: all charts of the demo', async ({ page, request }) => {
  test.setTimeout(240_000);
  const { compared } = await import('./support/compare');
  for (const spec of await chartsOfDemo(request)) {
    const found = await compared(page, request, spec);
    expect(found.share, `${found.title}: share of pixels that differ`).toBeLessThan(0.008);
  }
});
