import type { ChartSpec, Columns } from '../../spec';

/** What the rules look at: the draft with its sides, and what its figures are like. */
export interface Evidence {
  readonly spec: ChartSpec;
  readonly columns: Columns;
  /** Places along the axis, and series in all. */
  readonly places: number;
  readonly series: number;
  /** Some charted value is below zero. */
  readonly negative?: boolean;
  /** How long the names across are, in characters: half of them are shorter. */
  readonly nameLength?: number;
  /** Where numbers run across: they stand at equal steps, one row each. */
  readonly evenly?: boolean;
  /** Why amounts went to the right scale. */
  readonly sideReasons: readonly string[];
  /** Why two scales do not hold all amounts. */
  readonly crowded?: string;
}
