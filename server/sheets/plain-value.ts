import { isNumeric, type ColumnProfile } from '@/core/inference';

/** A value of the database as the API tells it: whole numbers past 2^53 as texts, digit for digit. */
export function plainValue(value: unknown, column: Pick<ColumnProfile, 'type'>): string | number | boolean | null {
  if (value === null || value === undefined) return null;
  if (typeof value === 'boolean') return value;
  if (!isNumeric(column)) return String(value);
  const number = Number(value);
  return column.type === 'integer' && !Number.isSafeInteger(number) ? String(value) : number;
}
