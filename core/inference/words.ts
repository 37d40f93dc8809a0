/** What a spreadsheet writes where a formula failed (ISO/IEC 29500-1, 18.18.11 and its usual texts). */
const ERROR_CELL = /^#(?:N\/A|REF!|DIV\/0!|VALUE!|NAME\?|NUM!|NULL!|SPILL!|CALC!|ERROR!|WERT!|NV|BEZUG!)$/i;
export const isErrorCell = (text: string): boolean => text.charCodeAt(0) === 35 && ERROR_CELL.test(text);

/** Stand for nothing in any column; compared in lower case. */
const NOTHING: ReadonlySet<string> = new Set([
  'n/a',
  'null',
  '-',
  '--',
  '---',
  '–',
  '—',
  '?',
  '??',
  'nan',
  '.',
  '..',
  '...',
]);
/** Stand for nothing in a column of numbers or dates, but may be a word in a column of text. */
const NOTHING_TYPED: ReadonlySet<string> = new Set([
  'na',
  'none',
  'nil',
  'tbc',
  'tba',
  'tbd',
  'x',
  'k.a.',
  'keine',
  'unknown',
  'missing',
  'empty',
  '(blank)',
  'n.a.',
]);

/** Whether a cell says that there is nothing, whatever its column is. */
export function meansNothing(text: string): boolean {
  const first = text.charCodeAt(0);
  // Every such word begins with a mark or an N: most cells are told by their first letter.
  if (first > 63 && first !== 78 && first !== 110 && first < 8000) return false;
  return (text.length <= 4 && NOTHING.has(text.toLowerCase())) || isErrorCell(text);
}

/** Whether a cell says that there is nothing in a column of numbers or dates. */
export function isMissingWord(text: string): boolean {
  return meansNothing(text) || (text.length <= 8 && NOTHING_TYPED.has(text.toLowerCase()));
}

/** Yes and no in English, German, French, Spanish, Italian, Portuguese and Dutch (common practice, no source). */
const YES = 'yes true y t ja wahr oui vrai sí si sì verdadero vero sim verdadeiro waar';
const NO = 'no false n f nein falsch non faux falso não nao nee onwaar';
const ANSWERS: ReadonlyMap<string, boolean> = new Map([
  ...YES.split(' ').map((word) => [word, true] as const),
  ...NO.split(' ').map((word) => [word, false] as const),
]);

/** Reads "yes", "No", "TRUE", "oui" and their like. */
export function readYesNo(text: string): boolean | undefined {
  return text.length > 10 ? undefined : ANSWERS.get(text.toLowerCase());
}
