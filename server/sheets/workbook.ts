import type { RecordBatch, Worksheet } from '@/core/reading';
import { ReadingRefusal } from '@/core/reading';
import type { Grid } from './grid';
import { readOds } from './ods';
import type { Progress, RecordSource } from './records';
import { readXlsx } from './xlsx';

const counted = (n: number, one: string) => `${n.toLocaleString('en-GB')} ${one}${n === 1 ? '' : 's'}`;

/** Up to so many filled cells all records of a table are looked at together. */
export const SMALL_CELLS = 1_500_000;

/** The records of a worksheet of a workbook: the named one, or the likeliest. @throws ReadingRefusal */
export async function workbookRecords(
  path: string,
  kind: 'xlsx' | 'ods',
  wanted?: string,
  progress: Progress = () => undefined,
): Promise<RecordSource> {
  const { grids, kept: grid } = await (kind === 'xlsx' ? readXlsx : readOds)(path, wanted, progress).catch(
    (error: unknown) => {
      if (error instanceof ReadingRefusal) throw error;
      throw new ReadingRefusal(
        'This workbook is damaged or locked with a password: it cannot be read. Open it, save it again without a password, and drop that.',
      );
    },
  );
  if (!grid)
    throw new ReadingRefusal('This workbook holds no cells. Check that the right one was saved, then drop it again.');
  const worksheets: Worksheet[] = grids.map(({ name, spool, hidden }) => ({
    name,
    rows: spool.last,
    ...(hidden ? { hidden } : {}),
  }));
  return {
    about: { format: 'workbook', worksheets, worksheet: grid.name },
    notes: notesOf(grid),
    small: grid.spool.filled <= SMALL_CELLS,
    decimal: '.',
    records: (told): AsyncGenerator<RecordBatch> => grid.records(told),
    end: () => grid.spool.close(),
  };
}

function notesOf({ hiddenRows, hiddenColumns, mergedCells }: Grid): string[] {
  const notes: string[] = [];
  if (hiddenRows > 0)
    notes.push(
      `${counted(hiddenRows, 'row')} that the workbook hides ${hiddenRows === 1 ? 'is' : 'are'} read like the others.`,
    );
  if (hiddenColumns > 0)
    notes.push(
      `${counted(hiddenColumns, 'column')} that the workbook hides ${hiddenColumns === 1 ? 'is' : 'are'} read like the others.`,
    );
  if (mergedCells > 0)
    notes.push(
      `${counted(mergedCells, 'merged cell')} ${mergedCells === 1 ? 'counts' : 'count'} once, where ${mergedCells === 1 ? 'it begins' : 'they begin'}.`,
    );
  return notes;
}
