import { LRUCache } from 'lru-cache';
import { sql, type SQL } from 'drizzle-orm';
import type { Answer, Grain, GrainQuery, GrainValue, GroupedQuery, PointsGrain, PointsQuery } from '@/core/grain';
import { checkGroups, LARGEST_CHART } from '@/core/shaping';
import { byKey } from '@/core/spec';
import { cancellable, onClient } from '../db/cancellable';
import { pool } from '../db/client';
import type { ReadySheet } from '../sheets/sheets';
import { tableOf } from '../sheets/tables';
import { liveTable } from '../sources/relation';
import { readingLive } from '../sources/sources';
import { keptTarget } from './kept-sums';
import { groupedSql, incompleteSql, mergedPointsSql, pointsSql, type Target } from './to-sql';

/** A question that was asked: its answer, who still waits for it, and how it is given up. */
interface Running {
  readonly answer: Promise<Answer>;
  readonly stop: AbortController;
  waiting: number;
  done: boolean;
  /** How many values it holds; 1 until it is known. */
  size: number;
}

/** So many values of answers are held at most. */
const MOST_HELD = 4_000_000;

/** Answers are kept by the table they came from; a sheet that is read again gets a new table, so none is ever stale. */
const answers = new LRUCache<string, Running>({ max: 200, maxSize: MOST_HELD, sizeCalculation: ({ size }) => size });
/** What a firm's database answered holds only for as long as one look at a chart takes. */
const LIVE_MS = 3_000;

/** A place to ask: the table, and how a statement gets its rows. */
interface Asked extends Target {
  readonly rows: (statement: SQL) => Promise<Record<string, unknown>[]>;
}

const sizeOf = (answer: Answer): number =>
  1 + ('size' in answer ? answer.size * (answer.axes.length + answer.measures.length) : answer.points.length * 4);

/** Asks the tables of some sheets. */
export function asker(
  sheets: ReadonlyMap<string, ReadySheet>,
  signal?: AbortSignal,
): (query: GrainQuery) => Promise<Answer> {
  return (query) => {
    const sheet = sheets.get(query.sheet);
    if (!sheet) throw new RangeError(`no sheet ${query.sheet}`);
    return ask(query, sheet, signal);
  };
}

/**
 * Asks the table of a sheet. The same question to the same rows is asked once; when nobody waits for its answer any more
 * (`signal`), the database is told to give it up.
 * @param percent of so much of the rows alone
 * @throws the signal's reason
 */
async function ask(query: GrainQuery, sheet: ReadySheet, signal?: AbortSignal, percent?: number): Promise<Answer> {
  signal?.throwIfAborted();
  const key = `${percent === undefined ? '' : `${percent} % `}${sheet.live ? `${sheet.id} ${JSON.stringify(sheet.corrections)}` : sheet.tableName} ${JSON.stringify(query)}`;
  let running = answers.get(key);
  if (!running || (running.stop.signal.aborted && !running.done)) {
    const stop = new AbortController();
    const target = targetOf(sheet, stop.signal, percent);
    const started: Running = {
      answer:
        query.kind === 'grouped'
          ? askGroups(query, percent === undefined ? sheet : { ...sheet, keptSums: null }, target)
          : askPoints(query, target),
      stop,
      waiting: 0,
      done: false,
      size: 1,
    };
    started.answer.then(
      (answer) => {
        started.done = true;
        started.size = sizeOf(answer);
        // Held anew, as the size that it turned out to have.
        if (answers.peek(key) === started) answers.set(key, started, { ttl: sheet.live ? LIVE_MS : 0 });
      },
      () => answers.delete(key),
    );
    answers.set(key, started, sheet.live ? { ttl: LIVE_MS } : {});
    running = started;
  }
  return waitFor(running, signal);
}

async function waitFor(running: Running, signal?: AbortSignal): Promise<Answer> {
  running.waiting++;
  const leave = () => {
    if (--running.waiting === 0 && !running.done) running.stop.abort();
  };
  if (!signal) return running.answer.finally(() => running.waiting--);
  return new Promise((resolve, reject) => {
    const onAbort = () => {
      leave();
      reject(signal.reason as Error);
    };
    signal.addEventListener('abort', onAbort, { once: true });
    running.answer.then(resolve, reject).finally(() => {
      signal.removeEventListener('abort', onAbort);
      if (!signal.aborted) running.waiting--;
    });
  });
}

/** Large sheets are sampled by whole pages of their table: about so many rows, the same ones every time. */
const SAMPLE_ROWS = 20_000;

/** Asks about a sample of a large sheet's rows where the sums that are kept beside it have no answer. */
export interface SampledAsker {
  readonly ask: (query: GrainQuery) => Promise<Answer>;
  /** About how many rows were looked at for what was asked so far; absent where all were. */
  readonly sampled: () => number | undefined;
}

export function sampledAsker(sheet: ReadySheet): SampledAsker {
  const columns = byKey(sheet.columns);
  const whole = asker(new Map([[sheet.id, sheet]]));
  const percent = Math.min(100, (SAMPLE_ROWS / Math.max(1, sheet.rowCount)) * 100);
  let sampled = false;
  return {
    ask: (query) => {
      const kept =
        query.kind === 'grouped' && sheet.keptSums && keptTarget(query, sheet.keptSums, columns) !== undefined;
      if (kept) return whole(query);
      sampled = true;
      return ask(query, sheet, undefined, percent);
    },
    sampled: () => (sampled ? Math.round((sheet.rowCount * percent) / 100) : undefined),
  };
}

/** The table of a sheet as a place to ask; where `stop` fires, the statement that runs is cancelled in its database. */
export function targetOf(sheet: ReadySheet, stop?: AbortSignal, percent?: number): Asked {
  const columns = byKey(sheet.columns);
  const { live } = sheet;
  if (!live)
    return {
      table:
        percent === undefined
          ? tableOf(sheet.tableName)
          : sql`(SELECT * FROM ${tableOf(sheet.tableName)} TABLESAMPLE SYSTEM (${sql.raw(percent.toFixed(4))}) REPEATABLE (1)) AS sampled`,
      columns,
      placed: true,
      rows: (statement) => cancellable(pool(), statement, stop),
    };
  return {
    table: liveTable(live, columns),
    columns,
    placed: false,
    rows: (statement) => readingLive(live, (client) => onClient(client, statement, stop)),
  };
}

async function askGroups(query: GroupedQuery, sheet: ReadySheet, target: Asked): Promise<Grain> {
  const kept = sheet.keptSums ? keptTarget(query, sheet.keptSums, target.columns) : undefined;
  const rows = await target.rows(groupedSql(query, kept ?? target, LARGEST_CHART.groups + 1));
  checkGroups(rows.length);
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
