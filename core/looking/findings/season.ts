import { known, type Finder, type Finding } from './finding';

const LEAST_ROUNDS = { year: 3, week: 6, day: 5 } as const;
const MOSTLY = 0.75;

/** The place that is highest, or lowest, in every round, or in most of them: "May is the strongest month of every year". */
export const season: Finder = ({ series, whole, seasons, rounds, per, frame }) => {
  if (!seasons || !rounds || !per) return [];
  const length = per === 'year' ? (seasons[0]?.cycle === 'quarter' ? 4 : 12) : per === 'week' ? 7 : 24;
  return series.flatMap((one): Finding[] => {
    const places = known(whole(one));
    const open = new Set(places.map(({ at }) => seasons[at].place)).size;
    const byRound = new Map<number, { at: number; value: number }[]>();
    for (const place of places) byRound.set(rounds[place.at], [...(byRound.get(rounds[place.at]) ?? []), place]);
    const full = [...byRound.values()].filter((all) => all.length >= Math.min(open, length) * 0.75 && all.length > 2);
    if (full.length < LEAST_ROUNDS[per] || frame.across.values.length < 2 * open) return [];
    return [true, false].flatMap((high): Finding[] => {
      const winners = full.map((all) => all.reduce((a, b) => ((high ? b.value > a.value : b.value < a.value) ? b : a)));
      const counts = new Map<number, number>();
      for (const { at } of winners) counts.set(seasons[at].place, (counts.get(seasons[at].place) ?? 0) + 1);
      const [best] = [...counts].sort((a, b) => b[1] - a[1]);
      const share = best[1] / full.length;
      if (share < MOSTLY) return [];
      const { cycle } = seasons[0];
      return [
        {
          is: 'season',
          at: winners.filter(({ at }) => seasons[at].place === best[0]).at(-1)?.at,
          series: one.id,
          high,
          season: { cycle, place: best[0] },
          times: best[1],
          of: full.length,
          per,
          weight: (high ? 0.5 : 0.4) + 0.2 * share,
        },
      ];
    });
  });
};
