import { known, type Finder } from './finding';

/** A record is one of at least so many of its kind. */
const LEAST = 3;

/** The last round's places that are the highest or lowest of all of their name: "October 2025 is the highest October so far". */
export const record: Finder = ({ series, whole, seasons, per, rounds }) => {
  if (!seasons || !rounds || per !== 'year') return [];
  return series.flatMap((one) => {
    const places = known(whole(one));
    const latest = places.at(-1);
    if (!latest) return [];
    const found = places
      .filter(({ at }) => rounds[at] >= rounds[latest.at] - 1)
      .flatMap(({ at, value }) => {
        const alike = places.filter((other) => other.at !== at && seasons[other.at].place === seasons[at].place);
        if (alike.length < LEAST - 1 || alike.some((other) => other.at > at)) return [];
        const values = alike.map((other) => other.value);
        const [low, high] = [Math.min(...values), Math.max(...values)];
        if (value <= high && value >= low) return [];
        const before = value > high ? high : low;
        const by = before === 0 ? 0 : Math.min(Math.abs(value - before) / Math.abs(before), 1);
        return [
          {
            is: 'record' as const,
            at,
            series: one.id,
            high: value > high,
            value,
            before,
            of: alike.length + 1,
            season: seasons[at],
            weight: 0.4 + 0.3 * by + 0.05 * Math.min(alike.length - 1, 3) + (at === latest.at ? 0.05 : 0),
          },
        ];
      });
    // Where most of the last places are records the series simply grows: the farthest one says it.
    return found.sort((a, b) => b.weight - a.weight).slice(0, 1);
  });
};
