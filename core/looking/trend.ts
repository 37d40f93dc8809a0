import type { Step } from '../calendar';
import {
  averageOver,
  exponential,
  holtWinters,
  loess,
  loessLeftOut,
  logarithmic,
  polynomial,
  power,
  trailingLeftOut,
  type CurveFit,
  type Pairs,
} from '../statistics';
import type { Trend } from '../spec';
import type { TrendLine } from './looked';

/** The run of places that a trend is laid over. */
export interface Along {
  /** The step of time; absent where something else runs across. */
  readonly step?: Step;
  /** Places that the data never fills. */
  readonly rests: ReadonlySet<number>;
  /** Places that no trend goes by: blanks, and the rest of the groups. */
  readonly skips: ReadonlySet<number>;
  /** How many places the data have. */
  readonly length: number;
}

/** What a trend came to, or why it cannot be drawn. */
export type TrendResult = Omit<TrendLine, 'id' | 'of'> | { readonly why: string };

type Wish = Omit<Trend, 'id' | 'layer'>;

const DEFAULT_SPAN = 0.75;
const DEFAULT_OVER = 3;
const DEFAULT_DEGREE = 2;
/** Places in a season where nobody says otherwise. */
const SEASONS: Readonly<Partial<Record<Step, number>>> = { month: 12, quarter: 4, day: 7, week: 52, hour: 24 };

/** A trend of values at places: x is the number of the place, from 1. */
export function trendOf(values: readonly (number | null)[], along: Along, wish: Wish): TrendResult {
  const known = values.map((value, i) =>
    value === null || along.skips.has(i) || along.rests.has(i) || !Number.isFinite(value) ? null : value,
  );
  const pairs = known.flatMap((value, i) => (value === null ? [] : [[i + 1, value] as const]));
  const refusal = unfit(pairs);
  if (refusal) return { why: refusal };
  if (wish.kind === 'seasonal') return seasonal(known, along, wish);
  if (wish.kind === 'moving-average') return trailing(known, wish, pairs);
  const made = curveOf(pairs, wish);
  if ('why' in made) return made;
  const last = along.length + (wish.ahead ?? 0);
  const places = Array.from({ length: last }, (_, i) => i);
  const ends = [pairs[0][0] - 1, pairs[pairs.length - 1][0] - 1];
  const resting = restsAhead(along, last);
  const drawn = (i: number) =>
    i >= ends[0] &&
    (i <= ends[1] || i >= along.length) &&
    !along.skips.has(i) &&
    !(i >= along.length && resting.has(i));
  const finite = (value: number | undefined) => (value === undefined || !Number.isFinite(value) ? null : value);
  const at = places.map((i) => (drawn(i) ? finite(made.at(i + 1)) : null));
  const band = bandOf(
    made,
    wish,
    places.map((i) => (drawn(i) ? i + 1 : undefined)),
  );
  return { ...told(made, wish, pairs), values: at, ...band };
}

/** A trend through pairs of numbers: the curve is told at so many x from the lowest to the highest. */
export function trendOfPairs(pairs: Pairs, wish: Wish): TrendResult {
  const sorted = [...pairs].sort(([a], [b]) => a - b);
  const refusal = unfit(sorted);
  if (refusal) return { why: refusal };
  if (wish.kind === 'seasonal' || wish.kind === 'moving-average')
    return { why: 'needs places in a row, and dots have none' };
  const made = curveOf(sorted, wish);
  if ('why' in made) return made;
  const [low, high] = [sorted[0][0], sorted[sorted.length - 1][0]];
  const xs = Array.from({ length: CURVE_POINTS + 1 }, (_, i) => low + ((high - low) * i) / CURVE_POINTS);
  const curve = xs.map((x) => ({ x, y: made.at(x) })).filter(({ y }) => Number.isFinite(y));
  return {
    ...told(made, wish, sorted),
    values: [],
    curve,
    ...bandOf(
      made,
      wish,
      curve.map(({ x }) => x),
    ),
  };
}
const CURVE_POINTS = 100;

/** No more dots than these are left out one by one from a smooth line. */
const MOST_LEFT_OUT = 1500;
const LARGEST = 1e150;

function unfit(pairs: Pairs): string | undefined {
  if (pairs.length < 3)
    return `needs at least 3 values, and there ${pairs.length === 1 ? 'is 1' : `are ${pairs.length}`}`;
  if (pairs.some(([x, y]) => Math.abs(y) > LARGEST || Math.abs(x) > LARGEST))
    return 'the values are too large to be fitted';
  if (pairs.every(([, y]) => y === pairs[0][1])) return 'all values are the same';
  return undefined;
}

