import { ReadingRefusal } from './refusal';

const MiB = 1024 * 1024;

/** What a file may be. Each limit stands here alone, and `refuse` has a sentence for each. */
export const LIMITS = {
  /** Rows of a worksheet: as many as ISO/IEC 29500 and the usual programs know. */
  rows: 1_048_576,
  /** PostgreSQL's own limit is 1,600 columns of a table. */
  columns: 1_000,
  /** Filled cells of a workbook or of JSON. */
  cells: 20_000_000,
  /** Merged ranges of a worksheet. */
  merged: 100_000,
  /** Characters of one cell. */
  cellText: 1_000_000,
  /** Cells of one record of text, whatever is made of it. */
  recordCells: 20_000,
  /** Characters of one record, or of one line, of text. */
  record: 4_000_000,
  /** Characters that a workbook keeps beside its cells, for cells to share. */
  sharedText: 64_000_000,
  /** Files in a packed one. */
  entries: 10_000,
  /** Levels of JSON in each other. */
  depth: 64,
  /** Packed content may grow to this many times its size, and always to so many bytes, before it is taken for a bomb. */
  growth: 200,
  unpackedFreely: 64 * MiB,
  /** As before, of the parts of a workbook together. */
  workbookFreely: 256 * MiB,
} as const;

const n = (value: number) => value.toLocaleString('en-GB');

/** The sentences for what is past a limit. */
export const refuse = {
  rows: (row: number) =>
    new ReadingRefusal(
      `A row of this workbook is numbered ${n(row)}; a worksheet has at most ${n(LIMITS.rows)} rows. Copy the rows you need into a new workbook, or save them as CSV, and drop that.`,
    ),
  columns: (cells: number, where = 'A row') =>
    new ReadingRefusal(
      `${where} has ${n(cells)} cells; at most ${n(LIMITS.columns)} columns can be read. Leave columns out, then drop the file again.`,
    ),
  cells: () =>
    new ReadingRefusal(
      `This file holds more than ${n(LIMITS.cells)} filled cells, the most that is read of its kind. Save the sheet you need as CSV and drop that.`,
    ),
  merged: (sheet: string) =>
    new ReadingRefusal(
      `The worksheet “${sheet}” has more than ${n(LIMITS.merged)} merged ranges. Take the merging away, or save the worksheet as CSV, and drop that.`,
    ),
  cellText: (where: string) =>
    new ReadingRefusal(
      `${where} is longer than ${n(LIMITS.cellText)} characters, the most that a cell may hold. Shorten it, then drop the file again.`,
    ),
  record: (row: number) =>
    new ReadingRefusal(
      `Row ${n(row)} is longer than ${n(LIMITS.record / 1_000_000)} million characters. Either its lines do not end, or a quotation mark in or before it is never closed. Mend it, then drop the file again.`,
    ),
  sharedText: () =>
    new ReadingRefusal(
      `The texts of this workbook are together longer than ${n(LIMITS.sharedText / 1_000_000)} million characters. Save the sheet you need as CSV and drop that.`,
    ),
  entries: () =>
    new ReadingRefusal(
      `This packed file holds more than ${n(LIMITS.entries)} files. Unpack it yourself and drop the one you need.`,
    ),
  depth: (line: number) =>
    new ReadingRefusal(
      `In line ${n(line)} this JSON has more than ${n(LIMITS.depth)} levels of brackets in each other. Export it flatter, then drop it again.`,
    ),
  names: (names: number) =>
    new ReadingRefusal(
      `The objects of this file have more than ${n(names)} different names; at most ${n(LIMITS.columns)} columns can be read. Leave names out, then drop it again.`,
    ),
  growth: (most: number) =>
    new ReadingRefusal(
      `Unpacked, this file is larger than ${n(Math.round(most / MiB))} MB, far more than its size lets expect. It is not opened. Unpack it yourself and drop what you need of it.`,
    ),
};
