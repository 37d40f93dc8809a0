import { cycleLabel, isCalendarDate, placesOfCycle, stepLabel } from '../calendar';
import { mannerOf, type ChartSpec, type PlacedPoint } from './chart-spec';

/** Where a point stands in words: "Mar 2024", "Tuesday", a group as it is, a dot by both of its numbers. */
export function placeWords(
  spec: Pick<ChartSpec, 'across' | 'calendar' | 'look'>,
  { across: value, up, step }: PlacedPoint,
): string {
  const { across } = spec;
  if (up !== undefined) return `the dot at ${value} and ${up}`;
  if (across.as === 'time' && isDay(String(value)))
    return stepLabel(String(value), step ?? across.step, mannerOf(spec));
  if (across.as === 'cycle' && placesOfCycle(across.cycle).includes(Number(value)))
    return cycleLabel(Number(value), across.cycle, true, spec.look?.locale);
  // What another step or another column left behind is no place of this chart.
  return String(value);
}

function isDay(text: string): boolean {
  const found = /^(\d{4})-(\d\d)-(\d\d)(?:T\d\d:\d\d|$)/.exec(text);
  return found !== null && isCalendarDate(Number(found[1]), Number(found[2]), Number(found[3]));
}
