import type { Step } from '../calendar';
import type { Gaps } from '../spec';
import type { Frame } from './frame';

/** Where fewer than this share of the steps hold rows, the points are joined and a check says so. */
const SPARSE = 0.5;

/** After how many places the calendar comes round again, for each step. */
const PERIOD: Readonly<Record<Step, number>> = { year: 0, quarter: 4, month: 12, week: 0, day: 7, hour: 24 };

export interface GapsDecision {
  readonly gaps: Gaps;
  /** Empty places that are no break in the data's rhythm. */
  readonly rests: readonly number[];
}

/**
 * Whether places without rows are left open, bridged or counted as zero, where the user did not say. Judged against the
 * data's own rhythm: places that the data never fills (a weekday, a month, the years between two censuses) are rests,
 * not gaps; readings at irregular, sparse times are joined.
 * Example: `decideGaps([true, true, false, true], 'day', undefined)` is `{ gaps: 'open', rests: [] }`.
 */
export function decideGaps(filled: readonly boolean[], step: Step, wish: Gaps | undefined): GapsDecision {
  const rests = restPlaces(filled, PERIOD[step]);
  // Where nothing counts as zero it does so on closed days too: they are places like all others, to be drawn and fitted.
  if (wish) return { gaps: wish, rests: wish === 'zero' ? [] : rests };
  const share = filled.filter(Boolean).length / Math.max(filled.length - rests.length, 1);
  return { gaps: share < SPARSE ? 'bridge' : 'open', rests };
}

function restPlaces(filled: readonly boolean[], period: number): number[] {
  const empty = filled.flatMap((has, i) => (has ? [] : [i]));
  const at = filled.flatMap((has, i) => (has ? [i] : []));
  if (empty.length === 0 || at.length === 0) return [];
  const strides = new Set(at.slice(1).map((place, i) => place - at[i]));
  if (at.length >= 3 && strides.size === 1) return empty;
  if (period === 0 || filled.length < 2 * period) return [];
  const ever = new Set(at.map((i) => i % period));
  return empty.filter((i) => !ever.has(i % period));
}

/**
 * Applies the decision: zero fills empty places, bridge marks the series, open leaves them. `reach` is the stretch of
 * places that a layer's sheet covers, both ends included: outside it nothing is counted as zero.
 */
export function fillGaps(
  frame: Frame,
  { gaps }: GapsDecision,
  reach: (layer: string) => readonly [number, number] = () => [0, Infinity],
): Frame {
  const series = frame.series.map((one) => {
    const [first, last] = reach(one.layer);
    return {
      ...one,
      gaps: gaps === 'bridge' ? ('bridge' as const) : ('open' as const),
      values:
        gaps === 'zero' ? one.values.map((value, i) => (i >= first && i <= last ? (value ?? 0) : value)) : one.values,
    };
  });
  return { ...frame, series };
}
