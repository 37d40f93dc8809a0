import type { Step } from '../calendar';
import type { DurationUnit } from './duration';

export const COLUMN_TYPES = ['boolean', 'integer', 'decimal', 'date', 'datetime', 'time', 'text'] as const;
export type ColumnType = (typeof COLUMN_TYPES)[number];

export const ROLES = ['when', 'group', 'amount', 'key', 'note'] as const;
export type Role = (typeof ROLES)[number];

/** How many rows become one value. `last`: levels, such as stock in hand. What is known of each: summaries.ts. */
export type Summary = 'sum' | 'mean' | 'median' | 'min' | 'max' | 'first' | 'last' | 'count' | 'distinct';

export const MEANINGS = [
  'currency',
  'percent',
  'ratio',
  'duration',
  'year',
  'quarter',
  'month',
  'week',
  'month-of-year',
  'weekday',
  'ordinal',
] as const;
export type Meaning = (typeof MEANINGS)[number];

export type DateOrder = 'DMY' | 'MDY' | 'YMD';

export interface ColumnFormat {
  dateOrder?: DateOrder;
  decimal?: '.' | ',';
  group?: ',' | '.' | ' ' | "'";
  ambiguous?: boolean;
  /** The most digits after the decimal sign in any cell. */
  decimals?: number;
  /** The header says percent and the cells carry no sign: 82 is stored as 0.82. */
  percentPoints?: boolean;
  /** Some whole number has more than 18 digits. */
  big?: boolean;
  /** The unit that may stand behind the numbers in the cells; any other is not read. */
  unitMark?: string;
  /** The currency whose sign may stand at the numbers; any other is not read. */
  currency?: string;
  /** "5k" and "1.2M" are numbers here. */
  scaled?: boolean;
  /** The header counts in thousands (3) or millions (6): the cells are stored as many places larger. */
  power?: number;
  /** The cells are a spreadsheet's day numbers, or seconds or milliseconds since 1970. */
  counted?: 'days' | 'seconds' | 'milliseconds';
  /** What spans of time are stored in. */
  duration?: DurationUnit;
  /** In a table of a database: no text had space around it, or was empty, when the table was opened. */
  tidy?: boolean;
  /** Words that stand for nothing here, since they do so among the numbers of the same file; in lower case. */
  missing?: readonly string[];
  /** Years that begin in one calendar year and end in the next: "2023/24". */
  financialYear?: boolean;
}

/** What a column of a sheet is: its type, what it is good for, and what could not be read. */
export interface ColumnProfile {
  /** Stable within the sheet: "c1", "c2", … */
  key: string;
  /** The header as written, without the unit. */
  name: string;
  type: ColumnType;
  role: Role;
  meaning?: Meaning;
  /** ISO 4217 code for money, "%" for percent, else as written. */
  unit?: string;
  format: ColumnFormat;
  summary: Summary;
  /** 0 to 1: the share of the non-empty cells that the type reads, less what is ambiguous. */
  confidence: number;
  stats: {
    count: number;
    missing: number;
    distinct: number;
    /** `distinct` is the database's estimate, not a count: the column has more different values than are held in memory. */
    distinctAbout?: boolean;
    min?: number | string;
    max?: number | string;
    mean?: number;
  };
  /** `row` is the number in the file, `at` the place in the sheet, from 0. */
  unread: { count: number; samples: { row: number; at?: number; text: string }[] };
  /** The column whose words tell apart the several measures that this one holds: they are never added up over each other. */
  mixes?: string;
  /** The step that the dates keep: every first of a month, every Monday. Nothing finer is known of them. */
  rhythm?: Step;
  /** Why this type, role and summary, in plain words. */
  reasons: string[];
  /** A level: the column that names the thing that it is the level of. */
  per?: string;
  /** Why this summary: the last of the reasons; and the other summary, where it would do as well. */
  weighed?: { reasons: string[]; other?: { summary: Summary; reason: string } };
  /** A small picture of the values: up to 12 heights, 0 to 1, along the range (numbers, dates) or the commonest values (text). */
  picture?: number[];
}

export function isNumeric(column: Pick<ColumnProfile, 'type'>): boolean {
  return column.type === 'integer' || column.type === 'decimal';
}
/** A date or a date and time: a column that a calendar step can be taken of. */
export function isDated(column: Pick<ColumnProfile, 'type'>): boolean {
  return column.type === 'date' || column.type === 'datetime';
}
