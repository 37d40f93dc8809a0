import type { ListedBoard, ListedChart, Sheet } from '../api';
import { dayWords } from './dates';

/**
 * Names to choose among. Equal ones (capitals and outer spaces apart) are told apart by what `apart` says of them, and where
 * that is equal too by a number.
 */
export function namesApart<T>(
  things: readonly T[],
  nameOf: (thing: T) => string,
  apart: (thing: T) => string,
): ReadonlyMap<T, string> {
  const key = (words: string) => words.trim().toLowerCase();
  const times = counted(things.map((thing) => key(nameOf(thing))));
  const first = things.map((thing) =>
    (times.get(key(nameOf(thing))) ?? 0) > 1 ? `${nameOf(thing)} (${apart(thing)})` : nameOf(thing),
  );
  const again = counted(first.map(key));
  const seen = new Map<string, number>();
  return new Map(
    things.map((thing, i) => {
      const words = first[i];
      if ((again.get(key(words)) ?? 0) < 2) return [thing, words];
      const nth = (seen.get(key(words)) ?? 0) + 1;
      seen.set(key(words), nth);
      return [thing, `${words} #${nth}`];
    }),
  );
}

function counted(words: readonly string[]): ReadonlyMap<string, number> {
  const times = new Map<string, number>();
  for (const one of words) times.set(one, (times.get(one) ?? 0) + 1);
  return times;
}

type ToldSheet = Pick<Sheet, 'name' | 'rowCount' | 'createdAt'>;

/** Sheets by name; equal ones with their rows and when they came. */
export const sheetNames = <T extends ToldSheet>(sheets: readonly T[]): ReadonlyMap<T, string> =>
  namesApart(
    sheets,
    ({ name }) => name,
    ({ rowCount, createdAt }) =>
      `${rowCount.toLocaleString('en-GB')} ${rowCount === 1 ? 'row' : 'rows'}, ${dayWords(createdAt)}`,
  );

/** Charts by name; equal ones with when they were changed. */
export const chartNames = <T extends Pick<ListedChart, 'name' | 'updatedAt'>>(charts: readonly T[]) =>
  namesApart(
    charts,
    ({ name }) => name,
    ({ updatedAt }) => `changed ${dayWords(updatedAt)}`,
  );

/** Boards by name; equal ones with their tiles and when they were changed. */
export const boardNames = <T extends Pick<ListedBoard, 'name' | 'updatedAt' | 'tiles'>>(boards: readonly T[]) =>
  namesApart(
    boards,
    ({ name }) => name,
    ({ tiles, updatedAt }) => `${tiles} ${tiles === 1 ? 'tile' : 'tiles'}, changed ${dayWords(updatedAt)}`,
  );
