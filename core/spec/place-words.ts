import { cycleLabel, stepLabel } from '../calendar';
import type { ChartSpec, PlacedPoint } from './chart-spec';

/** Where a point stands in words: "Mar 2024", "Tuesday", a group as it is, a dot by both of its numbers. */
export function placeWords(
  { across, calendar }: Pick<ChartSpec, 'across' | 'calendar'>,
  { across: value, up }: PlacedPoint,
): string {
  if (up !== undefined) return `the dot at ${value} and ${up}`;
  if (across.as === 'time' && /^\d{4}-\d\d-\d\d/.test(String(value)))
    return stepLabel(String(value), across.step, calendar);
  return across.as === 'cycle' ? cycleLabel(Number(value), across.cycle, true) : String(value);
}
