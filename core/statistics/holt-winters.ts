import { minimise } from './minimise';
import { middleOf } from './quantiles';

/** A level, a slope and a season, each carried on from step to step. */
export interface SeasonFit {
  /** Whether the season is added to the level, or the level times it. */
  readonly kind: 'additive' | 'multiplicative';
  /** How quickly level, slope and season follow, 0 to 1 each. */
  readonly smoothing: readonly [number, number, number];
  /** What was expected of each place one step before; `null` in the first season. */
  readonly expected: readonly (number | null)[];
  /** What each of these missed by, from the second season on. */
  readonly errors: readonly number[];
  /** What is expected so many steps beyond the last one, from 1 on. */
  readonly ahead: (steps: number) => number;
  /** From where to where single values are expected there, with a probability. */
  readonly band: (steps: number, probability: number) => readonly [number, number];
}

interface State {
  readonly level: number;
  readonly slope: number;
  readonly season: readonly number[];
}

/**
 * Exponential smoothing with a slope and a season. It starts from the decomposition of the first two seasons, and its
 * smoothing is what misses least one step ahead. Additive, or multiplicative where all values are above zero and it misses
 * less. `undefined` for fewer than two seasons, or a period below 2.
 * Source: P. R. Winters, Forecasting sales by exponentially weighted moving averages, Management Science 6 (1960) 324–342;
 * C. C. Holt (1957), reprinted Int. J. Forecasting 20 (2004). Band: M. Yar and C. Chatfield, Prediction intervals for the
 * Holt–Winters forecasting procedure, Int. J. Forecasting 6 (1990) 127–137; relative to what is expected where multiplicative.
 * Example: of `[1, 2, 1, 2, 1, 2]` with a period of 2, `holtWinters(values, 2)?.ahead(1)` is about 1.
 * @param values one a place, without gaps
 */
export function holtWinters(values: readonly number[], period: number): SeasonFit | undefined {
  if (!Number.isInteger(period) || period < 2 || values.length < 2 * period) return undefined;
  const kinds = values.every((value) => value > 0)
    ? (['additive', 'multiplicative'] as const)
    : (['additive'] as const);
  const fits = kinds.map((kind) => fitted(values, period, kind));
  return fits.reduce((best, one) => (squaresOf(one.errors) < squaresOf(best.errors) ? one : best));
}

/** The same with a smoothing and a kind that are given. */
export function holtWintersWith(
  values: readonly number[],
  period: number,
  kind: SeasonFit['kind'],
  smoothing: readonly [number, number, number],
): SeasonFit {
  return followed(values, startOf(values, period, kind), period, kind, smoothing);
}

const squaresOf = (errors: readonly number[]) => errors.reduce((sum, one) => sum + one * one, 0);

/** From where the search sets out: calm, the usual middle, and quick. */
const STARTS = [
  [0.05, 0.05, 0.1],
  [0.3, 0.1, 0.1],
  [0.8, 0.1, 0.6],
] as const;

function fitted(values: readonly number[], period: number, kind: SeasonFit['kind']): SeasonFit {
  const start = startOf(values, period, kind);
  const missed = (at: readonly number[]) => squaredMisses(values, start, period, kind, at);
  const found = STARTS.map((one) => minimise(missed, one)).reduce((best, one) =>
    missed(one) < missed(best) ? one : best,
  );
  return followed(values, start, period, kind, [found[0], found[1], found[2]]);
}

