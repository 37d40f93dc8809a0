import { nextAfter } from './next';

const at = (iso: string) => Date.parse(iso);
const iso = (instant: number) => new Date(instant).toISOString();

test('a time that the clock leaps over is the first that is shown; one shown twice the first of the two', () => {
  const london = { step: 'day', at: '01:30', zone: 'Europe/London' } as const;
  expect(iso(nextAfter(london, at('2025-03-29T12:00Z')))).toBe('2025-03-30T01:00:00.000Z');
  expect(iso(nextAfter(london, at('2025-10-25T12:00Z')))).toBe('2025-10-26T00:30:00.000Z');
  expect(iso(nextAfter(london, at('2025-10-26T00:30Z')))).toBe('2025-10-27T01:30:00.000Z');
});

test('a day that a month does not have is its last', () => {
  const month = { step: 'month', at: '08:00', day: 31, zone: 'UTC' } as const;
  expect(iso(nextAfter(month, at('2024-02-01T00:00Z')))).toBe('2024-02-29T08:00:00.000Z');
  expect(iso(nextAfter({ ...month, day: 'last' }, at('2025-04-30T08:00Z')))).toBe('2025-05-31T08:00:00.000Z');
});

test('a clock that leaps over midnight has the day after begin late', () => {
  // Santiago goes from 24:00 to 01:00 (IANA time zone database, northamerica and southamerica files).
  const midnight = { step: 'day', at: '00:15', zone: 'America/Santiago' } as const;
  expect(iso(nextAfter(midnight, at('2025-09-06T12:00Z')))).toBe('2025-09-07T04:00:00.000Z');
});

test('a week begins where it is said', () => {
  const monday = { step: 'week', at: '08:00', weekday: 1, zone: 'Australia/Lord_Howe' } as const;
  expect(iso(nextAfter(monday, at('2025-06-01T00:00Z')))).toBe('2025-06-01T21:30:00.000Z');
});
