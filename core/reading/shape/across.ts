import { isSumColumn, saysTotal } from './totals';
import { cellAt, type CellLook, type NumberedRecord } from './shape';

export interface AcrossFound {
  /** Columns whose header is a step of the calendar. */
  readonly columns: readonly number[];
  /** What their headers become as cells: with the year of the title where they carry none. */
  readonly steps: readonly string[];
  /** Columns that add the others up, which would double every sum. */
  readonly totals: readonly number[];
  /** "Month", "Quarter", "Year", "Date". */
  readonly name: string;
  readonly amount: string;
}

const LEAST = 3;

/**
 * Months, quarters, years or dates along the top: at least three columns in a run whose headers are steps of the
 * calendar, with figures under them. `title` is what stands above the table: it may name the year and the unit.
 */
export function findAcross(
  headers: readonly string[],
  body: readonly NumberedRecord[],
  title: string,
  look: CellLook,
): AcrossFound | undefined {
  const found = headers.map((header) => look.step(header.trim()));
  const columns = found.flatMap((step, c) => (step ? [c] : []));
  if (columns.length < LEAST || columns[columns.length - 1] - columns[0] > columns.length + 4) return undefined;
  const cells = body.flatMap((record) => columns.map((c) => cellAt(record.cells, c))).filter(Boolean);
  if (cells.filter((cell) => look.number(cell) !== undefined).length < cells.length * 0.6) return undefined;
  const year = /\b(?:19|20)\d{2}\b/.exec(title)?.[0];
  const steps = columns.map((c) => (found[c]?.whole || !year ? headers[c].trim() : `${headers[c].trim()} ${year}`));
  const totals = headers.flatMap((header, c) =>
    !columns.includes(c) && c > columns[0] && (saysTotal(header) || isSumColumn(body, c, columns, look)) ? [c] : [],
  );
  const name = [...new Set(columns.map((c) => found[c]?.name ?? ''))];
  return { columns, steps, totals, name: name.length === 1 ? name[0] : 'Date', amount: amountName(title) };
}

/** "Heating, bays, 2025 (in £)" names no amount of its own, but its unit. */
function amountName(title: string): string {
  const unit = /[([]\s*(?:in\s+)?([^()[\]]{1,12})\s*[)\]]/.exec(title)?.[1] ?? /\bin\s+(\S{1,4})\s*$/.exec(title)?.[1];
  return unit ? `Amount (${unit.trim()})` : 'Amount';
}
