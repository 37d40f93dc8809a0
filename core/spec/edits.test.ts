import { applyEdit, changeBy, type ChartSpec, type Edit } from '.';

const chart: ChartSpec = {
  version: 1,
  sheet: 's',
  across: { as: 'group', column: 'c1' },
  layers: [
    { id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'column', side: 'left', stack: 'stacked' },
    { id: 'l2', amount: { column: 'c3' }, summary: 'sum', shape: 'line', side: 'left', fills: 'l1', then: 'running' },
  ],
  filters: [{ column: 'c1', keep: ['Yard'] }],
  setAside: [{ across: 'Fair' }, { across: 'Shop', series: 'l1' }],
  scales: { left: { fit: 'fixed', min: 3, max: 9, numbers: { decimals: 1 } } },
  text: {},
};
/** A change after it went through JSON, as the API sends it. */
const sent = (edit: Edit): Edit => JSON.parse(JSON.stringify(edit)) as Edit;

test('a change by name leaves what was changed since as it is', () => {
  const edit: Edit = { do: 'setSummary', with: ['l1', 'mean'] };
  const since = applyEdit(chart, { do: 'standBeside', with: ['l2'] });
  const { layers } = applyEdit(since, sent(edit));
  expect(layers.map(({ summary }) => summary)).toEqual(['mean', 'sum']);
  expect(layers[1]).not.toHaveProperty('fills');
});

test.each<[Edit, Partial<ChartSpec>]>([
  [{ do: 'fitScale', with: ['left', 'zero'] }, { scales: { left: { fit: 'zero', numbers: { decimals: 1 } } } }],
  [{ do: 'bringBack', with: [{ across: 'Fair' }] }, { setAside: [{ across: 'Shop', series: 'l1' }] }],
  [{ do: 'showAllRows', with: [] }, { filters: [] }],
  [{ do: 'keepGroups', with: [5] }, { across: { as: 'group', column: 'c1', keep: 5 } }],
  [{ do: 'setGaps', with: ['bridge'] }, {}],
])('%j comes to the parts that it changes', (edit, parts) => {
  expect(changeBy(chart, sent(edit))).toEqual(parts);
  expect(applyEdit(chart, sent(edit))).toEqual({ ...chart, ...parts });
});

test('the last point that is brought back leaves an empty list, which JSON keeps', () => {
  const one = { ...chart, setAside: [{ across: 'Fair' }] };
  expect(changeBy(one, { do: 'bringBack', with: [{ across: 'Fair' }] })).toEqual({ setAside: [] });
});
