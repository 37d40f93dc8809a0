import type { RecordBatch } from '@/core/reading';
import type { Progress } from './records';

const BATCH = 2_000;

/** Rows that are held in memory as record batches; blank ones are counted and keep their numbers. */
export async function* gridRecords(
  grid: readonly (readonly string[])[],
  progress: Progress,
): AsyncGenerator<RecordBatch> {
  for (let from = 0; from < grid.length; from += BATCH) {
    const rows = grid.slice(from, from + BATCH);
    const kept = rows
      .map((cells, i) => ({ cells, number: from + i + 1 }))
      .filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
    progress(Math.min(1, (from + BATCH) / grid.length));
    yield {
      records: kept.map(({ cells }) => [...cells]),
      numbers: kept.map(({ number }) => number),
      blank: rows.length - kept.length,
    };
    await new Promise((resolve) => setImmediate(resolve));
  }
}
