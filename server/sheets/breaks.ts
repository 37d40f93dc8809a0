import type { ColumnProfile } from '@/core/inference';
import { byKey, checkAgainstColumns, InvalidInput, otherSheets } from '@/core/spec';
import { database } from '../db/client';
import { charts, sheets } from '../db/schema';

/** A saved chart that cannot be drawn any more, and why. */
export interface Break {
  readonly chart: { readonly id: string; readonly title: string };
  readonly message: string;
}

/** The saved charts that cannot be drawn any more once a sheet has other columns. */
export async function breaksOf(
  old: { readonly id: string; readonly columns: readonly ColumnProfile[] },
  now: readonly ColumnProfile[],
): Promise<Break[]> {
  const rows = await database().select({ id: sheets.id, columns: sheets.columns }).from(sheets);
  const columns = new Map(rows.map((row) => [row.id, byKey(row.columns)]));
  columns.set(old.id, byKey(now));
  const saved = await database().select().from(charts);
  return saved.flatMap(({ id, title, sheet, spec }) => {
    // Charts of other sheets may have layers out of this one.
    const own = columns.get(sheet);
    if (!own || (sheet !== old.id && !otherSheets(spec).includes(old.id))) return [];
    try {
      checkAgainstColumns(spec, own, columns);
      return [];
    } catch (error) {
      if (!(error instanceof InvalidInput)) throw error;
      const missing = error.errors.map(({ message }) => withNames(message, old.columns));
      return [{ chart: { id, title }, message: `“${title}” could not be drawn any more: ${missing.join('; ')}.` }];
    }
  });
}

function withNames(message: string, columns: readonly ColumnProfile[]): string {
  return message.replace(/"(c\d+)"/g, (whole, key: string) => {
    const found = columns.find((column) => column.key === key);
    return found ? `"${found.name}"` : whole;
  });
}
