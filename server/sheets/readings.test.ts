import { goneFrom } from '@/core/spec';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';
import { sheetBook } from '../charts/book';
import { saveChart } from '../charts/charts';
import { checkSpec } from '../charts/model';
import { suggest } from '../charts/suggest';
import { breaksOf, chartsOf } from './breaks';
import { keepSettings, parseSettings, settingsNow } from '../settings';
import { correctColumn, forgetRemembered, rereadSheet, takeReadingBack } from './changes';
import { deleteSheet } from './deleting';
import { listSheets, readySheet, renameSheet, rowsOf, sheetRow } from './sheets';
import { addSheet, copySheet } from './taking-in';

afterAll(cleanUp);

const size = { width: 700, height: 400 };
const layer = { id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'line', side: 'left' } as const;
const till = `Sold on,Spot,Unit price £,Takings £\n${Array.from({ length: 400 }, (_, i) => `2025-0${1 + (i % 9)}-1${i % 10},${['Yard', 'Shop'][i % 2]},${2 + (i % 5)}.50,${10 + i}.25`).join('\n')}\n`;

test('a run of rows keeps names, keys, roles and corrections, and charts go on', async () => {
  const sheet = await takeIn('run-of-till.csv', till);
  await correctColumn(sheet.id, 'c2', { name: 'Where' });
  await rereadSheet(sheet.id, { rows: { from: 100, to: 300 } });
  const after = await readySheet(sheet.id);
  expect(after.rowCount).toBe(201);
  expect(after.columns.map(({ key, name, role, summary }) => [key, name, role, summary])).toEqual([
    ['c1', 'Sold on', 'when', 'count'],
    ['c2', 'Where', 'group', 'count'],
    ['c3', 'Unit price', 'amount', 'mean'],
    ['c4', 'Takings', 'amount', 'sum'],
  ]);
  expect((await rowsOf(sheet.id, 0, 1)).rows[0][3]).toBe(108.25);
});

test('a run far down a large file keeps the header too', async () => {
  const line = (i: number) => `2025-03-0${1 + (i % 9)},${'x'.repeat(300)},${i}`;
  const large = await takeIn(
    'long-run.csv',
    `Day,Text,Number\n${Array.from({ length: 45_000 }, (_, i) => line(i)).join('\n')}\n`,
  );
  await rereadSheet(large.id, { rows: { from: 40_001, to: 40_010 } });
  const after = await readySheet(large.id);
  expect([after.rowCount, after.columns.map(({ name }) => name)]).toEqual([10, ['Day', 'Text', 'Number']]);
  expect((await rowsOf(large.id, 0, 1)).rows[0][2]).toBe(39_999);
});

test('a change of the reading that takes columns away is said with their names, and can be taken back', async () => {
  const wide = await takeIn('wide-heating.csv', 'Bay,Jan 2025,Feb 2025,Mar 2025\nNorth,1,2,3\nSouth,4,5,6\n');
  const spec = { across: { as: 'time', column: 'c2', step: 'month' }, layers: [layer] } as const;
  await drawn(wide, { ...spec, layers: [...spec.layers] });
  await rereadSheet(wide.id, { findings: { across: false } });
  const book = await sheetBook(wide.id);
  const whole = {
    version: 1 as const,
    sheet: wide.id,
    filters: [],
    scales: { left: { fit: 'zero' as const } },
    text: {},
    ...spec,
    layers: [...spec.layers],
  };
  expect(() => checkSpec(whole, book)).toThrow('the sheet has no column "Month" any more');
  expect(
    goneFrom(whole, book.sources, new Map([[wide.id, book.sheet.former]])).map(
      (one) => one.is === 'column' && one.former?.name,
    ),
  ).toEqual(['Month', 'Amount']);
  const back = await takeReadingBack(wide.id);
  expect(back.columns.map(({ name }) => name)).toEqual(['Bay', 'Month', 'Amount']);
  expect((await drawn(await readySheet(wide.id), whole)).series[0].values).toEqual([5, 7, 9]);
});

