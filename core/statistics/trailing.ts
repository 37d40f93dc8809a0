import { addDecimals } from '../decimals';

/**
 * Trailing moving average over `over` places, the place itself the last of them. The first `over − 1` places have none;
 * places without a value have none and are not counted in those after them. Source of the method: NIST/SEMATECH
 * e-Handbook of Statistical Methods, 6.4.2.1, "Single Moving Average".
 * @throws RangeError where `over` is less than 2.
 */
export function averageOver(values: readonly (number | null)[], over: number): (number | null)[] {
  if (!(over >= 2)) throw new RangeError(`invalid over: ${over}`);
  return values.map((value, i) => {
    if (value === null || i < over - 1) return null;
    const within = values.slice(i - over + 1, i + 1).filter((one): one is number => one !== null);
    return addDecimals(within) / within.length;
  });
}

/**
 * What each number misses of the mean of the others in its trailing window of `over` places; `null` where there is none,
 * or no other in it. Example: `trailingLeftOut([1, 2, 6], 3)` is `[null, null, 4.5]`.
 */
export function trailingLeftOut(values: readonly (number | null)[], over: number): (number | null)[] {
  return values.map((value, i) => {
    if (value === null || i < over - 1) return null;
    const others = values.slice(i - over + 1, i).filter((one): one is number => one !== null);
    return others.length === 0 ? null : value - others.reduce((sum, one) => sum + one, 0) / others.length;
  });
}
