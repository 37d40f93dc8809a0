import type { APIRequestContext } from '@playwright/test';
import { postFile, takeIn } from './support/api';
import { dropFile, expect, exportedCsv, giveFile, head, pick, test } from './support/page';

const PNG = Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex');

async function sheetCount(request: APIRequestContext): Promise<number> {
  return ((await (await request.get('/api/sheets')).json()) as { sheets: { name: string }[] }).sheets.filter(
    ({ name }) => name.startsWith('refused'),
  ).length;
}

const REFUSED: readonly (readonly [string, string | Buffer, RegExp])[] = [
  ['an empty file', '', /empty.*drop it again/i],
  ['a file of blank lines', '\n\n \n', /empty/i],
  ['a header without rows', 'Sold on,Takings\n', /header \(Sold on, Takings\) but no rows/],
  ['a picture renamed to .csv', PNG, /PNG picture/],
  ['a quotation mark that is never closed', 'a,b\n1,2\n"3,4\n5,6\n', /row 3 is never closed/],
];

for (const [what, content, words] of REFUSED) {
  test(`${what} is refused in words, and nothing of it stays`, async ({ request }) => {
    const before = await sheetCount(request);
    const response = await postFile(request, 'refused.csv', content);
    expect(response.status()).toBe(422);
    expect(response.headers()['content-type']).toContain('application/problem+json');
    const problem = (await response.json()) as { detail: string; errors: { path: string }[] };
    expect(problem.detail).toMatch(words);
    expect(problem.errors[0].path).toBe('file');
    expect(await sheetCount(request)).toBe(before);
  });
}

test('a file past the limit is refused with the limit and the way out', async ({ request }) => {
  // The tests run with a limit of 96 MiB in place of 1 GiB.
  const response = await postFile(request, 'refused.csv', Buffer.alloc(97 * 1024 * 1024, 'a,b\n'));
  expect(response.status()).toBe(413);
  expect(((await response.json()) as { detail: string }).detail).toMatch(/larger than .* Split it/);
});

test.describe('in the interface', () => {
  test.use({ expectedErrors: [/status of 422/] });
  test('a refusal is told where the file was dropped, and the desk takes the next file', async ({ page }) => {
    await page.goto('/');
    await giveFile(page, { name: 'holiday.csv', text: PNG });
    await expect(page.getByRole('alert').filter({ hasText: 'holiday.csv' })).toContainText('PNG picture');
    await dropFile(page, { name: 'one.csv', text: 'Sold\n3\n4\n5\n' });
    await pick(page, 'Sold');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('How sold is spread');
  });
});

test('rows of differing length are all kept, and it is said', async ({ request }) => {
  const sheet = await takeIn(request, 'ragged.csv', 'a,b,c\n1,2\n3,4,5,6\n7,8,9\n');
  expect(sheet.rowCount).toBe(3);
  expect(sheet.columns.map(({ name }) => name)).toEqual(['a', 'b', 'c', 'Column 4']);
  expect(sheet.reading.notes.join(' ')).toMatch(/1 row has fewer cells.*row 2.*1 row has more cells.*row 3/);
  const { rows } = (await (await request.get(`/api/sheets/${sheet.id}/rows`)).json()) as { rows: unknown[][] };
  expect(rows).toEqual([
    [1, 2, null, null],
    [3, 4, 5, 6],
    [7, 8, 9, null],
  ]);
});

test('500 columns can be opened, scrolled to and charted', async ({ page }) => {
  test.setTimeout(120_000);
  const names = Array.from({ length: 500 }, (_, i) => `Reading ${i + 1}`);
  const rows = Array.from({ length: 20 }, (_, r) => names.map((_, c) => r * c).join(','));
  await dropFile(page, { name: 'wide.csv', text: [names.join(','), ...rows].join('\n') });
  await expect(page.getByText('500 columns, 0 picked')).toBeVisible();
  await page.getByRole('table').evaluate((table) => table.scrollTo({ left: table.scrollWidth }));
  await pick(page, 'Reading 500');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('How reading 500 is spread');
});

test('the same name twice, markup and SQL in names stay texts', async ({ page }) => {
  const evil = `Robert'); DROP TABLE charts;--`;
  const csv = `Spot,Spot,<b onclick=alert(1)>Sold</b>,"${evil}"\nYard,A,3,1\nShop,B,4,2\nYard,A,5,3\n`;
  await dropFile(page, { name: `<img src=x onerror=alert(1)>.csv`, text: csv });
  await expect(page.getByText('<img src=x onerror=alert(1)>').first()).toBeVisible();
  await expect(head(page, 'Spot \\(2\\)')).toBeVisible();
  await page
    .getByRole('button', { name: `${evil}, Amount`, exact: false })
    .first()
    .click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('DROP TABLE');
  expect((await page.request.get('/api/charts')).ok()).toBe(true);
});

