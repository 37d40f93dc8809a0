import { monthNumber, ownOrder, weekdayNumber } from '../inference';
import { BLANK, type Order } from '../spec';

/**
 * The default order of groups: by value, the largest first; numbers, months, weekdays and steps of a scale in their own order.
 * Example: `defaultOrder(['Mar', 'Jan'])` is `{ by: 'calendar' }`.
 */
export function defaultOrder(values: readonly (string | number)[]): Order {
  const named = values.filter((value) => value !== BLANK).map(String);
  if (named.length > 0 && ownPlace(named)) return { by: 'calendar' };
  return named.length > 0 && named.every((value) => /^-?\d+(\.\d+)?$/.test(value))
    ? { by: 'name' }
    : { by: 'value', descending: true };
}

/** The place of each value in the calendar, or in the scale that they are steps of. */
export function ownPlace(named: readonly string[]): ((value: string) => number) | undefined {
  for (const read of [monthNumber, weekdayNumber])
    if (named.every((value) => read(value))) return (value) => read(value) ?? named.length;
  return ownOrder(named);
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

/**
 * The places of groups in an order. By value blanks fall where they fall, else they are last; groups without a value are last.
 * Example: `orderOfGroups({ values: ['a', 'b', 'c'], weights: [1, 3, 2] }, { by: 'value', descending: true })` is `[1, 2, 0]`.
 */
export function orderOfGroups({ values, blankAt, weights, firstRows }: Ranked, order: Order): number[] {
  const places = values.map((_, i) => i);
  const byValue = order.by === 'value' || order.by === 'amount';
  const own = order.by === 'calendar' ? ownPlace(named(values, blankAt)) : undefined;
  const weight = (i: number): number => {
    if (byValue) return weights?.[i] ?? (order.descending ? -Infinity : Infinity);
    if (order.by === 'sheet') return firstRows?.[i] ?? i;
    if (own) return own(String(values[i]));
    return i;
  };
  const sign = order.descending ? -1 : 1;
  return places.sort((a, b) => {
    if (!byValue && (a === blankAt || b === blankAt)) return a === b ? 0 : a === blankAt ? 1 : -1;
    const [x, y] = [weight(a), weight(b)];
    return x === y ? a - b : sign * (x < y ? -1 : 1);
  });
}

const named = (values: readonly (string | number)[], blankAt: number | undefined) =>
  values.flatMap((value, i) => (i === blankAt ? [] : [String(value)]));
