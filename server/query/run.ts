import { LRUCache } from 'lru-cache';
import type { SQL } from 'drizzle-orm';
import type { Grain, GrainQuery, GrainValue, GroupedQuery, PointsGrain, PointsQuery } from '@/core/grain';
import type { Answer } from '@/core/shaping';
import { byKey } from '@/core/spec';
import { database } from '../db/client';
import type { ReadySheet } from '../sheets/sheets';
import { tableOf } from '../sheets/tables';
import { groupedSql, incompleteSql, mergedPointsSql, pointsSql, type Target } from './to-sql';

/** Answers are kept by the table they came from; a sheet that is read again gets a new table, so none is ever stale. */
const answers = new LRUCache<string, Promise<Answer>>({ max: 200 });

/** Asks the table of a sheet. The same question to the same rows is asked once. */
export function ask(query: GrainQuery, sheet: ReadySheet): Promise<Answer> {
  const key = `${sheet.tableName} ${JSON.stringify(query)}`;
  const known = answers.get(key);
  if (known) return known;
  const target: Target = { table: tableOf(sheet.tableName), columns: byKey(sheet.columns) };
  const answer = query.kind === 'grouped' ? askGroups(query, target) : askPoints(query, target);
  answers.set(key, answer);
  answer.catch(() => answers.delete(key));
  return answer;
}

async function rowsOf(statement: SQL): Promise<Record<string, unknown>[]> {
  return (await database().execute<Record<string, unknown>>(statement)).rows;
}

async function askGroups(query: GroupedQuery, target: Target): Promise<Grain> {
  const rows = await rowsOf(groupedSql(query, target));
  return {
    size: rows.length,
    axes: query.axes.map((_, i) => rows.map((row) => row[`a${i}`] as GrainValue)),
    measures: query.measures.map((_, i) => rows.map((row) => row[`m${i}`] as string | number | null)),
  };
}

async function askPoints(query: PointsQuery, target: Target): Promise<PointsGrain> {
  const [single, [{ count }]] = await Promise.all([
    rowsOf(pointsSql(query, target)),
    rowsOf(incompleteSql(query, target)),
  ]);
  const merged = single.length > query.limit;
  const rows = merged ? await rowsOf(mergedPointsSql(query, target)) : single;
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
