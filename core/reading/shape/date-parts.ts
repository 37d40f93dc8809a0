import { cellAt, type NumberedRecord, type Shape } from './shape';

/** Headers of the parts of a date, in the languages that dates are read in (common practice, no source). */
const YEAR = /^(year|yr|jahr|ann[ée]e|a[ñn]o|anno|ano|jaar)$/i;
const MONTH = /^(month|mon|mth|month ?(no|num|number)|monat|mois|mes|mese|m[êe]s|maand)$/i;
const DAY = /^(day|day of( the)? month|mday|tag|jour|d[íi]a|giorno|dia|dag)$/i;
/** A name of a month: letters alone. */
const NAMED = /^\p{L}{3,12}\.?$/u;

/** The columns that hold the parts of one date each. */
export interface DateParts {
  readonly year: number;
  readonly month: number;
  readonly day?: number;
}

/** So many of the rows with something in them hold a part that can be one. */
const NEARLY = 0.95;

/** Year, month and day in columns of their own, where no other column holds whole dates. */
export function findDateParts(
  headers: readonly string[],
  rows: readonly (readonly string[])[],
  isDate: (cell: string) => boolean,
): DateParts | undefined {
  const named = (pattern: RegExp) => headers.findIndex((name) => pattern.test(name.trim()));
  const [year, month, day] = [named(YEAR), named(MONTH), named(DAY)];
  if (year < 0 || month < 0 || rows.length < 2) return undefined;
  const all = (column: number, fits: (cell: string) => boolean) => {
    const cells = rows.map((row) => cellAt(row, column)).filter((cell) => cell !== '');
    return cells.length > 0 && cells.filter(fits).length >= cells.length * NEARLY;
  };
  const between = (low: number, high: number) => (cell: string) =>
    /^\d{1,4}$/.test(cell) && Number(cell) >= low && Number(cell) <= high;
  if (!all(year, between(1500, 2199))) return undefined;
  if (!all(month, (cell) => between(1, 12)(cell) || NAMED.test(cell))) return undefined;
  const parts = [year, month, day];
  if (headers.some((_, c) => !parts.includes(c) && all(c, isDate))) return undefined;
  return { year, month, ...(day >= 0 && all(day, between(1, 31)) ? { day } : {}) };
}

/** The table with one column of dates in the place of the first part. */
export function withOneDate(made: Shape, { year, month, day }: DateParts): Shape {
  const parts = [year, month, ...(day === undefined ? [] : [day])];
  const first = Math.min(...parts);
  const date = (cells: readonly string[]) => {
    const [y, m, d] = [cellAt(cells, year), cellAt(cells, month), day === undefined ? '' : cellAt(cells, day)];
    if (y === '' || m === '' || (day !== undefined && d === '')) return '';
    if (NAMED.test(m)) return [d, m, y].filter(Boolean).join(' ');
    return [y, m.padStart(2, '0'), ...(d === '' ? [] : [d.padStart(2, '0')])].join('-');
  };
  const put = (cells: readonly string[], text: string) =>
    cells.flatMap((cell, c) => (c === first ? [text] : parts.includes(c) ? [] : [cell]));
  const headers = put(made.headers, day === undefined ? 'Month' : 'Date');
  const whole = made.headers.map(() => '');
  return {
    ...made,
    headers,
    width: headers.length,
    open: false,
    asTheyStand: undefined,
    rows: (record: NumberedRecord) =>
      made
        .rows(record)
        .map((cells) =>
          put(cells.length < whole.length ? [...cells, ...whole.slice(cells.length)] : cells, date(cells)),
        ),
  };
}
