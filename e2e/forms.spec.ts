import { arrowTo, choose, dropFile, drawn, expect, expectSentence, pick, still, test } from './support/page';
import type { Locator, Page } from '@playwright/test';

/** Twelve months of takings in pounds and rain in millimetres, in two places. */
const WEATHER = [
  'Day,Place,Takings (£),Rain (mm)',
  ...Array.from({ length: 12 }, (_, i) => {
    const month = String(i + 1).padStart(2, '0');
    return [`2025-${month}-03,North,${820 + i * 30},${4 + ((i * 7) % 11)}`, `2025-${month}-17,South,${410 + i * 10},6`];
  }).flat(),
].join('\n');

const figure = (page: Page) => page.getByRole('figure');
const dialog = (page: Page, name: string | RegExp) => page.getByRole('dialog', { name });

/** Opens the card of a part from the list of parts, by keyboard alone. */
async function openPart(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Parts', exact: true }).focus();
  await page.keyboard.press('Enter');
  await arrowTo(page, page.getByRole('menuitem', { name, exact: true }));
  await page.keyboard.press('Enter');
}

async function middleOf(part: Locator): Promise<{ clientX: number; clientY: number; bubbles: true }> {
  const box = await part.boundingBox();
  if (!box) throw new Error('not shown');
  return { clientX: box.x + box.width / 2, clientY: box.y + box.height / 2, bubbles: true };
}

