import { sql, type SQL } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import type { PoolClient } from 'pg';
import {
  ColumnTally,
  CellConverter,
  inferColumns,
  isNumeric,
  type ColumnProfile,
  type ColumnType,
  type Correction,
} from '@/core/inference';
import { columnNames } from '@/core/reading';
import { byKey } from '@/core/spec';
import type { RowSense } from '@/core/sense';
import { withRhythms } from '../sheets/rhythms';
import { sense, type Sensed } from '../sheets/sensing';
import { refuseHarmful } from './harmless';
import { isText, liveTable, relationSql, textCell, typedCell, type Live, type SourceColumn } from './relation';

/** So many rows are looked at cell by cell; counts and ranges are taken over all rows. */
const SAMPLED = 5_000;

const DECLARED: readonly (readonly [RegExp, ColumnType])[] = [
  [/^(smallint|integer|bigint)$/, 'integer'],
  [/^(numeric|real|double precision|money)$/, 'decimal'],
  [/^date$/, 'date'],
  [/^timestamp with(out)? time zone$/, 'datetime'],
  [/^time with(out)? time zone$/, 'time'],
  [/^boolean$/, 'boolean'],
];

const declaredType = (declared: string) => DECLARED.find(([pattern]) => pattern.test(declared))?.[1];

/** The columns of a relation by their names and declared types. */
export async function sourceColumns(client: PoolClient, relation: Live['relation']): Promise<SourceColumn[]> {
  if ('query' in relation) await refuseHarmful(client, relation.query);
  const text = 'query' in relation ? `SELECT * FROM (\n${relation.query}\n) AS relation LIMIT $1` : undefined;
  const { fields } = text
    ? await client.query({ text, values: [0] })
    : await drizzle(client).execute(sql`SELECT * FROM ${relationSql(relation)} LIMIT 0`);
  const ids = fields.map(({ dataTypeID }) => dataTypeID);
  const { rows } = await client.query<{ id: number; name: string }>(
    // A domain is what it is made of.
    `WITH RECURSIVE base AS (
       SELECT DISTINCT id, id AS type FROM unnest($1::oid[]) AS id
       UNION ALL SELECT base.id, t.typbasetype FROM base JOIN pg_type t ON t.oid = base.type WHERE t.typtype = 'd')
     SELECT base.id, format_type(base.type, NULL) AS name FROM base JOIN pg_type t ON t.oid = base.type WHERE t.typtype <> 'd'`,
    [ids],
  );
  const names = new Map(rows.map(({ id, name }) => [Number(id), name]));
  return fields.map(({ name, dataTypeID }, i) => ({
    key: `c${i + 1}`,
    name,
    declared: names.get(dataTypeID) ?? 'text',
  }));
}

/**
 * What the columns of a relation are: by their declared types, and where those are texts by a sample of their cells.
 * Counts, ranges and means are of all rows, taken by one scan.
 */
export async function profileRelation(
  client: PoolClient,
  live: Live,
  { name, corrections, rowSaid }: Pick<Sensed, 'name' | 'corrections' | 'rowSaid'>,
): Promise<{ columns: ColumnProfile[]; row: RowSense; rows: number; seen: string[][] }> {
  const within = drizzle(client);
  const cells = live.columns.map((column) => sql`${textCell(column)} AS ${sql.identifier(column.key)}`);
  const { rows: sample } = await within.execute<Record<string, string | null>>(
    sql`SELECT ${sql.join(cells, sql`, `)} FROM ${relationSql(live.relation)} LIMIT ${SAMPLED}`,
  );
  const texts = sample.map((row) => live.columns.map(({ key }) => row[key] ?? ''));
  const tallies = live.columns.map((_, c) => {
    const tally = new ColumnTally();
    for (const row of texts) tally.add(row[c]);
    return tally;
  });
  const headers = columnNames(
    live.columns.map(({ name }) => name),
    live.columns.length,
  );
  const profiles = inferColumns(headers, tallies, corrections).map((profile, c) =>
    byDeclaration(profile, live.columns[c], corrections),
  );
  const { columns: read, rows } = await withFigures(within, live, profiles, texts);
  const ask = async (statement: SQL) => (await within.execute(statement)).rows;
  const table = liveTable(live, byKey(read));
  const told = await withRhythms(ask, table, read);
  const { columns, row } = await sense(ask, table, { name, columns: told, total: rows, corrections, rowSaid }, false);
  return { columns, row, rows, seen: texts.slice(0, 24) };
}

