import { filterWords, type Filter } from '../spec';

/** What a filter of a board says: it names its column itself, and no sheet is there to say what that is. */
export const boardFilterWords = (filter: Filter): string =>
  filterWords(filter, { name: filter.column, type: looksDated(filter) ? 'date' : 'text', unit: undefined });

const DAY = /^\d{4}-\d\d-\d\d/;

const looksDated = (filter: Filter): boolean => {
  const values = 'keep' in filter ? filter.keep : 'from' in filter || 'to' in filter ? [filter.from, filter.to] : [];
  return values.some((value) => typeof value === 'string' && DAY.test(value));
};
