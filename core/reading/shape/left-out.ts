import { usualFill } from './header';
import {
  cellAt,
  filledIn,
  rowWords,
  type CellLook,
  type NumberedRecord,
  type ShapeFinding,
  type ShapeFindingId,
  widestOf,
} from './shape';
import { findTotals } from './totals';

/** The records under a header. */
export interface Body {
  readonly records: readonly NumberedRecord[];
  readonly headers: readonly string[];
}

/** Whether a finding is taken in. */
export type Take = (finding: Omit<ShapeFinding, 'taken'>, sure?: boolean) => boolean;

/** The numbers of rows at the bottom and among the others that are no data: footnotes, and rows that add others up. */
export function bottomLeftOut(below: readonly NumberedRecord[], look: CellLook, take: Take): Set<number> {
  const left = new Set<number>();
  const leave = (
    id: ShapeFindingId,
    rows: readonly number[],
    says: string,
    why: string,
    otherwise: string,
    sure = true,
  ) => {
    if (rows.length > 0 && take({ id, says, why, otherwise, rows }, sure)) for (const row of rows) left.add(row);
  };
  const usual = usualFill(below);
  let end = below.length;
  while (end > 1 && usual >= 2 && isFootnote(below[end - 1], look)) end--;
  const notes = below.slice(end).map(({ number }) => number);
  leave(
    'footnotes',
    notes,
    `${rowWords(notes.length > 0 ? notes : [0])} ${notes.length === 1 ? 'is a footnote' : 'are footnotes'}`,
    'Only the first cell is filled, with words',
    'Keep as rows',
  );
  const body = below.slice(0, end);
  const { rows, proven } = findTotals(body, look);
  const numbers = rows.map((i) => body[i].number);
  const why = rows.every((i) => proven.has(i))
    ? 'Each amount equals the sum of the rows above; counting them in would double every figure'
    : 'They say so; counting them in would double every figure';
  leave(
    'totals',
    numbers,
    `${rowWords(numbers.length > 0 ? numbers : [0])} ${numbers.length === 1 ? 'is a total and is' : 'are totals and are'} left out`,
    why,
    'Count them in',
  );
  return left;
}

function isFootnote({ cells }: NumberedRecord, look: CellLook): boolean {
  return filledIn(cells) === 1 && look.kind(cellAt(cells, 0)) === 'text';
}

/** Columns without a name and without a cell, and columns that repeat another under the same name. */
export function columnsLeftOut({ records, headers }: Body, take: Take): Set<number> {
  const width = Math.max(headers.length, widestOf(records.map(({ cells }) => cells)));
  const empty: number[] = [];
  const repeated: number[] = [];
  for (let c = 0; c < width; c++) {
    const name = cellAt(headers, c);
    if (name === '' && records.every(({ cells }) => cellAt(cells, c) === '')) empty.push(c);
    else if (
      name !== '' &&
      headers
        .slice(0, c)
        .some(
          (other, o) => other.trim() === name && records.every(({ cells }) => cellAt(cells, o) === cellAt(cells, c)),
        )
    )
      repeated.push(c);
  }
  const dropped = new Set<number>();
  const leave = (id: ShapeFindingId, columns: readonly number[], says: string, why: string) => {
    if (columns.length > 0 && columns.length < width && take({ id, says, why, otherwise: 'Keep', columns }))
      for (const c of columns) dropped.add(c);
  };
  leave(
    'empty-columns',
    empty,
    `${empty.length} ${empty.length === 1 ? 'column is' : 'columns are'} empty and left out`,
    'They have neither a name nor a cell',
  );
  leave(
    'repeated-columns',
    repeated,
    `${repeated.map((c) => cellAt(headers, c)).join(', ')} stands twice; once is enough`,
    'Both hold the same cells',
  );
  return dropped;
}
