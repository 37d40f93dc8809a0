import type { Newer, SameColumn } from '@/core/api';
import { eq } from 'drizzle-orm';
import { TYPE_WORDS } from '@/core/inference';
import { headerKey } from '@/core/reading';
import { InvalidInput } from '@/core/spec';
import { database } from '../db/client';
import { sheets, type SheetRow } from '../db/schema';
import { notFound, Problem } from '../problem';
import { breaksOf } from './breaks';
import { deleteForsaken } from './deleting';
import { formerOf } from './import';
import { keepSums, stopKeeping } from './keep-sums';
import { lockSheet } from './lock';
import { nameNow, renamed, type ColumnChange, type Merged } from './merge-rows';
import { runJob } from './readers';
import { letGo } from './received-files';
import { stoppably } from './running';
import { readySheet, sheetRow, type ReadySheet } from './sheets';
import { dropTables } from './tables';
import { readStoppably, receiveSheet, stateOf } from './taking-in';
import { inTurn } from './turns';

export type NewerMode = 'replace' | 'add';

/** Reads a newer file for a sheet beside it. Nothing of the sheet changes. @throws Problem, ReadingRefusal; nothing is left behind then. */
export async function stageNewer(
  request: Request,
  id: string,
  mode: NewerMode,
  same: readonly SameColumn[] = [],
): Promise<Newer> {
  const old = await readySheet(id);
  checkSame(same, old);
  if (old.live)
    throw new Problem(
      409,
      'A table of a database',
      'This sheet shows a database as it is now: it needs no newer file.',
    );
  const headers = old.headers.map((name) => nameNow(name, same));
  const row = await receiveSheet(request, { ...old, headers });
  // Whoever went away before it was answered does not want it any more.
  const leave = () => void deleteForsaken(row.id);
  request.signal.addEventListener('abort', leave, { once: true });
  try {
    const merged = mode === 'add' ? await mergeBeside(old, row, same) : undefined;
    await readStoppably(await sheetRow(row.id), { corrections: old.corrections });
    const fresh = await readySheet(row.id);
    return {
      staged: row.id,
      mode,
      rowCount: fresh.rowCount,
      ...(merged ? { added: merged.added, repeated: merged.repeated } : {}),
      changes: [...(merged?.lacking ?? []), ...changesOf(old, fresh)],
      breaks: await breaksOf(old, fresh.columns),
    };
  } catch (error) {
    await deleteForsaken(row.id);
    throw error;
  } finally {
    request.signal.removeEventListener('abort', leave);
  }
}

async function mergeBeside(old: SheetRow, row: SheetRow, same: readonly SameColumn[]): Promise<Merged | undefined> {
  const { merged } = await stoppably(row.id, (signal) =>
    runJob({ kind: 'merge', sheet: row.id, into: old.id, same }, old.fileBytes + row.fileBytes, signal),
  );
  return merged;
}

/**
 * Puts a newer file that was read in the place of the sheet's own; charts go on under their names. File, rows and what is
 * known of them change in one transaction.
 * @throws Problem 404; 409 where the sheet was changed since the newer file was read for it
 */
export function takeNewer(id: string, staged: string): Promise<SheetRow> {
  return inTurn(id, 'a newer file of this sheet is being taken', () => takeNow(id, staged));
}

async function takeNow(id: string, staged: string): Promise<SheetRow> {
  const before = await readySheet(id);
  const waiting = await readySheet(staged).catch(() => undefined);
  if (waiting?.stagedFor !== id) throw notFound('newer file');
  await Promise.all([before.tableName, waiting.tableName].map(stopKeeping));
  const left = await database().transaction(async (within) => {
    const old = await lockSheet(within, id);
    const fresh = await lockSheet(within, staged);
    if (!old?.tableName) throw notFound('sheet');
    if (!fresh?.tableName) throw notFound('newer file');
    if (fresh.stagedOn !== stateOf(old))
      throw new Problem(
        409,
        'The sheet was changed meanwhile',
        'The sheet was changed since this newer file was read. Drop the newer file again.',
      );
    const { fileName, fileBytes, encoding, kind, file, choices, rowCount, headers, knownKeys, columns } = fresh;
    await within.delete(sheets).where(eq(sheets.id, staged));
    await within
      .update(sheets)
      .set({
        ...{ fileName, fileBytes, encoding, kind, file, choices, rowCount, headers, knownKeys, columns },
        corrections: fresh.corrections,
        reading: fresh.reading,
        tableName: fresh.tableName,
        keptSums: null,
        choicesBefore: null,
        former: formerOf([old, fresh], fresh.columns),
      })
      .where(eq(sheets.id, id));
    await within.execute(dropTables(old.tableName));
    return old.file;
  });
  await letGo(left);
  const taken = await readySheet(id);
  void keepSums(taken);
  return taken;
}

/** @throws InvalidInput where a column is not of the sheet. */
function checkSame(same: readonly SameColumn[], { name, headers }: ReadySheet): void {
  const unknown = same.filter(({ was }) => !headers.some((header) => headerKey(header) === headerKey(was)));
  if (unknown.length > 0)
    throw new InvalidInput(unknown.map(({ was }) => ({ path: 'was', message: `"${name}" has no column "${was}"` })));
}

function changesOf(old: ReadySheet, fresh: ReadySheet): Newer['changes'] {
  const [before, after] = [old.columns, fresh.columns];
  const now = new Map(after.map((column) => [column.key, column]));
  const was = new Set(before.map(({ key }) => key));
  const added = after.filter(({ key }) => !was.has(key));
  return [
    ...before.flatMap((column, i): ColumnChange[] => {
      const found = now.get(column.key);
      if (!found) {
        const inPlace = added.find((other) => after.indexOf(other) === i && other.type === column.type);
        return inPlace
          ? [renamed(column.name, { was: old.headers[i], now: fresh.headers[after.indexOf(inPlace)] })]
          : [
              {
                kind: 'vanished' as const,
                column: column.name,
                message: `${column.name} is not in the file any more.`,
              },
            ];
      }
      return found.type === column.type
        ? []
        : [
            {
              kind: 'retyped' as const,
              column: column.name,
              message: `${column.name} held ${TYPE_WORDS[column.type]} and now holds ${TYPE_WORDS[found.type]}.`,
            },
          ];
    }),
    ...added.map(({ name }): ColumnChange => ({ kind: 'new', column: name, message: `${name} is new.` })),
  ];
}
