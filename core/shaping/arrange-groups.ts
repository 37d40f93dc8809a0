import { measureAt, orderLayer, type Cut, type Portion } from '../grain';
import { isNumeric } from '../inference';
import { column, type Across, type ChartSpec, type Layer, type Order, type Sources } from '../spec';
import { asLaid, inOrder, keepFirst, without, type Arrangement } from './arrange';
import { together, type Asking } from './asking';
import type { Laid } from './laid';
import { defaultOrder, type Ranked } from './order';
import { findAside } from './set-aside';
import type { Values } from './values';
import type { SeriesOf } from './which-series';

type Groups = Extract<Across, { as: 'group' }>;

/** What stands across groups: in their order, without those that are left out, past the first few the rest together. */
export interface ArrangedGroups {
  readonly arrangement: Arrangement;
  /** The entries of the spec's points set aside that left with their group. */
  readonly aside: readonly number[];
}

export function* arrangeGroups(
  across: Groups,
  laid: Laid,
  values: Values,
  series: readonly SeriesOf[],
): Asking<ArrangedGroups> {
  const { omit = [], keep } = across;
  const wishes = laid.spec.setAside;
  const raw = asLaid(laid.places);
  const order = across.order ?? defaultOrder(raw.values);
  const aside = findAside(raw.values, series, wishes);
  const ordered = inOrder(raw, order, yield* rankedBy(order, laid, values));
  const nothing = omit.includes('zero') ? yield* emptyGroups(values, series, raw.values.length) : undefined;
  const shown = without(ordered, (i) => {
    const [place] = ordered.places[i];
    return aside.places.has(place) || (omit.includes('blank') && place === raw.blankAt) || nothing?.has(place) === true;
  });
  const kept = keepFirst(shown, keep);
  // "Other" can be set aside too.
  const late = findAside(kept.values, series, wishes);
  const other = kept.otherAt !== undefined && late.places.has(kept.otherAt);
  return {
    arrangement: other ? without(kept, (i) => i === kept.otherAt) : kept,
    aside: other ? [...aside.found, ...late.found] : aside.found,
  };
}

/** What groups rank by: the whole value of a layer, splits together, or of an amount that is not drawn; or their first rows. */
function* rankedBy(order: Order, laid: Laid, values: Values): Asking<Pick<Ranked, 'weights' | 'firstRows'>> {
  if (order.by === 'sheet') return { firstRows: firstRows(laid) };
  const layer = weighing(order, laid.spec);
  return layer ? { weights: yield* values.vector(layer, 'all') } : {};
}

function weighing(order: Order, spec: ChartSpec): Layer | undefined {
  if (order.by === 'amount') return orderLayer(spec);
  return order.by === 'value' ? (spec.layers.find(({ id }) => id === order.layer) ?? spec.layers[0]) : undefined;
}

/** What a portion is asked for in any case, so that groups can be put in order. */
export function orderCuts(spec: ChartSpec, { columns }: Sources, portion: Portion): Cut[] {
  const { across } = spec;
  if (across.as !== 'group' || portion.split === undefined || !portion.atLevel) return [];
  const { meaning, type } = column(columns, across.column);
  // Groups with an order of their own go by it.
  const own = meaning === 'month-of-year' || meaning === 'weekday' || meaning === 'ordinal' || isNumeric({ type });
  const layer = weighing(across.order ?? { by: own ? 'calendar' : 'value' }, spec);
  return portion.layers.some(({ id }) => id === layer?.id) ? [{ across: true, split: false }] : [];
}

/** The groups in which no series has a value other than nought. */
function* emptyGroups(values: Values, series: readonly SeriesOf[], length: number): Asking<Set<number>> {
  const vectors = yield* together(
    series.map(({ layer, splits }) =>
      values.names(layer) ? values.texts(layer, splits) : values.vector(layer, splits),
    ),
  );
  const all = Array.from({ length }, (_, place) => place);
  return new Set(all.filter((place) => vectors.every((vector) => (vector[place] ?? 0) === 0)));
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
