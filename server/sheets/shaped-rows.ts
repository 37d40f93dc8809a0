import { cellLook } from '@/core/inference';
import { columnNames, findShape, ReadingRefusal, type NumberedRecord, type ShapeChoices } from '@/core/reading';
import type { Progress, RecordSource } from './records';

/** So many records at the beginning show how a large table stands in its file; of a small file all do. */
export const SAMPLED = 4_000;

/** A line without anything in it, such as ",,,". */
export function isBlank(cells: readonly string[]): boolean {
  return (cells[0] ?? '').trim() === '' && cells.every((cell) => cell.trim() === '');
}

/**
 * The records that the shape of a table is judged by: the first ones, and of a wanted run of rows its first ones too.
 * @throws ReadingRefusal where there is none.
 */
export async function sampleRecords(source: RecordSource, { rows }: ShapeChoices = {}): Promise<NumberedRecord[]> {
  const sample: NumberedRecord[] = [];
  let inRun = 0;
  const wants = (number: number) => number >= (rows?.from ?? 1) && number <= (rows?.to ?? Infinity);
  for await (const batch of source.records(() => undefined)) {
    batch.records.forEach((cells, i) => {
      const number = batch.numbers[i];
      const wanted = wants(number) && inRun < SAMPLED;
      if (isBlank(cells) || !(source.small || sample.length < SAMPLED || wanted)) return;
      if (wanted) inRun++;
      sample.push({ cells, number });
    });
    const last = batch.numbers[batch.numbers.length - 1] ?? 0;
    if (!source.small && sample.length >= SAMPLED && (inRun >= SAMPLED || last > (rows?.to ?? Infinity))) break;
  }
  if (sample.length === 0)
    throw new ReadingRefusal('This file is empty. Check that the export worked, then drop it again.');
  return sample;
}

/** The names of the columns of a table and its rows as texts, once its shape is settled. */
export async function shapedRows(source: RecordSource, choices: ShapeChoices) {
  const shape = findShape(await sampleRecords(source, choices), source.small, cellLook, choices);
  async function* rows(progress: Progress = () => undefined): AsyncGenerator<string[][]> {
    for await (const batch of source.records(progress)) {
      const found = batch.records.flatMap((cells, i) =>
        isBlank(cells) ? [] : shape.rows({ cells, number: batch.numbers[i] }).map((row) => [...row]),
      );
      if (found.length > 0) yield found;
    }
  }
  return { headers: columnNames(shape.headers, shape.width), rows };
}
