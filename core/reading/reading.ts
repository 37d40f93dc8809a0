import type { Encoding } from './encoding';
import type { ShapeFinding } from './shape';

/** A record as it came, for showing a sheet as it was received; long cells are cut. */
export interface SeenRecord {
  readonly number: number;
  readonly cells: readonly string[];
}

/** So many records from the top and from the bottom are kept to be shown as they came. */
export const SEEN_TOP = 24;
export const SEEN_BOTTOM = 8;

export interface Worksheet {
  readonly name: string;
  readonly rows: number;
  readonly hidden?: boolean;
}

/** What was understood of a file before its cells were read: kept with the sheet and shown to its user. */
export interface Reading {
  readonly format: 'delimited' | 'workbook' | 'json' | 'database';
  readonly encoding?: Encoding;
  readonly delimiter?: string;
  /** The worksheets of a workbook, and the one that was read. */
  readonly worksheets?: readonly Worksheet[];
  readonly worksheet?: string;
  /** The row that names the columns, from 1; absent where none does. */
  readonly headerRow?: number;
  /** Records with fewer or more cells than the header, and lines without anything. */
  readonly shortRows: number;
  readonly longRows: number;
  readonly blankLines: number;
  /** How the table stands in its file, each with what was done about it. */
  readonly findings: readonly ShapeFinding[];
  /** The first and the last records as they came. */
  readonly seen: readonly SeenRecord[];
  /** What was said of a sheet with the same columns holds here too; the note, which is among the others, says so. */
  readonly remembered?: {
    readonly name: string;
    readonly note: string;
    /** The headers that it was said of, where it was said of single columns of other sheets. */
    readonly headers?: readonly string[];
  };
  /** One plain sentence for each thing out of the ordinary. */
  readonly notes: readonly string[];
}

export interface RaggedCounts {
  readonly width: number;
  readonly headerCells: number;
  readonly short: number;
  readonly long: number;
  readonly firstShort?: number;
  readonly firstLong?: number;
  readonly blank: number;
  readonly repeatedNames: readonly string[];
}

const n = (value: number) => value.toLocaleString('en-GB');

/** The sentences of a reading: rows of differing length, blank lines, names that stand twice. */
export function readingNotes(counts: RaggedCounts): string[] {
  const notes: string[] = [];
  if (counts.short > 0)
    notes.push(
      `${n(counts.short)} ${counts.short === 1 ? 'row has' : 'rows have'} fewer cells than the ${n(counts.width)} columns (first: row ${n(counts.firstShort ?? 0)}). The cells that are not there count as empty.`,
    );
  if (counts.long > 0)
    notes.push(
      `${n(counts.long)} ${counts.long === 1 ? 'row has' : 'rows have'} more cells than the header (first: row ${n(counts.firstLong ?? 0)}). They are kept in columns named by their place, from "Column ${counts.headerCells + 1}".`,
    );
  if (counts.blank > 0)
    notes.push(`${n(counts.blank)} blank ${counts.blank === 1 ? 'line was' : 'lines were'} passed over.`);
  for (const name of counts.repeatedNames)
    notes.push(`The name "${name}" stands more than once in the header; the later ones carry a number.`);
  return notes;
}
