import { cleanUp, takeIn } from '@/testing/sheets';
import { modelOf } from '../charts/model';
import { sheetBook } from '../charts/book';
import { rowsBehind } from '../charts/rows-behind';
import { startsOf } from '../charts/starts';
import { suggest } from '../charts/suggest';
import { correctColumn, forgetRemembered, sayRow } from './changes';
import { readySheet } from './sheets';

afterAll(cleanUp);

const SIZE = { width: 400, height: 120 };
const chance = (i: number, most: number) => (Math.imul(i + 1, 0x9e3779b1) >>> 8) % most;
const lines = (header: string, rows: number, cells: (i: number) => (string | number)[]) =>
  [header, ...Array.from({ length: rows }, (_, i) => cells(i).join(','))].join('\n');
const day = (i: number) => new Date(Date.UTC(2020, 0, 1 + i)).toISOString().slice(0, 10);

describe('what is found in a sample is confirmed on all rows', () => {
  /** Rows of which only stretches are sampled; from `from` on a relation does not hold, between the stretches. */
  const rows = 12_000;
  const broken = (i: number) => i % 3_000 > 900 && i % 3_000 < 1_600;

  test('a sum that does not hold between the sampled rows is no sum', async () => {
    const make = (off: (i: number) => number) =>
      lines('Day sensed,Bread,Cakes,Zork', rows, (i) => {
        const [bread, cakes] = [100 + chance(i, 900), 40 + chance(i * 3, 700)];
        return [day(i % 700), bread, cakes, bread + cakes + off(i)];
      });
    const holds = await takeIn(
      'sum-holds.csv',
      make(() => 0),
    );
    const breaks = await takeIn(
      'sum-breaks.csv',
      make((i) => (broken(i) ? 50 : 0)),
    );
    const said = (sheet: typeof holds) => sheet.columns[1].weighed?.reasons.join(' ') ?? '';
    expect(said(holds)).toMatch(/part of “Zork”/);
    expect(said(breaks)).not.toMatch(/part of/);
  }, 60_000);

  test('what is the same in all rows of a town is so only where all rows say it', async () => {
    const make = (differs: boolean) =>
      lines('Town sensed,Quux sensed', rows, (i) => {
        const town = i % 60;
        return [`town ${town}`, 1000 + 317 * town + (differs && broken(i) ? 1 : 0)];
      });
    const said = async (name: string, differs: boolean) =>
      (await takeIn(name, make(differs))).columns[1].weighed?.reasons.join(' ') ?? '';
    expect(await said('town-holds.csv', false)).toMatch(/same in all rows of one “Town sensed”/);
    expect(await said('town-breaks.csv', true)).not.toMatch(/same in all rows/);
  }, 60_000);

  test('a meter that falls once between the sampled rows is no meter', async () => {
    const make = (fall: boolean) =>
      lines('Read at sensed,Quux', rows, (i) => [`${day(i)}`, 1000 + i * 3 - (fall && i === 1_200 ? 500 : 0)]);
    expect((await takeIn('meter.csv', make(false))).columns[1].summary).toBe('last');
    expect((await takeIn('no-meter.csv', make(true))).columns[1].reasons.join(' ')).not.toMatch(/never falls/);
  }, 60_000);
});

const jobs = (name: string) =>
  lines(`Job no,Date,Kind ${name},Zork ${name}`, 60, (i) => [
    `J-${100 + i}`,
    day(chance(i, 90)),
    'abc'[i % 3],
    5 + chance(i, 300),
  ]);

test('a count of rows has the name of a row, and another where its user says so', async () => {
  const sheet = await takeIn('jobs.csv', jobs('named'));
  expect(sheet.row).toMatchObject({ is: 'event', name: 'job' });
  const title = async () => {
    const book = await sheetBook(sheet.id);
    const [{ spec }] = await suggest(book, ['c3'], SIZE);
    return (await modelOf(spec, book)).title;
  };
  expect(await title()).toBe('Jobs by kind named');
  await sayRow(sheet.id, { name: 'visit' });
  expect(await title()).toBe('Visits by kind named');
  await sayRow(sheet.id, null);
  expect((await readySheet(sheet.id)).row).toMatchObject({ name: 'job' });
});

test('what its user says a row is decides the summaries, and is taken back', async () => {
  const text = lines('Thing said,Zork said', 40, (i) => [`thing ${i}`, 2000 + chance(i, 900)]);
  const { id, columns } = await takeIn('said.csv', text);
  expect(columns[1].summary).toBe('mean');
  expect((await sayRow(id, { is: 'event' })).columns[1].summary).toBe('sum');
  expect((await sayRow(id, null)).columns[1].summary).toBe('mean');
});

test('a summary that a user chose holds for the same header in the next file, is said, and can be forgotten', async () => {
  const first = await takeIn('March.csv', jobs('taught'));
  expect(first.columns[3].summary).toBe('sum');
  await correctColumn(first.id, 'c4', { summary: 'mean' });
  // A file of the same shape with a column more; one of another shape is a file of its own.
  const other = jobs('taught')
    .split('\n')
    .map((line, i) => (line === '' ? line : `${line},${i === 0 ? 'Word' : 'xy'[i % 2]}`))
    .join('\n');
  const next = await takeIn('Other.csv', other);
  expect(next.columns[3]).toMatchObject({ name: 'Zork taught', summary: 'mean' });
  expect(next.columns[3].reasons.join(' ')).toMatch(/You said that it is summarised as average/);
  expect(next.reading?.notes[0]).toBe('What you said of “Zork taught” in “March” was applied here too.');
  const unlike = lines('Day,Zork taught,Word', 50, (i) => [day(i), 9 + chance(i, 200), 'xy'[i % 2]]);
  expect((await takeIn('Unlike.csv', unlike)).columns[1].summary).toBe('sum');
  const refused = await forgetRemembered(next.id);
  expect(refused.columns[3].summary).toBe('sum');
  expect((await takeIn('Third.csv', other)).columns[3].summary).toBe('sum');
});

