import { splitText, writeSeriesId, type ChartSpec, type Layer } from '../spec';
import type { Cut, GrainValue, Portion } from '../grain';
import { otherName } from './arrange';
import { together, type Asking } from './asking';
import { isSplit, type Laid } from './laid';
import type { Splits, Values } from './values';

/** One drawn series: its layer, and which of the splits it is made of. */
export interface SeriesOf {
  readonly id: string;
  readonly layer: Layer;
  readonly split?: GrainValue;
  readonly splits: Splits;
}

/** The layer that splits are ranked by: the first that has a series for each. */
const ranking = (spec: ChartSpec, split: (layer: Layer) => boolean) => spec.layers.find(split);

/** What a portion is asked for in any case, so that the splits can be ranked. */
export function rankingCuts(spec: ChartSpec, portion: Portion): Cut[] {
  if (spec.split?.keep === undefined || !portion.atLevel) return [];
  const layer = ranking(spec, (one) => !one.from && !one.whole);
  const asks = layer && isSplit(spec, layer, portion) && portion.layers.some(({ id }) => id === layer.id);
  return asks ? [{ across: false, split: true }] : [];
}

/** The splits that have a series of their own, and those that stand together. */
export interface Parted {
  readonly kept: readonly number[];
  readonly rest: readonly number[];
}

/** Where only the first few splits are kept, the largest by the first layer. */
export function* partSplits({ spec, splits }: Laid, values: Values): Asking<Parted> {
  const all = splits.map((_, s) => s);
  const keep = spec.split?.keep;
  const layer = ranking(spec, (one) => values.isSplit(one));
  if (keep === undefined || !layer || splits.length <= keep) return { kept: all, rest: [] };
  const weights = yield* together(all.map((s) => values.joint(layer, 'all', [s])));
  const ranked = [...all].sort((a, b) => (weights[b] ?? -Infinity) - (weights[a] ?? -Infinity) || a - b);
  const kept = ranked.slice(0, keep).sort((a, b) => a - b);
  const few = new Set(kept);
  return { kept, rest: all.filter((s) => !few.has(s)) };
}

/** The series of every layer: one, or one per split; past the first few the rest together. */
export function seriesOf({ spec, splits }: Laid, values: Values, { kept, rest }: Parted): SeriesOf[] {
  const other = otherName(splits.map(({ value }) => value));
  const of = (layer: Layer, split: GrainValue | undefined, own: Splits): SeriesOf => ({
    id: seriesIdOf(layer.id, split),
    layer,
    ...(split === undefined ? {} : { split }),
    splits: own,
  });
  return spec.layers.flatMap((layer) =>
    values.isSplit(layer)
      ? [...kept.map((s) => of(layer, splits[s].value, [s])), ...(rest.length > 0 ? [of(layer, other, rest)] : [])]
      : [of(layer, undefined, 'all')],
  );
}

/** The id of a series of a layer, of one value that it is split by. */
export function seriesIdOf(layer: string, split: GrainValue | undefined): string {
  return writeSeriesId({ layer, ...(split === undefined ? {} : { split: splitText(split) }) });
}
