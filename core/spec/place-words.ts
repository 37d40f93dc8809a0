import { cycleLabel, stepLabel } from '../calendar';
import { mannerOf, type ChartSpec, type PlacedPoint } from './chart-spec';

/** Where a point stands in words: "Mar 2024", "Tuesday", a group as it is, a dot by both of its numbers. */
export function placeWords(
  spec: Pick<ChartSpec, 'across' | 'calendar' | 'look'>,
  { across: value, up }: PlacedPoint,
): string {
  const { across } = spec;
  if (up !== undefined) return `the dot at ${value} and ${up}`;
  if (across.as === 'time' && /^\d{4}-\d\d-\d\d/.test(String(value)))
    return stepLabel(String(value), across.step, mannerOf(spec));
  return across.as === 'cycle' ? cycleLabel(Number(value), across.cycle, true, spec.look?.locale) : String(value);
}
