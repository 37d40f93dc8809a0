import { existsSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { cleanUp, takeIn } from '@/testing/sheets';
import { database } from '../db/client';
import { sheets } from '../db/schema';
import { receivedFile, receivedFolder } from '../home';
import { correctColumn } from './changes';
import { deleteSheet } from './deleting';
import { readSheet } from './import';
import { stageNewer, takeNewer } from './newer';
import { readySheet, rowsOf, sheetRow } from './sheets';
import { sweep } from './sweep';
import { tableOf } from './tables';

afterAll(cleanUp);

/** Each test has headers of its own: what is said of one sheet is remembered for the next with the same. */
let about = 0;
const file = (version: number, rows = 40) =>
  `Day at once ${about},Version,Row\n${Array.from({ length: rows }, (_, i) => `2025-01-${String((i % 28) + 1).padStart(2, '0')},${version},${i}`).join('\n')}\n`;

function upload(content: string): Request {
  const form = new FormData();
  form.append('file', new Blob([content]), 'newer.csv');
  return new Request('http://localhost/api', { method: 'POST', body: form });
}
const versionOf = async (id: string) => new Set((await rowsOf(id, 0, 1000)).rows.map((row) => row[1]));
const outcome = (work: Promise<unknown>) =>
  work.then(
    () => 200,
    ({ status }: { status?: number }) => status,
  );

test('two corrections at once are both kept', async () => {
  about++;
  const { id } = await takeIn('both.csv', file(1));
  await Promise.all([
    correctColumn(id, 'c2', { type: 'text' }),
    correctColumn(id, 'c3', { name: 'Place' }),
    correctColumn(id, 'c1', { role: 'group' }),
  ]);
  expect((await readySheet(id)).columns).toMatchObject([{ role: 'group' }, { type: 'text' }, { name: 'Place' }]);
});

test('after a newer file was taken a correction reads the newer file', async () => {
  about++;
  const { id, file: old } = await takeIn('newer.csv', file(1));
  const { staged } = await stageNewer(upload(file(2, 50)), id, 'replace');
  await takeNewer(id, staged);
  await correctColumn(id, 'c3', { type: 'text' });
  expect(await versionOf(id)).toEqual(new Set([2]));
  expect((await readySheet(id)).rowCount).toBe(50);
  expect(existsSync(await receivedFile(old))).toBe(false);
});

test('a newer file is not taken once the sheet is another than it was read for', async () => {
  about++;
  const { id } = await takeIn('changed.csv', file(1));
  const { staged } = await stageNewer(upload(file(3)), id, 'replace');
  await correctColumn(id, 'c3', { name: 'Place' });
  await expect(takeNewer(id, staged)).rejects.toMatchObject({ status: 409 });
  expect(await versionOf(id)).toEqual(new Set([1]));
  await deleteSheet(staged);
});

test('a reading that ends after another one changed the sheet changes nothing', async () => {
  about++;
  const { id } = await takeIn('late.csv', file(1));
  const before = await sheetRow(id);
  await correctColumn(id, 'c3', { type: 'text' });
  await expect(readSheet(before, { corrections: {} })).rejects.toMatchObject({ status: 409 });
  expect((await readySheet(id)).columns[2].type).toBe('text');
});

test('deletion wins, and leaves nothing', async () => {
  about++;
  const { id, file: kept } = await takeIn('gone-at-once.csv', file(9, 3000));
  const changing = outcome(correctColumn(id, 'c2', { type: 'text' }));
  await deleteSheet(id);
  expect([200, 404, 409]).toContain(await changing);
  await expect(sheetRow(id)).rejects.toMatchObject({ status: 404 });
  const { rows } = await database().execute(
    sql`SELECT 1 FROM pg_tables WHERE schemaname = 'sheets' AND tablename LIKE ${`%${id}%`}`,
  );
  expect(rows).toEqual([]);
  expect(existsSync(await receivedFile(kept))).toBe(false);
});

test('two sheets of one file keep it until both are gone', async () => {
  about++;
  const one = await takeIn('same-1.csv', file(5));
  const two = await takeIn('same-2.csv', file(5));
  expect(two.file).toBe(one.file);
  await deleteSheet(one.id);
  expect(existsSync(await receivedFile(two.file))).toBe(true);
  await deleteSheet(two.id);
  expect(existsSync(await receivedFile(two.file))).toBe(false);
});

test('a sweep takes away what belongs to nothing, and nothing else', async () => {
  about++;
  const { id, file: kept, tableName } = await takeIn('swept.csv', file(6));
  const { staged } = await stageNewer(upload(file(7)), id, 'replace');
  await database()
    .update(sheets)
    .set({ createdAt: new Date(0) })
    .where(eq(sheets.id, staged));
  const read = await takeIn('forsaken.csv', file(8));
  await database().update(sheets).set({ status: 'reading' }).where(eq(sheets.id, read.id));
  await database().execute(sql`CREATE TABLE ${tableOf('s_nobody_1')} (n int)`);
  const stray = path.join(await receivedFolder(), 'a'.repeat(64));
  writeFileSync(stray, 'x');
  const swept = await sweep();
  expect(swept.tables).toBeGreaterThanOrEqual(1);
  expect(swept.files).toBeGreaterThanOrEqual(1);
  expect(existsSync(stray)).toBe(false);
  expect(await sheetRow(read.id)).toMatchObject({ status: 'failed', error: expect.stringContaining('Try again') });
  await expect(sheetRow(staged)).rejects.toMatchObject({ status: 404 });
  expect((await readySheet(id)).tableName).toBe(tableName);
  expect(existsSync(await receivedFile(kept))).toBe(true);
});
