import type { FrameAcross } from './frame';
import { orderOfGroups, type Ranked } from './order';
import { OTHER, type Order } from '../spec';

/**
 * What stands across, and for each of these places the places of the table's answer that it is made of. It is settled
 * before the values are asked for, so that nothing is asked that is not shown.
 */
export interface Arrangement {
  readonly values: readonly (string | number)[];
  readonly places: readonly (readonly number[])[];
  /** Where the group of blanks stands. */
  readonly blankAt?: number;
  /** Where the groups beyond the first few stand together. */
  readonly otherAt?: number;
}

/**
 * Every place by itself.
 * Example: `asLaid({ values: ['a', 'b'] })` is `{ values: ['a', 'b'], places: [[0], [1]] }`.
 */
export function asLaid({ values, blankAt }: Pick<FrameAcross, 'values' | 'blankAt'>): Arrangement {
  return { values, places: values.map((_, i) => [i]), ...(blankAt === undefined ? {} : { blankAt }) };
}

/** Some of the places, in that order. */
function taken({ values, places, blankAt, otherAt }: Arrangement, shown: readonly number[]): Arrangement {
  const at = (before: number | undefined) => (before === undefined ? -1 : shown.indexOf(before));
  return {
    values: shown.map((i) => values[i]),
    places: shown.map((i) => places[i]),
    ...(at(blankAt) >= 0 ? { blankAt: at(blankAt) } : {}),
    ...(at(otherAt) >= 0 ? { otherAt: at(otherAt) } : {}),
  };
}

/** The groups in an order. */
export function inOrder(
  arranged: Arrangement,
  order: Order,
  ranked: Pick<Ranked, 'weights' | 'firstRows'>,
): Arrangement {
  const { values, blankAt } = arranged;
  return taken(arranged, orderOfGroups({ values, blankAt, ...ranked }, order));
}

/**
 * The groups without some of them.
 * Example: `without(asLaid({ values: ['a', 'b'] }), (place) => place === 0)` is `{ values: ['b'], places: [[1]] }`.
 */
export function without(arranged: Arrangement, leaves: (place: number) => boolean): Arrangement {
  const shown = arranged.values.map((_, i) => i).filter((i) => !leaves(i));
  return shown.length === arranged.values.length ? arranged : taken(arranged, shown);
}

/**
 * The first so many groups, and the rest together.
 * Example: `keepFirst(asLaid({ values: ['a', 'b', 'c'] }), 1)` is `{ values: ['a', 'Other'], places: [[0], [1, 2]], otherAt: 1 }`.
 */
export function keepFirst(arranged: Arrangement, keep: number | undefined): Arrangement {
  if (keep === undefined || arranged.values.length <= keep) return arranged;
  const kept = taken(
    arranged,
    Array.from({ length: keep }, (_, i) => i),
  );
  return {
    ...kept,
    values: [...kept.values, otherName(kept.values)],
    places: [...kept.places, arranged.places.slice(keep).flat()],
    otherAt: keep,
  };
}

/** What the rest is called: "Other", or otherwise where a group of its own has that name. */
export function otherName(taken: readonly unknown[]): string {
  return taken.includes(OTHER) ? `All ${OTHER.toLowerCase()}` : OTHER;
}
