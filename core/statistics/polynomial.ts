import type { CurveFit, Pairs } from './curve-fit';
import { leastSquares } from './least-squares';
import { middleOf } from './quantiles';

/**
 * A polynomial by least squares, fitted on x centred and scaled to −1 … 1 and told in x itself: `c0 + c1·x + c2·x² …`.
 * `undefined` where there are fewer different x than coefficients. Band: the prediction interval for single numbers.
 * Source: NIST/SEMATECH e-Handbook of Statistical Methods, 4.1.4.1 and 4.5.2.1; leaving one out: residual / (1 − leverage),
 * D. M. Allen, The relationship between variable selection and data augmentation and a method for prediction,
 * Technometrics 16 (1974).
 * Example: `polynomial([[1, 3], [2, 5], [3, 7]], 1)?.coefficients` is `[1, 2]`.
 * @throws RangeError where the degree is not a whole number above 0.
 */
export function polynomial(pairs: Pairs, degree: number): CurveFit | undefined {
  if (!Number.isInteger(degree) || degree < 1) throw new RangeError(`invalid degree: ${degree}`);
  const xs = pairs.map(([x]) => x);
  if (new Set(xs).size <= degree) return undefined;
  const [low, high] = extentOf(xs);
  const middle = low + (high - low) / 2;
  const half = (high - low) / 2;
  const rowAt = (x: number) => powers((x - middle) / half, degree);
  const fit = leastSquares(
    xs.map(rowAt),
    pairs.map(([, y]) => y),
  );
  if (!fit) return undefined;
  const at = (x: number) => rowAt(x).reduce((sum, value, j) => sum + value * fit.coefficients[j], 0);
  return {
    coefficients: inPlainX(fit.coefficients, middle, half),
    at,
    leftOut: leftOutOf(fit),
    band: (x, probability) => {
      if (fit.degrees < 1) return undefined;
      const wide = middleOf(probability, fit.degrees) * fit.deviation * Math.sqrt(1 + fit.varianceAt(rowAt(x)));
      return [at(x) - wide, at(x) + wide];
    },
  };
}

/** What each number misses by when it is left out; nothing can be said of one that the fit goes through by itself. */
export function leftOutOf({
  residuals,
  leverages,
}: {
  residuals: readonly number[];
  leverages: readonly number[];
}): number[] {
  return residuals.map((residual, i) => (leverages[i] > 1 - 1e-9 ? Infinity : residual / (1 - leverages[i])));
}

function extentOf(values: readonly number[]): [number, number] {
  return values.reduce<[number, number]>(
    ([low, high], one) => [Math.min(low, one), Math.max(high, one)],
    [Infinity, -Infinity],
  );
}

function powers(t: number, degree: number): number[] {
  const row = [1];
  for (let j = 1; j <= degree; j++) row.push(row[j - 1] * t);
  return row;
}

/** From a polynomial in (x − middle) / half to one in x: Horner's scheme, shifted (synthetic division). */
function inPlainX(coefficients: readonly number[], middle: number, half: number): number[] {
  const c = coefficients.map((value, j) => value / half ** j);
  for (let i = 0; i < c.length - 1; i++) for (let j = c.length - 2; j >= i; j--) c[j] -= middle * c[j + 1];
  return c;
}
