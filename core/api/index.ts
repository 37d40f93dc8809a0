/**
 * What passes over the HTTP API, written once: route handlers answer it, the interface reads it. docs/api.md says it in
 * words. Optional names are absent where they mean nothing.
 */
import type { Answer, GrainQuery } from '../grain';
import type { Board } from '../boards';
import type { Delivery } from '../deliveries';
import type { ColumnProfile, Correction } from '../inference';
import type { ChartModel, Form } from '../layout';
import type { Differences as DifferencesFound } from '../looking';
import type { Encoding, Reading, ShapeChoices } from '../reading';
import type { RowSaid, RowSense } from '../sense';
import type { ChartSpec, FormerColumn } from '../spec';

/** A sheet as the API tells it. */
export interface Sheet {
  id: string;
  name: string;
  fileName: string;
  status: 'reading' | 'ready' | 'failed';
  progress: number;
  /** While it waits to be read: its place in the line, from 1. */
  waiting?: number;
  error?: string;
  rowCount: number;
  columns: ColumnProfile[];
  reading: Reading | null;
  /** What a row is; absent until the sheet is read. */
  row?: RowSense;
  /** What its user said that a row is. */
  rowSaid?: RowSaid;
  /** The colours that groups have in every chart of the sheet, by their words. */
  colors?: Record<string, string>;
  choices: ReadingChange;
  /** What its user said of columns, by key. */
  corrections: Record<string, Correction>;
  /** Whether the last change of the reading can be taken back. */
  canTakeBack: boolean;
  /** Columns that earlier readings had and this one has not. */
  former: FormerColumn[];
  /** Of a table that stays in its database: when its rows were counted. */
  countedAt?: string;
  createdAt: string;
  /** What it is filed under. */
  labels?: string[];
  /** Changes whenever the rows were read anew. */
  version: string;
  /** Told by a change of the reading: saved charts that it broke. */
  breaks?: Break[];
}
/** A sheet in the list: what tells it, without what is known of its columns. */
export interface ListedSheet extends Pick<
  Sheet,
  | 'id'
  | 'name'
  | 'fileName'
  | 'status'
  | 'progress'
  | 'waiting'
  | 'error'
  | 'rowCount'
  | 'countedAt'
  | 'createdAt'
  | 'labels'
  | 'version'
