import { profileOf } from '@/testing/table';
import { cellWords, headWords } from './cells';

test.each([
  ['Sold on', ['13/03/2025 16:20'], '2025-03-13T16:20:00', '13 Mar 2025, 16:20'],
  ['Day', ['2025-03-04'], '2025-03-04', '4 Mar 2025'],
  ['Month', ['Mar 2024', 'Apr 2024'], '2024-03-01', 'Mar 2024'],
  ['Quarter', ['2024 Q3'], '2024-07-01', 'Q3 2024'],
  ['Year', ['2022/23', '2023/24'], '2023-01-01', '2023/24'],
  ['Takings £', ['1,204.50', '3.20'], 1204.5, '1,204.50'],
  ['Discount', ['10%', '12.5%'], 0.125, '12.5%'],
  ['Receipt no', ['410001'], 410001, '410001'],
  ['Year', ['2019', '2020', '2021'], 2020, '2020'],
  ['Paid', ['yes', 'no'], true, 'Yes'],
  ['Spot', ['Yard'], null, ''],
] as const)('a cell of %s %j is shown as %4$s', (header, cells, value, words) => {
  expect(cellWords(value, profileOf(header, cells))).toBe(words);
});

test.each([
  ['Takings £', ['1.50', '2.50'], '£', 'Amount · £ · total'],
  ['Spot', ['Yard', 'Shop', 'Yard'], undefined, 'Group · 2 kinds'],
  ['Paid', ['yes', 'no'], undefined, 'Group · yes, no'],
  ['Sold on', ['2025-03-04'], undefined, 'When · date'],
  ['Month', ['March', 'April'], undefined, 'When · month of year'],
  ['Receipt no', ['1', '2'], undefined, 'Key · 2'],
] as const)('the head of %s says what it is', (header, cells, unit, words) => {
  expect(headWords(profileOf(header, cells), unit)).toBe(words);
});
