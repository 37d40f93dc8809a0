/**
 * Grouped figures against SQLite (sql.js 1.14), an embedded SQL engine, on flights-20k.json and flights-200k.json of
 * vega-datasets (on-time data of the US Bureau of Transportation Statistics, as its SOURCES say). SQLite reads the raw
 * cells and groups by functions of its own; the application takes the file in through its API.
 */
import initSqlJs, { type Database } from 'sql.js';
import type { Step } from '@/core/calendar';
import type { Summary } from '@/core/inference';
import type { ChartSpec, Layer } from '@/core/spec';
import type { ReadySheet } from '@/server/sheets/sheets';
import { dataset } from '@/testing/datasets';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';

interface Flight {
  date: string;
  delay: number;
  distance: number;
  origin: string;
  destination: string;
}

const FILE = 'flights-20k.json';
let flights: ReadySheet;
let db: Database;

beforeAll(async () => {
  flights = await takeIn(FILE, dataset(FILE));
  const SQL = await initSqlJs();
  db = new SQL.Database();
  db.run('CREATE TABLE f (at TEXT, delay REAL, distance REAL, origin TEXT, destination TEXT)');
  const insert = db.prepare('INSERT INTO f VALUES (?, ?, ?, ?, ?)');
  db.run('BEGIN');
  for (const { date, delay, distance, origin, destination } of JSON.parse(dataset(FILE).toString('utf8')) as Flight[])
    insert.run([`${date.replaceAll('/', '-')}:00`, delay, distance, origin, destination]);
  db.run('COMMIT');
  insert.free();
}, 60_000);
afterAll(async () => {
  db.close();
  await cleanUp();
});

const key = (name: string) => {
  const found = flights.columns.find((column) => column.name === name);
  if (!found) throw new Error(`no column ${name}`);
  return found.key;
};
const layer = (summary: Summary, column = 'delay'): Layer => ({
  id: 'l1',
  amount: { column: key(column) },
  summary,
  shape: 'column',
  side: 'left',
});

/** A place and its value, by a statement of two columns. */
function sqlite(statement: string): Map<string, number> {
  const [result] = db.exec(statement);
  return new Map(result.values.map(([place, value]) => [String(place), Number(value)]));
}

const STARTS: Record<Exclude<Step, 'hour'>, string> = {
  year: "strftime('%Y-01-01', at)",
  quarter: "printf('%s-%02d-01', strftime('%Y', at), (strftime('%m', at) - 1) / 3 * 3 + 1)",
  month: "strftime('%Y-%m-01', at)",
  week: "date(at, '-6 days', 'weekday 1')",
  day: 'date(at)',
};
const CYCLES = {
  'month-of-year': "CAST(strftime('%m', at) AS INTEGER)",
  weekday: "CASE strftime('%w', at) WHEN '0' THEN 7 ELSE CAST(strftime('%w', at) AS INTEGER) END",
  'hour-of-day': "CAST(strftime('%H', at) AS INTEGER)",
} as const;
const FUNCTIONS: Partial<Record<Summary, string>> = {
  sum: 'sum(delay)',
  mean: 'avg(delay)',
  min: 'min(delay)',
  max: 'max(delay)',
  count: 'count(delay)',
  distinct: 'count(DISTINCT delay)',
};
/** The middle of the ordered delays of a group, or of its two middles the mean. */
const medians = (place: string) =>
  `WITH r AS (SELECT ${place} AS p, delay, row_number() OVER (PARTITION BY ${place} ORDER BY delay) AS i, count(*) OVER (PARTITION BY ${place}) AS n FROM f)
   SELECT p, avg(delay) FROM r WHERE i IN ((n + 1) / 2, (n + 2) / 2) GROUP BY p`;
const ends = (place: string, direction: 'ASC' | 'DESC') =>
  `WITH r AS (SELECT ${place} AS p, delay, row_number() OVER (PARTITION BY ${place} ORDER BY at ${direction}, rowid ${direction}) AS i FROM f)
   SELECT p, delay FROM r WHERE i = 1`;

function statement(place: string, summary: Summary): string {
  if (summary === 'median') return medians(place);
  if (summary === 'first' || summary === 'last') return ends(place, summary === 'first' ? 'ASC' : 'DESC');
  return `SELECT ${place} AS p, ${FUNCTIONS[summary]} FROM f GROUP BY p`;
}

