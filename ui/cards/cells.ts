import { monthShort } from '@/core/calendar';
import { fromIso } from '@/core/calendar';
import { SUMMARY_KINDS, type ColumnProfile, type Role, type Summary } from '@/core/inference';

const numberFormats = new Map<number, Intl.NumberFormat>();

function formatFor(decimals: number): Intl.NumberFormat {
  let found = numberFormats.get(decimals);
  if (!found) {
    found = new Intl.NumberFormat('en-GB', { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
    numberFormats.set(decimals, found);
  }
  return found;
}

/** A cell of the sheet in words: dates written out, numbers with the decimals of their column. */
export function cellWords(value: string | number | boolean | null, column: ColumnProfile): string {
  if (value === null) return '';
  if (typeof value === 'boolean') return value ? 'Yes' : 'No';
  if (typeof value === 'number') {
    if (column.meaning === 'year' || column.role === 'key') return String(value);
    if (column.meaning === 'percent')
      return `${formatFor(Math.max((column.format.decimals ?? 2) - 2, 0)).format(value * 100)}%`;
    return formatFor(column.type === 'integer' ? 0 : Math.min(column.format.decimals ?? 0, 8)).format(value);
  }
  if (column.type === 'date' || column.type === 'datetime') return dateWords(value, column);
  return value;
}

function dateWords(iso: string, column: ColumnProfile): string {
  const at = fromIso(iso);
  const [year, , day] = iso.slice(0, 10).split('-');
  if (column.format.financialYear) return `${year}/${String((Number(year) + 1) % 100).padStart(2, '0')}`;
  if (column.meaning === 'month') return `${monthShort(at)} ${year}`;
  if (column.meaning === 'quarter') return `Q${Math.floor(Number(iso.slice(5, 7)) / 3.01) + 1} ${year}`;
  const date = `${Number(day)} ${monthShort(at)} ${year}`;
  return column.type === 'datetime' ? `${date}, ${iso.slice(11, 16)}` : date;
}

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  when: 'When',
  group: 'Group',
  amount: 'Amount',
  key: 'Key',
  note: 'Note',
};
export const ROLE_MEANS: Readonly<Record<Role, string>> = {
  when: 'a date or time',
  group: 'a category',
  amount: 'a number to summarise',
  key: 'names one thing',
  note: 'free text',
};
/** Summaries in a head: there is no room for "number of different". */
const shortWords = (summary: Summary) => (summary === 'distinct' ? 'different' : SUMMARY_KINDS[summary].words);

const WHEN_WORDS: Partial<Record<ColumnProfile['type'], string>> = { datetime: 'date, time', time: 'time of day' };

/** The second line of a head: "Amount · £ · total", "Group · 4 kinds". */
export function headWords(column: ColumnProfile, unitSign: string | undefined): string {
  const { role, type, stats } = column;
  const kinds = `${stats.distinctAbout ? 'about ' : ''}${stats.distinct.toLocaleString('en-GB')}`;
  if (role === 'group')
    return type === 'boolean' ? 'Group · yes, no' : `Group · ${kinds} ${stats.distinct === 1 ? 'kind' : 'kinds'}`;
  if (role === 'amount') return ['Amount', unitSign, shortWords(column.summary)].filter(Boolean).join(' · ');
  if (role === 'when') return `When · ${column.meaning?.replaceAll('-', ' ') ?? WHEN_WORDS[type] ?? 'date'}`;
  if (role === 'key') return `Key · ${kinds}`;
  return 'Note · text';
}
