import { column, type Columns, type OtherColumns } from './against-columns';
import type { ChartSpec, Layer } from './chart-spec';

/** What a chart is made from beside its spec. */
export interface Sources {
  /** The columns of the chart's own sheet. */
  readonly columns: Columns;
  /** The columns of the sheets that layers come from, and what those sheets are called. */
  readonly others?: OtherColumns;
  readonly names?: ReadonlyMap<string, string>;
  /** What a row is called, of the chart's own sheet and of the others by their ids: "job". */
  readonly rowName?: string;
  readonly rowNames?: ReadonlyMap<string, string>;
  /** The colours that groups have in every chart of the sheet, by their words. */
  readonly groupColors?: Readonly<Record<string, string>>;
  /** The day that windows go by, ISO 8601; without it the newest date of their column. */
  readonly today?: string;
}

const NONE: Columns = new Map();

/** The columns of the sheet that a layer comes from. */
export function columnsOf(layer: Pick<Layer, 'from'>, { columns, others }: Sources): Columns {
  return layer.from ? (others?.get(layer.from.sheet) ?? NONE) : columns;
}

/** The name of what runs across. */
export function acrossName(spec: ChartSpec, { columns }: Sources): string {
  return column(columns, spec.across.column).name;
}