type Made =
  | (Pick<CurveFit, 'at'> & Partial<CurveFit> & { readonly k: number; readonly misses: readonly number[] })
  | { why: string };

function curveOf(pairs: Pairs, wish: Wish): Made {
  const { kind } = wish;
  const ofLine = (fit: CurveFit | undefined, k: number, why: string): Made =>
    fit ? { ...fit, k, misses: fit.leftOut } : { why };
  const few = (k: number) =>
    pairs.length < k + 1 ? `needs at least ${k + 1} values, and there are ${pairs.length}` : undefined;
  const level = 'all values stand at the same place';
  switch (kind) {
    case 'linear':
      return ofLine(polynomial(pairs, 1), 2, level);
    case 'polynomial': {
      const degree = wish.degree ?? DEFAULT_DEGREE;
      const why = few(degree + 1);
      return why ? { why } : ofLine(polynomial(pairs, degree), degree + 1, 'too few places differ for such a curve');
    }
    case 'logarithmic':
      return ofLine(logarithmic(pairs), 2, 'a number across is zero or less, which has no logarithm');
    case 'exponential':
    case 'power': {
      if (pairs.some(([, y]) => !(y > 0))) return { why: 'a value is zero or less, which has no logarithm' };
      return kind === 'exponential'
        ? ofLine(exponential(pairs), 2, level)
        : ofLine(power(pairs), 2, 'a number across is zero or less, which has no logarithm');
    }
    default: {
      const span = wish.span ?? DEFAULT_SPAN;
      const at = loess(pairs, span);
      if (!at) return { why: `needs at least ${Math.ceil(3 / span)} values, and there are ${pairs.length}` };
      const misses = pairs.length > MOST_LEFT_OUT ? everyNth(pairs, span) : loessLeftOut(pairs, span);
      return { at, k: 0, misses };
    }
  }
}

/** Of very many pairs only some are left out in turn: what a smooth line misses is told just as well by them. */
function everyNth(pairs: Pairs, span: number): number[] {
  const nth = Math.ceil(pairs.length / MOST_LEFT_OUT);
  return loessLeftOut(
    pairs.filter((_, i) => i % nth === 0),
    span,
  );
}

function told(made: Exclude<Made, { why: string }>, wish: Wish, pairs: Pairs) {
  const { kind } = wish;
  return {
    kind,
    ...(kind === 'polynomial' ? { size: wish.degree ?? DEFAULT_DEGREE } : {}),
    ...(made.coefficients ? { coefficients: made.coefficients } : {}),
    r2: explainedBy(
      pairs.map(([, y]) => y),
      pairs.map(([x]) => made.at(x)),
    ),
    error: rootMeanSquare(made.misses),
    n: pairs.length,
  };
}

/** 1 − SSres / SStot, in the unit of the values. */
function explainedBy(values: readonly number[], fitted: readonly number[]): number {
  const mean = values.reduce((sum, one) => sum + one / values.length, 0);
  const total = values.reduce((sum, one) => sum + (one - mean) ** 2, 0);
  const left = values.reduce((sum, one, i) => sum + (one - fitted[i]) ** 2, 0);
  return 1 - left / total;
}

/** Of a place that the curve goes through by itself nothing can be said: it counts for nothing. */
function rootMeanSquare(misses: readonly number[]): number {
  const told = misses.filter(Number.isFinite);
  const squares = told.reduce((sum, one) => sum + one * one, 0);
  return told.length === 0 ? Infinity : Math.sqrt(squares / told.length);
}

function bandOf(made: Partial<CurveFit>, { band }: Wish, xs: readonly (number | undefined)[]) {
  if (band === undefined || !made.band) return {};
  const { band: around } = made;
  const both = xs.map((x) => (x === undefined ? undefined : around(x, band)));
  const end = (which: 0 | 1) =>
    both.map((one) => (one && Number.isFinite(one[0]) && Number.isFinite(one[1]) ? one[which] : null));
  return both.some(Boolean) ? { low: end(0), high: end(1) } : {};
}

