import type { SameColumn } from '@/core/api';
import { hash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rm, stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { eq } from 'drizzle-orm';
import Papa from 'papaparse';
import { headerKey } from '@/core/reading';
import { sheets, type SheetRow } from '../db/schema';
import { Problem } from '../problem';
import { openSource } from './open-source';
import { incomingFile, keepReceived, letGo } from './received-files';
import { shapedRows } from './shaped-rows';

export interface ColumnChange {
  readonly kind: 'vanished' | 'renamed' | 'retyped' | 'new';
  readonly column: string;
  /** With `renamed`: the header that it had, and the one that stands in its place now. */
  readonly same?: SameColumn;
  readonly message: string;
}

/** What came of the rows of a newer file that were added to a sheet's. */
export interface Merged {
  readonly added: number;
  readonly repeated: number;
  readonly lacking: readonly ColumnChange[];
}

export const nameNow = (name: string, same: readonly SameColumn[]) =>
  same.find(({ was }) => headerKey(was) === headerKey(name))?.now ?? name;

/** Writes the rows of a sheet and those of a newer file that it lacks into one file, by the names of the columns. */
export async function mergeRows(old: SheetRow, row: SheetRow, same: readonly SameColumn[]): Promise<Merged> {
  const sources = [await openSource(old, old.choices), await openSource(row, old.choices)];
  try {
    const [before, after] = [await shapedRows(sources[0], old.choices), await shapedRows(sources[1], old.choices)];
    return await merge(old, row, before, after, same);
  } finally {
    for (const source of sources) source.end?.();
  }
}

type Shaped = Awaited<ReturnType<typeof shapedRows>>;

async function merge(
  old: SheetRow,
  row: SheetRow,
  before: Shaped,
  after: Shaped,
  same: readonly SameColumn[],
): Promise<Merged> {
  const headers = before.headers.map((name) => nameNow(name, same));
  const known = new Set(headers.map(headerKey));
  const extra = after.headers.flatMap((name, i) => (known.has(headerKey(name)) ? [] : [{ name, i }]));
  const places = headers.map((name) => after.headers.findIndex((other) => headerKey(other) === headerKey(name)));
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
  const incoming = await incomingFile();
  try {
    await pipeline(Readable.from(lines()), createWriteStream(incoming));
    const { size } = await stat(incoming);
    await keepReceived(incoming, (within, file) =>
      within
        .update(sheets)
        .set({ file, kind: 'text', encoding: 'utf-8', fileBytes: size, choices: {} })
        .where(eq(sheets.id, row.id)),
    );
  } catch (error) {
    await rm(incoming, { force: true });
    throw error;
  }
  await letGo(row.file);
  return { added, repeated, lacking };
}

export const renamed = (column: string, same: SameColumn): ColumnChange => ({
  kind: 'renamed',
  column,
  same,
  message: `${column} is not in the file; ${same.now} stands in its place.`,
});
