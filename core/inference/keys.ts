import { headerKey } from '../reading';

/** Names of columns as they were, with their keys. */
export interface KeyedNames {
  readonly headers: readonly string[];
  readonly keys: readonly string[];
}

/**
 * Keys for the columns of a table: a column that was there before under the same name keeps its key, so that charts and
 * corrections go on holding; new ones take numbers that were never used.
 */
export function keysFor(headers: readonly string[], before: KeyedNames = { headers: [], keys: [] }): string[] {
  const known = new Map(before.headers.map((name, i) => [headerKey(name), before.keys[i]]));
  let last = Math.max(0, ...before.keys.map((key) => Number(key.slice(1))));
  const taken = new Set<string>();
  return headers.map((name) => {
    const was = known.get(headerKey(name));
    const key = was === undefined || taken.has(was) ? `c${++last}` : was;
    taken.add(key);
    return key;
  });
}
