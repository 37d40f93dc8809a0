import type { Cycle } from '../calendar';

export const CYCLE_WORDS: Readonly<Record<Cycle, string>> = {
  'month-of-year': 'month of the year',
  weekday: 'day of the week',
  'hour-of-day': 'hour of the day',
};
export const WINDOW_WORDS = {
  'this-week': 'this week',
  'this-month': 'this month',
  'this-quarter': 'this quarter',
  'this-year': 'this year',
  'year-to-date': 'the year to date',
} as const;
