import { wrap, type Remote } from 'comlink';
import type { ChartModel, Size } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import type { ChartWorker } from '@/workers/chart';
import type { SheetVersion, WorkerSheet } from '@/workers/sheet';
import { api, type Sheet } from '../api';

let running: Remote<ChartWorker> | undefined;

/** One worker for the page, started when it is first needed. */
function chartWorker(): Remote<ChartWorker> {
  running ??= wrap<ChartWorker>(new Worker(new URL('../../workers/chart.ts', import.meta.url), { type: 'module' }));
  return running;
}

/** What a table of a firm's database answered is held this long. */
const LIVE_MS = 60_000;

/** What tells that rows or columns of a sheet may have changed. */
function sheetVersion({ version, rowCount, columns, reading }: Sheet): string {
  const live = reading?.format === 'database' ? Math.floor(Date.now() / LIVE_MS) : '';
  return JSON.stringify([version, rowCount, live, columns]);
}

const forWorker = (sheet: Sheet): WorkerSheet => ({
  id: sheet.id,
  name: sheet.name,
  version: sheetVersion(sheet),
  rowCount: sheet.rowCount,
  columns: sheet.columns,
  ...(sheet.colors ? { colors: sheet.colors } : {}),
  ...(sheet.row ? { row: sheet.row } : {}),
});

const versionsOf = (sheets: readonly Sheet[]): SheetVersion[] =>
  sheets.map((sheet) => ({ id: sheet.id, version: sheetVersion(sheet) }));

/** The drawing model of a chart out of the grains that are held; nothing where one is missing. */
export function drawHeld(
  spec: ChartSpec,
  sheet: Sheet,
  others: readonly Sheet[],
  size: Size,
): Promise<ChartModel | undefined> {
  return chartWorker().model(spec, forWorker(sheet), others.map(forWorker), { ...size, whole: true });
}

/**
 * The drawing model of a chart: from grains that are held where they hold all that is needed, otherwise after asking for
 * them. Charts of very many groups are drawn by the server.
 */
export async function drawChart(
  spec: ChartSpec,
  sheet: Sheet,
  others: readonly Sheet[],
  size: Size,
  signal: AbortSignal,
): Promise<ChartModel> {
  const known = await drawHeld(spec, sheet, others, size);
  if (known) return known;
  const of = versionsOf([sheet, ...others]);
  const { answers, tooLarge } = await api.grains(spec, signal);
  if (!tooLarge) {
    await chartWorker().put(answers, of);
    const drawn = await drawHeld(spec, sheet, others, size);
    if (drawn) return drawn;
  }
  return api.preview(spec, size.width, size.height, signal);
}

/** Fetches the grains of a chart that is drawn already, so that the next change of it is made here. */
export async function prepareChanges(spec: ChartSpec, sheet: Sheet, others: readonly Sheet[]): Promise<void> {
  const of = versionsOf([sheet, ...others]);
  const { answers } = await api.grains(spec);
  await chartWorker().put(answers, of);
}
