import { isoDate, type Instant } from '../calendar';
import { axesOf, measureAt, portionsOf, type Grain, type GroupedQuery, type Portion } from '../grain';
import { isDated, isNumeric } from '../inference';
import type { ChartSpec, Layer, Reference, Sources } from '../spec';
import { askGroups, together, type Asking } from './asking';
import type { Frame, FrameNotes, FrameSeries, NotedDates, NotedRow } from './frame';
import { acrossKeys, standsOf, type Laid } from './laid';
import type { Placed } from './placed';

/** More texts than these hide the chart; the first of them are shown, and how many there are is said. */
const MOST_REMARKS = 200;
const MOST_DATES = 300;

const COLOR = 'color:';

/** The chart with the amounts that its layers are coloured by as layers that are only read. */
export function withColorLayers(spec: ChartSpec): ChartSpec {
  const more = spec.layers.flatMap((layer): Layer[] => {
    const colorBy = layer.style?.colorBy;
    if (!colorBy || !('amount' in colorBy)) return [];
    const { amount, summary } = colorBy;
    const { from, whole } = layer;
    return [
      {
        id: COLOR + layer.id,
        amount,
        summary,
        shape: 'read',
        side: 'left',
        ...(from ? { from } : {}),
        ...(whole ? { whole } : {}),
      },
    ];
  });
  return more.length > 0 ? { ...spec, layers: [...spec.layers, ...more] } : spec;
}

/** Takes the series that only give colours out of a frame and keeps them beside it. */
export function colorsApart(frame: Frame): Frame {
  const isColor = ({ layer }: FrameSeries) => layer.startsWith(COLOR);
  if (!frame.series.some(isColor)) return frame;
  const colors = new Map<string, FrameSeries[]>();
  for (const one of frame.series.filter(isColor)) {
    const layer = one.layer.slice(COLOR.length);
    colors.set(layer, [...(colors.get(layer) ?? []), one]);
  }
  const kept = frame.series.filter((one) => !isColor(one));
  const ids = new Set(kept.map(({ id }) => id));
  return {
    ...frame,
    series: kept,
    ...(frame.panels
      ? { panels: frame.panels.map((panel) => ({ ...panel, series: panel.series.filter((id) => ids.has(id)) })) }
      : {}),
    notes: { ...frame.notes, colors },
  };
}

/** The columns of remarks that the sheet has; one that is not there any more is told by a check. */
export function remarkColumns(spec: ChartSpec, { columns }: Sources): string[] {
  return (spec.remarks?.columns ?? []).filter((key) => columns.has(key));
}

interface AskedRemarks {
  readonly portion: Portion;
  readonly grains: readonly { readonly query: GroupedQuery; readonly grain: Grain; readonly keys: readonly string[] }[];
}

/** Asks for the texts of rows, at the grain of what runs across; those with only the second text are asked for by themselves. */
export function* askRemarks(spec: ChartSpec, sources: Sources): Asking<AskedRemarks | undefined> {
  const keys = remarkColumns(spec, sources);
  if (keys.length === 0 || spec.across.as === 'number' || spec.across.as === 'rows' || spec.panels) return undefined;
  const [portion] = portionsOf(spec, sources).filter(({ other }) => !other);
  const { across } = axesOf(portion);
  if (!across) return undefined;
  const ask = (shown: readonly string[], without: readonly string[]): GroupedQuery => ({
    kind: 'grouped',
    sheet: portion.sheet,
    axes: [across, ...shown.map((column) => ({ as: 'value' as const, column }))],
    measures: [{ want: 'rows' }, { want: 'first-row' }],
    filters: [
      ...portion.filters,
      { column: shown[0], present: true, narrows: true },
      ...without.map((column) => ({ column, present: false, narrows: true as const })),
    ],
  });
  const queries = keys.length === 1 ? [ask(keys, [])] : [ask(keys, []), ask([keys[1]], [keys[0]])];
  const grains = yield* together(queries.map(askGroups));
  return {
    portion,
    grains: queries.map((query, i) => ({ query, grain: grains[i], keys: i === 0 ? keys : [keys[1]] })),
  };
}

