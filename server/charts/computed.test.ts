import { slicesIn } from '@/core/layout';
import type { ChartSpec, Layer } from '@/core/spec';
import type { ReadySheet } from '../sheets/sheets';
import { bySpot, byMonth, layer, PLAN, SALES } from '@/testing/sales-by-hand';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';
import { rowsBehind } from './rows-behind';
import { chartTable } from '../exports/chart-table';
import { chartCsv } from '../exports/csv';

let sales: ReadySheet;
let plan: ReadySheet;
beforeAll(async () => {
  [sales, plan] = await Promise.all([takeIn('computed-sales.csv', SALES), takeIn('computed-plan.csv', PLAN)]);
});
afterAll(cleanUp);

const time = async (parts: Partial<Layer>, more: Partial<ChartSpec> = {}, today?: string) =>
  (await drawn(sales, { across: byMonth, layers: [layer(parts)], ...more }, today)).series.map(({ values }) => values);
const groups = async (more: Partial<ChartSpec>, parts: Partial<Layer> = {}) => {
  const model = await drawn(sales, { across: bySpot, layers: [layer(parts)], ...more });
  return Object.fromEntries(
    model.across.values.map((value, i) => [value, model.series.map(({ values }) => values[i])]),
  );
};

describe('after the summary', () => {
  test('the plain totals by month, with the gap', async () =>
    expect(await time({})).toEqual([[35.3, 31.3, null, 49.4]]));
  test('a running total goes on over the gap, to the last digit', async () =>
    expect(await time({ then: 'running' })).toEqual([[35.3, 66.6, 66.6, 116]]));
  test('a running total starts again with the business year', async () =>
    expect(await time({ then: 'running', thenBy: { restart: 'year' } }, { calendar: { yearStart: 2 } })).toEqual([
      [35.3, 31.3, 31.3, 80.7],
    ]));
  test('a change next to a gap, and the first, are none', async () => {
    expect(await time({ then: 'change' })).toEqual([[null, -4, null, null]]);
    expect(await time({ then: 'change-percent' })).toEqual([[null, -4 / 35.3, null, null]]);
  });
  test('shares of the whole add up to one, of what is not set aside', async () => {
    const [shares] = await time({ then: 'share-of-total' });
    expect(shares).toEqual([35.3 / 116, 31.3 / 116, null, 49.4 / 116]);
    const [left] = await time({ then: 'share-of-total' }, { setAside: [{ across: '2025-02-01' }] });
    expect(left).toEqual([35.3 / 84.7, null, null, 49.4 / 84.7]);
  });
  test('shares within each month add up to one', async () => {
    const found = await time({ then: 'share-of-group' }, { split: { column: 'c2' } });
    for (const place of [0, 1, 3])
      expect(found.reduce((sum, values) => sum + (values[place] ?? 0), 0)).toBeCloseTo(1, 12);
  });
  test('a moving average takes the steps that have values; the first have none', async () =>
    expect(await time({ then: 'moving-average', thenBy: { over: 2 } })).toEqual([[null, 33.3, null, 49.4]]));
  test('shares and changes in percent are written as percent', async () => {
    const model = await drawn(sales, { across: byMonth, layers: [layer({ then: 'share-of-total' })] });
    expect(model.scales.left?.unit).toBe('%');
    expect(model.title).toBe('Share of all takings by month');
  });
});

test('groups in the order of the sheet stand as their first rows do, and turned round the other way', async () => {
  const order = async (descending: boolean) =>
    (
      await drawn(sales, {
        across: { as: 'group', column: 'c2', order: { by: 'sheet', descending } },
        layers: [layer()],
      })
    ).across.values;
  // Blanks stand last whichever way.
  expect(await order(false)).toEqual(['Yard', 'Shop', 'Stall', 'Web', '(blank)']);
  expect(await order(true)).toEqual(['Web', 'Stall', 'Shop', 'Yard', '(blank)']);
});

