import type { Side } from '@/core/spec';

/** A part of the chart that has a card: what a click on it opens. */
export type ChartPart =
  | { readonly is: 'scale'; readonly side: Side }
  | { readonly is: 'across' | 'grid' | 'look' | 'title' | 'words' }
  | { readonly is: 'layer' | 'series' | 'trend' | 'reference'; readonly id: string };

/** A part as the key of a list or a menu. */
export const partKey = (part: ChartPart): string => JSON.stringify(part);
/** A part out of its key. */
export const partOf = (key: string): ChartPart => JSON.parse(key) as ChartPart;

export const samePart = (one: ChartPart | undefined, other: ChartPart | undefined): boolean =>
  one !== undefined && other !== undefined && partKey(one) === partKey(other);

/** The part that a series is changed by: itself where it is one of several, else its layer. */
export const partOfSeries = ({ id, layer, split }: { id: string; layer: string; split?: unknown }): ChartPart =>
  split === undefined ? { is: 'layer', id: layer } : { is: 'series', id };
