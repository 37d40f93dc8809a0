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
  return (at: number) => {
    const alike = places.filter((one) => one.at !== at && seasons[one.at].place === seasons[at].place);
    return alike.length < 2 ? undefined : median(alike.map(({ value }) => value));
  };
}

/** Over time a level that moves is not odd: only where all lie around one middle. */
function usualOfAll(places: readonly { at: number; value: number }[], { frame }: Looking) {
  if (frame.across.kind === 'time' || frame.across.kind === 'number') return undefined;
  const usual = median(places.map(({ value }) => value));
  return () => usual;
}
