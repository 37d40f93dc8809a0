import { floor, fromIso } from '../calendar';
import { binsOf, measureAt, orderLayer, type GrainValue } from '../grain';
import { column, OTHER, type ChartSpec, type Layer, type Order, type Sources } from '../spec';
import type { Asking } from './ask';
import { blankRows, rowsBehindLayer, total } from './figures';
import { applyFills } from './fills';
import { seriesId, type Frame, type FrameSeries, type Partials, type Unmatched } from './frame';
import { decideGaps, fillGaps } from './gaps';
import { checkCells } from './limits';
import { lay, Values, type Laid, type Splits } from './lay';
import { defaultOrder, orderOfGroups } from './order';
import { findPartials, leaveOutPartials } from './partial';
import { groupText } from './places';
import { emptyAside, findAside, type Aside } from './set-aside';
import { applyThen } from './then';

/** One drawn series: its layer, and which of the splits it is made of. */
export interface SeriesOf {
  readonly id: string;
  readonly layer: Layer;
  readonly split?: GrainValue;
  readonly splits: Splits;
}

/** What small copies have in common: the places across, the groups and their order, the series that stand alone. */
export interface Common {
  readonly keys: readonly GrainValue[];
  readonly groups: readonly string[];
  readonly rest: boolean;
  readonly splits: readonly (GrainValue | undefined)[];
}

/** A frame, and how its places and series came about: what the rows behind a point are found by. */
export interface Shaped {
  readonly frame: Frame;
  readonly laid: Laid;
  /** For each place of the frame the places of `laid` that it is made of. */
  readonly places: readonly (readonly number[])[];
  readonly series: readonly SeriesOf[];
}

/** The frame of a chart whose parts are not pairs of numbers, with its trace. @throws Pending */
export function shapeGroups(spec: ChartSpec, sources: Sources, ask: Asking, common?: Common): Shaped {
  const laid = lay(spec, sources, ask, common?.keys);
  const values = new Values(laid, ask);
  const series = seriesOf(laid, values, ask, common);
  checkCells(laid.places.values.length, series.length);
  const raw = rawFrame(laid, values, series, sources);
  ask.settle();
  const arranged =
    spec.across.as === 'group'
      ? arrangeGroups(raw, laid, values, series, ask, common)
      : { frame: arrangeSteps(raw, laid), places: raw.across.values.map((_, i) => [i]) };
  ask.settle();
  // A first step that is left out moves all places on by one.
  const moved = arranged.frame.across.values.length < arranged.places.length && raw.facts.partials.first?.at === 0;
  const places = moved ? arranged.places.slice(1) : arranged.places;
  return { frame: applyFills(applyThen(arranged.frame, spec), spec), laid, places, series };
}

/** The series of every layer: one, or one per split; past the first few the rest together. */
function seriesOf(laid: Laid, values: Values, ask: Asking, common?: Common): SeriesOf[] {
  const { spec, splits } = laid;
  const keep = spec.split?.keep;
  const ranking = spec.layers.find((layer) => values.isSplit(layer));
  const all = splits.map((_, s) => s);
  let kept = all;
  if (keep !== undefined && ranking && splits.length > keep) {
    const weights = all.map((s) => values.lump(ranking, 'all', [s]));
    ask.settle();
    const ranked = [...all].sort((a, b) => (weights[b] ?? -Infinity) - (weights[a] ?? -Infinity) || a - b);
    kept = ranked.slice(0, keep).sort((a, b) => a - b);
  }
  if (common) kept = all.filter((s) => common.splits.includes(splits[s].value));
  const rest = all.filter((s) => !kept.includes(s));
  const other = otherName(splits.map(({ value }) => value));
  return spec.layers.flatMap((layer): SeriesOf[] => {
    if (!values.isSplit(layer)) return [{ id: layer.id, layer, splits: 'all' }];
    return [
      ...kept.map((s) => ({ id: seriesId(layer.id, splits[s].value), layer, split: splits[s].value, splits: [s] })),
      ...(rest.length > 0 ? [{ id: seriesId(layer.id, other), layer, split: other, splits: rest }] : []),
    ];
  });
}

