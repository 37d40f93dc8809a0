import type { Frame } from './frame';
import type { Laid } from './laid';

/** The stretch of places that the sheet of a layer covers, both ends included. */
export type Reach = (layer: string) => readonly [number, number];

const ALL: readonly [number, number] = [0, Infinity];

/** The stretch of places that the sheet of each layer covers, where sheets are laid on one calendar; else all. */
export function reachOf({ spec, portions }: Laid): Reach {
  if (!portions.some(({ portion }) => portion.other)) return () => ALL;
  const bySheet = new Map<boolean | string, [number, number]>();
  for (const { portion, at } of portions) {
    const name = portion.other ? portion.sheet : true;
    const range = bySheet.get(name) ?? [Infinity, -Infinity];
    for (const place of at)
      if (place >= 0) {
        range[0] = Math.min(range[0], place);
        range[1] = Math.max(range[1], place);
      }
    bySheet.set(name, range);
  }
  const sheetOf = new Map(spec.layers.map(({ id, from }) => [id, from ? from.sheet : true]));
  return (layer) => bySheet.get(sheetOf.get(layer) ?? true) ?? ALL;
}

/** Counts that a plan carries on from end with the last rows: after them there is nothing yet, not nought. */
export function endWithRows(frame: Frame, { spec }: Laid, reach: Reach): Frame {
  const carriedOn = new Set(spec.layers.flatMap(({ fills }) => fills ?? []));
  return {
    ...frame,
    series: frame.series.map((series) =>
      carriedOn.has(series.layer)
        ? { ...series, values: series.values.map((value, i) => (i > reach(series.layer)[1] ? null : value)) }
        : series,
    ),
  };
}
