/** What was said to work, seen through the interface: undo over a reload, names beside titles, boards, keyboard, files on their way. */
import { takeIn } from './support/api';
import {
  choose,
  drawn,
  dropFile,
  expect,
  expectSentence,
  giveFile,
  pick,
  saveChart,
  still,
  test,
} from './support/page';

const JOBS = [
  'Done on,Fee (£),Mate',
  ...Array.from({ length: 120 }, (_, i) => {
    const day = new Date(Date.UTC(2024, 0, 1) + i * 5 * 86_400_000).toISOString().slice(0, 10);
    return `${day},${(40 + ((i * 37) % 90)).toFixed(2)},${["O'Neill", 'Ada', 'Bo'][i % 3]}`;
  }),
].join('\n');

test('what was undone stays undone after a reload, and can be done again', async ({ page }) => {
  await dropFile(page, { name: 'undone.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee');
  await choose(page, 'month', 'Quarter');
  await expectSentence(page, /by quarter of/);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expectSentence(page, /by month of/);
  await page.waitForTimeout(500);
  await page.reload();
  await expectSentence(page, /by month of/);
  await page.getByRole('button', { name: 'Redo', exact: true }).click();
  await expectSentence(page, /by quarter of/);
});

test('a name is kept beside the printed title, and edits go on while it is saved', async ({ page, request }) => {
  await dropFile(page, { name: 'named.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee');
  const title = await page.getByRole('heading', { level: 1 }).textContent();
  await saveChart(page, 'For the meeting');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(title ?? '');
  const id = /charts\/(\w+)/.exec(page.url())?.[1];
  const { charts } = (await (await request.get('/api/charts')).json()) as {
    charts: { id: string; name: string; title: string }[];
  };
  expect(charts.find((chart) => chart.id === id)).toMatchObject({ name: 'For the meeting', title });
});

test('an amount looked at closely gives way to a date without an error', async ({ page }) => {
  await dropFile(page, { name: 'closer.csv', text: JOBS });
  await pick(page, 'Fee');
  await page.getByRole('button', { name: 'Look closer' }).click();
  await page.getByRole('button', { name: /Show the sheet/ }).click();
  await pick(page, 'Done on');
  await expectSentence(page, /by \w+ of Done on/);
  await expect(page.getByRole('figure')).toBeVisible();
});

test('names with an apostrophe open from the list of parts, and Tab goes round the fields of a card', async ({
  page,
}) => {
  await dropFile(page, { name: 'apostrophe.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee', 'Mate');
  await page.getByRole('button', { name: 'Parts', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('menuitem', { name: 'Left scale' })).toBeFocused();
  await page.keyboard.press('Enter');
  await still(page);
  const card = page.getByRole('dialog', { name: 'Left scale' });
  for (let i = 0; i < 40; i++) {
    await page.keyboard.press('Tab');
    if (!(await card.evaluate((element) => element.contains(document.activeElement)))) break;
  }
  await expect(page.getByRole('button', { name: 'Parts', exact: true })).toBeFocused();
  await page.keyboard.press('Tab');
  expect(await card.evaluate((element) => element.contains(document.activeElement))).toBe(true);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Parts', exact: true }).click();
  await page.getByRole('menuitem', { name: 'One series' }).hover();
  await page.getByRole('menuitem', { name: "O'Neill" }).click();
  await expect(page.getByRole('dialog', { name: "O'Neill" })).toBeVisible();
});

test('a board goes back a step, and does it again after a reload', async ({ page, request }) => {
  const { id } = (await (await request.post('/api/boards', { data: { name: 'Before', tiles: [] } })).json()) as {
    id: string;
  };
  const name = async () => ((await (await request.get(`/api/boards/${id}`)).json()) as { name: string }).name;
  await page.goto(`/boards/${id}`);
  await page.getByRole('button', { name: 'More for this board' }).click();
  await page.getByRole('menuitem', { name: /Rename/ }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('After');
  await page.keyboard.press('Enter');
  await expect.poll(name).toBe('After');
  await page.getByRole('button', { name: 'Arrange' }).click();
  await page.getByRole('button', { name: '+ a heading or note' }).click();
  await page.getByRole('textbox', { name: 'Heading' }).fill('To do');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('group', { name: 'To do' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('group', { name: 'To do' })).toHaveCount(0);
  await page.reload();
  await page.getByRole('button', { name: 'Redo', exact: true }).click();
  await expect(page.getByRole('group', { name: 'To do' })).toBeVisible();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByRole('article', { name: 'To do' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('article', { name: 'To do' })).toHaveCount(0);
});

test('a second file on its way leaves the first its Stop, and nobody is taken away from where they went', async ({
  page,
}) => {
  const rows = Array.from({ length: 150_000 }, (_, i) => `2024-01-${String(1 + (i % 28)).padStart(2, '0')},${i},Yard`);
  const text = ['Day,Fee,Spot', ...rows].join('\n');
  await page.goto('/');
  await giveFile(page, { name: 'first-of-two.csv', text });
  await giveFile(page, { name: 'second-of-two.csv', text });
  await page.getByRole('link', { name: 'Outbox' }).click();
  await expect(page).toHaveURL(/outbox/);
  await page.waitForTimeout(6_000);
  await expect(page).toHaveURL(/outbox/);
});

test('the subtitle tells the filter, on screen and in the picture', async ({ page, request }) => {
  const sheet = await takeIn(request, 'filtered.csv', JOBS);
  const key = (name: string) => sheet.columns.find((one) => one.name === name)?.key ?? '';
  const spec = {
    version: 1,
    sheet: sheet.id,
    across: { as: 'time', column: key('Done on'), step: 'month' },
    layers: [{ id: 'l1', amount: { column: key('Fee') }, summary: 'sum', shape: 'line', side: 'left' }],
    filters: [{ column: key('Mate'), keep: ['Ada'] }],
    scales: { left: { fit: 'zero' } },
    text: {},
  };
  const saved = (await (await request.post('/api/charts', { data: { spec } })).json()) as { id: string };
  await page.goto(`/charts/${saved.id}`);
  await drawn(page);
  await expect(page.locator('[data-words=whole]').first()).toContainText('Mate is Ada');
  const picture = await (await request.get(`/api/charts/${saved.id}/picture.svg`)).text();
  expect(picture).toContain('Mate is Ada');
});

test('Escape in a field ends the field; the next one closes the card', async ({ page }) => {
  await dropFile(page, { name: 'escape.csv', text: JOBS });
  await pick(page, 'Done on', 'Fee');
  await page.getByRole('button', { name: 'Parts', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Left scale' }).click();
  await still(page);
  const card = page.getByRole('dialog', { name: 'Left scale' });
  const field = card.getByRole('textbox').first();
  if ((await field.count()) > 0) {
    await field.focus();
    await page.keyboard.press('Escape');
    await expect(card).toBeVisible();
  }
  await page.keyboard.press('Escape');
  await expect(card).toHaveCount(0);
});
