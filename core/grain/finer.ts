import { floor, placeInCycle } from '../calendar';
import { isRollable } from './rollable';
import { measureAt, sameAxis, type GrainAxis, type GrainValue, type Measure, type RowFilter } from './grain-query';

/**
 * What an answer, or a table of sums that is kept, holds: one entry per combination of its axes, and the measures of each.
 * Whether the answer to a coarser question follows from it is decided here and nowhere else.
 */
export interface Holding {
  readonly axes: readonly GrainAxis[];
  readonly measures: readonly Measure[];
}

/** Where the keys of an axis come from: an axis that is held, and what is made of its keys. */
export interface AxisFrom {
  readonly at: number;
  readonly of: (key: GrainValue) => GrainValue;
}

const asIs = (key: GrainValue) => key;

/** An axis out of the same one, or out of finer steps of the same column. */
export function axisFrom(axis: GrainAxis, { axes }: Pick<Holding, 'axes'>): AxisFrom | undefined {
  const same = axes.findIndex((held) => sameAxis(held, axis));
  if (same >= 0) return { at: same, of: asIs };
  if (axis.as !== 'step' && axis.as !== 'cycle') return undefined;
  const hours = axis.as === 'step' ? axis.step === 'hour' : axis.cycle === 'hour-of-day';
  const at = axes.findIndex(
    (held) =>
      held.as === 'step' && held.column === axis.column && (held.step === 'hour' || (held.step === 'day' && !hours)),
  );
  if (at < 0) return undefined;
  const of = (key: number) =>
    axis.as === 'step' ? floor(key, axis.step, axis.calendar) : placeInCycle(key, axis.cycle);
  return { at, of: (key) => (typeof key === 'number' ? of(key) : key) };
}

/** Where a measure comes from: one that is held and can be rolled up, or the keys of an axis that are counted. */
export type MeasureFrom = { readonly at: number } | { readonly axis: number } | undefined;

export function measureFrom(measure: Measure, { axes, measures }: Holding): MeasureFrom {
  const at = isRollable(measure) ? measureAt(measures, measure) : -1;
  if (at >= 0) return { at };
  if (measure.want !== 'count' && measure.want !== 'distinct') return undefined;
  // The values of a group that rows are told apart by can be counted without the rows.
  const axis = axes.findIndex(
    (held) => held.column === measure.of && (held.as === 'value' || (held.as === 'step' && measure.want === 'count')),
  );
  return axis >= 0 && measureAt(measures, { want: 'rows' }) >= 0 ? { axis } : undefined;
}

const WHOLE_DAY = /^\d{4,}-\d\d-\d\d(T00:00(:00(\.0+)?)?)?$/;

/** Whether a filter can be decided by the keys of an axis alone. */
export function filterOn(filter: RowFilter, { axes }: Pick<Holding, 'axes'>): boolean {
  if ('top' in filter || 'rows' in filter || 'worked' in filter) return false;
  const axis = axes.find((held) => held.column === filter.column);
  if (axis?.as === 'value') return true;
  if (axis?.as !== 'step' || 'keep' in filter) return false;
  if ('present' in filter || axis.step === 'hour') return true;
  if (axis.step !== 'day') return false;
  if ('cycle' in filter) return filter.cycle !== 'hour-of-day';
  if ('starts' in filter) return filter.step !== 'hour';
  return [filter.from, filter.to].every((end) => end === undefined || WHOLE_DAY.test(String(end)));
}
