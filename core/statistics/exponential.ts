import type { CurveFit, Pairs } from './curve-fit';
import { polynomial } from './polynomial';

/**
 * `a·e^(b·x)`, by least squares on the logarithms; coefficients `[a, b]`. What is left out is judged in the unit of the
 * numbers. `undefined` where a number is not above zero, or fewer than two x differ.
 * Source: NIST/SEMATECH e-Handbook of Statistical Methods, 4.4.5.2, transformations to linearity.
 * Example: `exponential([[0, 2], [1, 2 * Math.E], [2, 2 * Math.E ** 2]])?.coefficients` is about `[2, 1]`.
 */
export function exponential(pairs: Pairs): CurveFit | undefined {
  return onLogarithms(pairs, (x) => x);
}

/**
 * `a·x^b`, by least squares on the logarithms of both; coefficients `[a, b]`. `undefined` where an x or a number is not
 * above zero, or fewer than two x differ. Source: as for the exponential.
 * Example: `power([[1, 3], [2, 12], [3, 27]])?.coefficients` is about `[3, 2]`.
 */
export function power(pairs: Pairs): CurveFit | undefined {
  return pairs.every(([x]) => x > 0) ? onLogarithms(pairs, Math.log) : undefined;
}

function onLogarithms(pairs: Pairs, along: (x: number) => number): CurveFit | undefined {
  if (pairs.some(([, y]) => !(y > 0))) return undefined;
  const fit = polynomial(
    pairs.map(([x, y]) => [along(x), Math.log(y)] as const),
    1,
  );
  if (!fit) return undefined;
  const [a, b] = fit.coefficients;
  return {
    coefficients: [Math.exp(a), b],
    at: (x) => Math.exp(fit.at(along(x))),
    leftOut: pairs.map(([, y], i) => y - Math.exp(Math.log(y) - fit.leftOut[i])),
    band: (x, probability) => {
      const around = fit.band(along(x), probability);
      return around && [Math.exp(around[0]), Math.exp(around[1])];
    },
  };
}
