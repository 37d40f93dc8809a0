import type { Source, SourceTable } from '@/core/api';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { Pool, PoolClient } from 'pg';
import { database } from '../db/client';
import { sheets, sources, type SheetRow } from '../db/schema';
import { newId } from '../ids';
import { notFound, Problem } from '../problem';
import { alone, closeSource, parseAddress, reading, sourcePool, type Address } from './connection';
import { refuseHarmful } from './harmless';
import { profileRelation, sourceColumns } from './profile';
import { relationSql, type Live, type Relation } from './relation';
import type { Sensed } from '../sheets/sensing';
import { decrypt, encrypt } from './secret';

type SourceRow = typeof sources.$inferSelect;
/** The password stays here: no answer holds it. */
const answer = ({ id, name, host, port, database: db, user }: SourceRow): Source => ({
  id,
  name,
  host,
  port,
  database: db,
  user,
});

/**
 * Tests an address and keeps it, its password encrypted. An address that is kept already is not kept twice: it takes the
 * new password and name. @throws Problem in words where it does not answer or let us in.
 */
export async function addSource(address: string, name?: string): Promise<Source> {
  const { password, ...parts } = parseAddress(address);
  const id = newId();
  await testSource(id, parts, password);
  const kept = await sameSource(parts);
  if (kept) {
    await closeSource(id);
    const named = name?.trim() ? { name: name.trim() } : {};
    return keepChanged(kept.id, { secret: await encrypt(password), deletedAt: null, ...named });
  }
  const [row] = await database()
    .insert(sources)
    .values({
      id,
      name: name?.trim() || `${parts.database} on ${parts.host}`,
      ...parts,
      secret: await encrypt(password),
    })
    .returning();
  return answer(row);
}

async function testSource(id: string, parts: Address, password: string): Promise<void> {
  try {
    await reading(sourcePool(id, parts, password), (client) => client.query('SELECT 1'));
  } catch (error) {
    await closeSource(id);
    throw error;
  }
}

async function sameSource({ host, port, database: db, user }: Address): Promise<SourceRow | undefined> {
  const [row] = await database()
    .select()
    .from(sources)
    .where(and(eq(sources.host, host), eq(sources.port, port), eq(sources.database, db), eq(sources.user, user)));
  return row;
}

/**
 * Gives a source another name, or another address, which is tested first: the sheets that live in it are then asked of
 * there. @throws Problem 404, 409 where another source has this address, and in words where it does not answer.
 */
export async function changeSource(id: string, change: { address?: string; name?: string }): Promise<Source> {
  await sourceRow(id);
  const named = change.name?.trim() ? { name: change.name.trim() } : {};
  if (change.address === undefined) return keepChanged(id, named);
  const { password, ...parts } = parseAddress(change.address);
  const same = await sameSource(parts);
  if (same && same.id !== id)
    throw new Problem(409, 'Kept already', `This address is kept already, as “${same.name}”.`, [
      { path: 'address', message: 'is kept already' },
    ]);
  const trial = newId();
  await testSource(trial, parts, password);
  await closeSource(trial);
  return keepChanged(id, { ...parts, ...named, secret: await encrypt(password) });
}

async function keepChanged(id: string, change: Partial<typeof sources.$inferInsert>): Promise<Source> {
  if (Object.keys(change).length > 0) await database().update(sources).set(change).where(eq(sources.id, id));
  // Connections of the address before are not used any more.
  await closeSource(id);
  return answer(await sourceRow(id));
}

/** Counts and looks at the rows of a sheet that stays in its database anew. @throws Problem 404, 409 for an imported sheet */
export async function countAnew(sheet: SheetRow): Promise<void> {
  if (!sheet.live)
    throw new Problem(
      409,
      'Not in a database',
      'The rows of this sheet were imported: they change only with a newer file.',
    );
  await database()
    .update(sheets)
    .set(await readLive(sheet.live, sheet))
    .where(eq(sheets.id, sheet.id));
}

export async function listSources(): Promise<Source[]> {
  const rows = await database()
    .select()
    .from(sources)
    .where(isNull(sources.deletedAt))
    .orderBy(desc(sources.createdAt));
  return rows.map(answer);
}

/** @throws Problem 404 */
export async function sourceRow(id: string): Promise<SourceRow> {
  const [row] = await database()
    .select()
    .from(sources)
    .where(and(eq(sources.id, id), isNull(sources.deletedAt)));
  if (!row) throw notFound('database');
  return row;
}

export async function poolOf(id: string): Promise<Pool> {
  const { host, port, database: db, user, secret } = await sourceRow(id);
  return sourcePool(id, { host, port, database: db, user }, await decrypt(secret));
}

