import type { ChartSpec } from '@/core/spec';
import type { ReadySheet } from '../sheets/sheets';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';
import { sheetBook } from './book';
import { suggest } from './suggest';

afterAll(cleanUp);

const HEADER = 'Day,Spot,Takings £,Price £,Receipt no,Warmth (°C)';
const lines = [
  '2025-01-01,Yard,10.10,2.50,00401,8',
  '2025-01-02,Shop,20.20,3.50,00402,9',
  '2025-01-20,Yard,?,2.50,00403,9',
  '2025-02-11,,5.05,3.50,00404,',
  '2025-02-12,Yard,2l.50,2.50,00405,11',
  ',Yard,7.07,2.50,00406,12',
  '2025-04-30,Shop,-3.03,3.50,00407,12',
];

let sheet: ReadySheet;
beforeAll(async () => {
  sheet = await takeIn('till.csv', [HEADER, ...lines].join('\n'));
});

const layer = (change: Partial<ChartSpec['layers'][number]> = {}): ChartSpec['layers'][number] => ({
  id: 'l1',
  amount: { column: 'c3' },
  summary: 'sum',
  shape: 'line',
  side: 'left',
  ...change,
});
const byMonth = (change: Partial<ChartSpec> = {}) =>
  drawn(sheet, { across: { as: 'time', column: 'c1', step: 'month' }, layers: [layer()], ...change });
const ids = (model: Awaited<ReturnType<typeof byMonth>>) => model.checks.map(({ id }) => id);

describe('from rows to a drawing', () => {
  test('totals by month are exact, months without rows are gaps, rows without a date are left out and said', async () => {
    const model = await byMonth();
    expect(model.across.values).toEqual(['2025-01-01', '2025-02-01', '2025-03-01', '2025-04-01']);
    expect(model.series[0].values).toEqual([30.3, 5.05, null, -3.03]);
    expect(model.checks.find(({ id }) => id === 'left-out')?.message).toBe('1 row with no Day is left out.');
  });

  test('gaps are left open, bridged or counted as zero', async () => {
    const across = (gaps: 'open' | 'bridge' | 'zero') => ({
      as: 'time' as const,
      column: 'c1',
      step: 'month' as const,
      gaps,
    });
    expect((await byMonth({ across: across('bridge') })).series[0]).toMatchObject({
      gaps: 'bridge',
      values: [30.3, 5.05, null, -3.03],
    });
    expect((await byMonth({ across: across('zero') })).series[0].values).toEqual([30.3, 5.05, 0, -3.03]);
  });

  test('a count is 0 where there are no rows, and counts only cells that were read', async () => {
    expect((await byMonth({ layers: [layer({ summary: 'count' })] })).series[0].values).toEqual([2, 1, 0, 1]);
    expect((await byMonth({ layers: [layer({ amount: { rows: true }, summary: 'count' })] })).series[0].values).toEqual(
      [3, 2, 0, 1],
    );
    expect(
      (await byMonth({ layers: [layer({ amount: { column: 'c2' }, summary: 'distinct' })] })).series[0].values,
    ).toEqual([2, 1, 0, 1]);
  });

  test('median, smallest, largest, first and last', async () => {
    const values = async (summary: 'median' | 'min' | 'max' | 'first' | 'last') =>
      (await byMonth({ layers: [layer({ amount: { column: 'c6' }, summary })] })).series[0].values;
    expect(await values('median')).toEqual([9, 11, null, 12]);
    expect(await values('min')).toEqual([8, 11, null, 12]);
    expect(await values('max')).toEqual([9, 11, null, 12]);
    expect(await values('first')).toEqual([8, 11, null, 12]);
    expect(await values('last')).toEqual([9, 11, null, 12]);
  });

  test('blanks are a group of their own, and split series keep their names', async () => {
    const model = await drawn(sheet, { across: { as: 'group', column: 'c2' }, layers: [layer({ shape: 'column' })] });
    // Equal values stand by name.
    expect(model.across.values).toEqual(['Shop', 'Yard', '(blank)']);
    expect(model.series[0].values).toEqual([17.17, 17.17, 5.05]);
    const split = await byMonth({ split: { column: 'c2' } });
    expect(split.series.map(({ name }) => name)).toEqual(['Shop', 'Yard', '(blank)']);
  });

  test('weekdays stand in the order of the week', async () => {
    const model = await drawn(sheet, {
      across: { as: 'cycle', column: 'c1', cycle: 'weekday' },
      layers: [layer({ shape: 'column' })],
    });
    expect(model.across.values).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(model.series[0].values).toEqual([null, 5.05, 7.07, 20.2, null, null, null]);
  });

  test('a scatter draws every row that has both numbers', async () => {
    const model = await drawn(sheet, { across: { as: 'number', column: 'c6' }, layers: [layer({ shape: 'dot' })] });
    expect(model.form).toBe('scatter');
    expect(model.points?.map(({ x, y }) => [x, y])).toEqual([
      [8, 10.1],
      [9, 20.2],
      [12, -3.03],
      [12, 7.07],
    ]);
  });

  test('filters keep, leave out and cut to a range', async () => {
    const total = async (filters: ChartSpec['filters']) =>
      (await drawn(sheet, { across: { as: 'group', column: 'c2' }, layers: [layer({ shape: 'column' })], filters }))
        .across.values;
    expect(await total([{ column: 'c2', keep: ['Yard'] }])).toEqual(['Yard']);
    expect(await total([{ column: 'c2', keep: ['Yard'], not: true }])).toEqual(['Shop', '(blank)']);
    expect(await total([{ column: 'c3', from: 5, to: 10 }])).toEqual(['Yard', '(blank)']);
    expect(await total([{ column: 'c2', present: true }])).toEqual(['Shop', 'Yard']);
    expect(await total([{ column: 'c1', from: '2025-02-01', to: '2025-03-01' }])).toEqual(['(blank)', 'Yard']);
  });
});