describe('what is only read across', () => {
  const read = layer({ id: 'l2', amount: { formula: 'c5 / c4' }, shape: 'read' });
  test('stands in no mark, scale, title or legend, but in the words of each place and in the sentence', async () => {
    const model = await drawn(sales, { across: byMonth, layers: [layer(), read] });
    const plain = await drawn(sales, { across: byMonth, layers: [layer()] });
    expect(model.series).toEqual(plain.series);
    expect(model.scales).toEqual(plain.scales);
    expect([model.title, model.naming, model.form]).toEqual([plain.title, plain.naming, plain.form]);
    // 10 / 35.30, 10.50 / 31.30, 13 / 49.40
    expect(model.further?.[0].labels).toEqual(['0.2833', '0.3355', null, '0.2632']);
    expect(model.sentence).toMatch(/as columns and .* only to read, by month/);
    const [head, first] = chartCsv(chartTable(model, { across: 'Month' })).split('\r\n');
    expect(head).toBe(`Month,Takings,${model.further?.[0].name}`);
    expect(first).toBe(`2025-01-01,35.3,${10 / 35.3}`);
  });
  test('names are read where all rows of a place hold the same, counted where not', async () => {
    const item = layer({ id: 'l2', amount: { column: 'c3' }, summary: 'first', shape: 'read' });
    const model = await drawn(sales, { across: byMonth, layers: [layer(), item] });
    // January: Fern, Ivy, Fern; February: Ivy, Moss; March: none; April: Fern, Moss, Ivy, Rose
    expect(model.further).toMatchObject([
      { name: 'Item', labels: ['2 different', '2 different', null, '4 different'] },
    ]);
    const byItem = await drawn(sales, {
      across: { as: 'group', column: 'c3', order: { by: 'name' }, keep: 2 },
      layers: [
        layer({ shape: 'column' }),
        layer({ id: 'l2', amount: { column: 'c2' }, summary: 'first', shape: 'read' }),
      ],
    });
    const spots = Object.fromEntries(byItem.across.values.map((value, i) => [value, byItem.further?.[0].labels[i]]));
    expect(spots).toEqual({ Fern: '2 different', Ivy: '2 different', Other: '2 different' });
    const [, rose] = chartCsv(
      chartTable(
        await drawn(sales, {
          across: { as: 'group', column: 'c3' },
          filters: [{ column: 'c3', keep: ['Rose'] }],
          layers: [
            layer({ shape: 'column' }),
            layer({ id: 'l2', amount: { column: 'c2' }, summary: 'first', shape: 'read' }),
          ],
        }),
        { across: 'Item' },
      ),
    ).split('\r\n');
    expect(rose).toBe('Rose,2,Web');
    expect(model.sentence).toMatch(/ and Item only to read, by month/);
  });
  test('in small copies too', async () => {
    const model = await drawn(sales, {
      across: byMonth,
      panels: { column: 'c2' },
      layers: [layer(), layer({ id: 'l2', amount: { column: 'c3' }, summary: 'first', shape: 'read' })],
    });
    expect(model.panels?.every(({ series }) => series.length === 1)).toBe(true);
    expect(model.further?.flatMap(({ labels }) => labels).filter((words) => words !== null).length).toBeGreaterThan(3);
  });
  test('a change that a check offers for the drawn layers leaves it in the chart', async () => {
    const model = await drawn(sales, {
      across: bySpot,
      layers: [layer({ shape: 'line' }), layer({ id: 'l2', amount: { column: 'c5' }, shape: 'read' })],
    });
    const change = model.checks.find(({ id }) => id === 'form-unsuited')?.change;
    expect(change?.layers?.map(({ id, shape }) => [id, shape])).toEqual([
      ['l1', 'column'],
      ['l2', 'read'],
    ]);
  });
});

describe('colours of groups', () => {
  const look = { colors: { Shop: '#aa3366', '(blank)': '#336699' } };
  test('hold wherever the group is a series', async () => {
    const model = await drawn(sales, { across: byMonth, split: { column: 'c2' }, layers: [layer()], look });
    const colors = Object.fromEntries(model.series.map(({ name, color }) => [name, color]));
    expect(colors).toMatchObject({ Shop: '#aa3366', '(blank)': '#336699' });
    expect(new Set(Object.values(colors)).size).toBe(model.series.length);
  });
  test('and wherever it is a slice', async () => {
    const model = await drawn(sales, { across: bySpot, layers: [layer({ shape: 'pie' })], look });
    expect(slicesIn(model).find(({ name }) => name === 'Shop')?.color).toBe('#aa3366');
  });
});

