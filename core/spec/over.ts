import type { Step } from '../calendar';
import type { ChartSpec, Layer } from './chart-spec';

/** How many steps a moving average takes where its user did not say: a week of days, a quarter of months. */
export const OVER: Readonly<Record<Step, number>> = { hour: 24, day: 7, week: 4, month: 3, quarter: 4, year: 3 };

/** How many places the moving average of a layer takes. */
export function overOf(layer: Pick<Layer, 'thenBy'>, { across }: ChartSpec): number {
  return layer.thenBy?.over ?? (across.as === 'time' ? OVER[across.step] : 3);
}