test('financial years keep both their names', async () => {
  const years = await takeIn('years.csv', 'Year,Turnover in the test\n2021/22,5\n2022/23,7\n2023/24,6\n');
  const model = await drawn(years, {
    across: { as: 'time', column: 'c1', step: 'year' },
    layers: [layer({ amount: { column: 'c2' } })],
  });
  expect(model.across.labels).toEqual(['2021/22', '2022/23', '2023/24']);
  expect(model.series[0].values).toEqual([5, 7, 6]);
});

describe('checks', () => {
  test('unread and missing cells of the columns in use are said', async () => {
    const model = await byMonth();
    expect(model.checks.find(({ id }) => id === 'unread')?.message).toBe(
      '1 cell of Takings could not be read and is left out.',
    );
    expect(model.checks.find(({ id }) => id === 'missing')?.message).toBe('1 cell of Takings is empty.');
  });

  test('a price that is totalled is warned of, with the change that answers', async () => {
    const model = await byMonth({ layers: [layer({ amount: { column: 'c4' } })] });
    const check = model.checks.find(({ id }) => id === 'rate-totalled');
    expect(check).toMatchObject({ level: 'warning', change: { layers: [{ summary: 'mean' }] } });
    expect(ids(await byMonth({ layers: [layer({ amount: { column: 'c4' }, summary: 'mean' })] }))).not.toContain(
      'rate-totalled',
    );
  });

  test('a gap is noted and its change bridges it', async () => {
    const check = (await byMonth()).checks.find(({ id }) => id === 'gaps');
    expect(check).toMatchObject({
      message: '1 month without rows is left open.',
      change: { across: { gaps: 'bridge' } },
    });
  });

  test('a scale that does not start at zero is always said; columns make it a warning', async () => {
    const fixed = { scales: { left: { fit: 'fixed' as const, min: 4, max: 40 } } };
    expect((await byMonth(fixed)).checks.find(({ id }) => id === 'not-from-zero')?.level).toBe('note');
    expect(
      (await byMonth({ ...fixed, layers: [layer({ shape: 'column' })] })).checks.find(
        ({ id }) => id === 'not-from-zero',
      )?.level,
    ).toBe('warning');
    expect(ids(await byMonth(fixed))).toContain('cut-off');
    expect(ids(await byMonth())).not.toContain('not-from-zero');
  });

  test('a line across groups is drawn, and said to suit badly', async () => {
    const model = await drawn(sheet, { across: { as: 'group', column: 'c2' }, layers: [layer()] });
    expect(model.checks.find(({ id }) => id === 'form-unsuited')).toMatchObject({
      level: 'warning',
      change: { layers: [{ shape: 'column' }] },
    });
  });

  test('two scales, stacked negatives and nothing left to draw', async () => {
    expect(
      ids(
        await byMonth({
          layers: [layer(), layer({ id: 'l2', amount: { column: 'c6' }, side: 'right', summary: 'mean' })],
          scales: { left: { fit: 'zero' }, right: { fit: 'zero' } },
        }),
      ),
    ).toContain('two-scales');
    expect(
      ids(await byMonth({ split: { column: 'c2' }, layers: [layer({ shape: 'column', stack: 'stacked' })] })),
    ).toContain('stacked-negative');
    expect(ids(await byMonth({ filters: [{ column: 'c3', from: 1000 }] }))).toContain('empty');
  });
});

