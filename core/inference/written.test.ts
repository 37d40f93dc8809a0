import { inferColumns } from './infer';
import { readNumber } from './number';
import { ColumnTally } from './tally';
import { splitHeader } from './units';

const columns = (heads: readonly string[], rows: readonly (readonly string[])[]) => {
  const tallies = heads.map(() => new ColumnTally());
  for (const row of rows) row.forEach((cell, c) => tallies[c].add(cell));
  return inferColumns(heads, tallies);
};
const column = (head: string, cells: readonly string[]) =>
  columns(
    [head],
    cells.map((cell) => [cell]),
  )[0];

test.each(["1'234.50", '1’234.50', '1‘234.50', '1ʼ234.50', '1´234.50', '1`234.50'])('%s is a number', (text) => {
  expect(readNumber(text, '.')?.value).toBe('1234.50');
});

test.each([
  ['(123,45) €', ',', '-123.45', 'EUR'],
  ['€ (123,45)', ',', '-123.45', 'EUR'],
  ['($5.00)', '.', '-5.00', 'USD'],
  ['5,00-', ',', '-5.00', undefined],
  ['5,00 CR', ',', '5.00', undefined],
  ['5.00 DR', '.', '-5.00', undefined],
  ['£5.00 DR', '.', '-5.00', 'GBP'],
  ['1,205.10CR', '.', '1205.10', undefined],
] as const)('%s is an amount with its sign', (text, decimal, value, currency) => {
  expect(readNumber(text, decimal)).toMatchObject({ value, ...(currency ? { currency } : {}) });
});

test.each([
  ['Dose (g/m²)', 'Dose', 'g/m²'],
  ['Stock (pallets)', 'Stock', 'pallets'],
  ['Cost / GBP', 'Cost', 'GBP'],
  ['Price [€/t]', 'Price', '€/t'],
  ['Rate (£/night)', 'Rate', '£/night'],
])('%s is %s in %s', (head, name, unit) => {
  expect(splitHeader(head)).toEqual({ name, unit });
});
test.each(['Yes/No', 'km/h', 'Plan / actual', 'And/or', 'Items (old)'])('%s has no unit', (head) => {
  expect(splitHeader(head)).toEqual({ name: head });
});

test('"Sì" is a yes', () => {
  expect(column('Pagato', ['Sì', 'No', 'Sì', 'No']).type).toBe('boolean');
});

test('seconds and milliseconds since 1970 are times without a word for it, unless the header says that they name or count', () => {
  const seconds = ['1735689600', '1735776000', '1735862400', '1738540800'];
  expect(column('When it came', seconds)).toMatchObject({ type: 'datetime', format: { counted: 'seconds' } });
  expect(
    column(
      'logged',
      seconds.map((one) => `${one}000`),
    ),
  ).toMatchObject({ format: { counted: 'milliseconds' } });
  expect(column('Receipt no', seconds).type).toBe('integer');
  expect(column('Total', seconds).type).toBe('integer');
  expect(column('logged', [...seconds, '12']).type).toBe('integer');
});

test('a few letters among the numbers of boats make them names; a slip among amounts does not', () => {
  const boats = Array.from({ length: 30 }, (_, i) => String(i + 1));
  expect(column('Boat', [...boats, '12A', '7B'])).toMatchObject({ type: 'text' });
  expect(column('Boats', [...boats, '12O']).type).toBe('integer');
  expect(column('Weight', [...boats, '5 kg', '12.5']).type).toBe('decimal');
});

test('"NA" among texts is nothing where it is so among numbers, and else a text', () => {
  const rows = [
    ['Yard', '1.5'],
    ['NA', '2.5'],
    ['Stall', 'NA'],
    ['Web', '3'],
    ['Van', '4'],
    ['Barn', '5'],
  ];
  expect(columns(['Spot', 'Takings'], rows)[0].format.missing).toEqual(['na']);
  expect(
    columns(
      ['Country', 'Takings'],
      rows.map(([spot], i) => [spot, String(i)]),
    )[0].format.missing,
  ).toBeUndefined();
});
