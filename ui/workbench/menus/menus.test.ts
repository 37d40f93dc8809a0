import { byKey, sentence, sentenceParts, type ChartSpec } from '@/core/spec';
import { readTable } from '@/testing/table';
import { addable, choicesFor, stepsOf } from '.';

const { columns } = readTable([
  ['Sold on', 'Month', 'Spot', 'Takings £', 'Quantity', 'Receipt no'],
  ['2025-03-03 10:00', 'Mar 2025', 'Yard', '4.50', '1', '401'],
  ['2025-03-14 11:00', 'Mar 2025', 'Shop', '7.25', '2', '402'],
  ['2025-04-14 11:00', 'Apr 2025', 'Yard', '6.25', '2', '403'],
]);
const sources = { columns: byKey(columns) };
const picks = ['c1', 'c4'];
const spec: ChartSpec = {
  version: 1,
  sheet: 's',
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [{ id: 'l1', amount: { column: 'c4' }, summary: 'sum', shape: 'line', side: 'left' }],
  filters: [{ column: 'c3', keep: ['Yard'] }],
  scales: { left: { fit: 'zero' } },
  text: {},
};

/** All that a part of the sentence can be changed to. */
function choices(control: string, of: ChartSpec = spec) {
  const part = sentenceParts(of, sources).find((one) => one.control === control);
  if (!part) throw new Error(`the sentence has no ${control}`);
  return choicesFor(part, of, sources, picks).flatMap((group) => group.choices);
}

const chosen = (control: string, key: string, of: ChartSpec = spec) => {
  const found = choices(control, of).find((choice) => choice.key === key);
  if (!found) throw new Error(`no choice ${key}`);
  return found;
};

test('every underlined part has something to choose, and one of it is what is so', () => {
  for (const part of sentenceParts(spec, sources)) {
    if (!part.control) continue;
    const all = choicesFor(part, spec, sources, picks).flatMap((group) => group.choices);
    expect([part.control, all.length > 0]).toEqual([part.control, true]);
    if (part.control !== 'filter')
      expect([part.control, all.some((choice) => choice.chosen)]).toEqual([part.control, true]);
  }
});

test('the steps are those that the dates are fine enough for', () => {
  const [soldOn, month] = columns;
  expect(stepsOf(soldOn)).toEqual(['year', 'quarter', 'month', 'week', 'day', 'hour']);
  expect(stepsOf(month)).toEqual(['year', 'quarter', 'month']);
});

test('choosing a step, a summary or a shape changes just that', () => {
  expect(sentence(chosen('step', 'quarter').edit?.(spec) ?? spec, sources)).toContain('by quarter of Sold on');
  expect(sentence(chosen('summary', 'mean').edit?.(spec) ?? spec, sources)).toMatch(/^Average of Takings/);
  expect(sentence(chosen('shape', 'column').edit?.(spec) ?? spec, sources)).toContain('as columns');
  expect(chosen('step', 'weekday').edit?.(spec).across).toEqual({ as: 'cycle', column: 'c1', cycle: 'weekday' });
});

test('choosing another column changes the picks, which are recommended anew', () => {
  expect(chosen('amount', 'c5').picks).toEqual(['c1', 'c5']);
  expect(chosen('across', 'c3').picks?.[0]).toBe('c3');
});

test('a filter is taken away where it stands', () => expect(choices('filter')[1].edit?.(spec).filters).toEqual([]));

test('an amount that cannot be added up is only counted', () => {
  const counted: ChartSpec = {
    ...spec,
    layers: [{ ...spec.layers[0], amount: { column: 'c3' }, summary: 'distinct' }],
  };
  expect(choices('summary', counted).map(({ key }) => key)).toEqual(['count', 'distinct']);
});

test('only columns that are not picked can be added', () => {
  expect(addable(sources.columns, picks, 'amount').map(({ name }) => name)).toEqual(['Quantity']);
  expect(addable(sources.columns, picks, 'group').map(({ name }) => name)).toEqual(['Spot']);
});
