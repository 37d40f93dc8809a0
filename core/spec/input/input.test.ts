import { parseSpec, InvalidInput } from '.';
import type { ChartSpec } from '../chart-spec';

const chart: ChartSpec = {
  version: 1,
  sheet: 's1',
  across: { as: 'group', column: 'c1' },
  layers: [{ id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'column', side: 'left' }],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
};
const [layer] = chart.layers;

function wrong(parts: object): string {
  try {
    parseSpec({ ...chart, ...parts });
    return 'taken';
  } catch (error) {
    if (error instanceof InvalidInput) return error.message;
    throw error;
  }
}

test.each<[string, object, string]>([
  ['a step of groups', { across: { as: 'group', column: 'c1', step: 'nonsense' } }, 'across.step: property step'],
  ['a true column', { filters: [{ from: true }] }, 'filters.0.column: column must be a column key'],
  ['two kinds of filter', { filters: [{ column: 'c1', keep: [], top: 3 }] }, 'filters.0: must have exactly one of'],
  ['a filter of no kind', { filters: [{ column: 'c1' }] }, 'filters.0: must have exactly one of'],
  [
    'no amount',
    { layers: [{ ...layer, amount: {} }] },
    'layers.0.amount: must have exactly one of: column, rows, formula',
  ],
  [
    'an order by nothing known',
    { across: { as: 'group', column: 'c1', order: { by: 'luck' } } },
    'across.order: by must',
  ],
  [
    'an order by an amount without one',
    { across: { as: 'group', column: 'c1', order: { by: 'amount' } } },
    'across.order.amount',
  ],
  ['a list where one is meant', { scales: { left: [{ fit: 'zero' }] } }, 'scales.left: left must be an object'],
  ['a text in a list of layers', { layers: ['l1'] }, 'layers.0: each value in layers must be an object'],
  ['a count of copies per layer', { panels: { by: 'layer', keep: 3 } }, 'panels.keep: property keep'],
  ['a style that is not known', { layers: [{ ...layer, style: { glow: 1 } }] }, 'layers.0.style.glow'],
  [
    'a filter far inside',
    { layers: [{ ...layer, from: { sheet: 's2', across: 'c1', filters: [{ column: 'x', present: true }] } }] },
    'layers.0.from.filters.0.column',
  ],
])('%s is refused, and the place is named', (_, parts, message) => expect(wrong(parts)).toContain(message));

test('what a chart can hold is taken as it is', () => {
  const whole: ChartSpec = {
    ...chart,
    across: {
      as: 'group',
      column: 'c1',
      order: { by: 'amount', amount: { rows: true }, summary: 'count' },
      omit: ['blank'],
    },
    filters: [
      { column: 'c1', keep: ['Yard', null], not: true },
      { column: 'c2', from: 1 },
      { column: 'c3', window: { last: 3, step: 'month' } },
      { column: 'c1', top: 2, by: { amount: { formula: 'c2 / c4' }, summary: 'sum' } },
    ],
    setAside: [{ across: 'Shop', series: 'l1' }],
    series: { l1: { dash: 'dotted' } },
  };
  expect(parseSpec(whole)).toEqual(whole);
});
