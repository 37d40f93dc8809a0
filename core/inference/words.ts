/** Words that stand for nothing in a column of numbers or dates; compared in lower case. */
const MISSING: ReadonlySet<string> = new Set([
  'n/a',
  'na',
  '#n/a',
  'null',
  'none',
  'nil',
  '-',
  '--',
  '–',
  '—',
  '?',
  'tbc',
  'nan',
  '.',
]);
export function isMissingWord(text: string): boolean {
  return text.length <= 4 && MISSING.has(text.toLowerCase());
}

const YES: ReadonlySet<string> = new Set(['yes', 'true', 'y', 't']);
const NO: ReadonlySet<string> = new Set(['no', 'false', 'n', 'f']);
/** Reads "yes", "No", "TRUE", "f" and their like. */
export function readYesNo(text: string): boolean | undefined {
  if (text.length > 5) return undefined;
  const word = text.toLowerCase();
  return YES.has(word) ? true : NO.has(word) ? false : undefined;
}
