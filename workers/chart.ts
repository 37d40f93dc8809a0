import { expose } from 'comlink';
import { withChecks } from '@/core/checks';
import type { Answer, GrainQuery } from '@/core/grain';
import { layout, type ChartModel, type Room } from '@/core/layout';
import { fromHeld, HeldAnswers, shape } from '@/core/shaping';
import { inSentences, InvalidInput, sourcesOf, type ChartSpec } from '@/core/spec';
import type { SheetVersion, WorkerSheet } from './sheet';

const held = new HeldAnswers();

/** Shapes and lays charts out from grains that were fetched once, so that a change asks nothing of the database. */
const chartWorker = {
  /** Holds answers, under the versions that the sheets had when they were asked for. */
  put(answers: readonly { query: GrainQuery; answer: Answer }[], of: readonly SheetVersion[]): void {
    held.holdFor(of);
    for (const { query, answer } of answers) held.put(query, answer);
  },

  /** The drawing model, or nothing where a grain is missing. */
  model(spec: ChartSpec, sheet: WorkerSheet, others: readonly WorkerSheet[], size: Room): ChartModel | undefined {
    held.holdFor([sheet, ...others]);
    const sources = sourcesOf(sheet, others);
    try {
      const frame = fromHeld(shape(spec, sources), held);
      if (!frame) return undefined;
      return withChecks({ spec, sources, frame, rowCount: sheet.rowCount, model: layout(frame, spec, sources, size) });
    } catch (error) {
      // Classes do not cross to the page; its words do.
      if (error instanceof InvalidInput) throw new Error(inSentences(error.errors));
      throw error;
    }
  },
};

export type ChartWorker = typeof chartWorker;
expose(chartWorker);
