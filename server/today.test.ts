import { todayIn } from './today';

test('the day is that of the clock of a zone', () => {
  const instant = Date.parse('2026-03-01T23:30:00Z');
  expect(todayIn('UTC', instant)).toBe('2026-03-01');
  expect(todayIn('Europe/Berlin', instant)).toBe('2026-03-02');
  expect(todayIn('America/New_York', instant)).toBe('2026-03-01');
});
