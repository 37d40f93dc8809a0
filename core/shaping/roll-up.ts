import { floor, isoDate } from '../calendar';
import {
  exactColumn,
  exactMean,
  exactNumber,
  layerMeasures,
  measureAt,
  type ExactColumn,
  type Grain,
  type GrainValue,
  type GroupedQuery,
  type Measure,
} from '../grain';
import { column, type ChartSpec, type Columns, type Layer } from '../spec';
import { seriesId, type FrameSeries } from './frame';
import { compareGroups, toInstant, type Places } from './places';

/** Series by layer and split, rolled up from a grain onto the places of an axis. Sums are exact; averages weigh rows. */
export function rollUp(
  spec: ChartSpec,
  columns: Columns,
  query: GroupedQuery,
  grain: Grain,
  places: Places,
): FrameSeries[] {
  const splits = splitOf(spec, columns, grain);
  return spec.layers.flatMap((layer) => {
    const roll = rollerFor(layer, layerMeasures(layer, spec, columns), query.measures, grain);
    const cells = Array.from({ length: splits.values.length * places.values.length }, () => [] as number[]);
    for (let i = 0; i < grain.size; i++)
      if (places.at[i] >= 0) cells[splits.at[i] * places.values.length + places.at[i]].push(i);
    return splits.values.map((split, s): FrameSeries => ({
      id: seriesId(layer.id, split),
      layer: layer.id,
      ...(split !== undefined ? { split } : {}),
      gaps: 'open',
      values: places.values.map((_, p) => roll(cells[s * places.values.length + p])),
    }));
  });
}

/** How many rows stand behind each layer's amount, counted over a whole grain. */
export function rowsPerLayer(spec: ChartSpec, query: GroupedQuery, grain: Grain): Record<string, number> {
  return Object.fromEntries(
    spec.layers.map((layer) => {
      const key =
        'column' in layer.amount
          ? ({ want: 'count', column: layer.amount.column } as const)
          : ({ want: 'rows' } as const);
      return [layer.id, total(grain.measures[measureAt(query.measures, key)])];
    }),
  );
}

export function total(counts: readonly (string | number | null)[] | undefined): number {
  return (counts ?? []).reduce<number>((sum, count) => sum + Number(count ?? 0), 0);
}

interface Splits {
  readonly values: readonly (GrainValue | undefined)[];
  readonly at: readonly number[];
}

/** The values that the series are split by, the largest rows' groups first; without a split one series. */
function splitOf(spec: ChartSpec, columns: Columns, grain: Grain): Splits {
  if (!spec.split) return { values: [undefined], at: new Array<number>(grain.size).fill(0) };
  const profile = column(columns, spec.split.column);
  const { step } = spec.split;
  const keys = grain.axes[1].map((key) =>
    step && profile.meaning !== 'year'
      ? stepName(toInstant(key, profile), step, spec)
      : profile.type === 'date' || profile.type === 'datetime'
        ? dateName(key)
        : key,
  );
  const values = [...new Set(keys)].sort(compareGroups);
  const places = new Map(values.map((value, i) => [value, i]));
  return { values, at: keys.map((key) => places.get(key) ?? 0) };
}

function dateName(key: GrainValue): GrainValue {
  return typeof key === 'number' ? isoDate(key) : key;
}

function stepName(at: number | undefined, step: 'year' | 'quarter', spec: ChartSpec): GrainValue {
  if (at === undefined) return null;
  const start = floor(at, step, spec.calendar);
  const year = Number(isoDate(start).slice(0, 4));
  if (step === 'year')
    return (spec.calendar?.yearStart ?? 1) === 1
      ? String(year)
      : `${year}/${String((year + 1) % 100).padStart(2, '0')}`;
  const month = Number(isoDate(start).slice(5, 7));
  const quarter = Math.floor(((((month - (spec.calendar?.yearStart ?? 1)) % 12) + 12) % 12) / 3) + 1;
  return `${year} Q${quarter}`;
}

type Roller = (indexes: readonly number[]) => number | null;

/** How the partial figures of one layer become one value: null where no cell of the amount is filled, 0 for counts. */
function rollerFor(layer: Layer, wanted: readonly Measure[], measures: readonly Measure[], grain: Grain): Roller {
  const data = (measure: Measure) => grain.measures[measureAt(measures, measure)];
  if (!('column' in layer.amount)) {
    const rows = data({ want: 'rows' });
    return (indexes) => indexes.reduce((sum, i) => sum + Number(rows[i]), 0);
  }
  const counts = data({ want: 'count', column: layer.amount.column });
  const countOf = (indexes: readonly number[]) => indexes.reduce((sum, i) => sum + Number(counts[i]), 0);
  switch (layer.summary) {
    case 'count':
      return countOf;
    case 'sum':
    case 'mean': {
      const sums = exactColumn(data(wanted[0]) as (string | null)[]);
      return (indexes) => {
        const rows = countOf(indexes);
        if (rows === 0) return null;
        const units = addUnits(sums, indexes);
        return layer.summary === 'sum' ? exactNumber(units, sums.scale) : exactMean(units, sums.scale, rows);
      };
    }
    case 'min':
    case 'max': {
      const found = data(wanted[0]);
      const pick = layer.summary === 'min' ? Math.min : Math.max;
      return (indexes) => {
        const values = indexes.flatMap((i) => (found[i] === null ? [] : [Number(found[i])]));
        return values.length > 0 ? values.reduce((a, b) => pick(a, b)) : null;
      };
    }
    default: {
      // Asked for at the level shown: there is one group of rows for each place.
      const found = data(wanted[0]);
      return (indexes) =>
        indexes.length === 0 || found[indexes[0]] === null
          ? layer.summary === 'distinct'
            ? 0
            : null
          : Number(found[indexes[0]]);
    }
  }
}

function addUnits(sums: ExactColumn, indexes: readonly number[]): bigint {
  let units = 0n;
  for (const i of indexes) units += sums.units[i] ?? 0n;
  return units;
}
