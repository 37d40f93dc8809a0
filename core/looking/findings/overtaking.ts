import type { Finder, Finding } from './finding';

/** A series stays above or below for so many places before it counts. */
const STAYS = 3;

/** The last place at which one series went above another and stayed there. */
export const overtaking: Finder = ({ series, whole, frame }) => {
  if (frame.across.kind !== 'time') return [];
  const found: Finding[] = [];
  series.forEach((a, i) => {
    for (const b of series.slice(i + 1)) {
      const [one, other] = [whole(a), whole(b)];
      const signs = one.flatMap((value, at) => {
        const theirs = other[at];
        return value === null || theirs === null || value === theirs ? [] : [{ at, sign: Math.sign(value - theirs) }];
      });
      const turns = signs.filter(({ sign }, at) => at > 0 && sign !== signs[at - 1].sign);
      const last = turns.at(-1);
      if (!last || turns.length > 2) continue;
      const at = signs.indexOf(last);
      const before = signs.slice(0, at).reverse();
      const stayed = before.findIndex(({ sign }) => sign === last.sign);
      if (signs.length - at < STAYS || (stayed < 0 ? before.length : stayed) < STAYS) continue;
      const [winner, loser] = last.sign > 0 ? [a, b] : [b, a];
      found.push({ is: 'overtaking', at: last.at, series: winner.id, other: loser.id, weight: 0.7 });
    }
  });
  return found;
};
