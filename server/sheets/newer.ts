import { hash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rename, stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { and, eq, sql } from 'drizzle-orm';
import Papa from 'papaparse';
import { TYPE_WORDS, type ColumnProfile } from '@/core/inference';
import { byKey, checkAgainstColumns, InvalidInput, otherSheets } from '@/core/spec';
import { database } from '../db/client';
import { charts, sheets } from '../db/schema';
import { receivedFile } from '../home';
import { notFound, Problem } from '../problem';
import { openSource } from './open-source';
import { shapedRows } from './shaped-rows';
import {
  deleteSheet,
  readStoppably,
  readySheet,
  receiveSheet,
  sheetRow,
  type ReadySheet,
  type SheetRow,
} from './sheets';
import { tableOf } from './tables';

export type NewerMode = 'replace' | 'add';

export interface ColumnChange {
  readonly kind: 'vanished' | 'renamed' | 'retyped' | 'new';
  readonly column: string;
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
  readonly breaks: readonly {
    readonly chart: { readonly id: string; readonly title: string };
    readonly message: string;
  }[];
}

/** Reads a newer file for a sheet beside it. Nothing of the sheet changes. @throws Problem, ReadingRefusal; nothing is left behind then. */
export async function stageNewer(request: Request, id: string, mode: NewerMode): Promise<NewerAnswer> {
  const old = await readySheet(id);
  if (old.live)
    throw new Problem(
      409,
      'A table of a database',
      'This sheet shows a database as it is now: it needs no newer file.',
    );
  const row = await receiveSheet(request, old);
  try {
    const merged = mode === 'add' ? await mergeInto(old, row) : undefined;
    await readStoppably(merged?.row ?? row, { corrections: old.corrections });
    const fresh = await readySheet(row.id);
    return {
      staged: row.id,
      mode,
      rowCount: fresh.rowCount,
      ...(merged ? { added: merged.added, repeated: merged.repeated } : {}),
      changes: changesOf(old.columns, fresh.columns),
      breaks: await breaksOf(old, fresh),
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
  const fresh = await readySheet(staged);
  const { fileName, fileBytes, encoding, kind, choices, rowCount, headers, columns, corrections, reading, tableName } =
    fresh;
  await database().transaction(async (within) => {
    await within
      .update(sheets)
      .set({
        fileName,
        fileBytes,
        encoding,
        kind,
        choices,
        rowCount,
        headers,
        columns,
        corrections,
        reading,
        tableName,
      })
      .where(eq(sheets.id, id));
    await within.delete(sheets).where(eq(sheets.id, staged));
    await within.execute(sql`DROP TABLE IF EXISTS ${tableOf(old.tableName)}`);
  });
  await rename(await receivedFile(staged), await receivedFile(id));
  return sheetRow(id);
}

const plain = (name: string) => name.trim().toLowerCase();

/** Writes the rows of a sheet and those of a newer file that it lacks into one file, by the names of the columns. */
async function mergeInto(old: ReadySheet, row: SheetRow): Promise<{ row: SheetRow; added: number; repeated: number }> {
  const before = await shapedRows(await openSource(old, old.choices), old.choices);
  const after = await shapedRows(await openSource(row, old.choices), old.choices);
  const known = new Set(before.headers.map(plain));
  const extra = after.headers.flatMap((name, i) => (known.has(plain(name)) ? [] : [{ name, i }]));
  const places = before.headers.map((name) => after.headers.findIndex((other) => plain(other) === plain(name)));
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
    yield Papa.unparse([[...before.headers, ...extra.map(({ name }) => name)]]);
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
  return { row: merged, added, repeated };
}

function changesOf(before: readonly ColumnProfile[], after: readonly ColumnProfile[]): NewerAnswer['changes'] {
  const now = new Map(after.map((column) => [column.key, column]));
  const was = new Set(before.map(({ key }) => key));
  const fresh = after.filter(({ key }) => !was.has(key));
  return [
    ...before.flatMap((column, i): ColumnChange[] => {
      const found = now.get(column.key);
      if (!found) {
        const inPlace = fresh.find((other) => after.indexOf(other) === i && other.type === column.type);
        return inPlace
          ? [
              {
                kind: 'renamed' as const,
                column: column.name,
                message: `${column.name} is not in the file; ${inPlace.name} stands in its place. If it is the same column, give it its old name in the file.`,
              },
            ]
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
    ...fresh.map(({ name }): ColumnChange => ({ kind: 'new', column: name, message: `${name} is new.` })),
  ];
}

/** The saved charts that cannot be drawn any more with the columns of the newer file. */
async function breaksOf(old: ReadySheet, fresh: ReadySheet): Promise<NewerAnswer['breaks']> {
  const rows = await database().select({ id: sheets.id, columns: sheets.columns }).from(sheets);
  const columns = new Map(rows.map((row) => [row.id, byKey(row.columns)]));
  columns.set(old.id, byKey(fresh.columns));
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
