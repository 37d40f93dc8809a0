import { cycleLabel, stepLabel } from '../calendar';
import type { ChartSpec } from './chart-spec';

/** One place of what runs across in words, by its value: "Mar 2024", "Tuesday", a group as it is. */
export function placeWords(
  { across, calendar }: Pick<ChartSpec, 'across' | 'calendar'>,
  value: string | number,
): string {
  if (across.as === 'time' && /^\d{4}-\d\d-\d\d/.test(String(value)))
    return stepLabel(String(value), across.step, calendar);
  return across.as === 'cycle' ? cycleLabel(Number(value), across.cycle, true) : String(value);
}