> {
  columnCount: number;
  /** Cells that could not be read. */
  unread: number;
}
export interface NamedSheet extends ListedSheet {
  columns: Pick<ColumnProfile, 'key' | 'name' | 'type' | 'role' | 'unit'>[];
}
/** A board as it is kept. */
export interface SavedBoard extends Board {
  id: string;
  revision: number;
  labels?: string[];
}
export interface ListedBoard {
  id: string;
  name: string;
  updatedAt: string;
  /** How many tiles it has. */
  tiles: number;
  labels: string[];
}
/** A tile as it is now: its drawing, its text, why it is not shown, or why it cannot be drawn. */
export interface BoardTile {
  id: string;
  /** What its chart is called, also where it is not drawn. */
  title?: string;
  model?: ChartModel;
  text?: string;
  hidden?: string;
  error?: string;
  /** Its condition in words. */
  onlyIf?: string;
}
export interface BoardModels {
  /** When the figures were looked at (ISO 8601 with offset). */
  asOf: string;
  /** What the tiles were laid out for, in pixels. */
  width: number;
  /** By tile what it was made of, to be held against what the stream of changes began with. */
  signs: Readonly<Record<string, string>>;
  tiles: BoardTile[];
}
/** How a condition stands now. */
export interface ConditionNow {
  figure: number | null;
  /** The figure in words of its unit. */
  words: string;
  /** The condition in words. */
  says: string;
  holds: boolean;
}
/** The tiles of a board as they were drawn last in a width, where that is kept and nothing has changed since. */
export interface BoardAtOnce {
  width: number;
  /** `picture`: an SVG that stands in a page of ours. */
  tiles: (Omit<BoardTile, 'model'> & { picture?: string })[];
}
/** What was deleted and can still be brought back. */
export interface Deleted {
  kind: 'sheet' | 'chart' | 'board';
  id: string;
  name: string;
  deletedAt: string;
  /** When it is gone for good. */
  until: string;
}
/** A delivery as it is kept, with when it goes out next and what became of it so far. */
export interface SavedDelivery extends Delivery {
  id: string;
  paused: boolean;
  /** ISO 8601 with offset; null while it is paused. */
  nextAt: string | null;
  /** The last first. */
  sent: { at: string; ok: boolean; message?: string }[];
  revision: number;
}
/** A message that the mail stand-in took in. */
export interface OutboxMessage {
  id: string;
  at: string;
  from: string;
  to: string[];
  subject: string;
}
/** A message as its reader sees it. */
export interface ReadMessage extends OutboxMessage {
  html: string;
  text: string;
  attachments: { name: string; type: string; bytes: number }[];
}
/** How much of a workspace was taken in. */
export interface WorkspaceTaken {
  sheets: number;
  charts: number;
  boards: number;
  deliveries: number;
}
/** Kinds of files that a chart leaves as. */
export type PictureKind = 'svg' | 'png' | 'pdf';
export type FigureKind = 'csv' | 'xlsx' | 'ods' | 'json';
/** The charted values, as `data.json` has them. */
export interface ChartFigures {
  columns: { name: string; type: 'date' | 'datetime' | 'text' | 'decimal' | 'integer'; unit?: string }[];
  rows: (string | number | null)[][];
}
/** The drawing of a saved chart, or in words why there is none. */
export interface Picture {
  id: string;
  model?: ChartModel;
  error?: string;
}
/** What a user decides of the reading of a whole table. */
export interface ReadingChange extends ShapeChoices {
  worksheet?: string;
  /** How the bytes of a text file are letters, where its user knows better. */
  encoding?: Encoding;
}
/** A sheet's new name, or what its user says that a row is; `null` takes that back. */
export interface SheetChange {
  name?: string;
  row?: RowSaid | null;
  /** Colours of groups by their words, beside those that are kept; null forgets one. */
  colors?: Record<string, string | null>;
}
/** A correction of a column, of which `null` forgets a part. */
export type CorrectionChange = { [Part in keyof Correction]?: Correction[Part] | null };
/** What holds for all new charts of the desk. */
export interface Settings {
  calendar: NonNullable<ChartSpec['calendar']>;
}
/** The charts that a sheet takes with it, and those that lose a layer. */
export interface SheetCharts {
  goes: { id: string; title: string }[];
  /** The boards that show a chart of it. */
  boards: { id: string; name: string }[];
  loses: { id: string; title: string }[];
}
export interface Source {
  id: string;
  name: string;
  host: string;
  port: number;
  database: string;
  user: string;
}
export interface SourceTable {
  schema: string;
  table: string;
  kind: 'table' | 'view';
  rows?: number;
}
/** A table or view by its names, or the text of a SELECT. */
export interface RelationWish {
  schema?: string;
  table?: string;
  query?: string;
}
/** A saved chart that cannot be drawn any more. */
export interface Break {
  chart: { id: string; title: string };
  message: string;
}
/** A column of a newer file that is one of the sheet's under a new name. */
export interface SameColumn {
  now: string;
  was: string;
}
export interface Newer {
  staged: string;
  mode: 'replace' | 'add';
  rowCount: number;
  added?: number;
  repeated?: number;
  changes: { kind: string; column: string; same?: SameColumn; message: string }[];
  breaks: Break[];
}
export interface Rows {
  rows: (string | number | boolean | null)[][];
  total: number;
  unread: { row: number; column: string; text: string }[];
}
/** The values of a column, those with the most rows first; null for empty cells. */
export interface Values {
  values: { value: string | number | boolean | null; text: string; rows: number }[];
  total: number;
}
export interface RowsBehind {
  sheet: string;
  columns: ColumnProfile[];
  rows: (string | number | boolean | null)[][];
  total: number;
  amount: number | null;
}
export interface Suggestion {
  form: Form;
  score: number;
  reasons: string[];
  spec: ChartSpec;
  model: ChartModel;
}
/** A chart worth making of a sheet before anything is picked. */
export interface Start extends Suggestion {
  /** All columns that it uses, in the order of picking. */
  picks: string[];
  /** It was drawn from about so many rows of a large sheet: its course is right, its figures are those of the sample. */
  sampled?: number;
}
export interface SavedChart {
  id: string;
  spec: ChartSpec;
  revision: number;
  /** What its maker calls it; none: as its printed title. */
  name?: string;
}
/** What loses a chart when it is deleted. */
export interface ChartUses {
  boards: { id: string; name: string }[];
  deliveries: { id: string; to: readonly string[] }[];
}
export interface ListedChart {
  /** What it is called: the name that its maker gave it, else its printed title. */
  name: string;
  /** What it is filed under. */
  labels?: string[];
  id: string;
  title: string;
  form: Form;
  sheet: string;
  updatedAt: string;
}

/** What a chart was made from: the questions to the tables, with their answers; none where they are too large to send. */
export interface Grains {
  answers: { query: GrainQuery; answer: Answer }[];
  tooLarge?: true;
}

/** Why two places of a chart differ, by every Group of its sheet. */
export type Differences = DifferencesFound;
