import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { arrowTo, choose, drawn, dropFile, expect, expectSentence, head, pick, test } from './support/page';

const FILE = {
  name: 'market.csv',
  text: [
    'Day,Spot,Takings £,Rain (mm)',
    ...Array.from({ length: 60 }, (_, i) => {
      const day = new Date(Date.UTC(2025, 2, 1) + i * 86_400_000).toISOString().slice(0, 10);
      return `${day},${i % 2 ? 'Yard' : 'Stall'},${(200 + ((i * 37) % 90)).toFixed(2)},${i % 7}`;
    }),
  ].join('\n'),
};

/** Presses Tab until something with these words has the focus. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 80; i++) {
    await page.keyboard.press('Tab');
    const words = await page.evaluate(() => {
      const at = document.activeElement;
      return at?.getAttribute('aria-label') ?? at?.textContent ?? '';
    });
    if (name.test(words)) return;
  }
  throw new Error(`Tab never reached ${name}`);
}

test('the whole job by keyboard alone: picks, sentence, a scale, title, undo, save', async ({ page }) => {
  test.setTimeout(120_000);
  await dropFile(page, FILE);
  await tabTo(page, /^Day, /);
  await page.keyboard.press('Enter');
  await drawn(page);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(head(page, 'Takings')).toBeFocused();
  await page.keyboard.press('Space');
  await drawn(page);
  await expectSentence(page, 'Total of Takings by day of Day, as a line');

  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await drawn(page);
  await expect(head(page, 'Rain')).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Enter');
  await drawn(page);

  await page
    .getByRole('region', { name: 'The chart in a sentence' })
    .getByRole('button', { name: 'day', exact: true })
    .focus();
  await page.keyboard.press('Enter');
  await arrowTo(page, page.getByRole('menuitem', { name: 'Week', exact: true }));
  await page.keyboard.press('Enter');
  await drawn(page);
  await expectSentence(page, 'Total of Takings by week of Day, as a line');

  await page.getByRole('button', { name: 'Parts', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitem', { name: 'Left scale' })).toBeVisible();
  await expect(page.getByRole('menuitem', { name: 'Left scale' })).toBeFocused();
  await page.keyboard.press('Enter');
  const card = page.getByRole('dialog', { name: 'Left scale' });
  await expect(card).toBeVisible();
  await expect(card.locator(':focus')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(card).toHaveCount(0);

  await page
    .getByRole('button', { name: /Title, rewrite$/ })
    .first()
    .focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Title', exact: true })).toBeFocused();
  await page.keyboard.type('Takings week by week');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Takings week by week');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Takings by week');
  await page.keyboard.press('Control+y');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Takings week by week');

  await page.getByRole('button', { name: 'Save', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of the chart')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/charts\/\w+$/);
});

async function accessibilityFaults(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze();
  return violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .map(({ target }) => target.join(' '))
        .slice(0, 4)
        .join(', ')}`,
  );
}

test('Enter at the dot that is read opens its card', async ({ page }) => {
  await dropFile(page, FILE);
  await pick(page, 'Rain', 'Takings');
  await page.locator('.recharts-surface[tabindex="0"]').first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-hover]')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('an accessibility scan finds nothing on any screen', async ({ page }) => {
  test.setTimeout(240_000);
  await dropFile(page, FILE);
  expect(await accessibilityFaults(page), 'a sheet without picks').toEqual([]);
  await pick(page, 'Day', 'Takings', 'Rain');
  expect(await accessibilityFaults(page), 'a combo').toEqual([]);
  await page.getByRole('button', { name: 'How Takings was read', exact: false }).click();
  await expect(page.getByRole('dialog', { name: 'How Takings was read' })).toBeVisible();
  expect(await accessibilityFaults(page), 'the reading of a column').toEqual([]);
  await page.keyboard.press('Escape');
  await head(page, 'Rain').click();
  await drawn(page);
  await choose(page, '+ a split', 'Spot');
  expect(await accessibilityFaults(page), 'a split').toEqual([]);
  await page.getByRole('link', { name: 'How it was read' }).click();
  await expect(page.getByRole('heading', { name: 'How this sheet was read' })).toBeVisible();
  expect(await accessibilityFaults(page), 'the reading of a sheet').toEqual([]);
  await page.goto('/database');
  await expect(page.getByRole('heading', { name: 'Open a database table' })).toBeVisible();
  expect(await accessibilityFaults(page), 'opening a database table').toEqual([]);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Charts' })).toBeVisible();
  expect(await accessibilityFaults(page), 'the desk').toEqual([]);
});
