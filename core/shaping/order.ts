import { monthNumber, weekdayNumber } from '../inference';
import type { Order } from '../spec';
import { BLANK, type Frame } from './frame';

/** The default order of groups: by value, the largest first; numbers, months and weekdays in their own order. */
export function defaultOrder(values: readonly (string | number)[]): Order {
  const named = values.filter((value) => value !== BLANK).map(String);
  if (named.length > 0 && named.every((value) => monthNumber(value) || weekdayNumber(value))) return { by: 'calendar' };
  return named.length > 0 && named.every((value) => /^-?\d+(\.\d+)?$/.test(value))
    ? { by: 'name' }
    : { by: 'value', descending: true };
}

/**
 * Puts the groups of a frame in order. By value ranks the whole group, splits together, by the named layer or the first;
 * by name blanks are last; `firstRows` are the places in the sheet for `by: 'sheet'`.
 */
export function orderGroups(frame: Frame, order: Order, firstLayer: string, firstRows?: readonly number[]): Frame {
  const { values, blankAt } = frame.across;
  const places = values.map((_, i) => i);
  const weight = (): ((i: number) => number) => {
    if (order.by === 'value') {
      const layer = order.layer ?? firstLayer;
      const totals = places.map((i) =>
        frame.series
          .filter((series) => series.layer === layer)
          .reduce<number | null>(
            (sum, series) => (series.values[i] === null ? sum : (sum ?? 0) + (series.values[i] ?? 0)),
            null,
          ),
      );
      return (i) => totals[i] ?? (order.descending ? -Infinity : Infinity);
    }
    if (order.by === 'sheet') return (i) => firstRows?.[i] ?? i;
    if (order.by === 'calendar') return (i) => monthNumber(String(values[i])) ?? weekdayNumber(String(values[i])) ?? 99;
    return (i) => (i === blankAt ? Infinity : i); // the groups arrive in order of name
  };
  const by = weight();
  const sign = order.descending ? -1 : 1;
  const sorted = [...places].sort((a, b) => {
    if (order.by !== 'value' && (a === blankAt || b === blankAt)) return a === b ? 0 : a === blankAt ? 1 : -1;
    const [x, y] = [by(a), by(b)];
    return x === y ? a - b : sign * (x < y ? -1 : 1);
  });
  const arrange = <T>(list: readonly T[]) => sorted.map((i) => list[i]);
  const blank = blankAt === undefined ? {} : { blankAt: sorted.indexOf(blankAt) };
  return {
    ...frame,
    across: { ...frame.across, values: arrange(values), ...blank },
    series: frame.series.map((series) => ({ ...series, values: arrange(series.values) })),
  };
}
