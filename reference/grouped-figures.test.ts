/**
 * Grouped figures against arquero 7, a general-purpose data-frame library, on open datasets of the vega-datasets
 * package: stocks.csv (monthly closing prices) and seattle-weather.csv (daily weather, NOAA). The library reads and
 * groups the raw file by itself; the application takes it in through its API and groups in PostgreSQL.
 */
import { fromCSV, op, type ColumnTable } from 'arquero';
import type { Summary } from '@/core/inference';
import type { ReadySheet } from '@/server/sheets/sheets';
import { dataset } from '@/testing/datasets';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';

let stocks: ReadySheet;
let weather: ReadySheet;
beforeAll(async () => {
  [stocks, weather] = await Promise.all([
    takeIn('stocks.csv', dataset('stocks.csv')),
    takeIn('seattle-weather.csv', dataset('seattle-weather.csv')),
  ]);
});
afterAll(cleanUp);

const key = (sheet: ReadySheet, name: string) => {
  const found = sheet.columns.find((column) => column.name === name);
  if (!found) throw new Error(`no column ${name}: ${sheet.columns.map((column) => column.name).join(', ')}`);
  return found.key;
};

/** The first day of the month or year of a row, read from the raw text by the platform's own Date. */
function starts(table: ColumnTable, step: 'month' | 'year'): string[] {
  return (table.array('date') as (string | Date)[]).map((raw) => {
    const date = new Date(raw instanceof Date ? raw : `${raw} UTC`);
    return `${date.getUTCFullYear()}-${step === 'month' ? String(date.getUTCMonth() + 1).padStart(2, '0') : '01'}-01`;
  });
}

const FUNCTIONS: Partial<Record<Summary, (column: string) => unknown>> = {
  sum: (column) => op.sum(column),
  mean: (column) => op.mean(column),
  median: (column) => op.median(column),
  min: (column) => op.min(column),
  max: (column) => op.max(column),
  count: () => op.count(),
  distinct: (column) => op.distinct(column),
};

function expected(raw: Buffer, step: 'month' | 'year', column: string, summary: Summary, group?: string) {
  const table = fromCSV(raw.toString('utf8'), { autoType: true, parse: { date: String } });
  const summarise = FUNCTIONS[summary];
  if (!summarise) throw new Error(`no reference for ${summary}`);
  const rolled = table
    .assign({ start: starts(table, step) } as never)
    .groupby(...['start', ...(group ? [group] : [])])
    .rollup({ value: summarise(column) } as never);
  return new Map(
    (rolled.objects() as Record<string, string | number>[]).map((row) => [
      group ? `${row.start} ${row[group]}` : String(row.start),
      Number(row.value),
    ]),
  );
}

/** Decimal money added up by machine paper may differ from a sum of doubles in its last binary digits, by no more. */
function expectSame(got: number | null, want: number | undefined, place: string): void {
  const same = got === null ? want === undefined : Math.abs(got - (want ?? NaN)) <= Math.abs(got) * 4e-15;
  expect(same ? 'the same' : `${place}: ${got} here, ${want} there`).toBe('the same');
}

describe.each(['month', 'year'] as const)('by %s', (step) => {
  test.each(['sum', 'mean', 'median', 'min', 'max', 'count', 'distinct'] as const)(
    '%s of stock prices, split by symbol',
    async (summary) => {
      const model = await drawn(stocks, {
        across: { as: 'time', column: key(stocks, 'date'), step },
        split: { column: key(stocks, 'symbol') },
        layers: [{ id: 'l1', amount: { column: key(stocks, 'price') }, summary, shape: 'line', side: 'left' }],
      });
      const want = expected(dataset('stocks.csv'), step, 'price', summary, 'symbol');
      let compared = 0;
      for (const series of model.series) {
        series.values.forEach((value, i) => {
          const place = `${model.across.values[i]} ${series.split}`;
          const none = summary === 'count' || summary === 'distinct' ? 0 : undefined;
          if (want.has(place)) compared++;
          expectSame(value === none ? null : value, want.get(place), place);
        });
      }
      expect(compared).toBe(want.size);
    },
  );

  test.each(['precipitation', 'temp_max', 'wind'] as const)('totals and averages of %s', async (column) => {
    for (const summary of ['sum', 'mean'] as const) {
      const model = await drawn(weather, {
        across: { as: 'time', column: key(weather, 'date'), step },
        layers: [{ id: 'l1', amount: { column: key(weather, column) }, summary, shape: 'line', side: 'left' }],
      });
      const want = expected(dataset('seattle-weather.csv'), step, column, summary);
      expect(model.across.values).toEqual([...want.keys()].sort());
      model.series[0].values.forEach((value, i) =>
        expectSame(value, want.get(String(model.across.values[i])), String(model.across.values[i])),
      );
    }
  });
});

test('a total of decimals is what adding whole hundredths gives, to the last digit', async () => {
  const lines = dataset('stocks.csv').toString('utf8').trim().split('\n').slice(1);
  const hundredths = new Map<string, number>();
  for (const line of lines) {
    const [symbol, , price] = line.trim().split(',');
    const [whole, fraction = ''] = price.split('.');
    hundredths.set(symbol, (hundredths.get(symbol) ?? 0) + Number(whole) * 100 + Number(fraction.padEnd(2, '0')));
  }
  const model = await drawn(stocks, {
    across: { as: 'group', column: key(stocks, 'symbol') },
    layers: [{ id: 'l1', amount: { column: key(stocks, 'price') }, summary: 'sum', shape: 'column', side: 'left' }],
  });
  model.across.values.forEach((symbol, i) =>
    expect(model.series[0].values[i]).toBe((hundredths.get(String(symbol)) ?? NaN) / 100),
  );
  expect(model.across.values).toHaveLength(hundredths.size);
});
