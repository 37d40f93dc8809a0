import { cellLook } from '@/core/inference';
import { columnNames, findShape, ReadingRefusal, type NumberedRecord, type ShapeChoices } from '@/core/reading';
import type { Progress, RecordSource } from './records';

/** So many records at the beginning show how a large table stands in its file; of a small file all do. */
export const SAMPLED = 4_000;

/** A line without anything in it, such as ",,,". */
export function isBlank(cells: readonly string[]): boolean {
  return (cells[0] ?? '').trim() === '' && cells.every((cell) => cell.trim() === '');
}

/** The records that the shape of a table is judged by. @throws ReadingRefusal where there is none. */
export async function sampleRecords(source: RecordSource): Promise<NumberedRecord[]> {
  const sample: NumberedRecord[] = [];
  for await (const batch of source.records(() => undefined)) {
    batch.records.forEach((cells, i) => {
      if (!isBlank(cells)) sample.push({ cells, number: batch.numbers[i] });
    });
    if (!source.small && sample.length >= SAMPLED) break;
  }
  if (sample.length === 0)
    throw new ReadingRefusal('This file is empty. Check that the export worked, then drop it again.');
  return sample;
}

/** The names of the columns of a table and its rows as texts, once its shape is settled. */
export async function shapedRows(source: RecordSource, choices: ShapeChoices) {
  const shape = findShape(await sampleRecords(source), source.small, cellLook, choices);
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
