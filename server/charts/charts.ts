import type { SavedChart, ListedChart } from '@/core/api';
import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Form } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import { database } from '../db/client';
import { charts } from '../db/schema';
import { newId } from '../ids';
import { notFound, Problem } from '../problem';
import { openBook } from './book';
import { checkSpec, modelOf } from './model';

export type ChartRow = typeof charts.$inferSelect;

export const chartAnswer = ({ id, spec, revision }: ChartRow): SavedChart => ({ id, spec, revision });

/** The list shows titles and forms as they were drawn when saved. */
async function drawn(spec: ChartSpec): Promise<{ sheet: string; title: string; form: Form }> {
  const book = await openBook(spec);
  checkSpec(spec, book);
  const { title, form } = await modelOf(spec, book);
  return { sheet: book.sheet.id, title: title || 'Untitled chart', form };
}

export async function saveChart(spec: ChartSpec): Promise<ChartRow> {
  const [row] = await database()
    .insert(charts)
    .values({ id: newId(), spec, ...(await drawn(spec)) })
    .returning();
  return row;
}

/** Replaces a chart that still has the revision its maker saw. @throws Problem 404, 412 */
export async function replaceChart(id: string, spec: ChartSpec, revision: number): Promise<ChartRow> {
  const parts = await drawn(spec);
  const [row] = await database()
    .update(charts)
    .set({ spec, ...parts, revision: sql`${charts.revision} + 1`, updatedAt: new Date() })
    .where(and(eq(charts.id, id), eq(charts.revision, revision)))
    .returning();
  if (row) return row;
  await chartRow(id);
  throw new Problem(
    412,
    'The chart has changed',
    'This chart was changed somewhere else since you opened it. Save yours as a new chart, or open it again.',
  );
}

/** @throws Problem 404 */
export async function chartRow(id: string): Promise<ChartRow> {
  const [row] = await database().select().from(charts).where(eq(charts.id, id));
  if (!row) throw notFound('chart');
  return row;
}

/** Some saved charts by their ids; those that are gone are not among them. */
export async function chartRows(ids: readonly string[]): Promise<ReadonlyMap<string, ChartRow>> {
  const rows = await database()
    .select()
    .from(charts)
    .where(inArray(charts.id, [...ids]));
  return new Map(rows.map((row) => [row.id, row]));
}

export async function deleteChart(id: string): Promise<void> {
  const deleted = await database().delete(charts).where(eq(charts.id, id)).returning({ id: charts.id });
  if (deleted.length === 0) throw notFound('chart');
}

export async function listCharts(): Promise<ListedChart[]> {
  const rows = await database()
    .select({ id: charts.id, title: charts.title, form: charts.form, sheet: charts.sheet, updatedAt: charts.updatedAt })
    .from(charts)
    .orderBy(desc(charts.updatedAt));
  return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }));
}
