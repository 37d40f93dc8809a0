import type { Sheet } from '../api';
import { dayWords } from './dates';

type Told = Pick<Sheet, 'name' | 'rowCount' | 'createdAt'>;

/** The name of a sheet; where another has the same, with its rows and when it came. */
export function sheetLabel(sheet: Told, all: readonly Told[]): string {
  const alike = all.filter(({ name }) => name.trim().toLowerCase() === sheet.name.trim().toLowerCase()).length;
  return alike > 1
    ? `${sheet.name} (${sheet.rowCount.toLocaleString('en-GB')} rows, ${dayWords(sheet.createdAt)})`
    : sheet.name;
}
