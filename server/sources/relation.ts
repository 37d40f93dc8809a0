import { sql, type SQL } from 'drizzle-orm';
import type { ColumnProfile } from '@/core/inference';

/** A table or view, or the text of a read-only SELECT. */
export type Relation = { readonly schema: string; readonly table: string } | { readonly query: string };

/** A column of a relation: its name there, and what it is declared as. */
export interface SourceColumn {
  readonly key: string;
  readonly name: string;
  readonly declared: string;
}

/** A sheet that stays in its database: where it is, and what stands behind each column key. */
export interface Live {
  readonly source: string;
  readonly relation: Relation;
  readonly columns: readonly SourceColumn[];
}

export function relationSql(relation: Relation): SQL {
  if ('query' in relation) return sql`(${sql.raw(`\n${relation.query}\n`)}) AS relation`;
  return sql`${sql.identifier(relation.schema)}.${sql.identifier(relation.table)} AS relation`;
}

/** The relation with its columns under their keys and typed as their profiles say, for the same questions as an imported sheet. */
export function liveTable(live: Live, columns: ReadonlyMap<string, ColumnProfile>): SQL {
  const cells = live.columns.flatMap((column) => {
    const profile = columns.get(column.key);
    return profile ? [sql`${typedCell(column, profile)} AS ${sql.identifier(column.key)}`] : [];
  });
  return sql`(SELECT ${sql.join(cells, sql`, `)} FROM ${relationSql(live.relation)}) AS live`;
}

/** Not their arrays: those are texts only as they are written. */
const TEXTS = /^(text|character varying|character|varchar|bpchar|name|citext)$/;
export const isText = (declared: string): boolean => TEXTS.test(declared);

/** A cell as its text, for looking at it. */
export function textCell({ name, declared }: SourceColumn): SQL {
  const cell = sql`relation.${sql.identifier(name)}`;
  if (declared === 'boolean') return sql`CASE ${cell} WHEN true THEN 'true' WHEN false THEN 'false' END`;
  if (declared === 'timestamp with time zone') return sql`(${cell} AT TIME ZONE 'UTC')::text`;
  return sql`${cell}::text`;
}

/** A cell in the type of its profile; what the type cannot read is null. */
export function typedCell(column: SourceColumn, profile: ColumnProfile): SQL {
  const cell = sql`relation.${sql.identifier(column.name)}`;
  const { declared } = column;
  // Grouped as it stands, so that the database can use its indexes and partitions.
  if (isText(declared) && profile.type === 'text' && profile.format.tidy)
    return declared === 'text' ? cell : sql`${cell}::text`;
  if (isText(declared)) return fromText(sql`trim(${cell})`, profile);
  switch (profile.type) {
    case 'text':
      return textCell(column);
    case 'date':
      return /^timestamp with/.test(declared) ? sql`(${cell} AT TIME ZONE 'UTC')::date` : sql`${cell}::date`;
    case 'datetime':
      return declared === 'timestamp with time zone' ? sql`(${cell} AT TIME ZONE 'UTC')` : sql`${cell}::timestamp`;
    case 'integer':
      return /^(smallint|integer|bigint)$/.test(declared) ? sql`${cell}` : sql`${cell}::numeric`;
    case 'decimal':
      return profile.format.percentPoints ? sql`${cell}::numeric / 100` : sql`${cell}::numeric`;
    case 'boolean':
      return declared === 'boolean' ? sql`${cell}` : sql`(${cell}::int = 1)`;
    case 'time':
      return sql`${cell}::time`;
  }
}

/** What a text column of numbers or dates holds, read in the database by the format that all its cells were judged by. */
function fromText(cell: SQL, { type, format }: ColumnProfile): SQL {
  switch (type) {
    case 'integer':
    case 'decimal':
      return numberFromText(cell, format.decimal ?? '.', Boolean(format.percentPoints));
    case 'date':
      return dateFromText(cell, format.dateOrder ?? 'DMY', false);
    case 'datetime':
      return dateFromText(cell, format.dateOrder ?? 'DMY', true);
    case 'boolean':
      return sql`CASE WHEN lower(${cell}) IN ('yes', 'true', 'y', 't', 'ja', 'oui', '1') THEN true WHEN lower(${cell}) IN ('no', 'false', 'n', 'f', 'nein', 'non', '0') THEN false END`;
    case 'time':
      return sql`CASE WHEN ${cell} ~ '^([01]?\\d|2[0-3]):[0-5]\\d(:[0-5]\\d)?$' THEN ${cell}::time END`;
    case 'text':
      return sql`nullif(${cell}, '')`;
  }
}

const NUMBER = String.raw`^[(]?[-+−]?[£$€¥]?[-+−]?\d[\d.,' ]*\s*(%|[£$€¥]|[A-Z]{3})?[)]?$`;

function numberFromText(cell: SQL, decimal: '.' | ',', points: boolean): SQL {
  const grouping = decimal === '.' ? `[^0-9.]` : `[^0-9,]`;
  const digits = sql`replace(regexp_replace(${cell}, ${grouping}, '', 'g'), ',', '.')`;
  const sign = sql`CASE WHEN ${cell} ~ '^[(]|[-−]' THEN -1 ELSE 1 END`;
  const share = sql`CASE WHEN ${cell} LIKE '%!%%' ESCAPE '!' ${points ? sql`OR true` : sql``} THEN 0.01 ELSE 1 END`;
  return sql`CASE WHEN ${cell} ~ ${NUMBER} AND ${digits} ~ '^\\d+(\\.\\d*)?$' THEN ${digits}::numeric * ${sign} * ${share} END`;
}

const PLACES = { DMY: [1, 2, 3], MDY: [2, 1, 3], YMD: [3, 2, 1] } as const;

/** Days that do not exist are null, never shifted: the day is compared with the length of its month. */
function dateFromText(cell: SQL, order: 'DMY' | 'MDY' | 'YMD', timed: boolean): SQL {
  const yearFirst = String.raw`^\d{4}[-/.]\d{1,2}[-/.]\d{1,2}`;
  const yearLast = String.raw`^\d{1,2}[-/.]\d{1,2}[-/.]\d{4}`;
  const part = (place: number) => sql.raw(String(place));
  const field = (place: number) =>
    sql`split_part(translate(substr(${cell}, 1, 10), '/. T', '----'), '-', ${part(place)})::int`;
  const whole = (places: readonly [number, number, number]) => {
    const [day, month, year] = places.map(field);
    return sql`CASE WHEN ${year} > 0 AND ${month} BETWEEN 1 AND 12 AND ${day} BETWEEN 1 AND extract(day FROM make_date(greatest(${year}, 1), least(greatest(${month}, 1), 12), 1) + interval '1 month - 1 day') THEN make_date(${year}, ${month}, ${day}) END`;
  };
  const date = sql`CASE WHEN ${cell} ~ ${yearFirst} THEN ${whole(PLACES.YMD)} WHEN ${cell} ~ ${yearLast} THEN ${whole(PLACES[order === 'YMD' ? 'DMY' : order])} END`;
  if (!timed) return date;
  const clock = sql`substring(${cell} FROM '[T ](([01]?\\d|2[0-3]):[0-5]\\d(:[0-5]\\d)?)')`;
  return sql`(${date} + coalesce(${clock}::time, time '00:00'))`;
}
