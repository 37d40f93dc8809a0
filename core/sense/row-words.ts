import type { RowKind, RowSense } from './row-kinds';

/** What a row may be, in a few words with an example. */
export const ROW_KIND_WORDS: Readonly<Record<RowKind, string>> = {
  event: 'Something that happened: a sale, a visit, a job',
  thing: 'A thing or a person: a customer, an article',
  reading: 'A reading of something at a time: a temperature, a price',
  period: 'A stretch of time: a day, a month, a year',
  'thing-in-period': 'One thing in one stretch of time: a store in a month',
  cell: 'A count for a combination of groups',
};

const a = (noun: string) => `${/^[aeiou]/i.test(noun) ? 'an' : 'a'} ${noun}`;

/**
 * What a row is, in a sentence. Example: `rowSentence({ is: 'event', name: 'job', reasons: [] })` is `'Each row is a job.'`.
 * @param thing the name of the column that names the thing of a row
 */
export function rowSentence({ is, name }: RowSense, thing?: string): string {
  if (name) return `Each row is ${a(name)}.`;
  if (is === 'event') return 'Each row is something that happened.';
  if (is === 'thing') return 'Each row is a thing or a person.';
  if (is === 'reading') return 'Each row is a reading.';
  if (is === 'period') return 'Each row is a stretch of time.';
  if (is === 'cell') return 'Each row is a count for a combination of groups.';
  return `Each row is one ${thing ? thing.toLowerCase() : 'thing'} in one stretch of time.`;
}