test('deleting a sheet says which charts go and which lose a layer, and is remembered by its name', async () => {
  const [own, plan] = [
    await takeIn('own-till.csv', till),
    await takeIn('Season plan to go.csv', 'Sold on,Spot,Planned £\n2025-01-01,Yard,5\n2025-02-01,Shop,6\n'),
  ];
  const spec = {
    version: 1 as const,
    sheet: own.id,
    across: { as: 'time' as const, column: 'c1', step: 'month' as const },
    layers: [layer],
    filters: [],
    scales: { left: { fit: 'zero' as const } },
    text: { title: 'Lone' },
  };
  await saveChart(spec);
  const both = await saveChart({
    ...spec,
    layers: [layer, { ...layer, id: 'l2', from: { sheet: plan.id, across: 'c1' } }],
    text: { title: 'Both' },
  });
  await saveChart({ ...spec, sheet: plan.id, text: { title: 'Of the plan' } });
  const { goes, loses } = await chartsOf(plan.id);
  expect([goes.map(({ title }) => title), loses.map(({ title }) => title)]).toEqual([['Of the plan'], ['Both']]);
  await deleteSheet(plan.id);
  await expect(sheetRow(plan.id)).rejects.toMatchObject({
    status: 404,
    detail: 'The sheet “Season plan to go” was deleted.',
    more: { deleted: { name: 'Season plan to go' } },
  });
  expect(both.spec.layers).toHaveLength(2);
});

test('a part of a correction is forgotten again, and the column is read as if it had never been said', async () => {
  const sheet = await takeIn('forgotten.csv', till.replace('Takings £', 'Takings forgotten £'));
  await correctColumn(sheet.id, 'c4', { role: 'key', unit: 'EUR' });
  const after = await correctColumn(sheet.id, 'c4', { role: null });
  expect(after.corrections).toEqual({ c4: { unit: 'EUR' } });
  expect(after.columns[3]).toMatchObject({ role: 'amount', unit: 'EUR', summary: 'sum' });
  expect((await correctColumn(sheet.id, 'c4', { unit: null })).corrections).toEqual({});
});

test('what was said of a table with the same columns is applied, said, and can be refused', async () => {
  const yard = till.replace('Spot', 'Spot in the yard').replace('Takings £', 'Takings of the yard £');
  const first = await takeIn('Till of March.csv', yard);
  await correctColumn(first.id, 'c2', { role: 'note' });
  const later = await takeIn('Till of April.csv', yard);
  expect(later.columns[1].role).toBe('note');
  expect(later.reading).toMatchObject({
    remembered: { name: 'Till of March' },
    notes: [expect.stringContaining('Till of March')],
  });
  const refused = await forgetRemembered(later.id);
  expect([refused.columns[1].role, refused.corrections, refused.reading?.remembered]).toEqual(['group', {}, undefined]);
});

test('who gives up right after an upload has no sheet', async () => {
  const stop = new AbortController();
  const form = new FormData();
  form.append('file', new Blob([till]), 'given-up.csv');
  const request = new Request('http://localhost/api/sheets', { method: 'POST', body: form, signal: stop.signal });
  const added = addSheet(request);
  stop.abort();
  await expect(added).rejects.toThrow();
  expect((await listSheets()).filter(({ name }) => name === 'given-up')).toEqual([]);
});

test('the calendar of the desk holds for new charts', async () => {
  const before = await settingsNow();
  const sheet = await takeIn('calendar-of-the-desk.csv', till);
  expect(() => parseSettings({ calendar: { yearStart: 13 } })).toThrow(/yearStart/);
  await keepSettings(parseSettings({ calendar: { weekStart: 'sunday', yearStart: 4 } }));
  const { calendar } = await settingsNow();
  await keepSettings(before);
  const [{ spec }] = await suggest(await sheetBook(sheet.id), ['c1', 'c4'], size, { calendar });
  expect(spec.calendar).toEqual({ weekStart: 'sunday', yearStart: 4 });
});

test('a sheet is renamed, and copied with all that was said of it', async () => {
  const sheet = await takeIn('to-copy.csv', till.replace('Takings £', 'Takings copied £'));
  await correctColumn(sheet.id, 'c2', { name: 'Place' });
  expect((await renameSheet(sheet.id, 'Another name')).name).toBe('Another name');
  const { sheet: copy } = await copySheet(sheet.id);
  expect(copy).toMatchObject({ name: 'Another name (copy)', rowCount: 400, corrections: { c2: { name: 'Place' } } });
  expect(copy.columns.map(({ key, name }) => [key, name])[1]).toEqual(['c2', 'Place']);
  await deleteSheet(copy.id);
  expect((await readySheet(sheet.id)).rowCount).toBe(400);
});