describe('gaps', () => {
  test('counted as zero, but not where a point is set aside', async () => {
    expect(await time({}, { across: { ...byMonth, gaps: 'zero' } })).toEqual([[35.3, 31.3, 0, 49.4]]);
    expect(await time({}, { across: { ...byMonth, gaps: 'zero' }, setAside: [{ across: '2025-01-01' }] })).toEqual([
      [null, 31.3, 0, 49.4],
    ]);
  });
  test('a count is nought where there are no rows', async () =>
    expect(await time({ amount: { rows: true }, summary: 'count' })).toEqual([[3, 2, 0, 4]]));
});

describe('groups', () => {
  test('largest first, blanks where they fall', async () =>
    expect(Object.keys(await groups({}))).toEqual(['Yard', 'Shop', 'Stall', 'Web', '(blank)']));
  test('the first two and the rest, anew from its rows', async () => {
    expect(await groups({ across: { ...bySpot, keep: 2 } })).toEqual({ Yard: [80.8], Shop: [25.2], Other: [10] });
    expect((await groups({ across: { ...bySpot, keep: 2 } }, { summary: 'mean' })).Other).toEqual([(7 + 2 + 1) / 3]);
    expect((await groups({ across: { ...bySpot, keep: 1 } }, { summary: 'median' })).Other).toEqual([5]);
    expect(
      (await groups({ across: { ...bySpot, keep: 1 } }, { amount: { column: 'c3' }, summary: 'distinct' })).Other,
    ).toEqual([4]);
  });
  test('a group set aside leaves the axis and its rows the rest', async () => {
    expect(await groups({ across: { ...bySpot, keep: 1 }, setAside: [{ across: 'Yard' }] })).toEqual({
      Shop: [25.2],
      Other: [10],
    });
  });
  test('blanks and noughts left out', async () => {
    expect(Object.keys(await groups({ across: { ...bySpot, omit: ['blank'] } }))).not.toContain('(blank)');
    const zero = await groups(
      { across: { as: 'group', column: 'c3', omit: ['zero'] } },
      { amount: { formula: 'c4 - c4' } },
    );
    expect(zero).toEqual({});
  });
  test('in order of an amount and of a ratio that are not drawn', async () => {
    const order = (amount: Layer['amount']): Partial<ChartSpec> => ({
      across: { ...bySpot, order: { by: 'amount', amount, summary: 'sum', descending: true } },
    });
    expect(Object.keys(await groups(order({ column: 'c5' })))).toEqual(['Yard', 'Shop', 'Web', 'Stall', '(blank)']);
    // Cost per takings: Web 4, Blank 0.5, Shop 9 / 25.2, Stall 2 / 7, Yard 14 / 80.8.
    expect(Object.keys(await groups(order({ formula: 'c5 / c4' })))).toEqual([
      'Web',
      '(blank)',
      'Shop',
      'Stall',
      'Yard',
    ]);
  });
  test('stepped into one group, shares are of it', async () => {
    const found = await groups(
      { across: { as: 'group', column: 'c3', within: [{ column: 'c2', value: 'Yard' }] } },
      { then: 'share-of-total' },
    );
    expect(found).toEqual({ Fern: [50.5 / 80.8], Ivy: [30.3 / 80.8] });
    expect(
      await groups({ across: { as: 'group', column: 'c3', within: [{ column: 'c2', value: '(blank)' }] } }),
    ).toEqual({
      Moss: [1],
    });
  });
  test('the largest series by the first layer, the rest together', async () => {
    const model = await drawn(sales, { across: byMonth, split: { column: 'c2', keep: 1 }, layers: [layer()] });
    expect(model.series.map(({ name, values }) => [name, values])).toEqual([
      ['Yard', [10.1, 30.3, null, 40.4]],
      ['Other', [25.2, 1, null, 9]],
    ]);
    const medians = await drawn(sales, {
      across: byMonth,
      split: { column: 'c2', keep: 1 },
      layers: [layer({ summary: 'median' })],
    });
    expect(medians.series.map(({ name, values }) => [name, values])).toEqual([
      ['Yard', [10.1, 30.3, null, 40.4]],
      ['Other', [12.6, 1, null, 4.5]],
    ]);
  });
});

describe('cycles', () => {
  test('a median by day of the week is of its rows', async () => {
    const model = await drawn(sales, {
      across: { as: 'cycle', column: 'c1', cycle: 'weekday' },
      layers: [layer({ summary: 'median' })],
    });
    // Mondays: 20.20, 30.30, 1.00, 40.40; Sunday 10.10; Tuesday 7; Wednesday 2; Saturday 5.
    expect(model.across.values).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(model.series[0].values).toEqual([25.25, 7, 2, null, null, 5, 10.1]);
  });
});