test('suggestions are drawn from the same rows, and one pick makes a chart too', async () => {
  const size = { width: 700, height: 400 };
  const book = await sheetBook(sheet.id);
  const found = await suggest(book, ['c1', 'c3'], size);
  expect(found[0]).toMatchObject({ form: 'line', spec: { across: { as: 'time', column: 'c1' } } });
  for (const { model, reasons, form } of found) {
    expect(form).toBe(model.form);
    expect(reasons.length).toBeGreaterThan(0);
  }
  for (const pick of ['c1', 'c2', 'c3', 'c5', 'c6'])
    expect((await suggest(book, [pick], size)).length).toBeGreaterThan(0);
  const key = await suggest(book, ['c5'], size);
  expect(key[0].spec.layers[0]).toMatchObject({ amount: { column: 'c5' }, summary: 'distinct' });
});

test('one row is a single figure', async () => {
  const single = await takeIn('single-figure.csv', 'Day,Takings £\n2025-03-03,1234.50\n');
  const takings = single.columns.find(({ name }) => name === 'Takings')?.key ?? '';
  const [first] = await suggest(await sheetBook(single.id), [takings], { width: 700, height: 400 });
  expect(first).toMatchObject({ form: 'number', model: { title: 'Takings', form: 'number' } });
  expect(first.model.series[0].labels).toEqual(['£1,234.50']);
});

test('numbers at equal steps that count time or turns make a line; at unequal ones, or of a measure, dots', async () => {
  const size = { width: 700, height: 400 };
  const first = async (name: string, steps: readonly number[], header = 'Hours since (h)') => {
    const rows = steps.map((step, i) => `${step},${18 - i * 0.7}`).join('\n');
    const sheet = await takeIn(name, `${header},Warmth (°C)\n${rows}\n`);
    const [best] = await suggest(await sheetBook(sheet.id), ['c1', 'c2'], size);
    return best.form;
  };
  const even = [0, 5, 10, 15, 20, 25, 30, 35];
  expect(await first('even-hours.csv', even)).toBe('line');
  expect(await first('even-rounds.csv', even, 'Round')).toBe('line');
  expect(await first('even-depths.csv', even, 'Depth (cm)')).toBe('scatter');
  expect(await first('uneven-hours.csv', [0, 5, 10, 15, 22, 25, 30, 35])).toBe('scatter');
  expect(await first('doubled-hours.csv', [0, 5, 10, 10, 15, 20, 25, 30])).toBe('scatter');
});
