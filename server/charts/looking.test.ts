import { addDecimals } from '@/core/decimals';
import { SUMMARY_KINDS } from '@/core/inference';
import { InvalidInput, type ChartSpec, type Layer } from '@/core/spec';
import { chartOfDifference } from '@/core/looking';
import { demoSpecSheets } from '@/testing/demo-sheets';
import { sampleSpecs, type SpecSheet } from '@/testing/random-specs';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';
import type { ReadySheet } from '../sheets/sheets';
import { openBook } from './book';
import { differencesOf } from './differences';
import { modelOf } from './model';
import { parseDifferencesRequest } from './requests';

const SALES = [
  'Sold on,Spot,Item,Takings,Visits,Note,Who',
  '2025-01-05,Yard,Fern,10.10,3,,',
  '2025-01-20,Shop,Ivy,20.20,2,Frost on the beds,Ada',
  '2025-01-25,Shop,Fern,5.00,4,,',
  '2025-02-03,Yard,Ivy,30.30,9,Second stall opened,Ben',
  '2025-02-03,Web,Ivy,1.05,1,,Ada',
  '2025-03-07,Yard,Fern,40.40,5,Roof mended,',
  '2025-03-09,Stall,Moss,7.00,2,Roof mended,',
].join('\n');
const HOLIDAYS =
  'Day,Until,Called\n2025-01-20,2025-01-22,Winter break\n2025-02-14,2025-02-14,Hearts\n2024-12-24,2025-01-02,Christmas\n2019-05-01,2019-05-01,Long ago\n';

let sales: ReadySheet;
let holidays: ReadySheet;
let demo: SpecSheet[];
beforeAll(async () => {
  [sales, holidays] = await Promise.all([takeIn('looking-sales.csv', SALES), takeIn('looking-holidays.csv', HOLIDAYS)]);
  demo = await demoSpecSheets();
}, 120_000);
afterAll(cleanUp);

const layer = (parts: Partial<Layer> = {}): Layer => ({
  id: 'l1',
  amount: { column: 'c4' },
  summary: 'sum',
  shape: 'line',
  side: 'left',
  ...parts,
});
const byMonth = { as: 'time', column: 'c1', step: 'month' } as const;
const chart = (more: Partial<ChartSpec> = {}): ChartSpec => ({
  version: 1,
  sheet: sales.id,
  across: byMonth,
  layers: [layer()],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...more,
});

describe('remarks out of columns', () => {
  test('one per row with a text, in the order of their dates, and of the sheet where they share one', async () => {
    const { remarks } = await drawn(sales, chart({ remarks: { columns: ['c6'] } }));
    expect(remarks?.map(({ number, at, strong, text }) => [number, at, strong, text])).toEqual([
      [1, 0, 'Frost on the beds', ''],
      [2, 1, 'Second stall opened', ''],
      [3, 2, 'Roof mended', ''],
      [4, 2, 'Roof mended', ''],
    ]);
  });

  test('of two columns the first is strong; a row with the second alone has a remark too', async () => {
    const { remarks } = await drawn(sales, chart({ remarks: { columns: ['c6', 'c7'] } }));
    expect(remarks?.map(({ strong, text }) => [strong ?? null, text])).toEqual([
      ['Frost on the beds', 'Ada'],
      ['Second stall opened', 'Ben'],
      [null, 'Ada'],
      ['Roof mended', ''],
      ['Roof mended', ''],
    ]);
  });

  test('they move with their date when the step changes, and stay away with rows that are filtered out', async () => {
    const days = await drawn(sales, chart({ across: { ...byMonth, step: 'day' }, remarks: { columns: ['c6'] } }));
    expect(days.remarks?.map(({ at }) => days.across.values[at])).toEqual([
      '2025-01-20',
      '2025-02-03',
      '2025-03-07',
      '2025-03-09',
    ]);
    const yard = await drawn(
      sales,
      chart({ remarks: { columns: ['c6'] }, filters: [{ column: 'c2', keep: ['Yard'] }] }),
    );
    expect(yard.remarks?.map(({ strong }) => strong)).toEqual(['Second stall opened', 'Roof mended']);
  });

  test('a column that is gone is told', async () => {
    const model = await drawn(sales, chart({ remarks: { columns: ['c99'] } }));
    expect(model.remarks).toBeUndefined();
    expect(model.checks.find(({ id }) => id === 'remark-none')?.message).toMatch(/not there any more/);
  });
});