function trailing(values: readonly (number | null)[], wish: Wish, pairs: Pairs): TrendResult {
  const over = wish.over ?? DEFAULT_OVER;
  if (pairs.length < over) return { why: `needs at least ${over} values, and there are ${pairs.length}` };
  const drawn = averageOver(values, over);
  const misses = trailingLeftOut(values, over).filter((one): one is number => one !== null);
  if (misses.length === 0) return { why: `no ${over} places in a row hold two values` };
  const both = values.flatMap((value, i) => {
    const fitted = drawn[i];
    return value === null || fitted === null ? [] : [[value, fitted] as const];
  });
  const observed = both.map(([value]) => value);
  const varies = observed.some((one) => one !== observed[0]);
  return {
    kind: 'moving-average',
    size: over,
    values: drawn,
    ...(varies
      ? {
          r2: explainedBy(
            observed,
            both.map(([, fitted]) => fitted),
          ),
        }
      : {}),
    error: rootMeanSquare(misses),
    n: pairs.length,
  };
}

/** Up to so many of the places may be missing. */
const MISSING_SHARE = 1 / 20;

/** Closed days are no places of a season: of a shop that is open on six days a season has six. */
function seasonal(values: readonly (number | null)[], along: Along, wish: Wish): TrendResult {
  const weekly = along.step === 'day' ? closedWeekdays(along) : new Set<number>();
  const open = (i: number) => !(weekly.has(i % 7) || (i < along.length && along.skips.has(i)));
  const period = wish.period ?? (along.step === 'day' ? 7 - weekly.size : along.step && SEASONS[along.step]);
  if (period === undefined || period < 2) return { why: 'nothing says how many places a season has' };
  const first = values.findIndex((value) => value !== null);
  const last = values.findLastIndex((value) => value !== null);
  const run = Array.from({ length: last - first + 1 }, (_, i) => first + i).filter(open);
  const seasonWords = `needs two whole seasons of ${period} places`;
  if (run.length < 2 * period) return { why: `${seasonWords}, and there are ${run.length}` };
  const missing = run.filter((i) => values[i] === null).length;
  if (missing > run.length * MISSING_SHARE)
    return { why: `needs a value at every place, and ${missing} of ${run.length} have none` };
  const fit = holtWinters(filledStraight(run.map((i) => values[i])), period);
  if (!fit || fit.errors.some((one) => !Number.isFinite(one)))
    return { why: 'the season cannot be told apart from the level' };
  const end = along.length + (wish.ahead ?? 0);
  const drawn = new Array<number | null>(end).fill(null);
  run.forEach((i, t) => (drawn[i] = fit.expected[t]));
  const beyond = Array.from({ length: end - (last + 1) }, (_, i) => last + 1 + i).filter(open);
  const [low, high] = [new Array<number | null>(end).fill(null), new Array<number | null>(end).fill(null)];
  beyond.forEach((i, s) => {
    if (i < along.length) return;
    drawn[i] = fit.ahead(s + 1);
    const around = wish.band && fit.band(s + 1, wish.band);
    if (around) [low[i], high[i]] = around;
  });
  const both = run.flatMap((i) => {
    const [value, fitted] = [values[i], drawn[i]];
    return value === null || fitted === null ? [] : [[value, fitted] as const];
  });
  return {
    kind: 'seasonal',
    size: period,
    season: fit.kind,
    values: drawn,
    ...(wish.band && wish.ahead ? { low, high } : {}),
    ...(both.some(([value]) => value !== both[0][0])
      ? {
          r2: explainedBy(
            both.map(([value]) => value),
            both.map(([, fitted]) => fitted),
          ),
        }
      : {}),
    error: rootMeanSquare(fit.errors),
    n: run.length - missing,
    ...(missing > 0 ? { filled: missing } : {}),
  };
}

function filledStraight(values: readonly (number | null)[]): number[] {
  return values.map((value, i) => {
    if (value !== null) return value;
    const before = values.slice(0, i).findLastIndex((one) => one !== null);
    const after = i + 1 + values.slice(i + 1).findIndex((one) => one !== null);
    const [a, b] = [values[before] ?? 0, values[after] ?? 0];
    return a + ((b - a) * (i - before)) / (after - before);
  });
}

/** The days of the week, as remainders of their place by seven, on which the data never have rows. */
function closedWeekdays({ rests, length }: Along): Set<number> {
  const closed = [0, 1, 2, 3, 4, 5, 6].filter((day) => {
    const places = Array.from({ length: Math.ceil((length - day) / 7) }, (_, w) => day + 7 * w);
    return places.length > 0 && places.every((i) => rests.has(i));
  });
  return new Set(closed);
}

/** Places beyond the data that will be closed as the same weekdays always were. */
export function restsAhead(along: Along, length: number): Set<number> {
  if (along.step !== 'day') return new Set();
  const weekly = closedWeekdays(along);
  return new Set(
    Array.from({ length: length - along.length }, (_, i) => along.length + i).filter((i) => weekly.has(i % 7)),
  );
}
