import { cleanUp, drawn, takeIn } from '@/testing/sheets';
import type { ChartSpec, Layer } from '@/core/spec';
import { rowsBehind } from './rows-behind';

afterAll(cleanUp);

const layer: Layer = { id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'column', side: 'left' };
const CSV = 'Tree,Where,Height (m),Girth (m)\nOak,Yard,12.5,3\nAsh,Wood,9.25,2\nOak,Wood,15,\n,Yard,4,1\nElm,Yard,,1\n';
const rows = (parts: Partial<ChartSpec> = {}) => ({
  across: { as: 'rows' as const, column: 'c1' },
  layers: [layer],
  ...parts,
});

test('each row is a mark, in the order of the sheet, called by a column; two of one name are two', async () => {
  const sheet = await takeIn('single-trees.csv', CSV);
  const model = await drawn(sheet, rows());
  expect(model.across).toMatchObject({
    kind: 'group',
    values: ['Oak', 'Ash', 'Oak (2)', '(blank)', 'Elm'],
    labels: ['Oak', 'Ash', 'Oak', '(blank)', 'Elm'],
  });
  expect(model.series[0].values).toEqual([12.5, 9.25, 15, 4, null]);
  expect([model.title, model.sentence]).toEqual([
    'Height of each tree',
    'Height of each tree, named by Tree, in the order of the sheet, as columns',
  ]);
});

test('in the order of a column, with a second amount, a formula and a filter', async () => {
  const sheet = await takeIn('single-trees-ordered.csv', CSV);
  const model = await drawn(
    sheet,
    rows({
      across: { as: 'rows', column: 'c1', order: { column: 'c3', descending: true } },
      layers: [
        layer,
        { ...layer, id: 'l2', amount: { formula: 'c3 * c4' }, shape: 'dot' },
        { ...layer, id: 'l3', amount: { column: 'c4' }, summary: 'median' },
      ],
      filters: [{ column: 'c2', keep: ['Yard'] }],
    }),
  );
  expect(model.across.labels).toEqual(['Oak', '(blank)', 'Elm']);
  expect(model.series.map(({ values }) => values)).toEqual([
    [12.5, 4, null],
    [37.5, 4, null],
    [3, 1, 1],
  ]);
});

test('a split colours them, and the row behind a mark is that one row', async () => {
  const sheet = await takeIn('single-trees-split.csv', CSV);
  const model = await drawn(sheet, rows({ split: { column: 'c2' } }));
  expect(model.series.map(({ name, values }) => [name, values])).toEqual([
    ['Wood', [null, 9.25, 15, null, null]],
    ['Yard', [12.5, null, null, 4, null]],
  ]);
  const spec: ChartSpec = {
    version: 1,
    sheet: sheet.id,
    filters: [],
    scales: { left: { fit: 'zero' } },
    text: {},
    ...rows(),
  };
  const behind = await rowsBehind({ spec, point: { across: 'Oak (2)', series: 'l1' }, offset: 0, limit: 10 });
  expect([behind.rows, behind.amount]).toEqual([[['Oak', 'Wood', 15, null]], 15]);
});

test('of very many rows the first few thousand are drawn, and it is said', async () => {
  const many = await takeIn(
    'single-many.csv',
    `Name,Size\n${Array.from({ length: 3500 }, (_, i) => `N${i},${i}`).join('\n')}\n`,
  );
  const model = await drawn(many, {
    across: { as: 'rows', column: 'c1' },
    layers: [{ ...layer, amount: { column: 'c2' } }],
  });
  expect(model.across.values).toHaveLength(3000);
  expect(model.checks.find(({ id }) => id === 'left-out')?.message).toContain('Only the first 3,000 rows');
});

test('nothing of single rows is called the largest, and their dates read as everywhere', async () => {
  const sheet = await takeIn('single-days.csv', 'Day,Depth (cm)\n2025-03-04,12\n2025-03-06,15\n2025-03-07,9\n');
  const model = await drawn(
    sheet,
    rows({ across: { as: 'rows', column: 'c1' }, layers: [{ ...layer, amount: { column: 'c2' }, summary: 'max' }] }),
  );
  expect([model.title, model.scales.left?.title, model.series[0].name].join(' ')).not.toMatch(/largest/i);
  expect(model.across.labels[0]).toBe('4 Mar 2025');
});
