import type { Check, ChartModel } from '../layout';
import type { Frame } from '../shaping';
import type { ChartSpec, Columns, Sources } from '../spec';

/** All that a check looks at. */
export interface CheckContext {
  readonly spec: ChartSpec;
  readonly sources: Sources;
  /** The columns of the chart's own sheet. */
  readonly columns: Columns;
  readonly frame: Frame;
  readonly model: Omit<ChartModel, 'checks'>;
  /** Rows of the whole sheet. */
  readonly rowCount: number;
}

/** One thing that a chart's maker should know, or nothing. */
export type CheckFinder = (context: CheckContext) => Check[];
