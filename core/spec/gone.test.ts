import { goneChecks } from '../checks';
import { readTable } from '@/testing/table';
import { byKey } from './against-columns';
import type { ChartSpec } from './chart-spec';
import {
  couldStandFor,
  formerColumn,
  goneFrom,
  withColumnInstead,
  withoutColumn,
  withoutLayers,
  withSheetInstead,
} from './gone';

const { columns } = readTable([
  ['Sold on', 'Spot', 'Takings net £', 'Pieces', 'Visitors'],
  ['2025-03-03', 'Yard', '4.50', '1', '3'],
  ['2025-03-14', 'Shop', '7.25', '2', '4'],
]);
const before = readTable([
  ['Takings £', 'Where'],
  ['4.50', 'Yard'],
  ['7.00', 'Shop'],
]).columns.map((column, i) => formerColumn({ ...column, key: `c${8 + i}` }));
const sources = { columns: byKey(columns) };
const former = new Map([['s', before]]);
const spec: ChartSpec = {
  version: 1,
  sheet: 's',
  across: { as: 'time', column: 'c1', step: 'month' },
  split: { column: 'c9' },
  layers: [
    { id: 'l1', amount: { column: 'c8' }, summary: 'sum', shape: 'line', side: 'left' },
    { id: 'l2', amount: { formula: 'c8 / c4' }, summary: 'sum', shape: 'line', side: 'right' },
    {
      id: 'l3',
      amount: { column: 'c2' },
      summary: 'count',
      shape: 'line',
      side: 'left',
      fills: 'l1',
      from: { sheet: 'other', across: 'c1' },
    },
  ],
  filters: [{ column: 'c9', keep: ['Yard'] }],
  scales: { left: { fit: 'zero' }, right: { fit: 'zero' } },
  text: {},
};

test('what a chart names and the sheets lack is found once each, with what is remembered of it', () =>
  expect(goneFrom(spec, sources, former)).toEqual([
    { is: 'column', sheet: 's', key: 'c9', former: before[1] },
    { is: 'column', sheet: 's', key: 'c8', former: before[0] },
    { is: 'sheet', sheet: 'other', layers: ['l3'] },
  ]));

test('a chart of columns that are there lacks nothing', () =>
  expect(
    goneFrom(
      { ...spec, split: undefined, filters: [], layers: [{ ...spec.layers[0], amount: { column: 'c3' } }] },
      sources,
    ),
  ).toEqual([]));

test('what could take its place has its name first, then its unit, and can do what it did', () => {
  expect(couldStandFor(before[0], sources.columns).map(({ name }) => name)).toEqual([
    'Takings net',
    'Pieces',
    'Visitors',
  ]);
  expect(couldStandFor(before[1], sources.columns).map(({ name }) => name)).toEqual(['Spot']);
});

test('another column takes its place wherever the chart names it', () => {
  const next = withColumnInstead(withColumnInstead(spec, 's', 'c8', 'c3'), 's', 'c9', 'c2');
  expect(next).toMatchObject({
    split: { column: 'c2' },
    filters: [{ column: 'c2' }],
    layers: [{ amount: { column: 'c3' } }, { amount: { formula: 'c3 / c4' } }, { amount: { column: 'c2' } }],
  });
  expect(goneFrom(next, sources).map(({ is }) => is)).toEqual(['sheet']);
});

test('a chart can do without what is gone, unless nothing would be left of it', () => {
  const without = withoutColumn(spec, 's', 'c8');
  expect(without?.layers.map(({ id, fills }) => [id, fills])).toEqual([['l3', undefined]]);
  expect(without?.scales.right).toBeUndefined();
  expect(withoutColumn(spec, 's', 'c9')).toMatchObject({ filters: [] });
  expect(withoutColumn(spec, 's', 'c9')?.split).toBeUndefined();
  expect(withoutColumn(spec, 's', 'c1')).toBeUndefined();
  expect(withoutLayers(spec, ['l3'])?.layers).toHaveLength(2);
  expect(withoutLayers(spec, ['l1', 'l2', 'l3'])).toBeUndefined();
});

test('a check says each in words and offers the column that would do', () => {
  const gone = goneFrom(spec, sources, former);
  expect(goneChecks(spec, gone, sources).map(({ id, message, changeWords }) => [id, message, changeWords])).toEqual([
    ['gone-column', '“Where” is not in the sheet any more.', 'Use Spot'],
    ['gone-column', '“Takings” is not in the sheet any more.', 'Use Takings net'],
    ['gone-column', 'The sheet that a layer of this chart comes from is not there any more.', undefined],
  ]);
});

test('another sheet takes the place of one that was deleted, its columns by their names', () => {
  const lost = { id: 'other', columns: columns.map((column) => formerColumn(column)) };
  const again = { id: 'new', columns: [...columns].reverse().map((column, i) => ({ ...column, key: `c${i + 1}` })) };
  const next = withSheetInstead(spec, lost, again);
  expect(next?.layers[2]).toMatchObject({ amount: { column: 'c4' }, from: { sheet: 'new', across: 'c5' } });
  expect(next?.layers[0]).toEqual(spec.layers[0]);
  expect(withSheetInstead(spec, lost, { id: 'new', columns: again.columns.slice(0, 3) })).toBeUndefined();
});

test('a column that only gives colours or remarks is found to be gone, and the chart goes on without it', () => {
  const colored: ChartSpec = {
    ...spec,
    split: undefined,
    filters: [],
    layers: [
      {
        ...spec.layers[0],
        amount: { column: 'c3' },
        style: { values: true, colorBy: { amount: { column: 'c8' }, summary: 'sum' } },
      },
    ],
    remarks: { columns: ['c9', 'c2'] },
  };
  expect(goneFrom(colored, sources, former).map((one) => (one.is === 'column' ? one.key : one.sheet))).toEqual([
    'c8',
    'c9',
  ]);
  const plain = withoutColumn(colored, 's', 'c8');
  expect(plain?.layers[0].style).toEqual({ values: true });
  expect(plain && withoutColumn(plain, 's', 'c9')?.remarks).toEqual({ columns: ['c2'] });
  expect(withColumnInstead(colored, 's', 'c8', 'c4').layers[0].style?.colorBy).toMatchObject({
    amount: { column: 'c4' },
  });
});
