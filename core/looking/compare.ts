import { TREND_KINDS, type TrendKind } from '../spec';
import { trendOf, trendOfPairs, type Along, type TrendResult } from './trend';
import type { Pairs } from '../statistics';

/** A kind of trend that can be drawn, with what it comes to. */
export interface Candidate {
  readonly kind: TrendKind;
  readonly degree?: number;
  readonly line: Exclude<TrendResult, { why: string }>;
}

const WISHES: readonly { readonly kind: TrendKind; readonly degree?: number }[] = [
  ...TREND_KINDS.filter((kind) => kind !== 'polynomial').map((kind) => ({ kind })),
  { kind: 'polynomial', degree: 2 },
  { kind: 'polynomial', degree: 3 },
];

/** Every kind of trend that a series can have, by what it misses of places that it does not know, least first. */
export function candidates(
  of: { readonly values: readonly (number | null)[]; readonly along: Along } | { readonly pairs: Pairs },
): Candidate[] {
  return WISHES.flatMap((wish) => {
    const line = 'pairs' in of ? trendOfPairs(of.pairs, wish) : trendOf(of.values, of.along, wish);
    return 'why' in line || !Number.isFinite(line.error) ? [] : [{ ...wish, line }];
  }).sort((a, b) => a.line.error - b.line.error);
}
