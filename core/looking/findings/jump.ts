import { median } from '../../statistics';
import type { Finder } from './finding';

const LEAST = 6;
const TIMES = 2;

/** The largest fall or rise from one place to the next, where it is at least twice the usual one that way (the median). */
export const jump: Finder = ({ series, whole, frame }) => {
  if (frame.across.kind !== 'time') return [];
  return series.flatMap((one) => {
    const values = whole(one);
    const steps = values.flatMap((to, at) => {
      const from = at > 0 ? values[at - 1] : null;
      return to === null || from === null || from === to ? [] : [{ at, from, to, by: to - from }];
    });
    return [1, -1].flatMap((sign) => {
      const same = steps.filter(({ by }) => Math.sign(by) === sign);
      const usual = median(same.map(({ by }) => Math.abs(by)));
      if (same.length < LEAST || !usual) return [];
      const most = same.reduce((a, b) => (Math.abs(b.by) > Math.abs(a.by) ? b : a));
      const times = Math.abs(most.by) / usual;
      const { at, from, to } = most;
      return times < TIMES
        ? []
        : [
            {
              is: 'jump' as const,
              at,
              series: one.id,
              from,
              to,
              usual,
              times,
              weight: 0.2 + 0.09 * Math.min(times, 6),
            },
          ];
    });
  });
};
