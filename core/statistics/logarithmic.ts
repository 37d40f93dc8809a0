import type { CurveFit, Pairs } from './curve-fit';
import { polynomial } from './polynomial';

/**
 * `a + b·ln x` by least squares; coefficients `[a, b]`. `undefined` where an x is not above zero, or fewer than two differ.
 * Source: NIST/SEMATECH e-Handbook of Statistical Methods, 4.1.4.1: linear in its coefficients.
 * Example: `logarithmic([[1, 2], [Math.E, 5], [Math.E ** 2, 8]])?.coefficients` is about `[2, 3]`.
 */
export function logarithmic(pairs: Pairs): CurveFit | undefined {
  if (pairs.some(([x]) => !(x > 0))) return undefined;
  const fit = polynomial(
    pairs.map(([x, y]) => [Math.log(x), y] as const),
    1,
  );
  return (
    fit && { ...fit, at: (x) => fit.at(Math.log(x)), band: (x, probability) => fit.band(Math.log(x), probability) }
  );
}