describe('formulas', () => {
  test('a difference is made of totals, so that a blank adds nothing; a product row by row', async () => {
    expect(await time({ amount: { formula: 'c4 - c5' } })).toEqual([[25.3, 20.8, null, 36.4]]);
    expect(await time({ amount: { formula: 'c6 * c7' } })).toEqual([[35.3, 31.3, null, 58.4]]);
  });
  test('a ratio is made from totals, and row by row where its user says so', async () => {
    const [totals] = await time({ amount: { formula: '(c4 - c5) / c4' } });
    expect(totals[0]).toBeCloseTo((35.3 - 10) / 35.3, 12);
    const [rows] = await time({ amount: { formula: 'c5 / c4', rowsFirst: true }, summary: 'mean' });
    expect(rows[0]).toBeCloseTo((4 / 10.1 + 5 / 20.2 + 1 / 5) / 3, 12);
  });
  test('division by zero is a gap', async () =>
    expect((await time({ amount: { formula: 'c4 / (c5 - c5)' } }))[0]).toEqual([null, null, null, null]));
  test('whole numbers divide with their fractions', async () =>
    expect((await time({ amount: { formula: 'c6 / 8' } }))[0]).toEqual([0.5, 0.5, null, 1.75]));
  test.each([
    ['c4 -', /at character 4: Something is missing/],
    ['c4 - c99', /no column "c99"/],
    ['c4 - c2', /"Spot" holds no numbers/],
    ['alert(1)', /no functions/],
    ['c4.constructor', /cannot stand in a formula/],
    ['c4 c5', /a sign is missing/],
    ['c4 + "x"', /is not a number/],
  ])('%s is refused with its place', async (formula, message) =>
    expect(time({ amount: { formula } })).rejects.toThrow(message),
  );
});

describe('filters', () => {
  test('the last two months count back from the newest date, or from today', async () => {
    const last: ChartSpec['filters'] = [{ column: 'c1', window: { last: 2, step: 'month' } }];
    expect(await time({}, { filters: last })).toEqual([[null, 49.4]]);
    const model = await drawn(sales, { across: byMonth, layers: [layer()], filters: last }, '2025-03-15');
    expect(model.across.values).toEqual(['2025-02-01', '2025-03-01']);
    expect(model.series[0].values).toEqual([31.3, null]);
  });
  test('the year to date ends with its day', async () =>
    expect(await time({}, { filters: [{ column: 'c1', window: 'year-to-date' }] }, '2025-04-07')).toEqual([
      [35.3, 31.3, null, 40.4],
    ]));
  test('the top two by their totals; a filter and its opposite part the rows', async () => {
    const top = { column: 'c2', top: 2, by: { amount: { column: 'c4' }, summary: 'sum' } } as const;
    expect(Object.keys(await groups({ filters: [top] }))).toEqual(['Yard', 'Shop']);
    expect(Object.keys(await groups({ filters: [{ ...top, ascending: true }] }))).toEqual(['Stall', 'Web']);
    const keep = { column: 'c2', keep: ['Yard', null] };
    const rows = async (filter: ChartSpec['filters'][number]) =>
      (await time({ amount: { rows: true }, summary: 'count' }, { filters: [filter] }))[0].reduce<number>(
        (a, b) => a + (b ?? 0),
        0,
      );
    expect((await rows(keep)) + (await rows({ ...keep, not: true }))).toBe(9);
  });
});

