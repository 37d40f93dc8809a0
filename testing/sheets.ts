import type { ChartModel } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import { openBook } from '@/server/charts/book';
import { modelOf, checkSpec } from '@/server/charts/model';
import { closeDatabase } from '@/server/db/client';
import { deleteSheet } from '@/server/sheets/deleting';
import { readySheet, type ReadySheet } from '@/server/sheets/sheets';
import { addSheet } from '@/server/sheets/taking-in';

const taken: string[] = [];

/** Takes a file in as the API does, and waits until it is a sheet. Needs the test database. */
export async function takeIn(name: string, content: string | Uint8Array): Promise<ReadySheet> {
  const form = new FormData();
  form.append('file', new Blob([typeof content === 'string' ? content : new Uint8Array(content)]), name);
  const { sheet } = await addSheet(new Request('http://localhost/api/sheets', { method: 'POST', body: form }));
  taken.push(sheet.id);
  for (;;) {
    const row = await readySheet(sheet.id).catch((error: { status?: number; detail?: string }) => {
      if (error.status === 409 && /still being read/.test(error.detail ?? '')) return undefined;
      throw error;
    });
    if (row) return row;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** Deletes what a test took in and lets the database go. */
export async function cleanUp(): Promise<void> {
  for (const id of taken.splice(0)) await deleteSheet(id).catch(() => undefined);
  await closeDatabase();
}

/** The model of a chart, by the way that the API takes. */
export async function drawn(
  sheet: ReadySheet,
  spec: Omit<ChartSpec, 'version' | 'sheet' | 'filters' | 'scales' | 'text'> & Partial<ChartSpec>,
  today?: string,
): Promise<ChartModel> {
  const whole: ChartSpec = {
    version: 1,
    sheet: sheet.id,
    filters: [],
    scales: { left: { fit: 'zero' } },
    text: {},
    ...spec,
  };
  const book = await openBook(whole, today);
  checkSpec(whole, book);
  return modelOf(whole, book);
}
