import fc from 'fast-check';
import { isoDate, instant, DAY, floor, fromIso } from '../calendar';
import { deriveGrain, toGrainQueries, type Grain, type GroupedQuery } from '../grain';
import { byKey, type ChartSpec, type Layer } from '../spec';
import { framed, grainOf } from '@/testing/grain';
import { readTable, type TestTable } from '@/testing/table';

/** Rows of a small shop: a day within three years, a shelf or none, pence or nothing. */
const rows = fc.array(
  fc.record({
    day: fc.integer({ min: 0, max: 1094 }),
    shelf: fc.constantFrom('North', 'South', 'East', ''),
    pence: fc.option(fc.integer({ min: -5_000, max: 50_000 }), { nil: null }),
  }),
  { minLength: 1, maxLength: 60 },
);
type Row = { day: number; shelf: string; pence: number | null };

/** Every run reads a whole table. */
const RUNS = { numRuns: 40 };
const START = instant(2023, 1, 1);
function table(list: readonly Row[]): TestTable {
  return readTable(
    [
      ['Day', 'Shelf', 'Money'],
      ...list.map(({ day, shelf, pence }) => [
        isoDate(START + day * DAY),
        shelf,
        pence === null ? '' : (pence / 100).toFixed(2),
      ]),
    ],
    {
      c1: { type: 'date', role: 'when' },
      c2: { type: 'text', role: 'group' },
      c3: { type: 'decimal', role: 'amount' },
    },
  );
}

const layer = (parts: Partial<Layer> = {}): Layer => ({
  id: 'l1',
  amount: { column: 'c3' },
  summary: 'sum',
  shape: 'line',
  side: 'left',
  ...parts,
});
const spec = (parts: Partial<ChartSpec> = {}): ChartSpec => ({
  version: 1,
  sheet: 's',
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [layer()],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...parts,
});
const pence = (list: readonly Row[]) => list.reduce((sum, { pence: value }) => sum + (value ?? 0), 0);
const sum = (values: readonly (number | null)[]) =>
  Math.round(values.reduce<number>((total, value) => total + (value ?? 0), 0) * 100);

test('totals by year are the totals of their months, and of all rows', () => {
  fc.assert(
    fc.property(rows, (list) => {
      const at = table(list);
      const months = framed(spec(), at);
      const years = framed(spec({ across: { as: 'time', column: 'c1', step: 'year' } }), at);
      const rolled = new Map<string, number>();
      months.across.values.forEach((start, i) => {
        const year = isoDate(floor(fromIso(String(start)), 'year'));
        rolled.set(year, (rolled.get(year) ?? 0) + sum([months.series[0].values[i]]));
      });
      years.across.values.forEach((year, i) =>
        expect(sum([years.series[0].values[i]])).toBe(rolled.get(String(year)) ?? 0),
      );
      expect(sum(years.series[0].values)).toBe(pence(list));
    }),
    RUNS,
  );
});

test('a filter and its opposite part the rows', () => {
  fc.assert(
    fc.property(rows, fc.constantFrom('North', 'South', null), (list, kept) => {
      const at = table(list);
      const of = (not: boolean) =>
        sum(framed(spec({ filters: [{ column: 'c2', keep: [kept], not }] }), at).series[0]?.values ?? []);
      expect(of(false) + of(true)).toBe(pence(list));
    }),
    RUNS,
  );
});

test('shares of the whole add up to one, and so do shares within each place', () => {
  fc.assert(
    fc.property(
      rows.filter((list) => list.some(({ pence: value }) => (value ?? 0) > 0)),
      (list) => {
        const positive = list.map((row) => ({ ...row, pence: row.pence === null ? null : Math.abs(row.pence) }));
        const at = table(positive);
        const split = { column: 'c2' };
        const whole = framed(spec({ split, layers: [layer({ then: 'share-of-total' })] }), at);
        const all = whole.series.flatMap(({ values }) => values).reduce<number>((a, b) => a + (b ?? 0), 0);
        expect(all).toBeCloseTo(1, 9);
        const within = framed(spec({ split, layers: [layer({ then: 'share-of-group' })] }), at);
        within.across.values.forEach((_, place) => {
          const here = within.series.map(({ values }) => values[place]).filter((value) => value !== null);
          if (here.length > 0) expect(here.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
        });
      },
    ),
    RUNS,
  );
});

test('the order of the rows changes nothing', () => {
  fc.assert(
    fc.property(rows, fc.integer(), (list, seed) => {
      const turned = [...list].sort((a, b) => ((a.day * 31 + seed) % 17) - ((b.day * 31 + seed) % 17));
      const chart = spec({ split: { column: 'c2', keep: 2 }, layers: [layer(), layer({ id: 'l2', summary: 'mean' })] });
      expect(framed(chart, table(turned)).series).toEqual(framed(chart, table(list)).series);
    }),
    RUNS,
  );
});

test('the first few groups and the rest come to all groups', () => {
  fc.assert(
    fc.property(rows, fc.integer({ min: 1, max: 4 }), (list, keep) => {
      const found = framed(spec({ across: { as: 'group', column: 'c2', keep } }), table(list));
      expect(sum(found.series[0].values)).toBe(pence(list));
      expect(found.across.values.length).toBeLessThanOrEqual(keep + 1);
    }),
    RUNS,
  );
});

test('a running total ends at the total', () => {
  fc.assert(
    fc.property(rows, (list) => {
      const found = framed(spec({ layers: [layer({ then: 'running' })] }), table(list)).series[0].values;
      if (list.some(({ pence: value }) => value !== null)) expect(sum(found.slice(-1))).toBe(pence(list));
    }),
    RUNS,
  );
});

test('what follows from a finer grain is what the table would have answered', () => {
  const order = (grain: Grain) =>
    grain.axes.length === 0
      ? [grain.measures]
      : Array.from({ length: grain.size }, (_, i) => [
          ...grain.axes.map((axis) => axis[i]),
          ...grain.measures.map((list) => (list[i] === null ? null : Number(list[i]))),
        ]).sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1));
  fc.assert(
    fc.property(rows, fc.constantFrom('sum', 'mean', 'min', 'max', 'count'), (list, summary) => {
      const at = table(list);
      const layers = [layer({ summary })];
      const sources = { columns: byKey(at.columns) };
      const [held] = toGrainQueries(spec({ split: { column: 'c2' }, layers }), sources) as GroupedQuery[];
      const [wanted] = toGrainQueries(spec({ layers }), sources) as GroupedQuery[];
      const derived = deriveGrain(wanted, held, grainOf(held, at));
      expect(derived && order(derived)).toEqual(order(grainOf(wanted, at)));
    }),
    RUNS,
  );
});

test('a median does not follow from a finer grain', () => {
  const at = table([{ day: 1, shelf: 'North', pence: 5 }]);
  const layers = [layer({ summary: 'median' })];
  const sources = { columns: byKey(at.columns) };
  const [held] = toGrainQueries(spec({ split: { column: 'c2' }, layers }), sources) as GroupedQuery[];
  const [wanted] = toGrainQueries(spec({ layers }), sources) as GroupedQuery[];
  const grain: Grain = { size: 0, axes: held.axes.map(() => []), measures: held.measures.map(() => []) };
  expect(deriveGrain(wanted, held, grain)).toBeUndefined();
});
