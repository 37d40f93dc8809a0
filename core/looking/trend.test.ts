import { byKey, InvalidInput, checkAgainstColumns, type Trend } from '@/core/spec';
import { day, drawn, months, spec, trend } from '@/testing/looked';
import { readTable, type TestTable } from '@/testing/table';
import { candidates, trendOf } from '.';

describe('trends', () => {
  test('a straight line says its equation, what it grows by, and what it misses', () => {
    const table = readTable([
      ['Sold on', 'Takings (£)'],
      ...Array.from({ length: 12 }, (_, i) => [
        `2023-${String(i + 1).padStart(2, '0')}-01`,
        String(24_100 + 312 * (i + 1)),
      ]),
    ]);
    const [line] = drawn(table, { trends: [trend({})] }).trends ?? [];
    expect(line.coefficients?.map((value) => Number(value.toFixed(6)))).toEqual([24_100, 312]);
    expect(line.equation).toBe('y = 24,100 + 312 × month, January 2023 is 1');
    expect(line.growth).toBe('grows by £312 a month');
    expect(line.r2).toBeCloseTo(1, 12);
    expect(line.error).toBeLessThan(1e-6);
  });

  test('missing places keep their number', () => {
    const table = readTable([
      ['Sold on', 'Takings'],
      ['2023-01-01', '10'],
      ['2023-02-01', '20'],
      ['2023-06-01', '60'],
      ['2023-07-01', '70'],
    ]);
    const [line] = drawn(table, { trends: [trend({})] }).trends ?? [];
    expect(line.coefficients?.map((value) => Number(value.toFixed(9)))).toEqual([0, 10]);
    expect(line.values).toHaveLength(7);
    expect(line.n).toBe(4);
  });

  test('a season is carried on by the calendar, in a band, and joins nothing that was measured', () => {
    const model = drawn(months(35), { trends: [trend({ kind: 'seasonal', ahead: 6, band: 0.8 })] });
    const [line] = model.trends ?? [];
    expect(model.across.ahead).toBe(6);
    expect(model.across.values.slice(-6)).toEqual([
      '2025-12-01',
      '2026-01-01',
      '2026-02-01',
      '2026-03-01',
      '2026-04-01',
      '2026-05-01',
    ]);
    expect(model.series[0].values.slice(-6)).toEqual([null, null, null, null, null, null]);
    expect(model.subtitle).toBe('January 2023 to November 2025, carried on to May 2026');
    expect(model.sentence).toContain('with its season carried on 6 months');
    line.values.slice(-6).forEach((value, i) => {
      expect(value).not.toBeNull();
      expect(line.low?.at(i - 6) ?? 0).toBeLessThan(value ?? 0);
      expect(line.high?.at(i - 6) ?? 0).toBeGreaterThan(value ?? 0);
    });
    // May is the strongest month: foretold so too.
    expect(line.values.slice(-6).indexOf(Math.max(...line.values.slice(-6).map(Number)))).toBe(5);
    expect(line.error).toBeLessThan(1500);
  });

  test.each([
    ['quarter', ['2026-01-01', '2026-04-01']],
    ['year', ['2026-01-01', '2027-01-01']],
    ['week', undefined],
  ] as const)('%ss go on by the calendar', (step, wanted) => {
    const model = drawn(months(36), { across: { as: 'time', column: 'c1', step }, trends: [trend({ ahead: 2 })] });
    const last = model.across.values.slice(-3).map((value) => Date.parse(String(value)));
    if (wanted) expect(model.across.values.slice(-2)).toEqual(wanted);
    else expect([last[1] - last[0], last[2] - last[1]]).toEqual([7 * 86_400_000, 7 * 86_400_000]);
  });

  test('quarters of a business year go on as they began', () => {
    const model = drawn(months(36), {
      calendar: { yearStart: 2 },
      across: { as: 'time', column: 'c1', step: 'quarter' },
      trends: [trend({ ahead: 2 })],
    });
    expect(model.across.values.slice(-3)).toEqual(['2025-11-01', '2026-02-01', '2026-05-01']);
  });

  test('days on which the business is closed are not foretold, and a season has as many days as it is open', () => {
    const rows = Array.from({ length: 70 }, (_, i) => i)
      .filter((i) => new Date(`${day(i)}T00:00:00Z`).getUTCDay() !== 0)
      .map((i) => [day(i), String(100 + 10 * (i % 7) + (i % 3))]);
    const table = readTable([['Day', 'Sold'], ...rows]);
    const model = drawn(table, {
      across: { as: 'time', column: 'c1', step: 'day' },
      trends: [trend({ kind: 'seasonal', ahead: 14 })],
    });
    const [line] = model.trends ?? [];
    const ahead = model.across.values.map((value, at) => ({ value: String(value), at })).slice(-14);
    expect(ahead).toHaveLength(14);
    for (const { value, at } of ahead) {
      const sunday = new Date(`${value}T00:00:00Z`).getUTCDay() === 0;
      expect([value, line.values[at] === null]).toEqual([value, sunday]);
    }
  });

  const refused = (table: TestTable, parts: Partial<Trend>) =>
    drawn(table, { trends: [trend(parts)] }).refused?.[0]?.why;
  const few = (...cells: string[]) =>
    readTable([['Sold on', 'Takings'], ...cells.map((cell, i) => [`2023-${String(i + 1).padStart(2, '0')}-01`, cell])]);
  test('what cannot be drawn is told, and the chart stands', () => {
    expect(refused(few('1', '2'), {})).toBe('needs at least 3 values, and there are 2');
    expect(refused(few('5', '5', '5', '5'), {})).toBe('all values are the same');
    expect(refused(few('5', '0', '3', '8'), { kind: 'exponential' })).toBe(
      'a value is zero or less, which has no logarithm',
    );
    expect(refused(few('5', '-2', '3', '8'), { kind: 'power' })).toBe(
      'a value is zero or less, which has no logarithm',
    );
    const along = { rests: new Set<number>(), skips: new Set<number>(), length: 4 };
    expect(trendOf([5, 2, 3, 1e300], along, { kind: 'linear' })).toEqual({
      why: 'the values are too large to be fitted',
    });
    expect(refused(few('5', '2', '3', '8'), { kind: 'polynomial', degree: 6 })).toBe(
      'needs at least 8 values, and there are 4',
    );
    expect(refused(months(20), { kind: 'seasonal' })).toBe('needs two whole seasons of 12 places, and there are 20');
    expect(refused(months(36), { series: 'l1|Nobody' })).toBe('the series that it follows is not in the chart');
    const model = drawn(few('5', '5', '5', '5'), { trends: [trend({ ahead: 12 })] });
    expect([model.across.values.length, model.across.ahead]).toEqual([4, undefined]);
  });

  test('kinds are ranked by what they miss, and a season wins where there is one', () => {
    const values = drawn(months(36)).series[0].values;
    const found = candidates({ values, along: { step: 'month', rests: new Set(), skips: new Set(), length: 36 } });
    expect(found[0].kind).toBe('seasonal');
    const errors = found.map(({ line }) => line.error);
    expect([...errors].sort((a, b) => a - b)).toEqual(errors);
    expect(new Set(found.map(({ kind }) => kind)).size).toBe(8);
  });

  test('names and values are no order: refused where the spec is checked', () => {
    const table = readTable([
      ['Spot', 'Takings'],
      ['Yard', '1'],
      ['Shop', '2'],
      ['Web', '3'],
    ]);
    const named = spec({ across: { as: 'group', column: 'c1' }, trends: [trend({})] });
    expect(() => checkAgainstColumns(named, byKey(table.columns))).toThrow(InvalidInput);
    expect(() =>
      checkAgainstColumns(spec({ trends: [trend({ kind: 'smooth', ahead: 3 })] }), byKey(months(12).columns)),
    ).toThrow(/ahead/);
    expect(() => checkAgainstColumns(spec({ trends: [trend({ layer: 'l9' })] }), byKey(months(12).columns))).toThrow(
      /l9/,
    );
  });
});
