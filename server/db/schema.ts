import type { ReadingChange } from '@/core/api';
import {
  bigint,
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { Tile } from '@/core/boards';
import type { Delivery } from '@/core/deliveries';
import type { ColumnProfile, ColumnType, Correction } from '@/core/inference';
import type { Form } from '@/core/layout';
import type { Reading } from '@/core/reading';
import type { RowSaid, RowSense } from '@/core/sense';
import type { KeptSums } from '../query/kept-sums';
import type { Live } from '../sources/relation';
import type { Kind } from '../sheets/unpack';
import type { ChartSpec, Filter, FormerColumn } from '@/core/spec';

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

export type SheetStatus = 'reading' | 'ready' | 'failed';

/** An imported sheet. Its rows live in a table of their own, `sheets.<tableName>`. */
export const sheets = pgTable(
  'sheets',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    fileName: text('file_name').notNull(),
    fileBytes: bigint('file_bytes', { mode: 'number' }).notNull(),
    encoding: text('encoding').notNull(),
    /** The name of the received file (server/sheets/received-files.ts); empty for a table that stays in its database. */
    file: text('file').notNull().default(''),
    status: text('status').$type<SheetStatus>().notNull(),
    /** Why reading failed, in a sentence for the user. */
    error: text('error'),
    /** How much of the file has been read. */
    progressPercent: integer('progress_percent').notNull().default(0),
    rowCount: bigint('row_count', { mode: 'number' }).notNull().default(0),
    headers: jsonb('headers').$type<string[]>().notNull().default([]),
    /** The keys of columns by the headers of every reading so far: a change taken back finds its columns again. */
    knownKeys: jsonb('known_keys').$type<Record<string, string>>().notNull().default({}),
    columns: jsonb('columns').$type<ColumnProfile[]>().notNull().default([]),
    /** What the received file is, once unpacked. */
    kind: text('kind').$type<Kind>().notNull().default('text'),
    /** What the user decided of the reading of the whole table. */
    choices: jsonb('choices').$type<ReadingChange>().notNull().default({}),
    /** A newer file for this sheet, read and not yet taken: it is in no list. */
    stagedFor: text('staged_for'),
    /** What the sheet was when the newer file was read for it: it is taken only while that holds. */
    stagedOn: text('staged_on'),
    /** What the user had decided before the last change of the reading: it can be taken back. */
    choicesBefore: jsonb('choices_before').$type<ReadingChange>(),
    /** The columns that earlier readings had and this one has not: saved charts may name them. */
    former: jsonb('former').$type<FormerColumn[]>().notNull().default([]),
    corrections: jsonb('corrections').$type<Record<string, Correction>>().notNull().default({}),
    reading: jsonb('reading').$type<Reading>(),
    /** What a row is; empty until the sheet was read. */
    row: jsonb('row').$type<RowSense>(),
    /** What its user said that a row is. */
    rowSaid: jsonb('row_said').$type<RowSaid>(),
    /** The colours that groups have in every chart of the sheet, by their words. */
    groupColors: jsonb('group_colors').$type<Record<string, string>>().notNull().default({}),
    /** What it is filed under. */
    labels: jsonb('labels').$type<string[]>().notNull().default([]),
    /** Deleted, with a way back for a while. */
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
    tableName: text('table_name'),
    /** What is kept beside the rows of a large sheet; empty until it was made. */
    keptSums: jsonb('kept_sums').$type<KeptSums>(),
    /** A sheet that stays in a firm's database. */
    live: jsonb('live').$type<Live>(),
    /** When the rows of a table that stays in its database were counted. */
    countedAt: timestamp('counted_at', { withTimezone: true }),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index('sheets_file').on(table.file), index('sheets_table').on(table.tableName)],
);

export type SheetRow = typeof sheets.$inferSelect;

/** What is remembered of a sheet that was deleted, so that charts with a layer out of it can say which one is gone. */
export const deletedSheets = pgTable('deleted_sheets', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  columns: jsonb('columns').$type<FormerColumn[]>().notNull().default([]),
  deletedAt: timestamp('deleted_at', { withTimezone: true }).notNull().defaultNow(),
});

/** What users said of columns, by their header: it is said of the next column with the same header too. */
export const taught = pgTable('taught', {
  header: text('header').primaryKey(),
  correction: jsonb('correction').$type<Correction>().notNull(),
  /** The type that the column had: what is said of numbers does not hold for texts. */
  type: text('type').$type<ColumnType>().notNull(),
  /** The name of the sheet that it was said in. */
  sheet: text('sheet').notNull(),
  /** The headers of that sheet: what is said of a column holds in files of the same shape. */
  headers: jsonb('headers').$type<string[]>().notNull().default([]),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
});