async function compare(across: ChartSpec['across'], summary: Summary, place: string): Promise<number> {
  const model = await drawn(flights, { across, layers: [layer(summary)] });
  const want = sqlite(statement(place, summary));
  let compared = 0;
  model.across.values.forEach((value, i) => {
    const expected = want.get(String(value));
    const got = model.series[0].values[i];
    if (expected === undefined) {
      expect([value, got]).toEqual([value, summary === 'count' || summary === 'distinct' ? 0 : null]);
      return;
    }
    compared++;
    if (got === null || Math.abs(got - expected) > Math.abs(expected) * 1e-12)
      throw new Error(`${summary} at ${value}: ${got} here, ${expected} there`);
  });
  expect(compared).toBe(want.size);
  return compared;
}

const SUMMARIES: Summary[] = ['sum', 'mean', 'median', 'min', 'max', 'first', 'last', 'count', 'distinct'];

describe.each(Object.entries(STARTS) as [Exclude<Step, 'hour'>, string][])('by %s', (step, place) => {
  test.each(SUMMARIES)('%s of delays', async (summary) => {
    expect(await compare({ as: 'time', column: key('date'), step }, summary, place)).toBeGreaterThan(0);
  });
});

describe.each(Object.entries(CYCLES))('by %s', (cycle, place) => {
  test.each(SUMMARIES)('%s of delays', async (summary) => {
    const across = { as: 'cycle', column: key('date'), cycle: cycle as keyof typeof CYCLES } as const;
    expect(await compare(across, summary, place)).toBeGreaterThan(0);
  });
});

test.each(SUMMARIES)('%s of delays by origin', async (summary) => {
  await compare({ as: 'group', column: key('origin'), order: { by: 'name' } }, summary, 'origin');
});

test('the first ten origins and the rest anew from its rows, for every summary', async () => {
  for (const summary of SUMMARIES) {
    const across = { as: 'group', column: key('origin'), keep: 10, order: { by: 'name' } } as const;
    const model = await drawn(flights, { across, layers: [layer(summary)] });
    const kept = model.across.values.slice(0, 10).map((name) => `'${name}'`);
    const place = `CASE WHEN origin IN (${kept.join(', ')}) THEN origin ELSE 'Other' END`;
    const want = sqlite(statement(place, summary));
    expect(model.across.values[10]).toBe('Other');
    expect(model.series[0].values[10]).toBeCloseTo(want.get('Other') ?? NaN, 9);
  }
});

test('a product row by row and a ratio of totals', async () => {
  const across = { as: 'group', column: key('origin') } as const;
  const made = async (formula: string, sqlText: string) => {
    const model = await drawn(flights, {
      across,
      layers: [{ ...layer('sum'), amount: { formula } }],
    });
    const want = sqlite(`SELECT origin, ${sqlText} FROM f GROUP BY origin`);
    model.across.values.forEach((origin, i) =>
      expect(model.series[0].values[i]).toBeCloseTo(want.get(String(origin)) ?? NaN, 6),
    );
  };
  await made(`${key('delay')} * ${key('distance')}`, 'sum(delay * distance)');
  await made(`${key('delay')} / ${key('distance')}`, 'sum(delay) / sum(distance)');
});

test('200,000 flights by the hour that they left in: the delay of each interval', async () => {
  const large = await takeIn('flights-200k.json', dataset('flights-200k.json'));
  const rows = JSON.parse(dataset('flights-200k.json').toString('utf8')) as { delay: number; time: number }[];
  const delay = large.columns.find(({ name }) => name === 'delay');
  const time = large.columns.find(({ name }) => name === 'time');
  const model = await drawn(large, {
    across: { as: 'bins', column: time?.key ?? '', count: 24 },
    layers: [{ ...layer('sum'), amount: { column: delay?.key ?? '' } }],
  });
  const bounds = model.across.values.map(Number);
  expect(bounds.length).toBeGreaterThan(12);
  const want = bounds.map((from, i) =>
    rows
      .filter((row) => row.time >= from && (i === bounds.length - 1 || row.time < bounds[i + 1]))
      .reduce((sum, row) => sum + row.delay, 0),
  );
  expect(model.series[0].values.map((value) => value ?? 0)).toEqual(want);
}, 60_000);
