import { holdsPart } from './search';

export const SORTS = { changed: 'Newest first', name: 'By name' } as const;
export type Sort = keyof typeof SORTS;

/** What is looked for on the desk, and in which order it is shown. */
export interface Finding {
  readonly part: string;
  readonly label?: string;
  readonly sort: Sort;
}

interface Thing {
  readonly labels?: readonly string[];
}

/** The things that are found, in order; the list comes newest first. */
export function found<T extends Thing>(
  things: readonly T[],
  { part, label, sort }: Finding,
  nameOf: (thing: T) => string,
  more: (thing: T) => readonly (string | undefined)[] = () => [],
): T[] {
  const those = things.filter(
    (thing) =>
      (label === undefined || thing.labels?.includes(label)) &&
      holdsPart(part, nameOf(thing), ...more(thing), ...(thing.labels ?? [])),
  );
  return sort === 'changed'
    ? those
    : those.sort((a, b) => nameOf(a).localeCompare(nameOf(b), 'en-GB', { numeric: true, sensitivity: 'base' }));
}
