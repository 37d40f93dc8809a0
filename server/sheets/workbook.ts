import type { Worksheet } from '@/core/reading';
import { ReadingRefusal } from '@/core/reading';
import type { Grid } from './grid';
import { gridRecords } from './grid-records';
import { readOds } from './ods';
import type { RecordSource } from './records';
import { readXlsx } from './xlsx';

const counted = (n: number, one: string) => `${n.toLocaleString('en-GB')} ${one}${n === 1 ? '' : 's'}`;

/** The records of a worksheet of a workbook: the named one, or the likeliest. @throws ReadingRefusal */
export async function workbookRecords(path: string, kind: 'xlsx' | 'ods', wanted?: string): Promise<RecordSource> {
  const grids = await (kind === 'xlsx' ? readXlsx(path) : readOds(path)).catch((error: unknown) => {
    if (error instanceof ReadingRefusal) throw error;
    throw new ReadingRefusal(
      'This workbook is damaged or locked with a password: it cannot be read. Open it, save it again without a password, and drop that.',
    );
  });
  const grid = grids.find(({ name }) => name === wanted) ?? likeliest(grids);
  if (!grid)
    throw new ReadingRefusal('This workbook holds no cells. Check that the right one was saved, then drop it again.');
  const worksheets: Worksheet[] = grids.map(({ name, rows, hidden }) => ({
    name,
    rows: rows.length,
    ...(hidden ? { hidden } : {}),
  }));
  return {
    about: { format: 'workbook', worksheets, worksheet: grid.name },
    notes: notesOf(grid),
    small: true,
    decimal: '.',
    records: (progress) => gridRecords(grid.rows, progress),
  };
}

/** The visible worksheet with the most filled cells; the first among equals. */
function likeliest(grids: readonly Grid[]): Grid | undefined {
  const filled = ({ rows, hidden }: Grid) =>
    (hidden ? 0.001 : 1) * rows.reduce((sum, row) => sum + row.filter((cell) => cell !== '').length, 0);
  const best = grids.reduce<Grid | undefined>((a, b) => (a === undefined || filled(b) > filled(a) ? b : a), undefined);
  return best && filled(best) > 0 ? best : undefined;
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