/** What the rest is called: "Other", or otherwise where a group of its own has that name. */
function otherName(taken: readonly unknown[]): string {
  return taken.includes(OTHER) ? `All ${OTHER.toLowerCase()}` : OTHER;
}

function rawFrame(laid: Laid, values: Values, series: readonly SeriesOf[], sources: Sources): Frame {
  const { spec, places, portions } = laid;
  const { across } = spec;
  const filled = places.values.map(() => false);
  for (const { at } of portions)
    at.forEach((place) => {
      if (place >= 0) filled[place] = true;
    });
  const decision =
    across.as === 'time' ? decideGaps(filled, across.step, across.gaps) : { gaps: 'open' as const, rests: [] };
  const [first] = portions;
  const rows = first.grain.measures[measureAt(first.query.measures, { want: 'rows' })];
  const blankAcross = first.at.reduce((sum, place, i) => (place < 0 ? sum + Number(rows[i]) : sum), 0);
  const unmatched = unmatchedOf(laid);
  return {
    across: {
      kind: across.as === 'rows' ? 'group' : across.as,
      values: places.values,
      ...(places.labels ? { labels: places.labels } : {}),
      ...(across.as === 'bins' ? { width: binsOf(column(sources.columns, across.column), across.count).width } : {}),
      ...(places.blankAt !== undefined ? { blankAt: places.blankAt } : {}),
    },
    series: series.map(({ id, layer, split, splits }): FrameSeries => ({
      id,
      layer: layer.id,
      ...(split !== undefined ? { split } : {}),
      gaps: 'open',
      values: values.vector(layer, splits),
    })),
    facts: {
      rows: total(rows) - blankAcross,
      blankAcross,
      first: places.first,
      last: places.last,
      emptyPlaces: filled.filter((has) => !has).length,
      rests: decision.rests,
      ...(places.cut ? { rowsCut: true } : {}),
      gaps: decision.gaps,
      counts: Object.fromEntries(
        spec.layers.map((layer) => {
          const { query, grain } = values.portionOf(layer);
          return [layer.id, rowsBehindLayer(layer, query, grain)];
        }),
      ),
      blanks: Object.fromEntries(
        spec.layers.flatMap((layer) => {
          const { query, grain } = values.portionOf(layer);
          const blanks = blankRows(layer, query, grain);
          return blanks ? [[layer.id, blanks]] : [];
        }),
      ),
      partials: partialsOf(spec, sources, laid),
      thinPlaces: thinPlaces(first.at, rows, places.values.length),
      ...(unmatched.length > 0 ? { unmatched } : {}),
    },
  };
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

/** Time, cycles and bins: gaps, part steps and points set aside. */
function arrangeSteps(raw: Frame, laid: Laid): Frame {
  const { spec } = laid;
  const { across } = spec;
  const aside = findAside(raw, spec.setAside);
  const told = withAside(raw, aside);
  if (across.as !== 'time') return emptyAside(told, aside);
  const reach = reachOf(laid);
  const wish = { gaps: raw.facts.gaps, rests: raw.facts.rests };
  const filled = emptyAside(fillGaps(ended(told, laid, reach), wish, reach), aside);
  if (across.partial !== 'leave-out') return filled;
  const own = new Set(spec.layers.filter((layer) => !layer.from).map(({ id }) => id));
  return leaveOutPartials(filled, raw.facts.partials, own);
}

function withAside(frame: Frame, { found }: Aside): Frame {
  return found.length > 0 ? { ...frame, facts: { ...frame.facts, setAside: found } } : frame;
}

/** The stretch of places that the sheet of a layer covers, where sheets are laid on one calendar; else all. */
function reachOf(laid: Laid): (layer: string) => readonly [number, number] {
  if (!laid.portions.some(({ portion }) => portion.other)) return () => [0, Infinity];
  const bySheet = new Map<boolean | string, [number, number]>();
  for (const { portion, at } of laid.portions) {
    const name = portion.other ? portion.sheet : true;
    const range = bySheet.get(name) ?? [Infinity, -Infinity];
    for (const place of at)
      if (place >= 0) {
        range[0] = Math.min(range[0], place);
        range[1] = Math.max(range[1], place);
      }
    bySheet.set(name, range);
  }
  const sheetOf = new Map(laid.spec.layers.map(({ id, from }) => [id, from ? from.sheet : true]));
  return (layer) => bySheet.get(sheetOf.get(layer) ?? true) ?? [0, Infinity];
}

/** Counts that a plan carries on from end with the last rows: after them there is nothing yet, not nought. */
function ended(frame: Frame, laid: Laid, reach: (layer: string) => readonly [number, number]): Frame {
  const carriedOn = new Set(laid.spec.layers.flatMap(({ fills }) => fills ?? []));
  return {
    ...frame,
    series: frame.series.map((series) =>
      carriedOn.has(series.layer)
        ? { ...series, values: series.values.map((value, i) => (i > reach(series.layer)[1] ? null : value)) }
        : series,
    ),
  };
}

/** Groups: points set aside, groups left out, the order, and past the first few the rest together. */
function arrangeGroups(
  raw: Frame,
  laid: Laid,
  values: Values,
  series: readonly SeriesOf[],
  ask: Asking,
  common?: Common,
): { frame: Frame; places: number[][] } {
  const { spec } = laid;
  if (spec.across.as !== 'group') throw new RangeError(`no groups across: ${spec.across.as}`);
  const { omit = [], keep } = spec.across;
  const aside = findAside(raw, spec.setAside);
  const order = spec.across.order ?? defaultOrder(raw.across.values);
  const ranked = {
    values: raw.across.values,
    blankAt: raw.across.blankAt,
    weights: weightsOf(order, laid, values),
    firstRows: order.by === 'sheet' ? firstRows(laid) : undefined,
  };
  ask.settle();
  const nothing = (place: number) => raw.series.every((one) => (one.values[place] ?? 0) === 0);
  const texts = raw.across.values.map(String);
  const inOrder = common
    ? [
        ...common.groups.map((name) => texts.indexOf(name)),
        ...texts.flatMap((name, i) => (common.groups.includes(name) ? [] : [i])),
      ]
    : orderOfGroups(ranked, order);
  const shown = inOrder.filter(
    (place) =>
      !aside.places.has(place) &&
      !(omit.includes('blank') && place === raw.across.blankAt) &&
      !(omit.includes('zero') && !common && nothing(place)),
  );
  const kept = common ? shown.slice(0, common.groups.length) : keep === undefined ? shown : shown.slice(0, keep);
  const rest = common && !common.rest ? [] : shown.slice(kept.length);
  const emptied = emptyAside(withAside(raw, aside), { ...aside, places: new Set() });
  const arrange = <T>(list: readonly T[]) => kept.map((place) => list[place]);
  const names = arrange(raw.across.values);
  const other = otherName(names);
  const blankAt = raw.across.blankAt === undefined ? -1 : kept.indexOf(raw.across.blankAt);
  const frame: Frame = {
    ...emptied,
    across: {
      kind: 'group',
      values: rest.length > 0 ? [...names, other] : names,
      ...(blankAt >= 0 ? { blankAt } : {}),
      ...(rest.length > 0 ? { otherAt: kept.length } : {}),
    },
    series: emptied.series.map((one, s) => ({
      ...one,
      values: [
        ...arrange(one.values),
        ...(rest.length > 0 ? [values.lump(series[s].layer, rest, series[s].splits)] : []),
      ],
    })),
  };
  // "Other" can be set aside too.
  const late = findAside(frame, spec.setAside);
  const otherAside = rest.length > 0 && late.places.has(kept.length);
  const places = [...kept.map((place) => [place]), ...(rest.length > 0 ? [rest] : [])];
  if (!otherAside) return { frame, places };
  const without = <T>(list: readonly T[]) => list.slice(0, kept.length);
  const { otherAt, ...acrossRest } = frame.across;
  void otherAt;
  return {
    frame: {
      ...frame,
      across: { ...acrossRest, values: without(frame.across.values) },
      series: frame.series.map((one) => ({ ...one, values: without(one.values) })),
      facts: { ...frame.facts, setAside: [...new Set([...aside.found, ...late.found])] },
    },
    places: without(places),
  };
}

/** What groups rank by: the whole value of a layer, splits together, or of an amount that is not drawn. */
function weightsOf(order: Order, laid: Laid, values: Values): (number | null)[] | undefined {
  const { spec } = laid;
  if (order.by === 'amount') {
    const hidden = orderLayer(spec);
    return hidden && values.vector(hidden, 'all');
  }
  if (order.by !== 'value') return undefined;
  return values.vector(spec.layers.find(({ id }) => id === order.layer) ?? spec.layers[0], 'all');
}

function firstRows({ portions, places }: Laid): number[] {
  const first = places.values.map(() => Infinity);
  for (const { query, grain, at } of portions) {
    const found = grain.measures[measureAt(query.measures, { want: 'first-row' })];
    at.forEach((place, i) => {
      if (found && place >= 0) first[place] = Math.min(first[place], Number(found[i]));
    });
  }
  return first;
}

/** From the days of the grain, or where it was asked at the level shown, from the range of the unfiltered column. */
function partialsOf(spec: ChartSpec, { columns }: Sources, { places, portions }: Laid): Partials {
  const { across } = spec;
  if (across.as !== 'time' || !places.first || !places.last) return {};
  const profile = column(columns, across.column);
  const { min, max } = profile.stats;
  const byDay = portions.some(({ portion }) => !portion.exact && !portion.other);
  const whole = !byDay && spec.filters.length === 0 && typeof min === 'string' && typeof max === 'string';
  const run = fromIso(String(places.values[0]));
  const found = findPartials(
    fromIso(whole ? min : places.first),
    fromIso(whole ? max : places.last),
    across.step,
    profile,
    spec,
    run,
  );
  // A window's own bounds cut steps on purpose.
  const windowed = portions.some(({ portion }) =>
    portion.stretches.some(
      (stretch) => stretch.column === across.column && floor(stretch.from, across.step, spec.calendar) < stretch.from,
    ),
  );
  return windowed && found.first?.at === 0 ? (found.last ? { last: found.last } : {}) : found;
}

/** What found no partner where two sheets are laid on the same groups. */
function unmatchedOf({ spec, places, portions }: Laid): Unmatched[] {
  if (spec.across.as !== 'group') return [];
  const own = portions.some(({ portion }) => !portion.other);
  if (!own) return [];
  return portions.flatMap(({ portion, keys, at, grain, query }) => {
    if (!portion.other) return [];
    const profile = column(portion.columns, portion.across);
    const rows = grain.measures[measureAt(query.measures, { want: 'rows' })];
    const lost = keys.flatMap((_, i) => (at[i] < 0 ? [i] : []));
    const matched = new Set(at);
    const ours = places.values.filter((_, place) => !matched.has(place)).map(String);
    const theirs = [...new Set(lost.map((i) => groupText(keys[i], profile)))];
    if (theirs.length === 0 && ours.length === 0) return [];
    return [
      {
        layer: portion.layers[0].id,
        theirs,
        rows: lost.reduce((sum, i) => sum + Number(rows[i]), 0),
        ours,
      },
    ];
  });
}
