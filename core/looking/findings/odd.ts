import { median, spreadAround } from '../../statistics';
import { known, type Finder, type Finding, type Looking } from './finding';

/** Farther than this from the middle, in robust standard deviations, is odd: B. Iglewicz and D. C. Hoaglin, How to Detect and Handle Outliers (1993), from memory. */
const FAR = 3.5;
const LEAST = 8;

/** The place farthest out of its season's range, or of all places where nothing repeats, by the median and the median absolute deviation. */
export const odd: Finder = (of) =>
  of.series.flatMap((one): Finding[] => {
    const places = known(of.whole(one));
    if (places.length < LEAST || of.frame.across.kind === 'bins') return [];
    const usualOf = of.seasons ? usualInSeason(places, of.seasons) : usualOfAll(places, of);
    if (!usualOf) return [];
    const left = places.flatMap(({ at, value }) => {
      const usual = usualOf(at);
      return usual === undefined ? [] : [{ at, value, usual, away: value - usual }];
    });
    const spread = spreadAround(left.map(({ away }) => away));
    if (left.length < LEAST || !spread) return [];
    const most = left.reduce((a, b) => (Math.abs(b.away) > Math.abs(a.away) ? b : a));
    const far = Math.abs(most.away) / spread;
    if (far < FAR) return [];
    const { at, value, usual } = most;
    return [
      {
        is: 'odd' as const,
        at,
        series: one.id,
        value,
        usual,
        above: most.away > 0,
        ...(of.seasons ? { season: of.seasons[at] } : {}),
        weight: Math.min(0.45 + 0.05 * far, 0.95),
      },
    ];
  });

/** What other places of the same name usually are; told of at least two others. */
function usualInSeason(places: readonly { at: number; value: number }[], seasons: NonNullable<Looking['seasons']>) {
  const byPlace = new Map<number, { at: number; value: number }[]>();
  for (const one of places) {
    const { place } = seasons[one.at];
    const alike = byPlace.get(place);
    if (alike) alike.push(one);
    else byPlace.set(place, [one]);
  }
  const usual = new Map<number, number>();
  for (const alike of byPlace.values()) {
    if (alike.length < 3) continue;
    const sorted = alike.sort((a, b) => a.value - b.value);
    sorted.forEach(({ at }, i) => usual.set(at, middleWithout(sorted, i)));
  }
  return (at: number) => usual.get(at);
}

/** The median of sorted values without one of them. */
function middleWithout(sorted: readonly { readonly value: number }[], without: number): number {
  const at = (i: number) => sorted[i < without ? i : i + 1].value;
  const n = sorted.length - 1;
  return n % 2 === 1 ? at(n >> 1) : at(n / 2 - 1) + (at(n / 2) - at(n / 2 - 1)) / 2;
}

/** Over time a level that moves is not odd: only where all lie around one middle. */
function usualOfAll(places: readonly { at: number; value: number }[], { frame }: Looking) {
  if (frame.across.kind === 'time' || frame.across.kind === 'number') return undefined;
  const usual = median(places.map(({ value }) => value));
  return () => usual;
}
