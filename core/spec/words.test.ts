import jsep from 'jsep';
import { readTable } from '@/testing/table';
import { byKey } from './against-columns';
import type { ChartSpec } from './chart-spec';
import { filterWords } from './filter-words';
import { FormulaError, formulaFromNames, parseFormula, isLinear } from './formula';
import { layerWords } from './layers';
import { rowNoun } from './row-noun';
import { sentence } from './sentence';

const { columns } = readTable([
  ['Booked on', 'Spot', 'Takings £', 'Target £', 'Job no', 'Share (%)', 'Size'],
  ['2025-03-03', 'Yard', '4.50', '5', 'J-101', '12', 'S'],
  ['2025-03-14', 'Shop', '7.25', '6', 'J-102', '15', 'M'],
  ['2025-04-14', 'Yard', '6.25', '7', 'J-103', '19', 'L'],
]);
const known = byKey(columns);
const sources = { columns: known, names: new Map([['p', 'Season plan']]), others: new Map([['p', known]]) };
const spec: ChartSpec = {
  version: 1,
  sheet: 's',
  across: { as: 'group', column: 'c2' },
  layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'column', side: 'left' }],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
};
const said = (parts: Partial<ChartSpec>) => sentence({ ...spec, ...parts }, sources);

describe('the sentence says what is not so by default', () => {
  test.each([
    [undefined, 'Total of Takings by Spot, as columns'],
    [{ by: 'value', descending: true }, 'Total of Takings by Spot, as columns'],
    [{ by: 'value' }, 'Total of Takings by Spot, smallest first, as columns'],
    [{ by: 'name' }, 'Total of Takings by Spot, in order of name, as columns'],
    [{ by: 'sheet' }, 'Total of Takings by Spot, in the order of the sheet, as columns'],
    [
      { by: 'amount', amount: { column: 'c4' }, summary: 'sum' },
      'Total of Takings by Spot, Target smallest first, as columns',
    ],
  ] as const)('order %j', (order, words) =>
    expect(said({ across: { as: 'group', column: 'c2', ...(order ? { order } : {}) } })).toBe(words),
  );
  test('parts of 100 %, stacks of several layers, and unfinished steps', () => {
    const stacked = [{ ...spec.layers[0], stack: 'share' as const }];
    expect(
      said({
        across: { as: 'time', column: 'c1', step: 'month', partial: 'leave-out' },
        split: { column: 'c2' },
        layers: stacked,
      }),
    ).toBe('Total of Takings by month of Booked on, whole months only, one stacked column per Spot, as parts of 100 %');
    expect(
      said({
        across: { as: 'time', column: 'c1', step: 'month' },
        split: { column: 'c2' },
        layers: [...stacked, { ...spec.layers[0], id: 'l2', shape: 'line', whole: true }],
      }),
    ).toBe(
      'Total of Takings as columns of 100 % and total of Takings as a line, not split, by month of Booked on, for each Spot',
    );
  });
  test('single rows, named and ordered', () =>
    expect(said({ across: { as: 'rows', column: 'c2', order: { column: 'c3', descending: true } } })).toBe(
      'Takings of each job, named by Spot, in order of Takings, largest first, as columns',
    ));
});

test('a count of rows is called by what a row is', () => {
  expect(rowNoun({ columns: known })).toEqual({ one: 'job', many: 'jobs' });
  expect(said({ layers: [{ ...spec.layers[0], amount: { rows: true }, summary: 'count' }] })).toBe(
    'Count of jobs by Spot, as columns',
  );
  const named = (name: string) =>
    rowNoun({
      columns: byKey(
        readTable([[name], ['A-1'], ['A-2'], ['A-3']]).columns.map((one) => ({ ...one, role: 'key' as const })),
      ),
    });
  expect([named('invoice_id').many, named('Delivery number').many, named('Batch #').many, named('ID').many]).toEqual([
    'invoices',
    'deliveries',
    'batches',
    'rows',
  ]);
});

test('a summary that its column already names is not said twice', () => {
  const stays = byKey([{ ...columns[0], key: 'c1', name: 'Average stay' }]);
  const layer = { ...spec.layers[0], amount: { column: 'c1' } };
  expect(layerWords({ ...layer, summary: 'mean' }, { columns: stays })).toBe('Average stay');
  expect(layerWords({ ...layer, summary: 'max' }, { columns: stays })).toBe('Largest average stay');
});

test('an amount out of another sheet says whose it is', () =>
  expect(layerWords({ ...spec.layers[0], from: { sheet: 'p', across: 'c1' } }, sources)).toBe('Takings, Season plan'));

describe('ranges name both days that they hold', () => {
  const [when, , , , , share] = columns;
  test.each([
    [{ from: '2024-01-01', to: '2024-04-01' }, 'Booked on from 1 Jan 2024 to 31 Mar 2024'],
    [{ to: '2024-04-01' }, 'Booked on to 31 Mar 2024'],
    [{ to: '2024-04-01T12:00:00' }, 'Booked on before 1 Apr 2024, 12:00'],
  ])('%j', (range, words) => expect(filterWords({ column: 'c1', ...range }, when)).toBe(words));
  test('numbers say that their end does not count', () =>
    expect(filterWords({ column: 'c6', from: 0.1, to: 0.2 }, share)).toBe('Share from 10 % below 20 %'));
});

describe('formulas as they are typed', () => {
  test('may begin with "="', () => expect(formulaFromNames('= Takings - Target', columns)).toBe('c3 - c4'));
  test.each([
    ['(c3 - c4', 0, /not closed/],
    ['c3 - c4)', 7, /no opening one/],
    ['(c3 - (c4 * 2)', 0, /not closed/],
  ])('%s lacks a bracket, and says which', (text, at, words) => {
    try {
      parseFormula(text);
      throw new Error('taken');
    } catch (error) {
      expect(error).toBeInstanceOf(FormulaError);
      expect((error as FormulaError).at).toBe(at);
      expect((error as FormulaError).message).toMatch(words);
    }
  });
  test.each([
    ['c3 - c4', true],
    ['2 * (c3 + c4) / 3 - c1', true],
    ['-c3', true],
    ['c3 * c4', false],
    ['c3 / c4', false],
    ['5 + 2', false],
  ])('%s is linear: %s', (text, linear) => expect(isLinear(parseFormula(text))).toBe(linear));
});

test('a number in a formula keeps its digits', () => {
  const text = (formula: string) => {
    const read = parseFormula(formula);
    return read.is === 'number' ? read.text : undefined;
  };
  expect(['9007199254740993', '0.10', '007', '1e3', '0.12345678901234567890'].map(text)).toEqual([
    '9007199254740993',
    '0.1',
    '7',
    '1000',
    '0.12345678901234567890',
  ]);
});

test('reading a formula leaves the parser as it was for others', () => {
  const before = jsep('a && !b').type;
  expect(() => parseFormula('c1 && c2')).toThrow();
  parseFormula('c1 - c2');
  expect(jsep('a && !b').type).toBe(before);
  expect(before).toBe('BinaryExpression');
});
