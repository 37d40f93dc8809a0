import { monthNumber, weekdayNumber } from '../inference';
import { BLANK, type Order } from '../spec';

/** The default order of groups: by value, the largest first; numbers, months and weekdays in their own order. */
export function defaultOrder(values: readonly (string | number)[]): Order {
  const named = values.filter((value) => value !== BLANK).map(String);
  if (named.length > 0 && named.every((value) => monthNumber(value) || weekdayNumber(value))) return { by: 'calendar' };
  return named.length > 0 && named.every((value) => /^-?\d+(\.\d+)?$/.test(value))
    ? { by: 'name' }
    : { by: 'value', descending: true };
}

/** What groups are put in order by. */
export interface Ranked {
  /** The groups in order of name. */
  readonly values: readonly (string | number)[];
  readonly blankAt?: number;
  /** The whole value of each group, for orders by value or by an amount. */
  readonly weights?: readonly (number | null)[];
  /** The place in the sheet of each group's first row. */
  readonly firstRows?: readonly number[];
}

/** The places of groups in an order. By value blanks fall where they fall, else they are last; groups without a value are last. */
export function orderOfGroups({ values, blankAt, weights, firstRows }: Ranked, order: Order): number[] {
  const places = values.map((_, i) => i);
  const byValue = order.by === 'value' || order.by === 'amount';
  const weight = (i: number): number => {
    if (byValue) return weights?.[i] ?? (order.descending ? -Infinity : Infinity);
    if (order.by === 'sheet') return firstRows?.[i] ?? i;
    if (order.by === 'calendar') return monthNumber(String(values[i])) ?? weekdayNumber(String(values[i])) ?? 99;
    return i;
  };
  const sign = order.descending ? -1 : 1;
  return places.sort((a, b) => {
    if (!byValue && (a === blankAt || b === blankAt)) return a === b ? 0 : a === blankAt ? 1 : -1;
    const [x, y] = [weight(a), weight(b)];
    return x === y ? a - b : sign * (x < y ? -1 : 1);
  });
}
