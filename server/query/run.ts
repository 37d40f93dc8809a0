import { LRUCache } from 'lru-cache';
import type { SQL } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { Grain, GrainQuery, GrainValue, GroupedQuery, PointsGrain, PointsQuery } from '@/core/grain';
import type { Answer } from '@/core/shaping';
import { byKey } from '@/core/spec';
import { database } from '../db/client';
import type { ReadySheet } from '../sheets/sheets';
import { tableOf } from '../sheets/tables';
import { reading } from '../sources/connection';
import { liveTable } from '../sources/relation';
import { poolOf } from '../sources/sources';
import { groupedSql, incompleteSql, mergedPointsSql, pointsSql, type Target } from './to-sql';

/** Answers are kept by the table they came from; a sheet that is read again gets a new table, so none is ever stale. */
const answers = new LRUCache<string, Promise<Answer>>({ max: 200 });
/** What a firm's database answered holds only for as long as one look at a chart takes. */
const LIVE_MS = 3_000;

/** A place to ask: the table, and how a statement gets its rows. */
interface Asked extends Target {
  readonly rows: (statement: SQL) => Promise<Record<string, unknown>[]>;
}

/** Asks the table of a sheet. The same question to the same rows is asked once. */
export function ask(query: GrainQuery, sheet: ReadySheet): Promise<Answer> {
  const key = `${sheet.live ? `${sheet.id} ${JSON.stringify(sheet.corrections)}` : sheet.tableName} ${JSON.stringify(query)}`;
  const known = answers.get(key);
  if (known) return known;
  const target = askedOf(sheet);
  const answer = query.kind === 'grouped' ? askGroups(query, target) : askPoints(query, target);
  answers.set(key, answer, sheet.live ? { ttl: LIVE_MS } : {});
  answer.catch(() => answers.delete(key));
  return answer;
}

function askedOf(sheet: ReadySheet): Asked {
  const columns = byKey(sheet.columns);
  const { live } = sheet;
  if (!live)
    return {
      table: tableOf(sheet.tableName),
      columns,
      placed: true,
      rows: async (statement) => (await database().execute<Record<string, unknown>>(statement)).rows,
    };
  return {
    table: liveTable(live, columns),
    columns,
    placed: false,
    rows: async (statement) =>
      reading(
        await poolOf(live.source),
        async (client) => (await drizzle(client).execute<Record<string, unknown>>(statement)).rows,
      ),
  };
}

async function askGroups(query: GroupedQuery, target: Asked): Promise<Grain> {
  const rows = await target.rows(groupedSql(query, target));
  return {
    size: rows.length,
    axes: query.axes.map((_, i) => rows.map((row) => row[`a${i}`] as GrainValue)),
    measures: query.measures.map((_, i) => rows.map((row) => row[`m${i}`] as string | number | null)),
  };
}

async function askPoints(query: PointsQuery, target: Asked): Promise<PointsGrain> {
  const [single, [{ count }]] = await Promise.all([
    target.rows(pointsSql(query, target)),
    target.rows(incompleteSql(query, target)),
  ]);
  const merged = single.length > query.limit;
  const rows = merged ? await target.rows(mergedPointsSql(query, target)) : single;
  return {
    points: rows.map((row) => ({
      x: Number(row.x),
      y: Number(row.y),
      split: row.split as GrainValue,
      count: Number(row.count),
    })),
    merged,
    incomplete: Number(count),
  };
}