/** The texts of rows at the places of a chart. */
export function placedRemarks(
  asked: AskedRemarks,
  { laid, places }: Placed & { readonly laid: Laid },
  spec: ChartSpec,
  sources: Sources,
): NonNullable<FrameNotes['remarks']> {
  const one = laid.portions.find(({ portion }) => !portion.other);
  if (!one) return { rows: [], unplaced: 0, cut: 0 };
  const stands = standsOf(one);
  const frameAt = new Map(places.flatMap((list, at) => list.map((place) => [place, at] as const)));
  const columns = remarkColumns(spec, sources);
  const found: (NotedRow & { readonly order: number })[] = [];
  let unplaced = 0;
  for (const { query, grain, keys } of asked.grains) {
    const stand = acrossKeys({ portion: asked.portion, query, grain }, query.axes[0]);
    const rows = grain.measures[measureAt(query.measures, { want: 'rows' })];
    const first = grain.measures[measureAt(query.measures, { want: 'first-row' })];
    for (let i = 0; i < grain.size; i++) {
      const at = frameAt.get(stands.place.get(stand[i]) ?? -1);
      const count = Number(rows[i]);
      if (at === undefined) {
        unplaced += count;
        continue;
      }
      const texts = columns.map((key) => {
        const axis = keys.indexOf(key);
        const value = axis < 0 ? null : grain.axes[axis + 1][i];
        return value === null ? null : String(value);
      });
      for (let n = 0; n < Math.min(count, MOST_REMARKS); n++) found.push({ at, texts, order: Number(first[i]) });
    }
  }
  const rows = found.sort((a, b) => a.at - b.at || a.order - b.order).map(({ at, texts }) => ({ at, texts }));
  return { rows: rows.slice(0, MOST_REMARKS), unplaced, cut: Math.max(rows.length - MOST_REMARKS, 0) };
}

/** Asks for the dates of other sheets that references stand at. */
export function* askDates(spec: ChartSpec, sources: Sources): Asking<ReadonlyMap<string, NotedDates>> {
  const wanted = (spec.references ?? []).filter(({ from }) => from !== undefined);
  const found = yield* together(wanted.map((reference) => datesOf(reference, sources)));
  return new Map(wanted.map(({ id }, i) => [id, found[i]]));
}

const refusedDates = (refused: string): NotedDates => ({ rows: [], cut: 0, refused });

function* datesOf({ from }: Reference, sources: Sources): Asking<NotedDates> {
  if (!from) return refusedDates('names no sheet');
  const columns = sources.others?.get(from.sheet);
  if (!columns) return refusedDates('its sheet is not there any more');
  const [when, until, name] = [from.when, from.until, from.name].map((key) => (key ? columns.get(key) : undefined));
  const gone = [from.when, from.until, from.name].some((key) => key !== undefined && !columns.has(key));
  if (gone || !when) return refusedDates('a column of its sheet is not there any more');
  const dated = (one: typeof when) => isDated(one) || (one.meaning === 'year' && isNumeric(one));
  if (!dated(when)) return refusedDates(`"${when.name}" holds no dates`);
  if (until && !dated(until)) return refusedDates(`"${until.name}" holds no dates`);
  const axis = (one: typeof when) =>
    isNumeric(one)
      ? { as: 'value' as const, column: one.key }
      : { as: 'step' as const, column: one.key, step: 'day' as const, calendar: {} };
  const grain = yield* askGroups({
    kind: 'grouped',
    sheet: from.sheet,
    axes: [axis(when), ...(until ? [axis(until)] : []), ...(name ? [{ as: 'value' as const, column: name.key }] : [])],
    measures: [{ want: 'rows' }],
    filters: [{ column: when.key, present: true, narrows: true }],
  });
  const day = (key: unknown, one: typeof when, end: boolean): string | undefined => {
    if (key === null || key === undefined) return undefined;
    if (!isNumeric(one)) return isoDate(Number(key) as Instant);
    return `${String(key).padStart(4, '0')}-${end ? '12-31' : '01-01'}`;
  };
  const rows = Array.from({ length: grain.size }, (_, i) => {
    const to = until ? day(grain.axes[1][i], until, true) : undefined;
    const called = name ? grain.axes[until ? 2 : 1][i] : undefined;
    return {
      from: day(grain.axes[0][i], when, false) ?? '',
      ...(to === undefined ? {} : { to }),
      ...(called === undefined || called === null ? {} : { name: String(called) }),
    };
  }).sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
  return { rows: rows.slice(0, MOST_DATES), cut: Math.max(rows.length - MOST_DATES, 0) };
}