/** A declared number or date is what it is declared; a text is what its cells say, where the database can read it so too. */
function byDeclaration(
  profile: ColumnProfile,
  { declared }: SourceColumn,
  corrections: Readonly<Record<string, Correction>>,
): ColumnProfile {
  const type = declaredType(declared);
  if (
    type &&
    !corrections[profile.key]?.type &&
    type !== profile.type &&
    profile.meaning !== 'year' &&
    profile.type !== 'boolean'
  ) {
    const role =
      type === 'date' || type === 'datetime' || type === 'time'
        ? 'when'
        : profile.role === 'note'
          ? 'amount'
          : profile.role;
    return {
      ...profile,
      type,
      role,
      reasons: [`The database declares it as ${declared}.`, ...profile.reasons.slice(1)],
    };
  }
  if (type) return { ...profile, reasons: [`The database declares it as ${declared}.`, ...profile.reasons.slice(1)] };
  if (isText(declared) && canReadInDatabase(profile)) return profile;
  if (!isText(declared))
    return {
      ...profile,
      ...AS_TEXT,
      role: profile.type === 'text' && profile.role !== 'amount' ? profile.role : 'group',
      reasons: [`The database declares it as ${declared}: it is taken as it is written, to group by or to count.`],
    };
  if (profile.type === 'text') return profile;
  return {
    ...profile,
    ...AS_TEXT,
    role: 'group',
    reasons: ['Its cells are written in a way that is read only in imported sheets; it stays text here.'],
  };
}

const AS_TEXT = { type: 'text', meaning: undefined, unit: undefined, format: {}, summary: 'count' } as const;

function canReadInDatabase({ type, meaning, format }: ColumnProfile): boolean {
  if (type === 'text') return true;
  return (
    !format.counted &&
    !format.duration &&
    !format.scaled &&
    !format.unitMark &&
    !format.power &&
    (meaning === undefined || meaning === 'currency' || meaning === 'percent' || meaning === 'year')
  );
}

const own = ({ name }: SourceColumn) => sql`relation.${sql.identifier(name)}`;

async function withFigures(
  within: NodePgDatabase,
  live: Live,
  profiles: readonly ColumnProfile[],
  texts: readonly string[][],
): Promise<{ columns: ColumnProfile[]; rows: number }> {
  const wanted = live.columns.flatMap((column, c) => {
    const profile = profiles[c];
    const cell = typedCell(column, profile);
    const id = (what: string) => sql.identifier(`${what}${c}`);
    const ranged = isNumeric(profile) || profile.type === 'date' || profile.type === 'datetime';
    const end = (value: ReturnType<typeof typedCell>) =>
      isNumeric(profile)
        ? sql`${value}::float8`
        : sql`to_char(${value}, ${profile.type === 'date' ? 'YYYY-MM-DD' : 'YYYY-MM-DD"T"HH24:MI:SS'})`;
    return [
      sql`count(${cell})::float8 AS ${id('count')}`,
      ...(ranged
        ? [sql`${end(sql`min(${cell})`)} AS ${id('low')}`, sql`${end(sql`max(${cell})`)} AS ${id('high')}`]
        : []),
      ...(isNumeric(profile) ? [sql`avg(${cell})::float8 AS ${id('mean')}`] : []),
      ...(isText(column.declared) && profile.type === 'text'
        ? [sql`bool_and(${own(column)} = trim(${own(column)}) AND ${own(column)} <> '') AS ${id('tidy')}`]
        : []),
      ...(isText(column.declared) ? [sql`count(nullif(trim(${own(column)}), ''))::float8 AS ${id('filled')}`] : []),
    ];
  });
  const {
    rows: [figures],
  } = await within.execute<Record<string, number | string | boolean | null>>(
    sql`SELECT count(*)::float8 AS rows, ${sql.join(wanted, sql`, `)} FROM ${relationSql(live.relation)}`,
  );
  const rows = Number(figures.rows);
  const columns = profiles.map((profile, c): ColumnProfile => {
    const converter = new CellConverter(profile);
    texts.forEach((row, r) => converter.convert(row[c], r + 1, r));
    const seen = converter.profiled();
    const count = Number(figures[`count${c}`]);
    const filled = figures[`filled${c}`] === undefined ? count : Number(figures[`filled${c}`]);
    const [low, high, mean] = ['low', 'high', 'mean'].map(
      (what) => figures[`${what}${c}`] as number | string | null | undefined,
    );
    return {
      ...seen,
      ...(figures[`tidy${c}`] === true ? { format: { ...seen.format, tidy: true } } : {}),
      stats: {
        ...seen.stats,
        count,
        missing: rows - filled,
        ...(rows > SAMPLED ? { distinctAbout: true } : {}),
        ...(low === undefined || low === null ? {} : { min: low, max: high ?? low }),
        ...(mean === undefined || mean === null ? {} : { mean: Number(mean) }),
      },
      unread: { count: filled - count, samples: seen.unread.samples },
    };
  });
  return { columns, rows };
}
