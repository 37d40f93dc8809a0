import type { Frame } from './frame';

/** A frame, and for each of its places the places of the table's answer that it is made of: what the rows behind a point are found by. */
export interface Placed {
  readonly frame: Frame;
  readonly places: readonly (readonly number[])[];
}

/** The places from one to another, that one not included. */
export function placesFrom({ frame, places }: Placed, from: number, to: number): Placed {
  const { across, facts } = frame;
  const inside = (at: number | undefined) => at !== undefined && at >= from && at < to;
  return {
    places: places.slice(from, to),
    frame: {
      ...frame,
      across: {
        ...across,
        values: across.values.slice(from, to),
        ...(across.labels ? { labels: across.labels.slice(from, to) } : {}),
      },
      series: frame.series.map((series) => ({
        ...series,
        values: series.values.slice(from, to),
        ...(series.texts ? { texts: series.texts.slice(from, to) } : {}),
      })),
      facts: { ...facts, rests: facts.rests.filter(inside).map((at) => at - from) },
    },
  };
}