describe('two sheets in one chart', () => {
  const planned = (parts: Partial<Layer> = {}): Layer =>
    layer({
      id: 'l2',
      amount: { column: 'c3' },
      shape: 'line',
      from: { sheet: plan.id, across: 'c1' },
      ...parts,
    });
  test('a plan on the same calendar carries on where the actual figures stop', async () => {
    const model = await drawn(sales, { across: byMonth, layers: [layer({ shape: 'line' }), planned({ fills: 'l1' })] });
    expect(model.across.values).toEqual(['2025-01-01', '2025-02-01', '2025-03-01', '2025-04-01', '2025-05-01']);
    expect(model.series.map(({ values }) => values)).toEqual([
      [35.3, 31.3, null, 49.4, null],
      [null, null, 50, null, 70],
    ]);
    expect(model.series[1].joins).toBe('l1');
    expect(model.form).toBe('line');
  });
  test('groups are matched with case and spaces forgiven, and what found no partner is counted', async () => {
    const model = await drawn(sales, {
      across: bySpot,
      layers: [layer(), planned({ shape: 'target', from: { sheet: plan.id, across: 'c2' } })],
    });
    expect(model.across.values.slice(0, 2)).toEqual(['Yard', 'Shop']);
    expect(model.series[1].values.slice(0, 3)).toEqual([110, 10, null]);
    expect(model.checks.find(({ id }) => id === 'unmatched')?.message).toContain('Kiosk');
  });
  test('a sheet that is gone is named', async () =>
    expect(
      drawn(sales, { across: byMonth, layers: [layer(), planned({ from: { sheet: 'gone', across: 'c1' } })] }),
    ).rejects.toThrow('layers.1.from.sheet: there is no sheet "gone"'));
});

test('levels added up carry on where one has no row in a step', async () => {
  const stock = await takeIn(
    'computed-stock.csv',
    'Counted on,Store,In stock\n2025-01-05,North,10\n2025-01-06,South,5\n2025-02-05,North,8\n2025-03-01,South,2\n',
  );
  const model = await drawn(stock, {
    across: { as: 'time', column: 'c1', step: 'month' },
    layers: [layer({ amount: { column: 'c3' }, summary: 'last', per: 'c2' })],
  });
  expect(model.series[0].values).toEqual([15, 13, 10]);
});

describe('small copies', () => {
  const copies = (parts: Partial<ChartSpec>) => drawn(sales, { across: byMonth, layers: [layer()], ...parts });
  test('one per value of a group, on common places, the largest first', async () => {
    const model = await copies({ panels: { column: 'c2' } });
    expect(model.panels?.map(({ label }) => label)).toEqual(['Yard', 'Shop', 'Stall', 'Web', '(blank)']);
    expect(model.series.map(({ values }) => values)).toEqual([
      [10.1, 30.3, null, 40.4],
      [25.2, null, null, null],
      [null, null, null, 7],
      [null, null, null, 2],
      [null, 1, null, null],
    ]);
  });
  test('the first few and the rest; medians are asked for copy by copy', async () => {
    const model = await copies({ panels: { column: 'c2', keep: 1 }, layers: [layer({ summary: 'median' })] });
    expect(model.panels?.map(({ label }) => label)).toEqual(['Yard', 'Other']);
    expect(model.series.map(({ values }) => values)).toEqual([
      [10.1, 30.3, null, 40.4],
      [12.6, 1, null, 4.5],
    ]);
  });
  test('with a split the series that are alike have one colour, and groups one order', async () => {
    const model = await copies({
      across: { as: 'group', column: 'c3', keep: 2 },
      panels: { column: 'c2', keep: 2 },
      split: { column: 'c1', step: 'quarter' },
    });
    expect(model.across.values).toEqual(['Fern', 'Ivy', 'Other']);
    expect(model.panels?.map(({ series }) => series.length)).toEqual([2, 2, 2]);
    const [yard, yardLater, shop] = model.series;
    expect([yard.color === shop.color, yard.color === yardLater.color]).toEqual([true, false]);
    const all = model.series.flatMap(({ values }) => values).reduce<number>((sum, value) => sum + (value ?? 0), 0);
    expect(all).toBeCloseTo(116, 9);
  });
  test('one per layer, with scales of their own where units differ', async () => {
    const model = await copies({
      panels: { by: 'layer' },
      layers: [layer(), layer({ id: 'l2', amount: { column: 'c6' } })],
    });
    expect(model.panels?.map(({ label, series }) => [label, series])).toEqual([
      ['Takings', ['l1']],
      ['Quantity', ['l2']],
    ]);
  });
  test('rows behind a point of one copy', async () => {
    const spec: ChartSpec = {
      version: 1,
      sheet: sales.id,
      across: byMonth,
      layers: [layer()],
      panels: { column: 'c2', keep: 1 },
      filters: [],
      scales: { left: { fit: 'zero' } },
      text: {},
    };
    const point = { across: '2025-01-01', series: 'Other|l1' };
    const found = await rowsBehind({ spec, point, offset: 0, limit: 10 });
    expect([found.total, found.amount]).toEqual([2, 25.2]);
  });
});
