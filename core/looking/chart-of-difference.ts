import { fromIso, isoDateTime, offset, stepLabel, cycleLabel } from '../calendar';
import { isNumeric } from '../inference';
import {
  column,
  layerUnit,
  layerWords,
  lowerFirst,
  mannerOf,
  readSeriesId,
  typedValue,
  type ChartSpec,
  type Filter,
  type Layer,
  type Sources,
} from '../spec';

/** More groups than these stand together. */
const MOST_GROUPS = 20;

interface Asked {
  readonly from: string | number;
  readonly to: string | number;
  readonly series?: string;
}

/**
 * The chart of a difference: what two places come to by a Group, beside each other. `undefined` where a place cannot be
 * said as a filter of rows, as a weekday of dates cannot.
 */
export function chartOfDifference(spec: ChartSpec, sources: Sources, asked: Asked, by: string): ChartSpec | undefined {
  const read = asked.series === undefined ? undefined : readSeriesId(asked.series, spec);
  const layer = spec.layers.find(({ id }) => id === (read?.layer ?? spec.layers[0].id)) ?? spec.layers[0];
  if (layer.from) return undefined;
  const [from, to] = [asked.from, asked.to].map((place) => placeFilter(place, spec, sources));
  if (!from || !to) return undefined;
  const split: Filter[] =
    read?.split !== undefined && spec.split && !spec.split.step
      ? [{ column: spec.split.column, keep: [typedValue(read.split, column(sources.columns, spec.split.column))] }]
      : [];
  const shared = [...spec.filters, ...split];
  const { amount, summary } = layer;
  const names = [asked.from, asked.to].map((place) => placeName(place, spec));
  const what = layerWords(layer, sources);
  // Both stand on the groups of all rows of the two: a group that only one of them has keeps its place.
  const one = (id: string, place: string, filter: Filter): Layer => ({
    id,
    amount,
    summary,
    shape: 'column',
    side: 'left',
    name: `${what}, ${place}`,
    from: { sheet: spec.sheet, across: by, filters: [...shared, filter] },
  });
  const many = column(sources.columns, by).stats.distinct > MOST_GROUPS;
  return {
    version: 1,
    sheet: spec.sheet,
    ...(spec.calendar ? { calendar: spec.calendar } : {}),
    across: { as: 'group', column: by, ...(many ? { keep: MOST_GROUPS } : {}) },
    layers: [
      one('l1', names[0], from),
      one('l2', names[1], to),
      { id: 'l3', amount: { rows: true }, summary: 'count', shape: 'read', side: 'left' },
    ],
    filters: [...shared, both(from, to)],
    scales: { left: { fit: 'zero' } },
    text: {
      title: `${what}: ${names[1]} against ${names[0]}, by ${lowerFirst(column(sources.columns, by).name)}`,
      left: withUnit(what, layerUnit(layer, sources)),
    },
    ...(spec.look ? { look: spec.look } : {}),
  };
}

/** The signs of currencies are written by the scale itself. */
const withUnit = (name: string, unit: string | undefined): string =>
  unit && !/^[A-Z]{3}$/.test(unit) ? `${name} (${unit})` : name;

/** The rows of both places, and for stretches of time of what lies between them. */
function both(a: Filter, b: Filter): Filter {
  if ('keep' in a && 'keep' in b) return { column: a.column, keep: [...a.keep, ...b.keep] };
  if ('from' in a && 'from' in b) {
    const [first, second] = String(a.from) < String(b.from) ? [a, b] : [b, a];
    return { column: a.column, from: first.from, to: second.to };
  }
  return a;
}

/** The rows of a place as a filter. */
function placeFilter(place: string | number, { across }: ChartSpec, { columns }: Sources): Filter | undefined {
  const profile = column(columns, across.column);
  switch (across.as) {
    case 'time': {
      if (isNumeric(profile)) return { column: across.column, keep: [Number(String(place).slice(0, 4))] };
      const start = fromIso(String(place));
      return { column: across.column, from: isoDateTime(start), to: isoDateTime(offset(start, across.step, 1)) };
    }
    case 'group':
      return { column: across.column, keep: [typedValue(String(place), profile)] };
    default:
      return undefined;
  }
}

function placeName(place: string | number, spec: ChartSpec): string {
  if (spec.across.as === 'time') return stepLabel(String(place), spec.across.step, mannerOf(spec));
  if (spec.across.as === 'cycle') return cycleLabel(Number(place), spec.across.cycle, true, spec.look?.locale);
  return String(place);
}
