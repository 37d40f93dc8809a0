import { fromIso, isoDate, isoDateTime, yearBefore, type Calendar, type Step } from '../calendar';

/**
 * For each place of a run of steps the place a year before it, where there is one. Example, by month:
 * `placesBefore(['2024-03-01', '2025-03-01'], 'month')` is `[undefined, 0]`.
 * @param places ISO dates of the starts of the steps
 */
export function placesBefore(places: readonly string[], step: Step, calendar?: Calendar): (number | undefined)[] {
  const write = step === 'hour' ? isoDateTime : isoDate;
  const at = new Map(places.map((place, i) => [place, i]));
  return places.map((place) => {
    const start = yearBefore(fromIso(place), step, calendar);
    return start === undefined ? undefined : at.get(write(start));
  });
}
