import type { ChartSpec } from '@/core/spec';
import type { ReadySheet } from '../sheets/sheets';
import { bySpot, byMonth, layer, SALES } from '@/testing/sales-by-hand';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';
import { rowsBehindCsv } from '../exports/rows-csv';
import { rowsBehind } from './rows-behind';

let sales: ReadySheet;
beforeAll(async () => {
  sales = await takeIn('behind-sales.csv', SALES);
});
afterAll(cleanUp);

describe('rows behind a point', () => {
  const spec = (parts: Partial<ChartSpec> = {}): ChartSpec => ({
    version: 1,
    sheet: sales.id,
    across: byMonth,
    layers: [layer()],
    filters: [],
    scales: { left: { fit: 'zero' } },
    text: {},
    ...parts,
  });
  const ask = (parts: Partial<ChartSpec>, across: string | number, series?: string) =>
    rowsBehind({ spec: spec(parts), point: { across, ...(series ? { series } : {}) }, offset: 0, limit: 100 });

  test('of a dot are the rows with both of its numbers; set aside, it alone goes', async () => {
    const scatter = spec({ across: { as: 'number', column: 'c6' }, layers: [layer({ shape: 'dot' })] });
    const model = await drawn(sales, scatter);
    const dots = model.points ?? [];
    expect(dots.filter(({ x }) => x === 1).length).toBeGreaterThan(1);
    for (const { x, y, series, count } of dots) {
      const found = await rowsBehind({ spec: scatter, point: { across: x, up: y, series }, offset: 0, limit: 10 });
      expect(found.rows.map((row) => [row[5], row[3]])).toEqual(Array.from({ length: count }, () => [x, y]));
      const without = await drawn(sales, { ...scatter, setAside: [{ across: x, up: y, series }] });
      expect(without.points).toEqual(dots.filter((dot) => dot.x !== x || dot.y !== y));
    }
  });

  test('of every point of every kind of chart they come to the point', async () => {
    const charts: Partial<ChartSpec>[] = [
      {},
      { split: { column: 'c2' } },
      { split: { column: 'c2', keep: 1 } },
      { split: { column: 'c1', step: 'quarter' }, across: { as: 'group', column: 'c3' } },
      { across: { as: 'cycle', column: 'c1', cycle: 'weekday' } },
      { across: { as: 'cycle', column: 'c1', cycle: 'month-of-year' }, layers: [layer({ summary: 'median' })] },
      { across: { ...bySpot, keep: 2 } },
      { across: { ...bySpot, keep: 2 }, layers: [layer({ summary: 'median' })] },
      { across: { as: 'bins', column: 'c4' }, layers: [layer({ amount: { rows: true }, summary: 'count' })] },
      { layers: [layer({ summary: 'mean' })] },
      { layers: [layer({ amount: { formula: 'c5 / c4' } })] },
      { across: bySpot, filters: [{ column: 'c1', window: { last: 1, step: 'month' } }] },
    ];
    let compared = 0;
    for (const chart of charts) {
      const model = await drawn(sales, { ...spec(chart) });
      for (const series of model.series)
        for (const [i, place] of model.across.values.entries()) {
          const found = await ask(chart, place, series.id);
          expect([place, series.id, found.amount]).toEqual([place, series.id, series.values[i]]);
          expect(found.rows).toHaveLength(found.total);
          compared++;
        }
    }
    expect(compared).toBeGreaterThan(60);
  });
  test('with all their columns, in the order of the sheet', async () => {
    const found = await ask({ split: { column: 'c2' } }, '2025-01-01', 'l1:Shop');
    expect(found.rows.map((row) => row[2])).toEqual(['Ivy', 'Fern']);
    expect(found.columns.map(({ name }) => name)).toContain('Unit price');
    expect([found.total, found.amount]).toEqual([2, 25.2]);
  });
  test('as CSV', async () => {
    const response = await rowsBehindCsv({ spec: spec(), point: { across: '2025-02-01' }, offset: 0, limit: 100 });
    expect((await response.text()).split('\r\n')).toEqual([
      'Sold on,Spot,Item,Takings,Cost,Quantity,Unit price',
      '2025-02-03,Yard,Ivy,30.3,10,3,10.1',
      '2025-02-10,,Moss,1,0.5,1,1',
      '',
    ]);
  });
  test('a point that is not there is named', async () =>
    expect(ask({}, '2031-01-01')).rejects.toThrow('the chart has no place "2031-01-01"'));
});
