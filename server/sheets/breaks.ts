import type { Break, SheetCharts } from '@/core/api';
import type { ColumnProfile } from '@/core/inference';
import { desc, isNull } from 'drizzle-orm';
import { byKey, checkAgainstColumns, InvalidInput, otherSheets } from '@/core/spec';
import { chartName } from '../charts/charts';
import { namedErrors } from '../charts/named-errors';
import { database } from '../db/client';
import { boards, charts, sheets } from '../db/schema';
import { sheetRow } from './sheets';

/** The saved charts that cannot be drawn any more once a sheet has other columns. */
export async function breaksOf(
  old: { readonly id: string; readonly columns: readonly ColumnProfile[] },
  now: readonly ColumnProfile[],
): Promise<Break[]> {
  const rows = await database().select({ id: sheets.id, columns: sheets.columns }).from(sheets);
  const columns = new Map(rows.map((row) => [row.id, byKey(row.columns)]));
  columns.set(old.id, byKey(now));
  const saved = await database().select().from(charts).where(isNull(charts.deletedAt));
  return saved.flatMap(({ id, sheet, spec, ...called }) => {
    const title = chartName(called);
    // Charts of other sheets may have layers out of this one.
    const own = columns.get(sheet);
    if (!own || (sheet !== old.id && !otherSheets(spec).includes(old.id))) return [];
    try {
      checkAgainstColumns(spec, own, columns);
      return [];
    } catch (error) {
      if (!(error instanceof InvalidInput)) throw error;
      const missing = namedErrors(error, () => old.columns).errors.map(({ message }) => message);
      return [{ chart: { id, title }, message: `“${title}” could not be drawn any more: ${missing.join('; ')}.` }];
    }
  });
}

/** The saved charts that a sheet takes with it when it is deleted, and those that lose a layer. @throws Problem 404 */
export async function chartsOf(id: string): Promise<SheetCharts> {
  await sheetRow(id);
  const [saved, pages] = await Promise.all([
    database().select().from(charts).where(isNull(charts.deletedAt)).orderBy(desc(charts.updatedAt)),
    database()
      .select({ id: boards.id, name: boards.name, tiles: boards.tiles })
      .from(boards)
      .where(isNull(boards.deletedAt)),
  ]);
  const list = (fits: (chart: (typeof saved)[number]) => boolean) =>
    saved.filter(fits).map((chart) => ({ id: chart.id, title: chartName(chart) }));
  const goes = list(({ sheet }) => sheet === id);
  const going = new Set(goes.map((chart) => chart.id));
  return {
    goes,
    boards: pages
      .filter(({ tiles }) => tiles.some(({ show }) => 'chart' in show && going.has(show.chart)))
      .map((board) => ({ id: board.id, name: board.name })),
    loses: list(({ sheet, spec }) => sheet !== id && otherSheets(spec).includes(id)),
  };
}
