import { readTable } from '@/testing/table';
import {
  byKey,
  changeLayer,
  checkAgainstColumns,
  InvalidInput,
  parseSpec,
  removeLayer,
  sentence,
  setShape,
  setSide,
  type ChartSpec,
} from '.';

const { columns } = readTable([
  ['Sold on', 'Spot', 'Takings £', 'Quantity', 'Remark'],
  ['2025-03-03', 'Yard', '4.50', '1', 'x'],
  ['2025-03-14', 'Shop', '7.25', '2', 'y'],
]);
const known = byKey(columns);

const spec: ChartSpec = {
  version: 1,
  sheet: 's',
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [
    { id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'line', side: 'left' },
    { id: 'l2', amount: { column: 'c4' }, summary: 'mean', shape: 'line', side: 'right' },
  ],
  filters: [],
  scales: { left: { fit: 'breathing' }, right: { fit: 'zero' } },
  text: {},
};

function pathsOf(check: () => unknown): string[] {
  try {
    check();
  } catch (error) {
    if (error instanceof InvalidInput) return error.errors.map(({ path }) => path);
    throw error;
  }
  return [];
}

describe('a chart from outside', () => {
  test('is taken where every name and value is known', () => expect(parseSpec(spec)).toEqual(spec));

  test.each([
    ['an unknown name', { ...spec, colour: 'red' }, 'colour'],
    ['a colour that is none', { ...spec, look: { colors: { Yard: 'red' } } }, 'look.colors'],
    ['a place that is not offered', { ...spec, look: { locale: 'xx' } }, 'look.locale'],
    ['an unknown step', { ...spec, across: { as: 'time', column: 'c1', step: 'fortnight' } }, 'across.step'],
    ['a column that is no key', { ...spec, across: { as: 'group', column: 'Takings' } }, 'across.column'],
    ['no layer', { ...spec, layers: [] }, 'layers'],
    [
      'two kinds of amount',
      { ...spec, layers: [{ ...spec.layers[0], amount: { column: 'c3', rows: true } }] },
      'layers.0.amount',
    ],
    [
      'a range whose ends are turned',
      { ...spec, scales: { left: { fit: 'fixed', min: 5, max: 2 } } },
      'scales.left.max',
    ],
    ['an id that stands twice', { ...spec, layers: [spec.layers[0], spec.layers[0]] }, 'layers.1.id'],
    ['a filter of two kinds', { ...spec, filters: [{ column: 'c2', keep: ['Yard'], present: true }] }, 'filters.0'],
    ['a list in place of an object', [], ''],
  ])('%s is refused with its place', (_, value, path) => expect(pathsOf(() => parseSpec(value))).toContain(path));

  test('columns must be there and can only do what they are', () => {
    expect(pathsOf(() => checkAgainstColumns(spec, known))).toEqual([]);
    expect(
      pathsOf(() => checkAgainstColumns({ ...spec, across: { as: 'time', column: 'c2', step: 'month' } }, known)),
    ).toEqual(['across.column']);
    expect(pathsOf(() => checkAgainstColumns(changeLayer(spec, 'l1', { amount: { column: 'c5' } }), known))).toEqual([
      'layers.0.amount.column',
    ]);
    expect(
      pathsOf(() => checkAgainstColumns({ ...spec, across: { as: 'time', column: 'c1', step: 'hour' } }, known)),
    ).toEqual(['across.step']);
    expect(pathsOf(() => checkAgainstColumns({ ...spec, filters: [{ column: 'c1', from: 5 }] }, known))).toEqual([
      'filters.0.from',
    ]);
  });
});

describe('changes', () => {
  test('a scale goes with its last layer and comes with its first', () => {
    const left = setSide(spec, 'l2', 'left');
    expect(left.scales.right).toBeUndefined();
    expect(setSide(left, 'l2', 'right').scales.right).toEqual({ fit: 'zero' });
    expect(removeLayer(spec, 'l2').scales.right).toBeUndefined();
  });

  test('the last layer stays', () => expect(removeLayer(removeLayer(spec, 'l2'), 'l1').layers).toHaveLength(1));

  test('columns begin at zero even where the line had breathing room', () => {
    expect(setShape(spec, ['l1'], 'column').scales.left.fit).toBe('zero');
  });

  test('only columns stay stacked', () => {
    const stacked = changeLayer(spec, 'l1', { shape: 'column', stack: 'stacked' });
    expect(setShape(stacked, ['l1'], 'line').layers[0].stack).toBeUndefined();
  });
  test('a layer that is only read stands behind the drawn ones and frees its scale; one is always drawn', () => {
    const read = setShape(spec, ['l1'], 'read');
    expect(read.layers.map(({ id, shape }) => [id, shape])).toEqual([
      ['l2', 'line'],
      ['l1', 'read'],
    ]);
    expect(setShape(spec, ['l2'], 'read').scales.right).toBeUndefined();
    expect(setShape(read, ['l2'], 'read')).toBe(read);
    expect(setShape(read, ['l2'], 'pie').layers[1].shape).toBe('read');
    expect(pathsOf(() => parseSpec({ ...spec, layers: [{ ...spec.layers[0], shape: 'read' }] }))).toEqual(['layers']);
  });
});

describe('the sentence says the chart', () => {
  test.each<[Partial<ChartSpec>, string]>([
    [{}, 'Total of Takings as a line and average of Quantity as a line on the right scale, by month of Sold on'],
    [{ layers: [spec.layers[0]], split: { column: 'c2' } }, 'Total of Takings by month of Sold on, one line per Spot'],
    [
      {
        layers: [{ id: 'l1', amount: { rows: true }, summary: 'count', shape: 'column', side: 'left' }],
        across: { as: 'group', column: 'c2' },
      },
      'Count of rows by Spot, as columns',
    ],
    [
      { layers: [{ ...spec.layers[0], shape: 'dot' }], across: { as: 'number', column: 'c4' } },
      'Takings against Quantity, one dot per row',
    ],
    [
      { layers: [spec.layers[0]], filters: [{ column: 'c2', keep: ['Yard', 'Shop'] }] },
      'Total of Takings by month of Sold on, as a line, only where Spot is Yard or Shop',
    ],
  ])('%#', (change, words) => expect(sentence({ ...spec, ...change }, { columns: known })).toBe(words));
});