/** Chooses from a select that stands in a card, by keyboard alone. */
async function select(page: Page, label: string, choice: string): Promise<void> {
  const list = page.locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden)');
  await expect(list).toHaveCount(0);
  await page.getByRole('combobox', { name: label, exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(list).toBeVisible();
  const active = list.locator('.ant-select-item-option-active');
  for (let i = 0; i < 12 && (await active.textContent()) !== choice; i++) {
    const before = (await active.textContent()) ?? '';
    await page.keyboard.press('ArrowDown');
    await expect(active).not.toHaveText(before);
  }
  await page.keyboard.press('Enter');
  await drawn(page);
}

test('picks of two units become a combo with its reason; a scale is moved and its range changed on the chart', async ({
  page,
}) => {
  await dropFile(page, { name: 'weather-and-takings.csv', text: WEATHER });
  await pick(page, 'Day', 'Takings', 'Rain');
  await expectSentence(page, /Total of Takings as .* and total of Rain as a line on the right/);
  await expect(page.getByRole('region', { name: 'Suggestions' })).toContainText(/Rain .*mm.*scale of its own/);

  await page.getByRole('button', { name: 'Right scale', exact: true }).click();
  await dialog(page, 'Right scale').getByRole('button', { name: 'Move left' }).click();
  await drawn(page);
  await expect(page.getByRole('button', { name: 'Right scale', exact: true })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await drawn(page);

  await page.getByRole('button', { name: 'Right scale', exact: true }).click();
  await dialog(page, 'Right scale').getByRole('radio', { name: 'Fixed' }).check();
  await dialog(page, 'Right scale').getByLabel('To', { exact: true }).fill('100');
  await page.keyboard.press('Enter');
  await drawn(page);
  await expect(figure(page).getByText('100', { exact: true }).last()).toBeVisible();
});

test('grid, ground and a series open their cards where they are clicked; a click beside a card only closes it', async ({
  page,
}) => {
  await dropFile(page, { name: 'parts-clicked.csv', text: WEATHER });
  await pick(page, 'Day', 'Rain');
  const box = await figure(page).boundingBox();
  if (!box) throw new Error('no chart');
  const ground = [box.x + box.width - 130, box.y + 30] as const;
  await page.mouse.click(...ground);
  await expect(dialog(page, 'Whole chart')).toBeVisible();
  await page.mouse.click(...ground);
  await expect(dialog(page, 'Whole chart')).toBeHidden();
  const line = await figure(page).locator('.recharts-cartesian-grid-horizontal line').last().boundingBox();
  if (!line) throw new Error('no grid line');
  await page.mouse.click(line.x + line.width * 0.02, line.y);
  await expect(dialog(page, 'Grid')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog(page, 'Grid')).toBeHidden();
  const mark = figure(page).locator('[data-series] [data-mark]').first();
  await mark.dispatchEvent('click', await middleOf(mark));
  await still(page);
  await dialog(page, 'A point')
    .getByRole('button', { name: /^Look of/ })
    .click();
  await expect(dialog(page, /Rain/)).toContainText('Colour');
});

test("a group gets a colour of one's own, which is offered again and survives a reload", async ({ page }) => {
  await dropFile(page, { name: 'colours-of-places.csv', text: WEATHER });
  await pick(page, 'Day', 'Rain', 'Place');
  await openPart(page, 'All series');
  await page.getByLabel('Colour of North').click();
  const code = page.locator('.ant-color-picker-hex-input input:visible');
  await code.fill('aa3366');
  await page.keyboard.press('Enter');
  await drawn(page);
  const marks = () => figure(page).locator('[data-series] [stroke="#aa3366"], [data-series][fill="#aa3366"]');
  await expect(marks().first()).toBeAttached();
  await page.waitForTimeout(500); // what waits to be written down
  await page.reload();
  await expect(marks().first()).toBeAttached();
  await openPart(page, 'All series');
  await page.getByLabel('Colour of South').click();
  await expect(page.getByText('Your own')).toBeVisible();
});

test('many groups are scrolled by keyboard and wheel, and the scale stands still', async ({ page }) => {
  const names = Array.from({ length: 90 }, (_, i) => `Customer ${String(i + 1).padStart(2, '0')}`);
  const rows = names.flatMap((name, i) => [`${name},${1000 - i * 10}`, `${name},5`]);
  await dropFile(page, { name: 'many-customers.csv', text: ['Customer,Ordered', ...rows].join('\n') });
  await pick(page, 'Customer', 'Ordered');
  // Many different values: the largest stand alone until all are wanted.
  await choose(page, 'the first 25 and the rest', 'All');
  const words = () => figure(page).locator('svg text').allTextContents();
  expect((await words()).filter((text) => text.startsWith('Customer'))).toContain('Customer 01');
  const scale = (await words()).filter((text) => /^[\d,k]+$/.test(text));
  const handle = page.getByRole('slider', { name: 'Places in sight' });
  await handle.focus();
  await page.keyboard.press('End');
  await expect(figure(page).getByText('Customer 90', { exact: true })).toBeVisible();
  await expect(figure(page).getByText('Customer 01', { exact: true })).toHaveCount(0);
  expect((await words()).filter((text) => /^[\d,k]+$/.test(text))).toEqual(scale);
  await figure(page).locator('.recharts-surface').first().hover();
  await page.mouse.wheel(0, -6000);
  await expect(figure(page).getByText('Customer 01', { exact: true })).toBeVisible();
});

test('by keyboard alone: a series is dashed, values become shares of the whole, the grid and the letters change', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await dropFile(page, { name: 'weather-by-keyboard.csv', text: WEATHER });
  await pick(page, 'Place', 'Takings');
  await openPart(page, 'Takings');
  await select(page, 'Values on the marks', 'All that fit');
  await expect(figure(page).locator('.values')).toContainText('£');
  await select(page, 'Values are written as', 'Share');
  await expect(figure(page).locator('.values')).toHaveText(/^[\d.]+%[\d.]+%$/);
  await page.keyboard.press('Escape');

  await choose(page, 'columns', 'Line');
  await openPart(page, 'Takings');
  await select(page, 'Line', 'Dashed');
  await expect(figure(page).locator('[data-mark=line]')).toHaveAttribute('stroke-dasharray', '7 5');
  await page.keyboard.press('Escape');

  const lines = figure(page).locator('.recharts-cartesian-grid-horizontal line');
  const before = await lines.count();
  await openPart(page, 'Grid');
  await select(page, 'How many grid lines', 'About 2');
  expect(await lines.count()).toBeLessThan(before);
  await select(page, 'Grid lines', 'None');
  await expect(lines).toHaveCount(0);
  await page.keyboard.press('Escape');

  await openPart(page, 'Whole chart');
  const card = dialog(page, 'Whole chart');
  const title = page.getByRole('heading', { level: 1 }).getByRole('button').first();
  const size = async () => (await title.boundingBox())?.height ?? 0;
  const normal = await size();
  await card.getByRole('radio', { name: 'Large' }).focus();
  await page.keyboard.press('Space');
  await drawn(page);
  expect(await size()).toBeGreaterThan(normal * 1.1);
  await card.getByRole('button', { name: 'Everything back to our look' }).focus();
  await page.keyboard.press('Enter');
  await drawn(page);
  expect(await size()).toBe(normal);
  await expect(figure(page).locator('[data-mark=line]')).not.toHaveAttribute('stroke-dasharray', '7 5');
});

test('a pie of thirty slices gets its check, and the change offered there mends it; then a ring, and a single figure', async ({
  page,
}) => {
  const rows = Array.from(
    { length: 30 },
    (_, i) => `Tray ${i + 1},${(i + 1) * 3},2025-${String((i % 12) + 1).padStart(2, '0')}-01`,
  );
  await dropFile(page, { name: 'thirty-trays.csv', text: ['Tray,Plants,Potted on', ...rows].join('\n') });
  await pick(page, 'Tray', 'Plants');
  await choose(page, 'columns', 'Pie');
  const checks = page.getByRole('contentinfo', { name: 'Checks' });
  await expect(checks).toContainText('30 slices are too many to compare');
  await checks.getByRole('button', { name: 'Keep the first 5' }).click();
  await drawn(page);
  await expect(checks).not.toContainText('too many to compare');
  await expect(figure(page).locator('svg path[stroke="#fffdf8"]')).toHaveCount(6);

  await choose(page, 'a pie', 'Ring');
  await expectSentence(page, /, as a ring$/);
  await expect(figure(page).locator('svg[role=img]')).toContainText('1,395');

  await page
    .getByRole('columnheader')
    .getByRole('button', { name: /^Tray,/ })
    .click();
  await page
    .getByRole('columnheader')
    .getByRole('button', { name: /^Plants,/ })
    .click();
  await pick(page, 'Potted on', 'Plants');
  // One date a month: nothing finer is offered.
  await choose(page, 'a line', 'Single figure');
  await expectSentence(page, /, as a single figure$/);
  await expect(figure(page)).toContainText(/▲|▼/);
  await expect(figure(page)).toContainText(/against \w+ 2025/);
});
