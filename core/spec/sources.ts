import type { ColumnProfile } from '../inference';
import { byKey, column, type Columns, type OtherColumns } from './against-columns';
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

/** A sheet, as far as charts speak of it. */
export interface SpokenSheet {
  readonly id: string;
  readonly name: string;
  readonly columns: readonly ColumnProfile[];
  /** What a row of it is called. */
  readonly row?: { readonly name?: string };
  /** The colours that its groups have in every chart. */
  readonly colors?: Readonly<Record<string, string>>;
}

/** The one way from sheets to what charts are made from: that of the chart, and those that layers come from. */
export function sourcesOf(sheet: SpokenSheet, others: readonly SpokenSheet[] = [], today?: string): Sources {
  return {
    columns: byKey(sheet.columns),
    others: new Map(others.map(({ id, columns }) => [id, byKey(columns)])),
    names: new Map(others.map(({ id, name }) => [id, name])),
    ...(sheet.row?.name ? { rowName: sheet.row.name } : {}),
    rowNames: new Map(others.flatMap(({ id, row }) => (row?.name ? [[id, row.name] as const] : []))),
    ...(sheet.colors && Object.keys(sheet.colors).length > 0 ? { groupColors: sheet.colors } : {}),
    ...(today === undefined ? {} : { today }),
  };
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
