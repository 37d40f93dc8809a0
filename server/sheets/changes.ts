import type { CorrectionChange, ReadingChange } from '@/core/api';
import { eq } from 'drizzle-orm';
import { unitCode, type ColumnProfile, type Correction } from '@/core/inference';
import { database } from '../db/client';
import { sheets, type SheetRow } from '../db/schema';
import { notFound, Problem } from '../problem';
import { readLive } from '../sources/sources';
import { changedMeanwhile, lockSheet } from './lock';
import { readySheet, sheetRow } from './sheets';
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
  if (takenBack || correction.type !== undefined || correction.format !== undefined) {
    if (sheet.live)
      await database()
        .update(sheets)
        .set(await readLive(sheet.live, corrections))
        .where(eq(sheets.id, id));
    else await readStoppably(sheet, { corrections });
  } else {
    const { name, role, unit, summary } = correction;
    const column: ColumnProfile = {
      ...sheet.columns[index],
      ...(name ? { name } : {}),
      ...(role ? { role } : {}),
      ...(summary ? { summary } : {}),
      ...(unit !== undefined ? { unit: unitCode(unit) || undefined } : {}),
    };
    if (role && role !== sheet.columns[index].role)
      column.reasons = [...column.reasons, 'You said what it is good for.'];
    await database().transaction(async (within) => {
      if ((await lockSheet(within, id))?.tableName !== (sheet.live ? null : sheet.tableName)) throw changedMeanwhile();
      await within
        .update(sheets)
        .set({ corrections, columns: sheet.columns.map((one, i) => (i === index ? column : one)) })
        .where(eq(sheets.id, id));
    });
  }
  return sheetRow(id);
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

/** Reads a sheet without what was said of another one with the same columns. */
export function forgetRemembered(id: string): Promise<SheetRow> {
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