describe('the step that dates keep', () => {
  const table = (name: string, days: readonly string[]) =>
    takeIn(name, `Month end,Rent £\n${days.map((day, i) => `${day},${100 + i}`).join('\n')}\n`);
  const lasts = Array.from({ length: 30 }, (_, i) => new Date(Date.UTC(2023, i + 1, 0)).toISOString().slice(0, 10));
  test('last days of months are months: whole ones, and never finer', async () => {
    const sheet = await table('month-ends.csv', lasts);
    expect(sheet.columns[0]).toMatchObject({ type: 'date', rhythm: 'month' });
    const [best] = await suggest(await sheetBook(sheet.id), ['c1', 'c2'], size);
    expect(best.spec.across).toMatchObject({ as: 'time', step: 'month' });
    expect(best.model.checks.map(({ id }) => id)).not.toContain('partial-last');
    const byQuarter = await drawn(sheet, {
      across: { as: 'time', column: 'c1', step: 'quarter' },
      layers: [{ ...layer, amount: { column: 'c2' } }],
    });
    expect(byQuarter.checks.map(({ id }) => id).filter((id) => id.startsWith('partial'))).toEqual([]);
  });
  test('a quarter that has two of its months is a part step', async () => {
    const sheet = await table('month-ends-part.csv', lasts.slice(1, 29));
    const model = await drawn(sheet, {
      across: { as: 'time', column: 'c1', step: 'quarter' },
      layers: [{ ...layer, amount: { column: 'c2' } }],
    });
    expect(model.checks.map(({ id }) => id)).toEqual(expect.arrayContaining(['partial-first', 'partial-last']));
  });
});

test('a formula of sums and differences is made of totals: a blank adds nothing', async () => {
  const rows = Array.from(
    { length: 100 },
    (_, i) =>
      `2025-01-${String(1 + (i % 28)).padStart(2, '0')},${10 + i}.10,${i % 4 === 0 ? '1.05' : ''},${i % 2 ? '0.5' : ''}`,
  );
  const sheet = await takeIn(
    'net-takings.csv',
    `Day,Takings £,Discount £,Share\n${[...rows, '2025-02-01,,,'].join('\n')}\n`,
  );
  const sum = async (formula: string, summary: 'sum' | 'mean' = 'sum', more: object = {}) =>
    (
      await drawn(sheet, {
        across: { as: 'time', column: 'c1', step: 'year' },
        layers: [{ ...layer, amount: { formula, ...more }, summary }],
      })
    ).series[0].values[0];
  const takings = Array.from({ length: 100 }, (_, i) => (10 + i) * 100 + 10).reduce((a, b) => a + b, 0);
  expect(await sum('c2 - c3')).toBe((takings - 25 * 105) / 100);
  expect(await sum('(c2 - c3) * 2 / 4')).toBe((takings - 25 * 105) / 200);
  // Averaged over the rows with at least one of the two: the row of February has neither.
  expect(await sum('c2 - c3', 'mean')).toBeCloseTo((takings - 25 * 105) / 100 / 100, 10);
  expect(await sum('(c2 - c3) / c2')).toBeCloseTo((takings - 25 * 105) / takings, 12);
  // Whole rows where they are asked for, and products: rows with a blank are left out, or counted as 0.
  expect(await sum('c2 - c3', 'sum', { rowsFirst: true })).toBeCloseTo(
    Array.from({ length: 25 }, (_, k) => 10 + 4 * k + 0.1 - 1.05).reduce((a, b) => a + b),
    8,
  );
  const product = await drawn(sheet, {
    across: { as: 'time', column: 'c1', step: 'year' },
    layers: [{ ...layer, amount: { formula: 'c2 * c4' } }],
  });
  expect(product.checks.find(({ id }) => id === 'formula-blank')?.message).toBe(
    '50 rows (50 % of them) are left out of Takings × Share: Takings or Share is blank there.',
  );
  expect(await sum('c2 + c3 * c4', 'sum', { blanks: 'zero' })).toBeCloseTo(takings / 100, 8);
});

test('a correction names the charts whose filters its column cannot hold any more', async () => {
  const sheet = await takeIn(
    'codes-of-test.csv',
    'Day coded,Code,Sold\n2025-01-03,1,4\n2025-02-04,2,7\n2025-02-05,x3,9\n',
  );
  await saveChart({
    version: 1,
    sheet: sheet.id,
    across: { as: 'time', column: 'c1', step: 'month' },
    layers: [{ ...layer }],
    filters: [{ column: 'c2', keep: ['x3'] }],
    scales: { left: { fit: 'zero' } },
    text: { title: 'Of one code' },
  });
  const before = await sheetRow(sheet.id);
  const after = await correctColumn(sheet.id, 'c2', { type: 'integer' });
  expect((await breaksOf(before, after.columns)).map(({ message }) => message)).toEqual([
    '“Of one code” could not be drawn any more: "Code" holds numbers: "x3" cannot be one of them.',
  ]);
});
