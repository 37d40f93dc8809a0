import { findAside } from './set-aside';

const time = (step: 'year' | 'quarter' | 'month') => ({ across: { as: 'time' as const, column: 'c1', step } });
const QUARTERS = ['2024-07-01', '2024-10-01', '2025-01-01', '2025-04-01', '2025-07-01', '2025-10-01'];

test('a year that is set aside stays aside by quarter', () => {
  const { places, found } = findAside(QUARTERS, [], [{ across: '2025-01-01', step: 'year' }], time('quarter'));
  expect([...places]).toEqual([2, 3, 4, 5]);
  expect(found).toEqual([0]);
});

test('of a business year the quarters are those of the business year', () => {
  const { places } = findAside(QUARTERS, [], [{ across: '2024-07-01', step: 'year' }], {
    ...time('quarter'),
    calendar: { yearStart: 7 },
  });
  expect([...places]).toEqual([0, 1, 2, 3]);
});

test('one series of a year stands empty in each of its quarters, and no other does', () => {
  const aside = [{ across: '2025-01-01', step: 'year' as const, series: 'l1' }];
  const { places, points } = findAside(QUARTERS, [{ id: 'l1' }, { id: 'l2' }], aside, time('quarter'));
  expect(places.size).toBe(0);
  expect([...(points.get('l1') ?? [])]).toEqual([2, 3, 4, 5]);
  expect(points.has('l2')).toBe(false);
});

test('a month that was set aside is no quarter: it counts in, and that is told', () => {
  expect(findAside(QUARTERS, [], [{ across: '2025-01-01', step: 'month' }], time('quarter')).found).toEqual([]);
  expect(findAside(QUARTERS, [], [{ across: 'no date', step: 'year' }], time('quarter')).found).toEqual([]);
});
