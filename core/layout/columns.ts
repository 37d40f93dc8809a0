import { alongScale } from './log-range';
import type { ChartModel, ModelSeries, Plot } from './model';

/** The column of one series at one place, in pixels. */
export interface ColumnBox {
  readonly at: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export interface ColumnsOf {
  readonly series: ModelSeries;
  readonly boxes: readonly ColumnBox[];
}
/** What columns are placed by. */
export type ColumnModel = Pick<ChartModel, 'series' | 'scales'> & {
  readonly lying: boolean;
  readonly across: Pick<ChartModel['across'], 'kind' | 'values'>;
};

/** The share of a place that stays free on each side of its columns. */
const FREE = 0.16;
const BETWEEN = 1;
/** Columns finer than this, in pixels, leave nothing free between them: hairlines would flicker. */
const FINE = 4;
/** So far one of them reaches under the next, in pixels. */
const CLOSED = 0.4;
/** Columns are not drawn wider than this, in pixels. */
export const WIDEST = 64;

/**
 * Columns, or bars where the chart lies down: those of a place beside each other in order of the layers, stacks as one.
 * Positive parts of a stack go up from zero, negative ones down. What a fixed range cuts off ends at its edge.
 */
export function columnBoxes(model: ColumnModel, box: Plot, widest = WIDEST): ColumnsOf[] {
  const columns = model.series.filter(isColumn);
  if (columns.length === 0) return [];
  const slots = [...new Set(columns.map(slotOf))];
  const along = model.lying ? box.height : box.width;
  const band = along / Math.max(model.across.values.length, 1);
  const fine = band / slots.length < FINE;
  const between = fine ? 0 : BETWEEN;
  const free =
    model.across.kind === 'bins' ? Math.min(1, band * 0.1) : fine && slots.length === 1 ? -CLOSED / 2 : band * FREE;
  const room = band - 2 * free - (slots.length - 1) * between;
  const width = Math.min(room / slots.length, widest);
  const used = width * slots.length + (slots.length - 1) * between;
  const stacks = stackSpans(columns);
  return columns.map((series) => {
    const scale = model.scales[series.side];
    if (!scale) return { series, boxes: [] };
    const [low, high] = scale.domain;
    const place = (value: number) => alongScale(Math.min(Math.max(value, low), high), scale.domain, scale.kind);
    const slot = slots.indexOf(slotOf(series));
    const boxes = series.values.flatMap((value, at): ColumnBox[] => {
      if (value === null) return [];
      const [from, to] = stacks.get(series.id)?.[at] ?? [Math.max(0, scale.kind === 'log' ? low : 0), value];
      const [a, b] = [place(from), place(to)];
      if (a === b) return [];
      const start = band * (at + 0.5) - used / 2 + slot * (width + between);
      const [first, length] = [Math.min(a, b), Math.abs(b - a)];
      return [
        model.lying
          ? { at, x: box.left + first * box.width, y: box.top + start, width: length * box.width, height: width }
          : {
              at,
              x: box.left + start,
              y: box.top + (1 - first - length) * box.height,
              width,
              height: length * box.height,
            },
      ];
    });
    return { series, boxes };
  });
}

const isColumn = ({ shape }: ModelSeries) => shape === 'column' || shape === 'bar';
const slotOf = ({ id, stack }: ModelSeries) => stack ?? id;

/** Where each part of every stack begins and ends on its scale, by series and place; parts of 100 % as shares. */
export function stackSpans(
  series: readonly ModelSeries[],
): ReadonlyMap<string, readonly (readonly [number, number])[]> {
  const spans = new Map<string, [number, number][]>();
  for (const stack of new Set(series.flatMap((one) => one.stack ?? []))) {
    const parts = series.filter((one) => one.stack === stack);
    const reached = parts[0].values.map(() => ({ up: 0, down: 0 }));
    const wholes = parts[0].values.map((_, at) =>
      parts.reduce((sum, one) => sum + Math.max(one.values[at] ?? 0, 0), 0),
    );
    for (const part of parts)
      spans.set(
        part.id,
        part.values.map((raw, at): [number, number] => {
          const value = part.share ? (wholes[at] > 0 ? Math.max(raw ?? 0, 0) / wholes[at] : 0) : (raw ?? 0);
          const way = value >= 0 ? 'up' : 'down';
          const from = reached[at][way];
          reached[at][way] = from + value;
          return [from, from + value];
        }),
      );
  }
  return spans;
}
