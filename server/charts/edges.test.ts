import { InvalidInput, type ChartSpec } from '@/core/spec';
import { bySpot, layer, PLAN, SALES } from '@/testing/sales-by-hand';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';
import type { ReadySheet } from '../sheets/sheets';
import { rowsBehind } from './rows-behind';

let sales: ReadySheet;
let plan: ReadySheet;
let prices: ReadySheet;
beforeAll(async () => {
  [sales, plan, prices] = await Promise.all([
    takeIn('edge-sales.csv', SALES),
    takeIn('edge-plan.csv', PLAN),
    takeIn(
      'edge-prices.csv',
      `Day,Weight,Price £\n${Array.from({ length: 40 }, (_, i) => `2024-${String((i % 12) + 1).padStart(2, '0')}-0${(i % 9) + 1},${(i * 0.05).toFixed(2)},${(i % 7) + 1}.50`).join('\n')}\n`,
    ),
  ]);
});
afterAll(cleanUp);

const chart = (sheet: ReadySheet, parts: Partial<ChartSpec> & Pick<ChartSpec, 'across' | 'layers'>): ChartSpec => ({
  version: 1,
  sheet: sheet.id,
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...parts,
});
const behind = (spec: ChartSpec, point: Parameters<typeof rowsBehind>[0]['point']) =>
  rowsBehind({ spec, point, offset: 0, limit: 50 });

test('a rate out of another sheet that is totalled is warned of by its own name', async () => {
  const own = layer({
    id: 'l2',
    amount: { column: 'c3' },
    from: { sheet: prices.id, across: 'c1' },
  });
  const across = { as: 'time', column: 'c1', step: 'month' } as const;
  const { checks } = await drawn(plan, { across, layers: [layer({ amount: { column: 'c3' } }), own] });
  expect(checks.find(({ id }) => id === 'rate-totalled')?.message).toMatch(/^Price/);
});

test('what is set aside and is no place of a cycle is named as it stands, and leaves the chart as it is', async () => {
  const across = { as: 'cycle', column: 'c1', cycle: 'weekday' } as const;
  const model = await drawn(sales, { across, layers: [layer()], setAside: [{ across: 'Yard' }] });
  expect(model.sentence).toContain('without Yard');
  expect(model.checks.find(({ id }) => id === 'set-aside')?.message).toContain('not in the chart now');
});

test('a scatter has no place for texts, not even counted', async () => {
  const dots = layer({ amount: { column: 'c2' }, summary: 'count', shape: 'dot' });
  await expect(drawn(sales, { across: { as: 'number', column: 'c4' }, layers: [dots] })).rejects.toThrow(InvalidInput);
});

test('the rows behind a dot of a formula, and of a dot in one year, are those that hold its numbers', async () => {
  const across = { as: 'number', column: 'c6' } as const;
  const formula = chart(sales, { across, layers: [layer({ amount: { formula: 'c4 - c5' }, shape: 'dot' })] });
  const made = await behind(formula, { across: 1, up: 6.1 });
  expect(made.rows.map((row) => [row[3], row[4]])).toEqual([[10.1, 4]]);
  expect(made.amount).toBe(6.1);
  const byYear = { ...formula, split: { column: 'c1', step: 'year' as const } };
  const { series, points = [] } = await drawn(sales, byYear);
  expect(series.map(({ name }) => name)).toEqual(['2025']);
  const [dot] = points;
  const { amount } = await behind(byYear, { across: dot.x, up: dot.y, series: dot.series });
  expect(amount).toBe(dot.y);
});

test('where a filter leaves nothing there is an empty chart, whatever its form', async () => {
  const filters: ChartSpec['filters'] = [{ column: 'c2', keep: ['Nowhere'] }];
  const whole = layer({ id: 'l2', whole: true, shape: 'line' });
  const split = { column: 'c3' };
  for (const layers of [[layer(), whole], [layer({ shape: 'pie' })], [layer({ shape: 'figure' })]]) {
    const model = await drawn(sales, { across: bySpot, layers, split, filters });
    expect(model.checks.map(({ id }) => id)).toContain('empty');
  }
  const pies = { across: bySpot, layers: [layer({ shape: 'pie' })], split, filters, panels: { column: 'c3' } } as const;
  expect((await drawn(sales, { ...pies, layers: [...pies.layers], filters })).panels).toEqual([]);
});

test('the rows behind every interval come to it, also where its edge is no binary fraction', async () => {
  const spec = chart(prices, {
    across: { as: 'bins', column: 'c2', count: 40 },
    layers: [layer({ amount: { rows: true }, summary: 'count' })],
  });
  const model = await drawn(prices, spec);
  const found = await Promise.all(model.across.values.map(async (across) => (await behind(spec, { across })).total));
  expect(found).toEqual(model.series[0].values);
});
