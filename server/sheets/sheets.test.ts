import { existsSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import { database } from '../db/client';
import { receivedFile } from '../home';
import { cleanUp, takeIn } from '@/testing/sheets';
import { copyTexts } from './copy-text';
import { progressTeller } from './import';
import { correctColumn } from './changes';
import { deleteSheet } from './deleting';
import { readySheet, rowsOf, sheetRow } from './sheets';

afterAll(cleanUp);

const tables = async () =>
  (
    await database().execute<{ name: string }>(
      sql`SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'sheets'`,
    )
  ).rows.map(({ name }) => name);

test('the rows of a sheet come back typed, in their order, with the unread cells as written', async () => {
  const { id } = await takeIn(
    'mixed.csv',
    'Day,Paid,Sold,At,Word\n3/4/2025,yes,"1,204.50",16:20,a\\tb\n13/4/2025,no,2l,09:05,\n14/4/2025,no,3,09:05,\n14/4/2025,no,4,09:05,\n14/4/2025,no,5,09:05,\n',
  );
  expect(await rowsOf(id, 0, 2)).toEqual({
    rows: [
      ['2025-04-03', true, 1204.5, '16:20:00', 'a\\tb'],
      ['2025-04-13', false, null, '09:05:00', null],
    ],
    total: 5,
    unread: [{ row: 1, column: 'c3', text: '2l' }],
  });
});

test('a correction reads the column again from what was received, and can be taken back', async () => {
  const { id } = await takeIn('dates.csv', 'Day of the test,Sold\n3/4/2025,1\n5/6/2025,2\n');
  const days = async () => (await rowsOf(id, 0, 10)).rows.map(([day]) => day);
  expect(await days()).toEqual(['2025-04-03', '2025-06-05']);
  await correctColumn(id, 'c1', { format: { dateOrder: 'MDY' } });
  expect(await days()).toEqual(['2025-03-04', '2025-05-06']);
  await correctColumn(id, 'c1', { type: 'text' });
  expect(await days()).toEqual(['3/4/2025', '5/6/2025']);
  await correctColumn(id, 'c1', { type: 'date', format: { dateOrder: 'DMY' } });
  expect(await days()).toEqual(['2025-04-03', '2025-06-05']);
});

test('what was said of a table holds when the same one comes again, and it is said', async () => {
  const text = 'Visited on,Guests in the test\n3/4/2025,1\n5/6/2025,2\n';
  const { id } = await takeIn('guests.csv', text);
  await correctColumn(id, 'c1', { format: { dateOrder: 'MDY' } });
  const again = await takeIn('guests-again.csv', text);
  expect((await rowsOf(again.id, 0, 10)).rows.map(([day]) => day)).toEqual(['2025-03-04', '2025-05-06']);
  expect(again.reading?.notes[0]).toContain('“guests”');
});

test('role, unit, summary and name change without reading the rows again', async () => {
  const { id, tableName } = await takeIn('names.csv', 'Kind in the test,Sold in the test\n1,1\n2,2\n');
  await correctColumn(id, 'c1', { role: 'group', name: 'Bed' });
  await correctColumn(id, 'c2', { unit: 'kg', summary: 'mean' });
  const sheet = await readySheet(id);
  expect(sheet.tableName).toBe(tableName);
  expect(sheet.columns).toMatchObject([
    { role: 'group', name: 'Bed' },
    { unit: 'kg', summary: 'mean' },
  ]);
});

test('a deleted sheet leaves no table and no file behind', async () => {
  const { id, tableName, file } = await takeIn('gone.csv', 'a,b\n1,2\n');
  expect(await tables()).toContain(tableName);
  await deleteSheet(id);
  expect(await tables()).not.toContain(tableName);
  expect(existsSync(await receivedFile(file))).toBe(false);
  await expect(sheetRow(id)).rejects.toMatchObject({ status: 404 });
});

test.each([
  [null, '\\N'],
  ['plain', 'plain'],
  ['a\tb\nc\\d\re', 'a\\tb\\nc\\\\d\\re'],
  ['nul\0', 'nul\uFFFD'],
])('%j is written for COPY as %j', (value, text) => expect(copyTexts()(value)).toBe(text));

test('progress that is told late does not change a sheet that has been read meanwhile', async () => {
  const { id } = await takeIn('told-late.csv', 'Day told late,Sold\n2025-03-10,1\n2025-03-11,2\n2025-03-12,3\n');
  const read = await sheetRow(id);
  const clock = jest.spyOn(Date, 'now');
  for (const before of [
    { ...read, tableName: null },
    { ...read, tableName: 's_earlier' },
  ]) {
    const tell = progressTeller(before, { rowsSoFar: 1 });
    clock.mockReturnValue(Date.now() + 1000);
    await tell(50);
    expect(await sheetRow(id)).toEqual(read);
  }
  clock.mockRestore();
});
