import { addDecimals } from '../decimals';
import { type GrainValue } from '../grain';
import type { Roller } from './figures';

/**
 * Levels of each value of a column added up: one sum per place, null where there is none. Over time a value without a row
 * in a step carries its last one on.
 * @param cells for each place its groups of rows; `keys` names for each group of rows the value that it is of
 */
export function carriedOn(
  cells: readonly (readonly number[])[],
  { keys, roll, overTime }: { keys: readonly GrainValue[]; roll: Roller; overTime: boolean },
): (number | null)[] {
  const held = new Map<GrainValue, number>();
  return cells.map((rows) => {
    if (!overTime) held.clear();
    for (const row of rows) {
      const value = roll([row]);
      if (value !== null) held.set(keys[row], value);
    }
    return held.size > 0 ? addUp([...held.values()]) : null;
  });
}

/**
 * The sum of what is known; null where nothing is.
 * Example: `addUp([0.1, null, 0.2])` is `0.3`.
 */
export function addUp(values: readonly (number | null)[]): number | null {
  const known = values.filter((value): value is number => value !== null);
  return known.length > 0 ? addDecimals(known) : null;
}
