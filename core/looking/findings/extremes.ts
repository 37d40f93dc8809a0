import { median } from '../../statistics';
import { known, type Finder } from './finding';

/** Fewer places than this are seen at a glance. */
const LEAST = 5;

/** The highest and the lowest place, where there is one alone and it is well away from the usual. */
export const extremes: Finder = ({ series, whole, frame }) =>
  series.flatMap((one) => {
    const places = known(whole(one));
    if (places.length < LEAST || frame.across.kind === 'bins') return [];
    const usual = median(places.map(({ value }) => value)) ?? 0;
    const sorted = [...places].sort((a, b) => a.value - b.value);
    const [low, nextLow] = sorted;
    const [high, nextHigh] = [sorted[sorted.length - 1], sorted[sorted.length - 2]];
    const away = (value: number) => (usual === 0 ? 0 : Math.min(Math.abs(value - usual) / Math.abs(usual), 2) / 2);
    return [
      ...(high.value > nextHigh.value
        ? [
            {
              is: 'highest' as const,
              at: high.at,
              series: one.id,
              value: high.value,
              usual,
              weight: 0.3 + 0.15 * away(high.value),
            },
          ]
        : []),
      ...(low.value < nextLow.value
        ? [
            {
              is: 'lowest' as const,
              at: low.at,
              series: one.id,
              value: low.value,
              usual,
              weight: 0.25 + 0.15 * away(low.value),
            },
          ]
        : []),
    ];
  });
