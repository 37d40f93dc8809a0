import { fromIso } from '../calendar';
import { InvalidInput } from '../spec';
import { checkCells, checkCopies, checkGroups, checkMarks, checkRun, LARGEST_CHART } from './limits';

const told = (work: () => void): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof InvalidInput) return `${error.errors[0].path}: ${error.errors[0].message}`;
    throw error;
  }
  return 'taken';
};

test.each([
  [
    '1925-03-01',
    '2025-03-01',
    'hour',
    'across.step: from 1925-03-01T00:00:00 to 2025-03-01T00:00:00 there are 876,601 hours, and at most 20,000 are drawn.',
  ],
  [
    '0205-03-01',
    '2025-03-01',
    'day',
    'across.step: from 0205-03-01 to 2025-03-01 there are 664,743 days, and at most 20,000 are drawn.',
  ],
  ['0205-03-01', '2025-03-01', 'year', 'taken'],
  ['2024-01-01', '2025-12-31', 'hour', 'taken'],
] as const)('from %s to %s by %s', (first, last, step, words) => {
  expect(told(() => checkRun(fromIso(first), fromIso(last), step, {}))).toContain(words);
});

test('groups, cells and marks', () => {
  expect(told(() => checkGroups(LARGEST_CHART.groups))).toBe('taken');
  expect(told(() => checkGroups(LARGEST_CHART.groups + 1))).toMatch(
    /^across: this would make more than 200,000 groups/,
  );
  expect(told(() => checkCells(40_000, 36))).toMatch(/^split: 40,000 places times 36 series are more/);
  expect(told(() => checkCopies(40_000))).toMatch(/^panels: there would be 40,000 small copies/);
  expect(told(() => checkMarks(60_001))).toMatch(/^layers: 60,001 values would be drawn/);
});
