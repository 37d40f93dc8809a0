/** The cases of csv-spectrum 2, a published set of odd CSV files with what they hold as JSON. */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { decode, EncodingDetector, readDelimited } from '@/core/reading';

const folder = 'node_modules/csv-spectrum';
const names = readdirSync(path.join(folder, 'csvs'))
  .filter((name) => name.endsWith('.csv'))
  .map((name) => name.replace(/\.csv$/, ''));

async function read(bytes: Buffer): Promise<Record<string, string>[]> {
  const detector = new EncodingDetector();
  detector.add(bytes);
  const chunks = (async function* () {
    yield bytes;
  })();
  const records: string[][] = [];
  for await (const batch of readDelimited(decode(chunks, detector.end()), ',')) records.push(...batch.records);
  const [header, ...rows] = records;
  return rows.map((row) => Object.fromEntries(header.map((name, i) => [name, row[i] ?? ''])));
}

test('there are cases', () => expect(names.length).toBeGreaterThanOrEqual(10));

/** What the package says of this file contradicts the file: another telephone number, and no list. */
const CONTRADICTED = 'location_coordinates';

test(`${CONTRADICTED}: as the file itself stands`, async () => {
  const [row, ...rest] = await read(readFileSync(path.join(folder, 'csvs', `${CONTRADICTED}.csv`)));
  expect(rest).toEqual([]);
  expect(row).toMatchObject({ 'Contact Phone Number': '2095257564', Cities: 'Modesto', Counties: 'Stanislaus' });
});

test.each(names.filter((name) => name !== CONTRADICTED))('%s', async (name) => {
  const expected = JSON.parse(readFileSync(path.join(folder, 'json', `${name}.json`), 'utf8')) as unknown;
  expect(await read(readFileSync(path.join(folder, 'csvs', `${name}.csv`)))).toEqual(expected);
});
