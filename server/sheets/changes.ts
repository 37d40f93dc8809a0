import type { CorrectionChange, ReadingChange } from '@/core/api';
import { eq } from 'drizzle-orm';
import { unitCode, withRole, type ColumnProfile, type Correction } from '@/core/inference';
import { database } from '../db/client';
import { sheets, type SheetRow } from '../db/schema';
import { notFound, Problem } from '../problem';
import type { RowSaid } from '@/core/sense';
import { readLive } from '../sources/sources';
import { senseAnew } from './sense-anew';
import { readySheet, sheetRow, type ReadySheet } from './sheets';
import { forgetTaught, teach } from './taught';
import { readStoppably } from './taking-in';
import { inTurn } from './turns';

/**
 * Applies a user's correction to a column. A new type or format reads the sheet again from the file as it was received;
 * the other parts change the profile alone.
 */
export function correctColumn(id: string, key: string, change: CorrectionChange): Promise<SheetRow> {
  return inTurn(id, 'a column of this sheet is being corrected', () => correctNow(id, key, change));
}

async function correctNow(id: string, key: string, change: CorrectionChange): Promise<SheetRow> {
  const sheet = await readySheet(id);
  const index = sheet.columns.findIndex((column) => column.key === key);
  if (index < 0) throw notFound('column');
  const corrections = correctedBy(sheet.corrections, key, change);
  const takenBack = Object.values(change).includes(null);
  const correction = change as Correction;
  if (takenBack || correction.type !== undefined || correction.format !== undefined)
    await readWith(sheet, { corrections });
  else {
    const { name, role, unit } = correction;
    const before = sheet.columns[index];
    const column: ColumnProfile = {
      ...(role && role !== before.role ? withRole(before, role) : before),
      ...(name ? { name } : {}),
      ...(unit !== undefined ? { unit: unitCode(unit) || undefined } : {}),
    };
    await senseAnew({ ...sheet, corrections, columns: sheet.columns.map((one, i) => (i === index ? column : one)) });
  }
  await teach(sheet.headers[index], sheet.columns[index].type, corrections[key], sheet);
  return sheetRow(id);
}

/** Reads a sheet again, from its file or in its database. */
async function readWith(sheet: ReadySheet, order: { corrections: SheetRow['corrections'] }): Promise<void> {
  if (!sheet.live) return readStoppably(sheet, order);
  await database()
    .update(sheets)
    .set(await readLive(sheet.live, { ...sheet, ...order }))
    .where(eq(sheets.id, sheet.id));
}

/** Says what a row of a sheet is, or takes that back; what its amounts are follows. @throws Problem 404, 409 */
export function sayRow(id: string, row: RowSaid | null): Promise<SheetRow> {
  return inTurn(id, 'what a row is is being corrected', async () => {
    const sheet = await readySheet(id);
    const rowSaid = row && { ...sheet.rowSaid, ...row };
    // A name that was given to rows of another kind does not name these.
    if (rowSaid && row.is && row.is !== sheet.row?.is && !row.name) delete rowSaid.name;
    await senseAnew({ ...sheet, rowSaid });
    return sheetRow(id);
  });
}

function correctedBy(
  corrections: SheetRow['corrections'],
  key: string,
  change: CorrectionChange,
): SheetRow['corrections'] {
  const parts = Object.entries({ ...corrections[key], ...change }).filter(([, value]) => value !== null);
  const { [key]: before, ...others } = corrections;
  void before;
  return parts.length > 0 ? { ...others, [key]: Object.fromEntries(parts) as Correction } : others;
}

/** Takes the last change of the reading back; doing it twice takes it in again. @throws Problem 409 where there was none. */
export function takeReadingBack(id: string): Promise<SheetRow> {
  return readAnew(id, (sheet) => {
    if (sheet.choicesBefore === null)
      throw new Problem(
        409,
        'Nothing to take back',
        'The reading of this sheet was not changed. There is nothing to take back.',
      );
    return { corrections: sheet.corrections, choices: sheet.choicesBefore };
  });
}

function readAnew(id: string, order: (sheet: SheetRow) => Parameters<typeof readStoppably>[1]): Promise<SheetRow> {
  return inTurn(id, 'this sheet is being read again', async () => {
    const sheet = await readySheet(id);
    await readStoppably(sheet, order(sheet));
    return sheetRow(id);
  });
}

/** Reads a sheet without what was said of others; what was said of single headers is forgotten for those to come, too. */
export async function forgetRemembered(id: string): Promise<SheetRow> {
  await forgetTaught((await sheetRow(id)).reading?.remembered?.headers ?? []);
  return readAnew(id, () => ({ corrections: {}, forget: true }));
}

/** Reads the table again the way its user chose: which findings hold, which worksheet, which run of rows. */
export function rereadSheet(id: string, change: ReadingChange): Promise<SheetRow> {
  return readAnew(id, ({ live, choices, corrections }) => {
    if (live)
      throw new Problem(
        409,
        'A table of a database',
        'This sheet stays in its database as it is. Open a view or a SELECT where other rows are wanted.',
      );
    return { corrections, choices: { ...choices, ...change, findings: { ...choices.findings, ...change.findings } } };
  });
}
