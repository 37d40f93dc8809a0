import { shape, type Asking } from '@/core/shaping';
import type { ChartSpec, Layer } from '@/core/spec';
import { cleanUp, drawn, takeIn } from '@/testing/sheets';
import { asker } from '../query/run';
import type { ReadySheet } from '../sheets/sheets';
import { openBook } from './book';
import { rowsBehind } from './rows-behind';

const KINDS = ['Herbs|cut', 'Roses', 'Trees', 'Shrubs', 'Ferns', 'Grasses', 'Moss', 'Ivy'];
const SPOTS = ['Yard', 'Shop|old', 'Web', 'Stall', 'Fair'];
const ROWS = Array.from({ length: 400 }, (_, i) => {
  const day = new Date(Date.UTC(2024, 0, 1 + ((i * 7) % 500))).toISOString().slice(0, 10);
  return `${day},${KINDS[(i * 5 + (i >> 2)) % KINDS.length]},${SPOTS[(i * 3 + (i >> 3)) % SPOTS.length]},${((i * 37) % 101) + 1}`;
});

let sheet: ReadySheet;
beforeAll(async () => {
  sheet = await takeIn('copies.csv', ['Day,Kind,Spot,Takings', ...ROWS].join('\n'));
});
afterAll(cleanUp);

const layer = (parts: Partial<Layer> = {}): Layer => ({
  id: 'l1',
  amount: { column: 'c4' },
  summary: 'median',
  shape: 'line',
  side: 'left',
  ...parts,
});
const chart = (parts: Partial<ChartSpec>): ChartSpec => ({
  version: 1,
  sheet: sheet.id,
  across: { as: 'time', column: 'c1', step: 'month' },
  panels: { column: 'c2', keep: 6 },
  layers: [layer()],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...parts,
});

/** How often a chart asks before it is shaped. */
async function roundsOf(spec: ChartSpec): Promise<number> {
  const book = await openBook(spec);
  const ask = asker(book.sheets);
  const work: Asking<unknown> = shape(spec, book.sources);
  let rounds = 0;
  let turn = work.next([]);
  for (; !turn.done; rounds++) turn = work.next(await Promise.all(turn.value.map(ask)));
  return rounds;
}

describe('small copies ask in at most two rounds', () => {
  const bySpot = { column: 'c3' };
  test.each<[string, () => Partial<ChartSpec>]>([
    ['totals', () => ({ layers: [layer({ summary: 'sum' })] })],
    ['medians', () => ({})],
    ['medians split by a column', () => ({ split: bySpot })],
    ['medians of the first few series', () => ({ split: { ...bySpot, keep: 2 } })],
    [
      'medians of the first few groups, by the first few series',
      () => ({ across: { as: 'group', column: 'c3', keep: 3 }, split: { column: 'c1', step: 'year', keep: 1 } }),
    ],
    ['levels added up', () => ({ layers: [layer({ summary: 'last', per: 'c3' })] })],
    ['dots', () => ({ across: { as: 'number', column: 'c4' }, layers: [layer({ shape: 'dot' })] })],
  ])('%s', async (_, parts) => expect(await roundsOf(chart(parts()))).toBeLessThanOrEqual(2));
});

test('each copy shows the rows of its value, the last one those of all the rest', async () => {
  const parts = chart({ across: { as: 'group', column: 'c3' }, split: { column: 'c1', step: 'year', keep: 1 } });
  const model = await drawn(sheet, parts);
  expect(model.panels).toHaveLength(7);
  const cells = ROWS.map((row) => row.split(','));
  const shown = model.panels?.map(({ value }) => value) ?? [];
  const median = (values: number[]) => {
    const sorted = values.sort((a, b) => a - b);
    const half = sorted.length >> 1;
    return sorted.length === 0 ? null : sorted.length % 2 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
  };
  // One year stands alone, the others together.
  const alone = new Set(model.series.flatMap(({ split }) => (split === 'Other' ? [] : [String(split)])));
  expect(alone.size).toBe(1);
  for (const { id, split, values } of model.series) {
    const copy = shown.find((value) => id.startsWith(`${value.replaceAll('|', '\\|')}|`)) ?? '';
    const own = cells.filter(
      ([day, kind]) =>
        (copy === 'Other' ? !shown.includes(kind) : kind === copy) &&
        (split === 'Other' ? !alone.has(day.slice(0, 4)) : day.startsWith(String(split))),
    );
    const wanted = model.across.values.map((spot) =>
      median(own.filter(([, , at]) => at === spot).map(([, , , value]) => Number(value))),
    );
    expect([id, values]).toEqual([id, wanted]);
  }
});

test('rows behind a point are found where the names of copies and series have a bar in them', async () => {
  const spec = chart({ split: { column: 'c3' }, layers: [layer({ summary: 'sum' })] });
  const model = await drawn(sheet, spec);
  const series = model.series.find(({ id }) => id.startsWith('Herbs') && id.endsWith('Shop|old'));
  const at = series?.values.findIndex((value) => value !== null) ?? -1;
  const behind = await rowsBehind({
    spec,
    point: { across: model.across.values[at], series: series?.id },
    offset: 0,
    limit: 50,
  });
  expect(behind.amount).toBe(series?.values[at]);
  expect(new Set(behind.rows.map(([, kind, spot]) => `${String(kind)} ${String(spot)}`))).toEqual(
    new Set(['Herbs|cut Shop|old']),
  );
});

test('the first few of a filter are those of the whole chart, also behind one of its points', async () => {
  const top = { column: 'c3', top: 2, by: { amount: { column: 'c4' }, summary: 'sum' } } as const;
  const { panels, ...spec } = chart({ filters: [top], layers: [layer({ summary: 'sum' })] });
  void panels;
  const model = await drawn(sheet, spec);
  const amounts = await Promise.all(
    model.across.values.map(
      async (across) => (await rowsBehind({ spec, point: { across }, offset: 0, limit: 1 })).amount,
    ),
  );
  expect(amounts).toEqual(model.series[0].values);
});
