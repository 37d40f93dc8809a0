import fc from 'fast-check';
import {
  count,
  DAY,
  firstStep,
  floor,
  fromIso,
  fromIsoWeek,
  instant,
  isCalendarDate,
  isoDate,
  isoDateTime,
  isoWeek,
  offset,
  placeInCycle,
  placesOfCycle,
  range,
  startsStride,
  STEPS,
} from '.';

const anyInstant = fc.integer({ min: instant(1900), max: instant(2100) });
const anyStep = fc.constantFrom(...STEPS);
const anyCalendar = fc.record({
  weekStart: fc.constantFrom('monday' as const, 'sunday' as const),
  yearStart: fc.integer({ min: 1, max: 12 }),
});

describe('steps', () => {
  test('each step begins at its first instant', () => {
    const at = fromIso('2025-03-05T16:20:00');
    expect(STEPS.map((step) => isoDateTime(floor(at, step)))).toEqual([
      '2025-01-01T00:00:00',
      '2025-01-01T00:00:00',
      '2025-03-01T00:00:00',
      '2025-03-03T00:00:00',
      '2025-03-05T00:00:00',
      '2025-03-05T16:00:00',
    ]);
  });

  test('a business year that starts in April holds the March before it in the year before', () => {
    const calendar = { yearStart: 4 };
    expect(isoDate(floor(fromIso('2025-03-31'), 'year', calendar))).toBe('2024-04-01');
    expect(isoDate(floor(fromIso('2025-04-01'), 'year', calendar))).toBe('2025-04-01');
    expect(isoDate(floor(fromIso('2025-06-30'), 'quarter', calendar))).toBe('2025-04-01');
  });

  test('a week may begin on Sunday', () => {
    expect(isoDate(floor(fromIso('2025-03-08'), 'week', { weekStart: 'sunday' }))).toBe('2025-03-02');
    expect(isoDate(floor(fromIso('2025-03-09'), 'week', { weekStart: 'sunday' }))).toBe('2025-03-09');
  });

  test('the start of a step lies at or before every instant in it, and its next start after it', () => {
    fc.assert(
      fc.property(anyInstant, anyStep, anyCalendar, (at, step, calendar) => {
        const start = floor(at, step, calendar);
        return start <= at && offset(start, step, 1) > at && floor(start, step, calendar) === start;
      }),
    );
  });

  test('going some steps on and counting them back agree', () => {
    fc.assert(
      fc.property(
        anyInstant,
        anyStep,
        anyCalendar,
        fc.integer({ min: -400, max: 400 }),
        (at, step, calendar, steps) => {
          const start = floor(at, step, calendar);
          return count(start, offset(start, step, steps), step) === steps;
        },
      ),
    );
  });

  test('the run of steps is unbroken from the first to the last', () => {
    const months = range(fromIso('2024-11-20'), fromIso('2025-02-03'), 'month').map(isoDate);
    expect(months).toEqual(['2024-11-01', '2024-12-01', '2025-01-01', '2025-02-01']);
  });

  test.each([
    ['2023-01-02', '2025-11-22', 'month'],
    ['2025-03-01', '2025-03-31', 'day'],
    ['2025-01-01', '2025-06-30', 'week'],
    ['1990-01-01', '2020-01-01', 'year'],
    ['2025-03-01T00:00:00', '2025-03-02T06:00:00', 'hour'],
  ] as const)('from %s to %s the first step is %s', (first, last, step) => {
    expect(firstStep(fromIso(first), fromIso(last))).toBe(step);
  });

  test('a column of months has no finer first step than the month', () => {
    expect(firstStep(fromIso('2025-01-01'), fromIso('2025-04-01'), 'month')).toBe('month');
  });
});

describe('dates', () => {
  test('31 February does not exist, 29 February only in leap years', () => {
    expect(isCalendarDate(2025, 2, 31)).toBe(false);
    expect(isCalendarDate(2024, 2, 29)).toBe(true);
    expect(isCalendarDate(1900, 2, 29)).toBe(false);
    expect(() => fromIso('2025-02-31')).toThrow('not an ISO date: 2025-02-31');
  });

  test('what is written is read back', () => {
    fc.assert(fc.property(anyInstant, (at) => fromIso(isoDate(at)) === floor(at, 'day')));
  });

  test('a week belongs to the year of its Thursday', () => {
    fc.assert(
      fc.property(anyInstant, (at) => {
        const { year, week } = isoWeek(at);
        return fromIsoWeek(year, week) === floor(at, 'week') && week >= 1 && week <= 53;
      }),
    );
    expect(fromIsoWeek(2025, 53)).toBeUndefined();
  });
});

describe('cycles', () => {
  test('weekdays are numbered from Monday and stand in the order of the week', () => {
    expect(placeInCycle(fromIso('2025-03-03'), 'weekday')).toBe(1);
    expect(placeInCycle(fromIso('2025-03-09'), 'weekday')).toBe(7);
    expect(placesOfCycle('weekday', { weekStart: 'sunday' })).toEqual([7, 1, 2, 3, 4, 5, 6]);
  });

  test('months begin with the business year', () => {
    expect(placesOfCycle('month-of-year', { yearStart: 4 })).toEqual([4, 5, 6, 7, 8, 9, 10, 11, 12, 1, 2, 3]);
  });

  test('the weekday comes round every seven days', () => {
    fc.assert(fc.property(anyInstant, (at) => placeInCycle(at, 'weekday') === placeInCycle(at + 7 * DAY, 'weekday')));
  });
});

describe('labels of days fall on round places', () => {
  const days = Array.from({ length: 800 }, (_, i) => isoDate(fromIso('2024-01-02') + i * DAY));
  const on = (stride: number) => days.filter((day) => startsStride(day, 'day', stride));
  test('from a month on, on the first of months', () => {
    expect(on(30).every((day) => day.endsWith('-01'))).toBe(true);
    expect(on(91)).toEqual([
      '2024-04-01',
      '2024-07-01',
      '2024-10-01',
      '2025-01-01',
      '2025-04-01',
      '2025-07-01',
      '2025-10-01',
      '2026-01-01',
    ]);
  });
  test('below that on Mondays, every one or every second', () => {
    expect(on(7).every((day) => new Date(fromIso(day)).getUTCDay() === 1)).toBe(true);
    expect(on(14)).toHaveLength(Math.round(on(7).length / 2));
  });
});