/** Level and slope of a line through the trend of the first two seasons, and the season around it. */
function startOf(values: readonly number[], period: number, kind: SeasonFit['kind']): State {
  const two = values.slice(0, 2 * period);
  const half = Math.floor(period / 2);
  const ends = period % 2 === 0 ? 0.5 : 1;
  const trend = two.map((_, i) => {
    if (i < half || i >= two.length - half) return undefined;
    const window = two.slice(i - half, i + half + 1);
    const sum = window.reduce((all, one, j) => all + one * (j === 0 || j === window.length - 1 ? ends : 1), 0);
    return sum / period;
  });
  const apart = two.map((value, i) => {
    const middle = trend[i];
    return middle === undefined ? undefined : kind === 'additive' ? value - middle : value / middle;
  });
  const raw = Array.from({ length: period }, (_, j) => {
    const own = [apart[j], apart[j + period]].filter((one): one is number => one !== undefined);
    return own.reduce((sum, one) => sum + one, 0) / own.length;
  });
  const mean = raw.reduce((sum, one) => sum + one, 0) / period;
  const season = raw.map((one) => (kind === 'additive' ? one - mean : one / mean));
  const line = trend.filter((one): one is number => one !== undefined);
  const n = line.length;
  const [mx, my] = [(n + 1) / 2, line.reduce((sum, one) => sum + one, 0) / n];
  const xx = line.reduce((sum, _, i) => sum + (i + 1 - mx) ** 2, 0);
  const slope = xx > 0 ? line.reduce((sum, one, i) => sum + (i + 1 - mx) * (one - my), 0) / xx : 0;
  return { level: my - slope * mx, slope, season };
}

function squaredMisses(
  values: readonly number[],
  { level: l, slope: b, season: s }: State,
  period: number,
  kind: SeasonFit['kind'],
  [alpha, beta, gamma]: readonly number[],
): number {
  let [level, slope, squares] = [l, b, 0];
  const season = [...s];
  const times = kind === 'multiplicative';
  for (let t = period; t < values.length; t++) {
    const own = season[t % period];
    const value = values[t];
    const miss = value - (times ? (level + slope) * own : level + slope + own);
    squares += miss * miss;
    const before = level;
    level = alpha * (times ? value / own : value - own) + (1 - alpha) * (level + slope);
    slope = beta * (level - before) + (1 - beta) * slope;
    season[t % period] = gamma * (times ? value / level : value - level) + (1 - gamma) * own;
  }
  return squares;
}

function followed(
  values: readonly number[],
  start: State,
  period: number,
  kind: SeasonFit['kind'],
  smoothing: readonly [number, number, number],
): SeasonFit {
  const [alpha, beta, gamma] = smoothing;
  const times = kind === 'multiplicative';
  let { level, slope } = start;
  const season = [...start.season];
  const expected: (number | null)[] = values.slice(0, period).map(() => null);
  for (let t = period; t < values.length; t++) {
    const own = season[t % period];
    expected.push(times ? (level + slope) * own : level + slope + own);
    const before = level;
    level = alpha * (times ? values[t] / own : values[t] - own) + (1 - alpha) * (level + slope);
    slope = beta * (level - before) + (1 - beta) * slope;
    season[t % period] = gamma * (times ? values[t] / level : values[t] - level) + (1 - gamma) * own;
  }
  const errors = expected.flatMap((one, t) => (one === null ? [] : [values[t] - one]));
  const n = values.length;
  const ahead = (steps: number) => {
    const own = season[(n + steps - 1) % period];
    const line = level + steps * slope;
    return times ? line * own : line + own;
  };
  // Misses as they are, or as shares of what was expected.
  const told = expected.flatMap((one, t) => (one === null ? [] : [times ? (values[t] - one) / one : values[t] - one]));
  const deviation = Math.sqrt(varianceOf(told));
  const growth = (steps: number) => {
    let sum = 1;
    for (let j = 1; j < steps; j++) sum += (alpha * (1 + j * beta) + (j % period === 0 ? gamma * (1 - alpha) : 0)) ** 2;
    return Math.sqrt(sum);
  };
  return {
    kind,
    smoothing,
    expected,
    errors,
    ahead,
    band: (steps, probability) => {
      const middle = ahead(steps);
      const wide = middleOf(probability) * deviation * growth(steps) * (times ? Math.abs(middle) : 1);
      return [middle - wide, middle + wide];
    },
  };
}

function varianceOf(numbers: readonly number[]): number {
  if (numbers.length < 2) return 0;
  const mean = numbers.reduce((sum, one) => sum + one, 0) / numbers.length;
  return numbers.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (numbers.length - 1);
}