test('a cell of a megabyte is read and kept', async ({ request }) => {
  const long = 'word '.repeat(200_000);
  const sheet = await takeIn(request, 'long.csv', `Item,Remark\n1,"${long}"\n2,short\n`);
  const { rows } = (await (await request.get(`/api/sheets/${sheet.id}/rows`)).json()) as { rows: string[][] };
  expect(rows[0][1]).toBe(long.trim());
});

test('Windows-1252, a byte order mark and every delimiter come out the same', async ({ request }) => {
  const table = [
    ['Café', 'Sold'],
    ['Größe', '1'],
    ['Crème', '2'],
  ];
  const files = [
    Buffer.from(`\uFEFF${table.map((row) => row.join(',')).join('\r\n')}`, 'utf8'),
    Buffer.from(table.map((row) => row.join(';')).join('\n'), 'latin1'),
    Buffer.from(table.map((row) => row.join('\t')).join('\n'), 'utf8'),
    Buffer.from(table.map((row) => row.join('|')).join('\r\n'), 'utf8'),
  ];
  for (const file of files) {
    const sheet = await takeIn(request, 'words.csv', file);
    expect(sheet.columns.map(({ name }) => name)).toEqual(['Café', 'Sold']);
    const { rows } = (await (await request.get(`/api/sheets/${sheet.id}/rows`)).json()) as { rows: unknown[][] };
    expect(rows).toEqual([
      ['Größe', 1],
      ['Crème', 2],
    ]);
  }
});

test('a cell that begins with = + - or @ is written safely in an export', async ({ page }) => {
  await dropFile(page, {
    name: 'formulas.csv',
    text: 'Item,Sold\n"=1+2",3\n+44,4\n@here,5\n-none,6\n=1+2,1\n+44,1\n@here,1\n-none,1\n',
  });
  await pick(page, 'Item', 'Sold');
  const rows = await exportedCsv(page);
  expect(rows.map((row) => row.Item).sort()).toEqual(["'+44", "'-none", "'=1+2", "'@here"]);
});

test('wrong input to the API is answered with problem details that name the place', async ({ request }) => {
  const sheet = await takeIn(request, 'small.csv', 'Day,Sold\n2025-03-03,4\n2025-03-04,7\n');
  const spec = {
    version: 1,
    sheet: sheet.id,
    across: { as: 'time', column: 'c1', step: 'day' },
    layers: [{ id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'line', side: 'left' }],
    filters: [],
    scales: { left: { fit: 'zero' } },
    text: {},
  };
  const answer = async (change: object) => {
    const response = await request.post('/api/preview', { data: { spec: { ...spec, ...change } } });
    const body = (await response.json()) as { errors?: { path: string; message: string }[] };
    return [response.status(), body.errors?.map(({ path }) => path)];
  };
  expect(await answer({})).toEqual([200, undefined]);
  expect(await answer({ across: { as: 'time', column: 'c1', step: 'fortnight' } })).toEqual([422, ['across.step']]);
  expect(await answer({ across: { as: 'time', column: 'c9', step: 'day' } })).toEqual([422, ['across.column']]);
  expect(await answer({ colour: 'red' })).toEqual([422, ['colour']]);
  expect(await answer({ panels: { column: 'c9' } })).toEqual([422, ['panels.column']]);
  const wrong = { id: 'l1', amount: { formula: 'c2 +' }, summary: 'sum', shape: 'line', side: 'left' };
  expect(await answer({ layers: [wrong] })).toEqual([422, ['layers.0.amount.formula']]);
  expect((await request.get('/api/sheets/nowhere')).status()).toBe(404);
  expect(
    (
      await request.post('/api/preview', {
        data: Buffer.from('not json'),
        headers: { 'content-type': 'application/json' },
      })
    ).status(),
  ).toBe(400);
  const saved = (await (await request.post('/api/charts', { data: { spec } })).json()) as {
    id: string;
    revision: number;
  };
  const put = (revision: number) =>
    request.put(`/api/charts/${saved.id}`, { data: { spec }, headers: { 'if-match': `"${revision}"` } });
  expect((await put(saved.revision)).status()).toBe(200);
  expect((await put(saved.revision)).status()).toBe(412);
  expect((await request.put(`/api/charts/${saved.id}`, { data: { spec } })).status()).toBe(428);
});
