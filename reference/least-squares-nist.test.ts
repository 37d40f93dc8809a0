/**
 * Least squares against NIST's Statistical Reference Datasets (support/nist-linear.ts). What is certified was written down from
 * memory and is worked out here again by exact rational arithmetic (fraction.js 5): normal equations over whole fractions.
 */
import Fraction from 'fraction.js';
import { leastSquares, polynomial } from '@/core/statistics';
import { LINEAR_SETS, type LinearSet } from './support/nist-linear';

const zero = new Fraction(0);

/** A decimal text as an exact fraction, with its exponent. */
function exact(text: string): Fraction {
  const [mantissa, exponent = '0'] = text.split('e');
  const power = new Fraction(10).pow(Math.abs(Number(exponent))) as Fraction;
  return Number(exponent) < 0 ? new Fraction(mantissa).div(power) : new Fraction(mantissa).mul(power);
}

function rowsOf({ x, y, degree, intercept }: LinearSet): Fraction[][] {
  return y.map((_, i) => {
    if (degree !== undefined) {
      const at = exact(x[0][i]);
      const row = [new Fraction(1)];
      for (let j = 1; j <= degree; j++) row.push(row[j - 1].mul(at));
      return row;
    }
    return [...(intercept ? [new Fraction(1)] : []), ...x.map((column) => exact(column[i]))];
  });
}

/** The coefficients and the sum of squares that is left, exactly. */
function solvedExactly(set: LinearSet): { coefficients: Fraction[]; squares: Fraction } {
  const rows = rowsOf(set);
  const y = set.y.map(exact);
  const k = rows[0].length;
  const normal = Array.from({ length: k }, (_, a) => [
    ...Array.from({ length: k }, (_unused, b) => rows.reduce((sum, row) => sum.add(row[a].mul(row[b])), zero)),
    rows.reduce((sum, row, i) => sum.add(row[a].mul(y[i])), zero),
  ]);
  for (let j = 0; j < k; j++)
    for (let i = 0; i < k; i++) {
      if (i === j) continue;
      const times = normal[i][j].div(normal[j][j]);
      normal[i] = normal[i].map((value, c) => (c < j ? value : value.sub(times.mul(normal[j][c]))));
    }
  const coefficients = normal.map((row, j) => row[k].div(row[j]));
  const squares = rows.reduce((sum, row, i) => {
    const left = y[i].sub(row.reduce((all, value, j) => all.add(value.mul(coefficients[j])), zero));
    return sum.add(left.mul(left));
  }, zero);
  return { coefficients, squares };
}

/** The double nearest to a fraction, however long its parts are. */
function nearest({ s, n, d }: Fraction): number {
  const places = BigInt(Math.max(d.toString().length - n.toString().length + 25, 0));
  return Number(s) * Number(`${(n * 10n ** places) / d}e-${places}`);
}

/** To how many digits a number agrees with one that is right. */
function digits(found: number, right: number): number {
  if (found === right) return 15;
  return Math.min(
    15,
    right === 0 ? -Math.log10(Math.abs(found)) : -Math.log10(Math.abs(found - right) / Math.abs(right)),
  );
}

/** The digits that a double can be expected to keep of each: Filip’s powers of x up to ten are the hardest of them. */
const KEPT: Readonly<Record<string, number>> = { Filip: 7, Wampler5: 7, Wampler4: 9 };

describe.each(LINEAR_SETS.map((set) => [set.name, set] as const))('%s', (name, set) => {
  const right = solvedExactly(set);

  test('the certified values are those of exact arithmetic', () => {
    right.coefficients.forEach((value, j) =>
      expect(digits(Number(set.certified[j]), nearest(value))).toBeGreaterThan(14),
    );
    const degrees = set.y.length - right.coefficients.length;
    const deviation = Math.sqrt(nearest(right.squares.div(degrees)));
    expect(digits(Number(set.deviation), deviation)).toBeGreaterThan(13.5);
  });

  test('ours keep eight digits and more', () => {
    const pairs = set.y.map((y, i) => [Number(set.x[0][i]), Number(y)] as const);
    const fit =
      set.degree === undefined
        ? leastSquares(
            rowsOf(set).map((row) => row.map((value) => value.valueOf())),
            set.y.map(Number),
          )
        : polynomial(pairs, set.degree);
    if (!fit) throw new Error('nothing was fitted');
    const kept = fit.coefficients.map((value, j) => digits(value, Number(set.certified[j])));
    expect(Math.min(...kept)).toBeGreaterThan(KEPT[name] ?? 9);
    if ('deviation' in fit) expect(digits(fit.deviation, Number(set.deviation))).toBeGreaterThan(10);
  });
});
