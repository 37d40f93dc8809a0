import { withChecks } from '@/core/checks';
import { toGrainQueries } from '@/core/grain';
import { DEFAULT_SIZE, layout, type ChartModel, type Size } from '@/core/layout';
import { shape, type Frame } from '@/core/shaping';
import { byKey, checkAgainstColumns, refuseNotBuilt, type ChartSpec } from '@/core/spec';
import { ask } from '../query/run';
import type { ReadySheet } from '../sheets/sheets';

/** Checks a spec against its sheet. @throws InvalidInput */
export function checkSpec(spec: ChartSpec, sheet: ReadySheet): void {
  checkAgainstColumns(spec, byKey(sheet.columns));
  refuseNotBuilt(spec);
}

export async function frameOf(spec: ChartSpec, sheet: ReadySheet): Promise<Frame> {
  const columns = byKey(sheet.columns);
  const queries = toGrainQueries(spec, columns);
  return shape(spec, columns, queries, await Promise.all(queries.map((query) => ask(query, sheet))));
}

/** The walk from a checked spec to its drawing model. */
export async function modelOf(spec: ChartSpec, sheet: ReadySheet, size: Size = DEFAULT_SIZE): Promise<ChartModel> {
  return drawnFrame(spec, sheet, await frameOf(spec, sheet), size);
}

export function drawnFrame(spec: ChartSpec, sheet: ReadySheet, frame: Frame, size: Size): ChartModel {
  const columns = byKey(sheet.columns);
  return withChecks({ spec, columns, frame, rowCount: sheet.rowCount, model: layout(frame, spec, columns, size) });
}
