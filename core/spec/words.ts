import type { Cycle, Step } from '../calendar';
import type { Summary } from '../inference';
import type { Layer, Shape } from './chart-spec';

export const SUMMARY_WORDS: Readonly<Record<Summary, string>> = {
  sum: 'total',
  mean: 'average',
  median: 'median',
  min: 'smallest',
  max: 'largest',
  first: 'first',
  last: 'last',
  count: 'count',
  distinct: 'number of different',
};
export const CYCLE_WORDS: Readonly<Record<Cycle, string>> = {
  'month-of-year': 'month of the year',
  weekday: 'day of the week',
  'hour-of-day': 'hour of the day',
};
export const SHAPE_WORDS: Readonly<Record<Shape, { one: string; many: string }>> = {
  line: { one: 'line', many: 'a line' },
  column: { one: 'column', many: 'columns' },
  bar: { one: 'bar', many: 'bars lying down' },
  area: { one: 'area', many: 'an area' },
  dot: { one: 'dot', many: 'dots' },
  target: { one: 'target mark', many: 'target marks' },
  pie: { one: 'slice', many: 'a pie' },
  figure: { one: 'figure', many: 'a single figure' },
  read: { one: 'only to read', many: 'only to read' },
};

/** What is made of the values after the summary, as it is chosen from a menu. */
export const THEN_WORDS: Readonly<Record<NonNullable<Layer['then']>, string>> = {
  running: 'running total',
  'share-of-total': 'share of the whole',
  'share-of-group': 'share within each place',
  change: 'change',
  'change-percent': 'change in percent',
  'moving-average': 'moving average',
};

export const WINDOW_WORDS = {
  'this-week': 'this week',
  'this-month': 'this month',
  'this-quarter': 'this quarter',
  'this-year': 'this year',
  'year-to-date': 'the year to date',
} as const;

/** "1 month", "12 months". */
export function stepsInWords(count: number, step: Step): string {
  return `${count.toLocaleString('en-GB')} ${step}${count === 1 ? '' : 's'}`;
}
