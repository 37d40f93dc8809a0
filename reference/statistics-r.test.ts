/**
 * The methods of core/statistics against R 4.2.2 (reference/r/looking.R and what it printed, looking.csv): loess(), lm() with
 * its prediction intervals and hat values, HoltWinters(), cor(), rank(), mad(), qt() and qnorm().
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  bestLag,
  correlation,
  exponential,
  holtWinters,
  holtWintersWith,
  loess,
  median,
  middleOf,
  polynomial,
  rankCorrelation,
  ranks,
  spreadAround,
} from '@/core/statistics';

const table = new Map<string, number[]>();
for (const line of readFileSync(path.join(__dirname, 'r', 'looking.csv'), 'utf8')
  .trim()
  .split('\n')
  .slice(1)) {
  const [name, , value] = line.split(',');
  table.set(name, [...(table.get(name) ?? []), Number(value)]);
}
const r = (name: string): number[] => {
  const found = table.get(name);
  if (!found) throw new Error(`R printed no ${name}`);
  return found;
};

const cars = r('speed').map((speed, i) => [speed, r('dist')[i]] as const);
const air = r('air');
const airPairs = air.map((value, i) => [i + 1, value] as const);
/** The quantiles of t are told to seven digits. */
const QUANTILE = 1e-6;
const close = (found: readonly (number | undefined)[], right: readonly number[], share = 1e-9) => {
  expect(found.length).toBe(right.length);
  found.forEach((value, i) =>
    expect(Math.abs((value ?? NaN) - right[i]) / Math.max(Math.abs(right[i]), 1e-9)).toBeLessThan(share),
  );
};

test.each([0.4, 0.75, 1])('LOESS of cars at a span of %s', (span) => {
  const at = loess(cars, span);
  close(
    [4, 7.5, 12, 15.5, 19, 25].map((x) => at?.(x)),
    r(`loess cars ${span.toFixed(2)}`),
    1e-8,
  );
});

test('LOESS of air passengers', () => {
  const at = loess(airPairs, 0.3);
  close(
    [1, 2, 50, 72, 143, 144].map((x) => at?.(x)),
    r('loess air 0.30'),
    1e-8,
  );
});

test.each([0.8, 0.95])('prediction intervals of a straight line at %s', (level) => {
  const line = polynomial(cars, 1);
  const found = [4, 15, 30].map((x) => line?.band(x, level));
  close(
    found.map((one) => one?.[0]),
    r(`line cars low ${level.toFixed(2)}`),
    QUANTILE,
  );
  close(
    found.map((one) => one?.[1]),
    r(`line cars high ${level.toFixed(2)}`),
    QUANTILE,
  );
});

test('a cubic over 144 places: heights, intervals, and what it misses of places left out', () => {
  const fit = polynomial(airPairs, 3);
  close(
    [1, 100, 150].map((x) => fit?.at(x)),
    r('cubic air fit'),
  );
  close(
    [1, 100, 150].map((x) => fit?.band(x, 0.95)?.[0]),
    r('cubic air low 0.95'),
    QUANTILE,
  );
  close(
    [1, 100, 150].map((x) => fit?.band(x, 0.95)?.[1]),
    r('cubic air high 0.95'),
    QUANTILE,
  );
  close(
    [0, 49, 143].map((i) => fit?.leftOut[i]),
    r('cubic air left out'),
    1e-8,
  );
});

test('growth by a share, with its interval', () => {
  const fit = exponential(airPairs);
  close(fit?.coefficients ?? [], r('growth air coefficients'));
  close(
    [1, 150].map((x) => fit?.band(x, 0.95)?.[0]),
    r('growth air low 0.95'),
    QUANTILE,
  );
  close(
    [1, 150].map((x) => fit?.band(x, 0.95)?.[1]),
    r('growth air high 0.95'),
    QUANTILE,
  );
});

const squares = (errors: readonly number[]) => errors.reduce((sum, one) => sum + one * one, 0);

test.each(['additive', 'multiplicative'] as const)('Holt–Winters with a given smoothing, %s', (kind) => {
  const fit = holtWintersWith(air, 12, kind, [0.3, 0.1, 0.4]);
  close([squares(fit.errors)], r(`air ${kind} given squares`));
  close(
    [12, 71, 143].map((i) => fit.expected[i] ?? undefined),
    r(`air ${kind} given fitted`),
  );
  close(
    Array.from({ length: 14 }, (_, i) => fit.ahead(i + 1)),
    r(`air ${kind} given ahead`),
  );
});

test('Holt–Winters’ interval grows with the horizon, as Yar and Chatfield have it', () => {
  const fit = holtWintersWith(r('nottem'), 12, 'additive', [0.2, 0.05, 0.3]);
  close(
    Array.from({ length: 15 }, (_, i) => fit.ahead(i + 1)),
    r('nottem given ahead'),
  );
  close(
    Array.from({ length: 15 }, (_, i) => fit.band(i + 1, 0.8)[1]),
    r('nottem given high 0.80'),
  );
  close(
    Array.from({ length: 15 }, (_, i) => fit.band(i + 1, 0.8)[0]),
    r('nottem given low 0.80'),
  );
});

test('the search for a smoothing misses no more than R’s', () => {
  const grown = holtWinters(air, 12);
  expect(grown?.kind).toBe('multiplicative');
  expect(squares(grown?.errors ?? [])).toBeLessThan(r('air multiplicative squares')[0] * 1.0001);
  const warm = holtWinters(r('nottem'), 12);
  expect(squares(warm?.errors ?? [])).toBeLessThan(r('nottem squares')[0] * 1.0001);
});

test('correlations, ranks, median and its deviation', () => {
  close([correlation(cars)], r('pearson cars'));
  close([rankCorrelation(cars)], r('spearman cars'));
  expect(ranks(r('speed'))).toEqual(r('ranks speed'));
  close([median(r('dist')), spreadAround(r('dist'))], [...r('median dist'), ...r('mad dist')]);
});

test('the lag that goes together best is the farthest of the cross correlations', () => {
  const [a, b] = [air.slice(0, 100), air.slice(3, 103)];
  const lags = r('lags air');
  const found = bestLag(a, b);
  expect(found?.steps).toBe(-3);
  expect(lags.indexOf(Math.max(...lags)) - 6).toBe(-3);
  close([found?.r], [Math.max(...lags)]);
});

test('quantiles of t and of the normal distribution', () => {
  const degrees = [1, 2, 5, 10, 30, 200];
  close(
    degrees.map((one) => middleOf(0.95, one)),
    r('t 0.975'),
    1e-7,
  );
  close(
    degrees.map((one) => middleOf(0.8, one)),
    r('t 0.9'),
    1e-7,
  );
  close([middleOf(0.8), middleOf(0.95)], r('normal'), 1e-7);
});
