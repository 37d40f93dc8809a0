import type { ChartUses, ListedChart, SavedChart } from '@/core/api';
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Form } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import { database } from '../db/client';
import { boards, charts, deliveries } from '../db/schema';
import { newId } from '../ids';
import { notFound, Problem } from '../problem';
import { sameRevision, type Revision } from '../revisions';
import { openBook } from './book';
import { checkSpec, modelOf } from './model';

export type ChartRow = typeof charts.$inferSelect;

export const chartAnswer = ({ id, spec, revision, name }: ChartRow): SavedChart => ({
  id,
  spec,
  revision,
  ...(name === null ? {} : { name }),
});

/** What a chart is called wherever it is listed: the name that its maker gave it, else its printed title. */
export const chartName = ({ name, title }: Pick<ChartRow, 'name' | 'title'>): string => name ?? title;

/** A name that is sent; an empty one takes the name away, so that the title serves. */
const nameIn = (name: string | undefined) => (name === undefined ? {} : { name: name.trim() || null });

/** The list shows titles and forms as they were drawn when saved. */
async function drawn(spec: ChartSpec): Promise<{ sheet: string; title: string; form: Form }> {
  const book = await openBook(spec);
  checkSpec(spec, book);
  const { title, form } = await modelOf(spec, book);
  return { sheet: book.sheet.id, title: title || 'Untitled chart', form };
}

export async function saveChart(spec: ChartSpec, name?: string): Promise<ChartRow> {
  const [row] = await database()
    .insert(charts)
    .values({ id: newId(), spec, ...nameIn(name), ...(await drawn(spec)) })
    .returning();
  return row;
}

/** Replaces a chart that still has the revision its maker saw; without a name it keeps its own. @throws Problem 404, 412 */
export async function replaceChart(id: string, spec: ChartSpec, revision: Revision, name?: string): Promise<ChartRow> {
  const parts = { ...nameIn(name), ...(await drawn(spec)) };
  const [row] = await database()
    .update(charts)
    .set({ spec, ...parts, revision: sql`${charts.revision} + 1`, updatedAt: new Date() })
    .where(and(eq(charts.id, id), sameRevision(charts.revision, revision), isNull(charts.deletedAt)))
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
  const [row] = await database()
    .select()
    .from(charts)
    .where(and(eq(charts.id, id), isNull(charts.deletedAt)));
  if (!row) throw notFound('chart');
  return row;
}

/** Some saved charts by their ids; those that are gone are not among them. */
export async function chartRows(ids: readonly string[]): Promise<ReadonlyMap<string, ChartRow>> {
  const rows = await database()
    .select()
    .from(charts)
    .where(and(inArray(charts.id, [...ids]), isNull(charts.deletedAt)));
  return new Map(rows.map((row) => [row.id, row]));
}

/** Puts a chart away: for a while it can be brought back. @throws Problem 404 */
export async function deleteChart(id: string): Promise<void> {
  const deleted = await database()
    .update(charts)
    .set({ deletedAt: new Date() })
    .where(and(eq(charts.id, id), isNull(charts.deletedAt)))
    .returning({ id: charts.id });
  if (deleted.length === 0) throw notFound('chart');
}

export async function listCharts(): Promise<ListedChart[]> {
  const rows = await database()
    .select({
      id: charts.id,
      name: charts.name,
      title: charts.title,
      form: charts.form,
      sheet: charts.sheet,
      labels: charts.labels,
      updatedAt: charts.updatedAt,
    })
    .from(charts)
    .where(isNull(charts.deletedAt))
    .orderBy(desc(charts.updatedAt));
  return rows.map(({ labels, ...row }) => ({
    ...row,
    name: chartName(row),
    ...(labels.length > 0 ? { labels } : {}),
    updatedAt: row.updatedAt.toISOString(),
  }));
}

/** Which boards show a chart and which deliveries send it: they lose it when it is deleted. @throws Problem 404 */
export async function usesOf(id: string): Promise<ChartUses> {
  await chartRow(id);
  const [pages, mails] = await Promise.all([
    database()
      .select({ id: boards.id, name: boards.name })
      .from(boards)
      .where(and(isNull(boards.deletedAt), sql`${boards.tiles} @> ${JSON.stringify([{ show: { chart: id } }])}::jsonb`))
      .orderBy(boards.name),
    database()
      .select({ id: deliveries.id, said: deliveries.said })
      .from(deliveries)
      .where(sql`${deliveries.what} ->> 'chart' = ${id}`),
  ]);
  return { boards: pages, deliveries: mails.map(({ id: mail, said }) => ({ id: mail, to: said.to })) };
}