/**
 * Works with the rows of a sheet that stays in its database. What was harmless in its SELECT when the sheet was opened may
 * have been made anew since.
 */
export async function readingLive<T>({ source, relation }: Live, work: (client: PoolClient) => Promise<T>) {
  return reading(await poolOf(source), async (client) => {
    if ('query' in relation) await refuseHarmful(client, relation.query);
    return work(client);
  });
}

/** The tables and views that the user may read, with about how many rows each has. */
export async function tablesOf(id: string): Promise<SourceTable[]> {
  const found = await reading(await poolOf(id), (client) =>
    client.query<{ schema: string; table: string; kind: string; rows: number }>(
      `SELECT n.nspname AS schema, c.relname AS table, c.relkind AS kind, c.reltuples::float8 AS rows
       FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
       WHERE c.relkind IN ('r', 'p', 'v', 'm', 'f') AND n.nspname NOT IN ('pg_catalog', 'information_schema') AND n.nspname !~ '^pg_'
         AND has_schema_privilege(n.oid, 'USAGE') AND has_table_privilege(c.oid, 'SELECT')
       ORDER BY 1, 2 LIMIT 2000`,
    ),
  );
  return found.rows.map(({ schema, table, kind, rows }) => ({
    schema,
    table,
    kind: kind === 'v' || kind === 'm' ? 'view' : 'table',
    ...(kind !== 'v' && rows >= 0 ? { rows } : {}),
  }));
}

/** The first rows of a table, a view or a SELECT, as texts. */
export async function firstRows(
  id: string,
  relation: Relation,
): Promise<{ columns: { name: string; declared: string }[]; rows: (string | null)[][] }> {
  return reading(await poolOf(id), async (client) => {
    const columns = await sourceColumns(client, relation);
    const { rows } =
      'query' in relation
        ? await client.query<Record<string, unknown>>(
            alone(`SELECT * FROM (\n${relation.query}\n) AS relation LIMIT $1`, [20]),
          )
        : await drizzle(client).execute<Record<string, unknown>>(sql`SELECT * FROM ${relationSql(relation)} LIMIT 20`);
    return {
      columns: columns.map(({ name, declared }) => ({ name, declared })),
      rows: rows.map((row) => columns.map(({ name }) => plainText(row[name]))),
    };
  });
}

function plainText(value: unknown): string | null {
  if (value === null || value === undefined) return null;
  if (value instanceof Date) return value.toISOString().slice(0, 19).replace('T', ' ');
  return (typeof value === 'object' ? JSON.stringify(value) : String(value)).slice(0, 200);
}

/** Opens a table, a view or a SELECT as a sheet that stays where it is: nothing is copied, grouping runs there. */
export async function openRelation(id: string, relation: Relation, name?: string): Promise<SheetRow> {
  const { name: sourceName } = await sourceRow(id);
  const sheet = newId();
  const title = name?.trim() || ('table' in relation ? relation.table : 'A SELECT');
  const told = await readLive({ source: id, relation }, { name: title, corrections: {} });
  const [row] = await database()
    .insert(sheets)
    .values({
      id: sheet,
      name: title,
      fileName: `${sourceName}: ${'table' in relation ? `${relation.schema}.${relation.table}` : 'a SELECT'}`,
      fileBytes: 0,
      encoding: 'utf-8',
      status: 'ready',
      progressPercent: 100,
      ...told,
    })
    .returning();
  return row;
}

/** Looks at a live sheet again, as its corrections say. */
export async function readLive(
  where: Pick<Live, 'source' | 'relation'>,
  sheet: Pick<Sensed, 'name' | 'corrections' | 'rowSaid'>,
) {
  return reading(await poolOf(where.source), async (client) => {
    const live: Live = { ...where, columns: await sourceColumns(client, where.relation) };
    if (live.columns.length === 0)
      throw new Problem(422, 'No columns', 'This table has no columns that could be read.');
    const { columns, row, rows, seen } = await profileRelation(client, live, sheet);
    return {
      live,
      columns,
      row,
      rowCount: rows,
      headers: live.columns.map((column) => column.name),
      countedAt: new Date(),
      corrections: sheet.corrections,
      reading: {
        format: 'database' as const,
        shortRows: 0,
        longRows: 0,
        blankLines: 0,
        findings: [],
        seen: [
          { number: 1, cells: live.columns.map((column) => column.name) },
          ...seen.map((cells, i) => ({ number: i + 2, cells: cells.map((cell) => cell.slice(0, 60)) })),
        ],
        headerRow: 1,
        notes: [
          'The rows stay in the database: charts show them as they are now.',
          ...(rows > 5000
            ? ['What the columns are was judged by their declared types and by the first 5,000 rows.']
            : []),
        ],
      },
    };
  });
}
