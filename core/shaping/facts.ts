import { floor, fromIso, isoDate, isoDateTime, offset, type Instant } from '../calendar';
import { measureAt, type Measure } from '../grain';
import { column, columnsInPlay, type ChartSpec, type Sources } from '../spec';
import { blankRows, rowsBehindLayer, total } from './figures';
import type { FrameFacts } from './frame';
import { decideGaps } from './gaps';
import { portionOf, type Laid } from './laid';
import { findAside } from './set-aside';
import { findPartials } from './partial';
import { unmatchedOf } from './unmatched';

/** What the answers of a chart say of its run: how far it goes, what is missing in it, and what stands behind it. */
export function factsOf(laid: Laid, sources: Sources): FrameFacts {
  const { spec, places, portions } = laid;
  const { across } = spec;
  const filled = places.values.map(() => false);
  for (const { at } of portions)
    at.forEach((place) => {
      if (place >= 0) filled[place] = true;
    });
  const { gaps, rests } =
    across.as === 'time' ? decideGaps(filled, across.step, across.gaps) : { gaps: 'open' as const, rests: [] };
  const [first] = portions;
  const rows = first.grain.measures[measureAt(first.query.measures, { want: 'rows' })];
  const blankAcross = first.at.reduce((sum, place, i) => (place < 0 ? sum + Number(rows[i]) : sum), 0);
  const unmatched = unmatchedOf(laid);
  return {
    rows: total(rows) - blankAcross,
    blankAcross,
    first: places.first,
    last: places.last,
    emptyPlaces: filled.filter((has) => !has).length,
    rests,
    ...(places.cut ? { rowsCut: true } : {}),
    gaps,
    counts: Object.fromEntries(
      spec.layers.map((layer) => {
        const { query, grain } = portionOf(laid, layer);
        return [layer.id, rowsBehindLayer(layer, query, grain)];
      }),
    ),
    blanks: Object.fromEntries(
      spec.layers.flatMap((layer) => {
        const { query, grain } = portionOf(laid, layer);
        const blanks = blankRows(layer, query, grain);
        return blanks ? [[layer.id, blanks]] : [];
      }),
    ),
    ...edgesOf(spec, sources, laid),
    thinPlaces: thinPlaces(first.at, rows, places.values.length),
    ...(unmatched.length > 0 ? { unmatched } : {}),
    ...inSightOf(laid),
  };
}

/** Empty and unread cells of the rows that filters and what is set aside leave; nothing where all rows are in sight. */
function inSightOf({ spec, places, portions }: Laid): Pick<FrameFacts, 'inSight'> {
  if (spec.filters.length === 0 && !spec.setAside?.length) return {};
  const whole = (spec.setAside ?? []).filter(({ series }) => series === undefined);
  const aside = findAside(places.values, [], whole, spec).places;
  const empty: Record<string, number> = {};
  const unread: Record<string, number> = {};
  for (const { portion, query, grain, at } of portions) {
    if (portion.other) continue;
    const seen = at.map((place) => !aside.has(place));
    const counted = (measure: Measure) => {
      const found = grain.measures[measureAt(query.measures, measure)];
      return found && total(found.filter((_, i) => seen[i]));
    };
    const rows = counted({ want: 'rows' }) ?? 0;
    for (const key of columnsInPlay(spec)) {
      const gone = counted({ want: 'unread', of: key });
      if (gone !== undefined) unread[key] = gone;
      const filled = counted({ want: 'count', of: key });
      if (filled !== undefined)
        empty[key] =
          rows - filled - (gone ?? (spec.filters.length === 0 ? column(portion.columns, key).unread.count : 0));
    }
  }
  return { inSight: { empty, unread } };
}

/** How many places have rows, but fewer than three, while most have more. */
function thinPlaces(at: readonly number[], rows: readonly (string | number | null)[], length: number): number {
  const counts = new Array<number>(length).fill(0);
  at.forEach((place, i) => {
    if (place >= 0) counts[place] += Number(rows[i]);
  });
  const held = counts.filter((count) => count > 0).sort((a, b) => a - b);
  if (held.length === 0 || held[held.length >> 1] < 3) return 0;
  return held.filter((count) => count < 3).length;
}

/**
 * Whether the first and the last step are whole, and how far the sheet goes where filters may leave no rows at its end. That is
 * judged by the days of the whole sheet, as far as filters on its dates leave them: that one spot had no rows in the last week
 * makes no quarter unfinished.
 */
function edgesOf(spec: ChartSpec, sources: Sources, laid: Laid): Pick<FrameFacts, 'partials' | 'reaches'> {
  const { across } = spec;
  const { places } = laid;
  if (across.as !== 'time' || !places.first || !places.last) return { partials: {} };
  const shown = { first: fromIso(places.first), last: fromIso(places.last) };
  const limits = limitsOf(spec, sources, laid);
  const { first, last, cutFirst, cutLast } = limits ?? { ...shown, cutFirst: false, cutLast: false };
  const run = fromIso(String(places.values[0]));
  const found = findPartials(first, last, across.step, column(sources.columns, across.column), spec, run);
  const start = (at: Instant) => floor(at, across.step, spec.calendar);
  const cut = (is: boolean) => (is ? { cut: true as const } : {});
  const unfinished = found.last && across.partial === 'leave-out';
  const reached = unfinished ? offset(start(last), across.step, -1) : start(last);
  return {
    partials: {
      ...(found.first && start(first) >= start(shown.first) ? { first: { ...found.first, ...cut(cutFirst) } } : {}),
      ...(found.last && start(last) <= start(shown.last) ? { last: { ...found.last, ...cut(cutLast) } } : {}),
    },
    ...(limits && spec.filters.length > 0
      ? { reaches: across.step === 'hour' ? isoDateTime(reached) : isoDate(reached) }
      : {}),
  };
}

/** The first and last day of the chart's own sheet that filters on its dates leave; `undefined` where it does not know its days. */
function limitsOf({ across, filters }: ChartSpec, { columns }: Sources, { portions }: Laid) {
  const windows = portions.find(({ portion }) => !portion.other)?.portion.stretches ?? [];
  const profile = column(columns, across.column);
  const { min, max } = profile.stats;
  if (typeof min !== 'string' || typeof max !== 'string') return undefined;
  const [oldest, newest] = [fromIso(min), fromIso(max)];
  const ranges = filters.flatMap((filter) =>
    filter.column !== across.column || !('from' in filter || 'to' in filter)
      ? []
      : [{ from: bound(filter.from), to: bound(filter.to) }],
  );
  const bounds = [...ranges, ...windows.filter((one) => one.column === across.column)];
  const first = Math.max(oldest, ...bounds.flatMap(({ from }) => from ?? []));
  const end = Math.min(Infinity, ...bounds.flatMap(({ to }) => to ?? []));
  const last = Math.min(newest, end - 1);
  return first > last ? undefined : { first, last, cutFirst: first > oldest, cutLast: last < newest };
}

const bound = (at: string | number | undefined): Instant | undefined =>
  typeof at === 'string' ? fromIso(at) : undefined;
