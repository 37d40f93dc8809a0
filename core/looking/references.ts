import { median } from '../statistics';
import type { Frame } from '../shaping';
import { readSeriesId, type ChartSpec, type DrawnFigure, type Reference, type ReferenceAt } from '../spec';
import { readTyped } from '../inference';
import type { PlacedReference, Refused } from './looked';
import { dotsOf } from './dots';
import { dayOf, placeOf } from './view';

interface Placed {
  readonly placed: readonly PlacedReference[];
  readonly refused: readonly Refused[];
}

/** Where the reference lines and bands of a chart stand; what cannot stand is told with its reason. */
export function referencesOf(frame: Frame, spec: ChartSpec): Placed {
  const placed: PlacedReference[] = [];
  const refused: Refused[] = [];
  for (const reference of spec.references ?? []) {
    const found = reference.from ? fromRows(reference, frame, spec) : one(reference, frame, spec);
    if ('why' in found) refused.push({ what: 'reference', id: reference.id, why: found.why });
    else {
      placed.push(...found.placed);
      if (found.note) refused.push({ what: 'reference', id: reference.id, why: found.note });
    }
  }
  return { placed, refused };
}

type Found = { readonly placed: readonly PlacedReference[]; readonly note?: string } | { readonly why: string };

function one(reference: Reference, frame: Frame, spec: ChartSpec): Found {
  const { id, on, at, to, name } = reference;
  if (at === undefined) return { why: 'it does not say where it stands' };
  const own = { id, on, ...(name === undefined ? {} : { name }) };
  if (on === 'across') return acrossOne(own, at, to, frame, spec);
  const isUsed =
    spec.layers.some(({ side }) => side === on) || Object.values(spec.series ?? {}).some(({ side }) => side === on);
  if (!isUsed) return { why: `nothing stands on the ${on} scale` };
  const from = heightOf(at, frame, spec);
  const end = to === undefined ? undefined : heightOf(to, frame, spec);
  if (typeof from === 'string') return { why: from };
  if (typeof end === 'string') return { why: end };
  return { placed: [{ ...own, value: from, ...(end === undefined ? {} : { to: end }) }] };
}

/** A height on a scale of amounts, or why there is none. */
function heightOf(at: ReferenceAt, frame: Frame, spec: ChartSpec): number | string {
  if (typeof at === 'object') return figureOf(at, frame, spec) ?? 'the series that it goes by has no values';
  const value = typeof at === 'number' ? at : readTyped(at);
  if (value === undefined) return `"${at}" is no number`;
  return Math.abs(value) > 1e150 ? `${at} is too large to be drawn` : value;
}

/** A figure of the values that are drawn, of one series or of all of its layer. */
function figureOf({ layer, figure, series }: DrawnFigure, frame: Frame, spec: ChartSpec): number | undefined {
  const wanted = series === undefined ? undefined : readSeriesId(series, spec);
  const own = frame.series.filter(
    (one) =>
      one.layer === layer &&
      (series === undefined || one.id === series || (wanted !== undefined && one.like === series)),
  );
  const ids = new Set(own.map(({ id }) => id));
  const dots = frame.points?.filter((point) => ids.has(point.series));
  const values = dots ? dots.map(({ y }) => y) : placesInTurn(own.map((one) => one.values));
  if (values.length === 0) return undefined;
  switch (figure) {
    case 'mean': {
      // A dot weighs as many as the rows that share it.
      const rows = dots?.reduce((sum, { count }) => sum + count, 0) ?? values.length;
      return values.reduce((sum, value, i) => sum + (value * (dots?.[i].count ?? 1)) / rows, 0);
    }
    case 'median':
      return median(dots ? [...ids].flatMap((id) => dotsOf(dots, id).map(([, y]) => y)) : values);
    case 'min':
      return values.reduce((least, value) => Math.min(least, value), Infinity);
    case 'max':
      return values.reduce((most, value) => Math.max(most, value), -Infinity);
    case 'first':
      return values[0];
    case 'last':
      return values[values.length - 1];
  }
}

/** All values place by place, so that the first and the last are those of the first and the last place. */
function placesInTurn(lists: readonly (readonly (number | null)[])[]): number[] {
  const length = lists.reduce((most, { length: one }) => Math.max(most, one), 0);
  return Array.from({ length }, (_, i) => lists.flatMap((list) => list[i] ?? [])).flat();
}

function acrossOne(
  own: Pick<PlacedReference, 'id' | 'on' | 'name'>,
  at: ReferenceAt,
  to: ReferenceAt | undefined,
  frame: Frame,
  spec: ChartSpec,
): Found {
  if (typeof at === 'object' || typeof to === 'object') return { why: 'a figure stands on a scale of amounts' };
  const { values } = frame.across;
  if (frame.points) {
    const [low, high] = [at, to].map((one) => (one === undefined ? undefined : Number(one)));
    if (low === undefined || !Number.isFinite(low)) return { why: `"${at}" is no number` };
    if (high !== undefined && !Number.isFinite(high)) return { why: `"${to}" is no number` };
    return { placed: [{ ...own, value: low, ...(high === undefined ? {} : { to: high }) }] };
  }
  const bad = [at, to].find((one) => one !== undefined && spec.across.as === 'time' && dayOf(one) === undefined);
  if (bad !== undefined) return { why: `"${bad}" is no date` };
  const places = [at, to].map((one) => (one === undefined ? undefined : placeOf(one, values, spec)));
  const [from, end = from] = places;
  if (from === undefined || end === undefined || (to !== undefined && places[1] === undefined))
    return { why: `"${to !== undefined && places[0] !== undefined ? to : at}" is none of the places of this chart` };
  const [first, last] = from <= end ? [from, end] : [end, from];
  return {
    placed: [
      {
        ...own,
        value: values[first],
        ...(to === undefined ? {} : { to: values[last] }),
        at: { from: first, to: last },
      },
    ],
  };
}

/** A reference at each row of another sheet; what lies outside the chart is left out. */
function fromRows({ id, on, name }: Reference, frame: Frame, spec: ChartSpec): Found {
  const dates = frame.notes?.dates?.get(id);
  if (!dates) return { why: 'its sheet was not asked' };
  if (dates.refused) return { why: dates.refused };
  const { across } = spec;
  if (across.as !== 'time') return { why: 'dates stand where time runs across' };
  const { values } = frame.across;
  if (values.length === 0) return { placed: [] };
  const [first, last] = [String(values[0]), String(values[values.length - 1])];
  const placed = dates.rows.flatMap(({ from, to = from, name: called }): PlacedReference[] => {
    const ends = [from <= to ? from : to, from <= to ? to : from];
    const start = placeOf(ends[0], values, spec) ?? (ends[0] < first ? 0 : undefined);
    const end = placeOf(ends[1], values, spec) ?? (ends[1] > last ? values.length - 1 : undefined);
    if (start === undefined || end === undefined) return [];
    // What ends before the chart begins, or begins after it ends, is outside.
    if (
      placeOf(ends[0], values, spec) === undefined &&
      placeOf(ends[1], values, spec) === undefined &&
      !(ends[0] < first && ends[1] > last)
    )
      return [];
    return [
      {
        id,
        on,
        value: values[start],
        ...(to === from ? {} : { to: values[end] }),
        at: { from: start, to: end },
        ...((called ?? name) ? { name: called ?? name } : {}),
      },
    ];
  });
  return {
    placed,
    ...(dates.cut > 0
      ? { note: `only the first ${dates.rows.length} of ${dates.rows.length + dates.cut} rows of its sheet are drawn` }
      : {}),
  };
}
