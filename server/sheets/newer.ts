import { hash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rename, stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { and, eq } from 'drizzle-orm';
import Papa from 'papaparse';
import { TYPE_WORDS } from '@/core/inference';
import { InvalidInput } from '@/core/spec';
import { database } from '../db/client';
import { sheets } from '../db/schema';
import { receivedFile } from '../home';
import { notFound, Problem } from '../problem';
import { breaksOf, type Break } from './breaks';
import { formerOf } from './import';
import { keepSums, stopKeeping } from './keep-sums';
import { openSource } from './open-source';
import { shapedRows } from './shaped-rows';
import { deleteSheet, readStoppably, readySheet, receiveSheet, type ReadySheet, type SheetRow } from './sheets';
import { dropTables } from './tables';

export type NewerMode = 'replace' | 'add';

/** A column of the newer file that the user says is one of the sheet's under a new name. */
export interface SameColumn {
  readonly now: string;
  readonly was: string;
}

export interface ColumnChange {
  readonly kind: 'vanished' | 'renamed' | 'retyped' | 'new';
  readonly column: string;
  /** With `renamed`: the header that it had, and the one that stands in its place now. */
  readonly same?: SameColumn;
  readonly message: string;
}

/** A newer file as it was read, not yet taken: what it would change, and which saved charts it would break. */
export interface NewerAnswer {
  readonly staged: string;
  readonly mode: NewerMode;
  readonly rowCount: number;
  /** With `add`: rows that are new, and rows that the sheet holds already. */
  readonly added?: number;
  readonly repeated?: number;
  readonly changes: readonly ColumnChange[];
  readonly breaks: readonly Break[];
}

/** Reads a newer file for a sheet beside it. Nothing of the sheet changes. @throws Problem, ReadingRefusal; nothing is left behind then. */
export async function stageNewer(
  request: Request,
  id: string,
  mode: NewerMode,
  same: readonly SameColumn[] = [],
): Promise<NewerAnswer> {
  const old = await readySheet(id);
  checkSame(same, old);
  if (old.live)
    throw new Problem(
      409,
      'A table of a database',
      'This sheet shows a database as it is now: it needs no newer file.',
    );
  const row = await receiveSheet(request, { ...old, headers: old.headers.map((name) => nameNow(name, same)) });
  try {
    const merged = mode === 'add' ? await mergeInto(old, row, same) : undefined;
    await readStoppably(merged?.row ?? row, { corrections: old.corrections });
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
    await deleteSheet(row.id).catch(() => undefined);
    throw error;
  }
}

/** Puts a newer file that was read in the place of the sheet's own; charts go on under their names. @throws Problem 404 */
export async function takeNewer(id: string, staged: string): Promise<SheetRow> {
  const old = await readySheet(id);
  const [found] = await database()
    .select({ id: sheets.id })
    .from(sheets)
    .where(and(eq(sheets.id, staged), eq(sheets.stagedFor, id)));
  if (!found) throw notFound('newer file');
  await Promise.all([old.tableName, staged].map(stopKeeping));
  const fresh = await readySheet(staged);
  await stopKeeping(old.tableName);
  await database().transaction(async (within) => {
    await within
      .update(sheets)
      .set({
        fileName: fresh.fileName,
        fileBytes: fresh.fileBytes,
        encoding: fresh.encoding,
        kind: fresh.kind,
        choices: fresh.choices,
        rowCount: fresh.rowCount,
        headers: fresh.headers,
        knownKeys: fresh.knownKeys,
        columns: fresh.columns,
        corrections: fresh.corrections,
        reading: fresh.reading,
        tableName: fresh.tableName,
        keptSums: null,
        choicesBefore: null,
        former: formerOf([old, fresh], fresh.columns),
      })
      .where(eq(sheets.id, id));
    await within.delete(sheets).where(eq(sheets.id, staged));
    await within.execute(dropTables(old.tableName));
  });
  await rename(await receivedFile(staged), await receivedFile(id));
  const taken = await readySheet(id);
  void keepSums(taken);
  return taken;
}

const plain = (name: string) => name.trim().toLowerCase();

const nameNow = (name: string, same: readonly SameColumn[]) =>
  same.find(({ was }) => plain(was) === plain(name))?.now ?? name;

/** @throws InvalidInput where a column is not of the sheet. */
function checkSame(same: readonly SameColumn[], { name, headers }: ReadySheet): void {
  const unknown = same.filter(({ was }) => !headers.some((header) => plain(header) === plain(was)));
  if (unknown.length > 0)
    throw new InvalidInput(unknown.map(({ was }) => ({ path: 'was', message: `"${name}" has no column "${was}"` })));
}

/** Writes the rows of a sheet and those of a newer file that it lacks into one file, by the names of the columns. */
async function mergeInto(
  old: ReadySheet,
  row: SheetRow,
  same: readonly SameColumn[],
): Promise<{ row: SheetRow; added: number; repeated: number; lacking: ColumnChange[] }> {
  const before = await shapedRows(await openSource(old, old.choices), old.choices);
  const after = await shapedRows(await openSource(row, old.choices), old.choices);
  const headers = before.headers.map((name) => nameNow(name, same));
  const known = new Set(headers.map(plain));
  const extra = after.headers.flatMap((name, i) => (known.has(plain(name)) ? [] : [{ name, i }]));
  const places = headers.map((name) => after.headers.findIndex((other) => plain(other) === plain(name)));
  const lacking = headers.flatMap((name, c): ColumnChange[] => {
    if (places[c] >= 0) return [];
    const inPlace = extra.find(({ i }) => i === c)?.name;
    return inPlace === undefined
      ? [{ kind: 'vanished', column: name, message: `${name} is not in the file: the new rows have nothing there.` }]
      : [renamed(name, { was: before.headers[c], now: inPlace })];
  });
  const common = places.flatMap((at, c) => (at < 0 ? [] : [c]));
  if (common.length === 0)
    throw new Problem(
      422,
      'Another table',
      `None of the columns of "${old.name}" stands in this file. Drop it as a sheet of its own.`,
      [{ path: 'file', message: 'no column in common' }],
    );
  const mark = (cells: readonly string[]) =>
    hash('md5', JSON.stringify(common.map((c) => (cells[c] ?? '').trim())), 'base64url');
  const held = new Map<string, number>();
  let [added, repeated] = [0, 0];
  async function* lines() {
    yield Papa.unparse([[...headers, ...extra.map(({ name }) => name)]]);
    for await (const rows of before.rows()) {
      for (const cells of rows) held.set(mark(cells), (held.get(mark(cells)) ?? 0) + 1);
      yield `\r\n${Papa.unparse(rows.map((cells) => before.headers.map((_, c) => cells[c] ?? '').concat(extra.map(() => ''))))}`;
    }
    for await (const rows of after.rows()) {
      const fresh = rows.flatMap((cells) => {
        const own = places.map((at) => (at < 0 ? '' : (cells[at] ?? '')));
        const times = held.get(mark(own)) ?? 0;
        if (times > 0) {
          held.set(mark(own), times - 1);
          repeated++;
          return [];
        }
        added++;
        return [[...own, ...extra.map(({ i }) => cells[i] ?? '')]];
      });
      if (fresh.length > 0) yield `\r\n${Papa.unparse(fresh)}`;
    }
  }
  const target = await receivedFile(row.id);
  await pipeline(Readable.from(lines()), createWriteStream(`${target}.merged`));
  await rename(`${target}.merged`, target);
  const { size } = await stat(target);
  const [merged] = await database()
    .update(sheets)
    .set({ kind: 'text', encoding: 'utf-8', fileBytes: size, choices: {} })
    .where(eq(sheets.id, row.id))
    .returning();
  return { row: merged, added, repeated, lacking };
}

const renamed = (column: string, same: SameColumn): ColumnChange => ({
  kind: 'renamed',
  column,
  same,
  message: `${column} is not in the file; ${same.now} stands in its place.`,
});

function changesOf(old: ReadySheet, fresh: ReadySheet): NewerAnswer['changes'] {
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