describe('dates of another sheet', () => {
  const from = { sheet: '', when: 'c1', until: 'c2', name: 'c3' };
  test('stand at their steps as lines and bands, named; those outside are left out', async () => {
    const model = await drawn(
      sales,
      chart({ references: [{ id: 'r1', on: 'across', from: { ...from, sheet: holidays.id } }] }),
    );
    expect(model.references?.map(({ value, to, label }) => [value, to, label])).toEqual([
      ['2025-01-01', '2025-01-01', 'Christmas'],
      ['2025-01-01', '2025-01-01', 'Winter break'],
      ['2025-02-01', undefined, 'Hearts'],
    ]);
  });

  test('a sheet that was deleted leaves the chart standing', async () => {
    const book = await openBook(chart({ references: [{ id: 'r1', on: 'across', from: { ...from, sheet: 'gone' } }] }));
    const model = await modelOf(
      chart({ references: [{ id: 'r1', on: 'across', from: { ...from, sheet: 'gone' } }] }),
      book,
    );
    expect(model.series[0].values).toEqual([35.3, 31.35, 47.4]);
    expect(model.checks.find(({ id }) => id === 'reference-none')?.message).toMatch(/its sheet is not there any more/);
  });
});

describe('why two places differ', () => {
  const ask = (more: Partial<ChartSpec>, from: string | number, to: string | number, series?: string) =>
    differencesOf({ spec: chart(more), asked: { from, to, ...(series === undefined ? {} : { series }) } });

  test('of each Group what each value added, the one that explains most first', async () => {
    const found = await ask({}, '2025-01-01', '2025-02-01');
    expect([found.from, found.to, found.difference]).toEqual([35.3, 31.35, -3.95]);
    const spot = found.by.find(({ name }) => name === 'Spot');
    expect(spot?.parts).toEqual([
      { value: 'Shop', from: 25.2, to: 0, difference: -25.2 },
      { value: 'Yard', from: 10.1, to: 30.3, difference: 20.2 },
      { value: 'Web', from: 0, to: 1.05, difference: 1.05 },
    ]);
    const order = found.by.map(({ explains }) => explains);
    expect([...order].sort((a, b) => b - a)).toEqual(order);
  });

  test('averages: what came from more or fewer of it, and what from its own change, worked out by hand', async () => {
    const found = await ask({ layers: [layer({ summary: 'mean' })] }, '2025-01-01', '2025-02-01');
    const spot = found.by.find(({ name }) => name === 'Spot');
    // January: Yard 10.10 (1 of 3), Shop 12.60 (2 of 3); February: Yard 30.30 (1 of 2), Web 1.05 (1 of 2).
    const middle = (35.3 / 3 + 31.35 / 2) / 2;
    const yard = spot?.parts.find(({ value }) => value === 'Yard');
    expect(yard?.mix).toBeCloseTo((1 / 2 - 1 / 3) * (20.2 - middle), 9);
    expect(yard?.rate).toBeCloseTo(20.2 * ((1 / 2 + 1 / 3) / 2), 9);
    const shop = spot?.parts.find(({ value }) => value === 'Shop');
    expect([shop?.to, shop?.rate]).toEqual([12.6, 0]);
    expect(spot?.parts.reduce((sum, { mix = 0, rate = 0 }) => sum + mix + rate, 0)).toBeCloseTo(found.difference, 9);
  });

  test('a Group that the chart fixes is not asked: the split of a series, what runs across, a filter', async () => {
    const yard = (await drawn(sales, chart({ split: { column: 'c2' } }))).series.find(({ name }) => name === 'Yard');
    const split = await ask({ split: { column: 'c2' } }, '2025-01-01', '2025-02-01', yard?.id);
    expect(split.by.map(({ name }) => name)).not.toContain('Spot');
    expect(split.difference).toBe(20.2);
    const across = await ask({ across: { as: 'group', column: 'c2' } }, 'Yard', 'Shop');
    expect(across.by.map(({ name }) => name)).not.toContain('Spot');
    expect([across.from, across.to]).toEqual([80.8, 25.2]);
  });

  test.each([
    [{ layers: [layer({ summary: 'median' as const })] }, /median/],
    [{ layers: [layer({ summary: 'max' as const })] }, /largest/],
    [{ layers: [layer({ amount: { formula: 'c4 / c5' } })] }, /ratio/],
    [{ layers: [layer({ then: 'running' as const })] }, /after the summary/],
  ])('what cannot be taken apart is refused in words', async (more, words) => {
    await expect(ask(more, '2025-01-01', '2025-02-01')).rejects.toThrow(InvalidInput);
    await ask(more, '2025-01-01', '2025-02-01').catch((error: InvalidInput) =>
      expect(error.errors[0].message).toMatch(words),
    );
  });

  test('places that are not there are named', async () => {
    await ask({}, '1999-01-01', '2025-02-01').catch((error: InvalidInput) => expect(error.errors[0].path).toBe('from'));
    await ask({}, '2025-01-01', '1999-02-01').catch((error: InvalidInput) => expect(error.errors[0].path).toBe('to'));
    expect(() => parseDifferencesRequest({ spec: chart(), from: null, to: 'x' })).toThrow(InvalidInput);
    expect.assertions(3);
  });

  test('the chart of it has both places beside each other, and their values are the parts', async () => {
    const asked = { from: '2025-01-01', to: '2025-02-01' };
    const sources = (await openBook(chart())).sources;
    const made = chartOfDifference(chart(), sources, asked, 'c2');
    if (!made) throw new Error('no chart');
    const model = await modelOf(made, await openBook(made));
    const found = await ask({}, asked.from, asked.to);
    const parts = found.by.find(({ column }) => column === 'c2')?.parts ?? [];
    for (const { value, from, to } of parts) {
      const at = model.across.values.indexOf(value);
      expect([model.series[0].values[at] ?? 0, model.series[1].values[at] ?? 0]).toEqual([from, to]);
    }
    expect(model.title).toBe('Takings: Feb 2025 against Jan 2025, by spot');
  });

  test('parts add up exactly, on 300 charts of the demo made up at random', async () => {
    let tried = 0;
    for (const spec of sampleSpecs(demo, 1_500, 14)) {
      if (tried >= 300) break;
      const first = spec.layers[0];
      const takenApart =
        spec.across.as !== 'number' &&
        !spec.panels &&
        !first.then &&
        first.per === undefined &&
        first.from === undefined;
      if (!takenApart) continue;
      const { summary } = first;
      const plain: ChartSpec = {
        ...spec,
        layers: [
          { ...first, summary: summary === 'mean' || summary === 'sum' || summary === 'count' ? summary : 'sum' },
        ],
      };
      if (SUMMARY_KINDS[plain.layers[0].summary].counts !== SUMMARY_KINDS[summary].counts) continue;
      const model = await modelOf(plain, await openBook(plain)).catch(() => undefined);
      const places = model?.across.values.filter((_, at) => model.series[0]?.values[at] !== null) ?? [];
      if (places.length < 2) continue;
      tried++;
      const asked = {
        from: places[0],
        to: places[places.length >> 1] === places[0] ? places[1] : places[places.length >> 1],
      };
      const found = await differencesOf({ spec: plain, asked }).catch((error: unknown) => {
        if (error instanceof InvalidInput) return undefined;
        throw error;
      });
      for (const { parts } of found?.by ?? []) {
        const mean = parts.some(({ mix }) => mix !== undefined);
        const sum = mean
          ? parts.reduce((all, { difference }) => all + difference, 0)
          : addDecimals(parts.map(({ difference }) => difference));
        const scale = Math.max(1, Math.abs(found?.from ?? 0), Math.abs(found?.to ?? 0));
        expect(Math.abs(sum - (found?.difference ?? 0)) / scale).toBeLessThan(mean ? 1e-9 : 1e-12);
        for (const { mix, rate, difference } of parts)
          if (mix !== undefined) expect(mix + (rate ?? 0)).toBeCloseTo(difference, 9);
      }
    }
    expect(tried).toBe(300);
  }, 300_000);
});

test('colours by another amount are asked with the values', async () => {
  const colorBy = { amount: { column: 'c5' }, summary: 'sum' as const };
  const model = await drawn(sales, chart({ layers: [layer({ shape: 'column', style: { colorBy } })] }));
  expect(model.series).toHaveLength(1);
  expect(model.series[0].colors?.[1]).toBe('#0f4a3c');
  expect(model.colorKeys?.[0]).toMatchObject({ name: 'Visits', low: '7', high: '10' });
});