test('a remembered unit leaves room for what the head says by itself, and names that the tool made teach nothing', async () => {
  const priced = (head: string) => lines(`Day,Shop,${head}`, 30, (i) => [day(i), 'xy'[i % 2], 5 + chance(i, 90)]);
  const first = await takeIn('Prices.csv', priced('Takings £'));
  await correctColumn(first.id, 'c3', { unit: 'EUR' });
  expect((await takeIn('Prices again.csv', priced('Takings £'))).columns[2].unit).toBe('GBP');
  const bare = await takeIn('Bare.csv', priced('Zork bare'));
  await correctColumn(bare.id, 'c3', { unit: 'EUR' });
  expect((await takeIn('Bare again.csv', priced('Zork bare'))).columns[2].unit).toBe('EUR');
  const months = 'Spot,Jan 2025,Feb 2025,Mar 2025,Apr 2025\nYard,10,20,30,40\nStall,1,2,3,4\n';
  const turned = await takeIn('Months.csv', months);
  const amount = turned.columns.find(({ name }) => name === 'Amount');
  await correctColumn(turned.id, amount?.key ?? '', { summary: 'median' });
  const other = await takeIn('More months.csv', months.replaceAll('2025', '2026').replace('Spot', 'Place'));
  expect(other.columns.find(({ name }) => name === 'Amount')?.summary).not.toBe('median');
});

test('what is taken back is not taught any more', async () => {
  const first = await takeIn('May.csv', jobs('untaught'));
  await correctColumn(first.id, 'c4', { summary: 'mean' });
  await correctColumn(first.id, 'c4', { summary: null });
  const next = await takeIn(
    'June.csv',
    lines('Day,Zork untaught', 50, (i) => [day(i * 3 - chance(i, 3)), 9 + chance(i, 200)]),
  );
  expect(next.columns[1].reasons.join(' ')).not.toMatch(/You said/);
});

test('a role that a user gives an amount asks for its summary anew', async () => {
  const { id } = await takeIn('roles.csv', jobs('role'));
  expect((await correctColumn(id, 'c4', { role: 'group' })).columns[3]).toMatchObject({
    role: 'group',
    summary: 'count',
  });
  expect((await correctColumn(id, 'c4', { role: 'amount' })).columns[3]).toMatchObject({
    role: 'amount',
    summary: 'sum',
  });
  await correctColumn(id, 'c4', { role: null });
});

test('times of day go by the hour, and the rows behind an hour come to it', async () => {
  const sheet = await takeIn(
    'calls-by-time.csv',
    lines('At,Calls taken', 60, (i) => [`${9 + (i % 4)}:${10 + (i % 40)}`, 1 + (i % 5)]),
  );
  expect(sheet.columns[0]).toMatchObject({ type: 'time', role: 'when' });
  const book = await sheetBook(sheet.id);
  const [{ spec, model }] = await suggest(book, ['c1', 'c2'], SIZE);
  expect(spec.across).toEqual({ as: 'cycle', column: 'c1', cycle: 'hour-of-day' });
  expect(model.across.values).toEqual([9, 10, 11, 12]);
  const total = (hour: number) =>
    Array.from({ length: 60 }, (_, i) => i).reduce((sum, i) => sum + (9 + (i % 4) === hour ? 1 + (i % 5) : 0), 0);
  expect(model.series[0].values).toEqual([9, 10, 11, 12].map(total));
  const behind = await rowsBehind({ spec, point: { across: 10 }, offset: 0, limit: 5 });
  expect([behind.total, behind.amount]).toEqual([15, total(10)]);
});

describe('starts', () => {
  test('best first, scores falling, each with its columns, a reason and a drawn model', async () => {
    const { id } = await takeIn('starts.csv', jobs('start'));
    const starts = await startsOf(await sheetBook(id), SIZE);
    expect(starts.length).toBeGreaterThanOrEqual(3);
    expect(starts.length).toBeLessThanOrEqual(8);
    const scores = starts.map(({ score }) => score);
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
    for (const { picks, reasons, spec, model } of starts) {
      expect(reasons.join('').length).toBeGreaterThan(5);
      expect(picks).toContain(spec.across.column);
      expect(model.series.length + (model.points?.length ?? 0)).toBeGreaterThan(0);
    }
    expect(starts[0].picks).toEqual(['c2', 'c4']);
  });

  test('one for one column or three rows, none for a sheet without rows', async () => {
    const start = async (name: string, text: string) => startsOf(await sheetBook((await takeIn(name, text)).id), SIZE);
    expect(await start('one-column.csv', 'Word of one\na\nb\na\n')).toHaveLength(1);
    expect(await start('three-rows.csv', 'Word of three,Zork of three\na,1\nb,2\nc,3\n')).toHaveLength(1);
  });
});