/** What holds for all new charts of the desk; one row. */
export const settings = pgTable('settings', {
  id: integer('id').primaryKey().default(1),
  calendar: jsonb('calendar').$type<NonNullable<ChartSpec['calendar']>>().notNull().default({}),
});

export const charts = pgTable(
  'charts',
  {
    id: text('id').primaryKey(),
    sheet: text('sheet')
      .notNull()
      .references(() => sheets.id, { onDelete: 'cascade' }),
    spec: jsonb('spec').$type<ChartSpec>().notNull(),
    /** What its maker calls it on the desk; none: as its printed title. */
    name: text('name'),
    title: text('title').notNull(),
    form: text('form').$type<Form>().notNull(),
    revision: integer('revision').notNull().default(1),
    labels: jsonb('labels').$type<string[]>().notNull().default([]),
    deletedAt: timestamp('deleted_at', { withTimezone: true }),
    /** It was deleted with its sheet, and comes back with it. */
    deletedWith: text('deleted_with'),
    createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
    updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index('charts_sheet').on(table.sheet)],
);

/** A page of charts, figures and notes. */
export const boards = pgTable('boards', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  tiles: jsonb('tiles').$type<Tile[]>().notNull().default([]),
  filters: jsonb('filters').$type<Filter[]>().notNull().default([]),
  refresh: integer('refresh').notNull().default(60),
  revision: integer('revision').notNull().default(1),
  labels: jsonb('labels').$type<string[]>().notNull().default([]),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
  /** Deleted, with a way back for a while. */
  deletedAt: timestamp('deleted_at', { withTimezone: true }),
});

/** A chart or a board that goes out by mail. */
export const deliveries = pgTable('deliveries', {
  id: text('id').primaryKey(),
  what: jsonb('what').$type<Delivery['what']>().notNull(),
  /** Recipients, subject, message, attachments, times and condition. */
  said: jsonb('said').$type<Omit<Delivery, 'what' | 'paused'>>().notNull(),
  paused: boolean('paused').notNull().default(false),
  nextAt: timestamp('next_at', { withTimezone: true }),
  revision: integer('revision').notNull().default(1),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
});

/** One sending of a delivery, from when it falls due until it was sent, skipped or given up. Its id is the Message-ID. */
export const sendings = pgTable(
  'sendings',
  {
    id: text('id').primaryKey(),
    delivery: text('delivery')
      .notNull()
      .references(() => deliveries.id, { onDelete: 'cascade' }),
    /** When it fell due; one delivery falls due once at a time. */
    dueAt: timestamp('due_at', { withTimezone: true }).notNull(),
    status: text('status').$type<'due' | 'sent' | 'skipped' | 'failed'>().notNull().default('due'),
    /** Asked for by hand. */
    now: boolean('now').notNull().default(false),
    tries: integer('tries').notNull().default(0),
    /** Why it was not sent, or why it was not sent yet. */
    message: text('message'),
    endedAt: timestamp('ended_at', { withTimezone: true }),
    /** It is not tried before. */
    tryAt: timestamp('try_at', { withTimezone: true }).notNull().defaultNow(),
    /** Which process carries it out at present, and until when it has it (server/deliveries/queue.ts). */
    heldBy: text('held_by'),
    heldUntil: timestamp('held_until', { withTimezone: true }),
  },
  (table) => [uniqueIndex('sendings_once').on(table.delivery, table.dueAt), index('sendings_status').on(table.status)],
);

/** What the mail stand-in took in. */
export const outbox = pgTable('outbox', {
  id: text('id').primaryKey(),
  /** A message that comes twice stands once. */
  messageId: text('message_id').notNull().unique(),
  at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
  from: text('from').notNull(),
  to: jsonb('to').$type<string[]>().notNull(),
  subject: text('subject').notNull(),
  content: bytea('content').notNull(),
});

/** A firm's database that was opened. The password is kept encrypted (server/sources/secret.ts). */
export const sources = pgTable('sources', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  host: text('host').notNull(),
  port: integer('port').notNull(),
  database: text('database').notNull(),
  user: text('user').notNull(),
  secret: text('secret').notNull(),
  createdAt: timestamp('created_at', { withTimezone: true }).notNull().defaultNow(),
  /** Forgotten, with a way back for a while: it comes back with a sheet that lives in it. */
  deletedAt: timestamp('deleted_at', { withTimezone: true }),
});
