/**
 * Week numbers: the published examples of ISO 8601 (as listed in ISO 8601:2004, 3.2.2 and its usual table of year ends;
 * the table's values from memory), and luxon 3, a general-purpose date library, over every day of two centuries.
 */
import { DateTime } from 'luxon';
import { DAY, floor, fromIso, fromIsoWeek, instant, isoDate, isoWeek, offset } from '@/core/calendar';

test.each([
  ['1995-01-01', 1994, 52],
  ['1996-12-31', 1997, 1],
  ['2005-01-01', 2004, 53],
  ['2005-01-02', 2004, 53],
  ['2005-12-31', 2005, 52],
  ['2007-01-01', 2007, 1],
  ['2007-12-30', 2007, 52],
  ['2007-12-31', 2008, 1],
  ['2008-12-29', 2009, 1],
  ['2009-12-31', 2009, 53],
  ['2010-01-03', 2009, 53],
  ['2010-01-04', 2010, 1],
] as const)('%s lies in week %d-W%d', (date, year, week) => expect(isoWeek(fromIso(date))).toEqual({ year, week }));

test('every day from 1900 to 2100 has the week, the month end and the quarter of a date library', () => {
  const differences: string[] = [];
  for (let at = instant(1900); at < instant(2100); at += DAY) {
    const date = DateTime.fromMillis(at, { zone: 'utc' });
    const { year, week } = isoWeek(at);
    if (year !== date.weekYear || week !== date.weekNumber) differences.push(`${isoDate(at)}: week ${year}-${week}`);
    if (floor(at, 'quarter') !== date.startOf('quarter').toMillis()) differences.push(`${isoDate(at)}: quarter`);
    if (offset(floor(at, 'month'), 'month', 1) !== date.plus({ months: 1 }).startOf('month').toMillis())
      differences.push(`${isoDate(at)}: month`);
  }
  expect(differences).toEqual([]);
});

test('the Monday of every week of 1950 to 2050', () => {
  for (let year = 1950; year <= 2050; year++) {
    for (let week = 1; week <= 53; week++) {
      const there = DateTime.fromObject({ weekYear: year, weekNumber: week, weekday: 1 }, { zone: 'utc' });
      expect(fromIsoWeek(year, week)).toBe(there.isValid ? there.toMillis() : undefined);
    }
  }
});
