import { expose } from 'comlink';
import { withChecks } from '@/core/checks';
import type { Answer, GrainQuery } from '@/core/grain';
import type { ColumnProfile } from '@/core/inference';
import { layout, type ChartModel, type Size } from '@/core/layout';
import { HeldAnswers, Pending, shape } from '@/core/shaping';
import { byKey, type ChartSpec } from '@/core/spec';

/** A sheet as the worker needs it: `version` changes whenever its rows or columns may have. */
export interface WorkerSheet {
  readonly id: string;
  readonly name: string;
  readonly version: string;
  readonly rowCount: number;
  readonly columns: readonly ColumnProfile[];
}

const held = new HeldAnswers();
let versions = '';

/** Shapes and lays charts out from grains that were fetched once, so that a change asks nothing of the database. */
const chartWorker = {
  put(answers: readonly { query: GrainQuery; answer: Answer }[]): void {
    for (const { query, answer } of answers) held.put(query, answer);
  },

  /** The drawing model, or nothing where a grain is missing. */
  model(spec: ChartSpec, sheet: WorkerSheet, others: readonly WorkerSheet[], size: Size): ChartModel | undefined {
    const now = JSON.stringify([sheet, ...others].map(({ id, version }) => [id, version]));
    if (now !== versions) held.clear();
    versions = now;
    const sources = {
      columns: byKey(sheet.columns),
      others: new Map(others.map(({ id, columns }) => [id, byKey(columns)])),
      names: new Map(others.map(({ id, name }) => [id, name])),
    };
    try {
      const frame = shape(spec, sources, held);
      return withChecks({ spec, sources, frame, rowCount: sheet.rowCount, model: layout(frame, spec, sources, size) });
    } catch (error) {
      if (error instanceof Pending) return undefined;
      throw error;
    }
  },
};

export type ChartWorker = typeof chartWorker;
expose(chartWorker);
