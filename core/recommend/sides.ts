import { median } from '../statistics';
import { layerUnit, layerWords, lowerFirst, type ChartSpec, type Columns, type Layer } from '../spec';

/** How far apart sizes may be on one scale: more than tenfold and the smaller is crushed flat (common practice, no source). */
const FAR_APART = 10;

export interface Sided {
  readonly layers: Layer[];
  readonly reasons: string[];
  /** Why two scales do not hold all of them. */
  readonly crowded?: string;
}

/**
 * Which amount goes on which scale. The first-picked is left; another unit, or a size more than tenfold apart, goes
 * right. `medians[i]` is the median of the charted values of layer i, null where there is none.
 */
export function assignSides(spec: ChartSpec, columns: Columns, medians: readonly (number | null)[]): Sided {
  const [first] = spec.layers;
  const reasons: string[] = [];
  const layers = spec.layers.map((layer, i): Layer => {
    if (i === 0) return { ...layer, side: 'left' };
    const why = whyRight(first, layer, medians[0], medians[i], columns, spec.across.as === 'number');
    if (why) reasons.push(why);
    return { ...layer, side: why ? 'right' : 'left' };
  });
  const right = layers.findIndex(({ side }) => side === 'right');
  const scatter = spec.across.as === 'number';
  const odd = layers.find(
    (layer, i) =>
      layer.side === 'right' &&
      i > right &&
      whyRight(layers[right], layer, medians[right], medians[i], columns, scatter) !== undefined,
  );
  return {
    layers,
    reasons,
    ...(odd
      ? {
          crowded: `${layerWords(odd, { columns })} fits neither of two scales: each amount gets a small copy of its own.`,
        }
      : {}),
  };
}

/** Why an amount is on a scale of its own beside another, in words; nothing where both fit one scale. */
export function whyApart(
  first: { readonly unit?: string; readonly median: number | null },
  other: { readonly unit?: string; readonly median: number | null },
): 'unit' | 'size' | undefined {
  if (first.unit !== other.unit) return 'unit';
  if (!first.median || !other.median) return undefined;
  const times = Math.abs(first.median / other.median);
  return times > FAR_APART || times < 1 / FAR_APART ? 'size' : undefined;
}

function whyRight(
  first: Layer,
  other: Layer,
  firstMedian: number | null,
  median: number | null,
  columns: Columns,
  scatter: boolean,
): string | undefined {
  const [a, b] = [first, other].map((layer) =>
    scatter ? layerUnit({ ...layer, summary: 'sum' }, { columns }) : layerUnit(layer, { columns }),
  );
  const [name, than] = [layerWords(other, { columns }), lowerFirst(layerWords(first, { columns }))];
  const apart = whyApart({ unit: a, median: firstMedian }, { unit: b, median });
  if (apart === 'unit')
    return `${name} ${b ? `is in ${b}` : 'has no unit'} and ${than} ${a ? `in ${a}` : 'has none'}: each gets a scale of its own.`;
  if (apart === undefined || !firstMedian || !median) return undefined;
  const times = Math.abs(firstMedian / median);
  if (times > FAR_APART)
    return `${name} is about ${rounded(times)} times smaller than ${than}: on one scale it would lie flat.`;
  if (times < 1 / FAR_APART)
    return `${name} is about ${rounded(1 / times)} times larger than ${than}: on one scale the other would lie flat.`;
  return undefined;
}

const rounded = (times: number) => Number(times.toPrecision(2)).toLocaleString('en-GB');

/** The median of what is there; null of nothing. Example: `medianOf([4, null, 1, 3])` is `3`. */
export const medianOf = (values: readonly (number | null)[]): number | null =>
  median(values.filter((value): value is number => value !== null)) ?? null;
