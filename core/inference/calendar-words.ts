/** The languages whose names of months and weekdays are read. Source of the names: CLDR, through `Intl`. */
export const LANGUAGES = ['en-GB', 'en-US', 'de', 'fr', 'es', 'it', 'pt', 'nl'] as const;

/** Everyday short forms that CLDR does not list (common practice, no source). */
const EVERYDAY_MONTHS: readonly (readonly [string, number])[] = [
  ['sept', 9],
  ['mrz', 3],
  ['fevr', 2],
  ['juil', 7],
  ['jänner', 1],
];
const EVERYDAY_WEEKDAYS: readonly (readonly [string, number])[] = [
  ['tues', 2],
  ['weds', 3],
  ['thur', 4],
  ['thurs', 4],
];

/** A word as it is looked up: lower case, without accents and without the point of an abbreviation. */
function plain(word: string): string {
  return word.trim().toLowerCase().normalize('NFD').replace(/\p{M}/gu, '').replace(/\.$/, '');
}

function wordsOf(
  part: 'month' | 'weekday',
  count: number,
  dateOf: (index: number) => number,
  everyday: readonly (readonly [string, number])[],
): ReadonlyMap<string, number> {
  const words = new Map<string, number>();
  for (const language of LANGUAGES) {
    for (const length of ['long', 'short'] as const) {
      // With a day beside it a month may take another form: "März", but "Mär" alone.
      for (const beside of [{}, { day: 'numeric' }] as const) {
        const format = new Intl.DateTimeFormat(language, { [part]: length, ...beside, timeZone: 'UTC' });
        for (let i = 0; i < count; i++) {
          const word = format.formatToParts(dateOf(i)).find(({ type }) => type === part)?.value;
          if (word && !/\d/.test(word)) words.set(plain(word), i + 1);
        }
      }
    }
  }
  for (const [word, place] of everyday) words.set(plain(word), place);
  return words;
}

const MONTHS = wordsOf('month', 12, (i) => Date.UTC(2024, i, 1), EVERYDAY_MONTHS);
// 1 January 2024 was a Monday.
const WEEKDAYS = wordsOf('weekday', 7, (i) => Date.UTC(2024, 0, 1 + i), EVERYDAY_WEEKDAYS);

/** The month that a word names, 1 to 12: "March", "Mar", "Sept.", "März", "août". */
export function monthNumber(word: string): number | undefined {
  return MONTHS.get(plain(word));
}

/** The weekday that a word names, 1 (Monday) to 7 as in ISO 8601: "Tue", "Dienstag", "mardi". */
export function weekdayNumber(word: string): number | undefined {
  return WEEKDAYS.get(plain(word));
}
