import type { Answer, GrainQuery } from '@/core/grain';
import { otherSheets, sourcesOf, type ChartSpec, type Sources, type SpokenSheet } from '@/core/spec';
import { Problem } from '../problem';
import { readySheet, type ReadySheet } from '../sheets/sheets';

/** The sheets that a chart is made from: its own, and those that layers come from. */
export interface Book {
  readonly sheet: ReadySheet;
  readonly sheets: ReadonlyMap<string, ReadySheet>;
  readonly sources: Sources;
  /** How its questions are asked, where not of all rows. */
  readonly ask?: (query: GrainQuery) => Promise<Answer>;
}

/** Where sheets come from; whoever opens many books loads each sheet once. */
export type LoadSheet = (id: string) => Promise<ReadySheet>;

/**
 * Opens the sheets of a chart. A sheet that layers come from and that is not there any more is left out; checking the
 * spec then names it. `today` is the day that windows of time go by. @throws Problem where the chart's own sheet is not there.
 */
export async function openBook(spec: ChartSpec, today?: string, load: LoadSheet = readySheet): Promise<Book> {
  const [sheet, others] = await Promise.all([
    load(spec.sheet),
    Promise.all(otherSheets(spec).map(async (id) => [id, await sheetOrNone(id, load)] as const)),
  ]);
  const found = others.flatMap(([id, row]) => (row ? [[id, row] as const] : []));
  return {
    sheet,
    sheets: new Map([[sheet.id, sheet], ...found]),
    sources: sourcesOf(
      spoken(sheet),
      found.map(([, row]) => spoken(row)),
      today,
    ),
  };
}

async function sheetOrNone(id: string, load: LoadSheet): Promise<ReadySheet | undefined> {
  return load(id).catch((error: unknown) => {
    if (error instanceof Problem && error.status === 404) return undefined;
    throw error;
  });
}

/** The book of a sheet alone. @throws Problem */
export async function sheetBook(id: string, load: LoadSheet = readySheet): Promise<Book> {
  const sheet = await load(id);
  return { sheet, sheets: new Map([[id, sheet]]), sources: sourcesOf(spoken(sheet)) };
}

const spoken = ({ id, name, columns, row, groupColors }: ReadySheet): SpokenSheet => ({
  ...{ id, name, columns, colors: groupColors },
  ...(row ? { row } : {}),
});
