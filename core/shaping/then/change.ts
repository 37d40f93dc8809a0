import { addDecimals } from '../../grain';

/**
 * The change of each value against another one: null where either is missing. In percent it is a fraction of the size of
 * the other (a loss that halves is a change of +50 %), null from 0. Source of the method: the percentage change between
 * two periods as in the index handbooks, (later − earlier) / earlier.
 */
export function change(value: number | null, against: number | null | undefined, percent: boolean): number | null {
  if (value === null || against === null || against === undefined) return null;
  if (!percent) return addDecimals([value, -against]);
  return against === 0 ? null : addDecimals([value, -against]) / Math.abs(against);
}
