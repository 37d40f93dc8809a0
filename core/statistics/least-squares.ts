/** A fit by least squares: of numbers by columns of numbers, each with a coefficient. */
export interface LeastSquares {
  /** One for each column, in their order. */
  readonly coefficients: readonly number[];
  /** What is left of each number, in its unit. */
  readonly residuals: readonly number[];
  /** How far each number draws the fit to itself, 0 to 1: the diagonal of the hat matrix. */
  readonly leverages: readonly number[];
  /** Numbers less coefficients. */
  readonly degrees: number;
  /** The standard deviation of what is left, in the unit of the numbers; 0 without degrees of freedom. */
  readonly deviation: number;
  /** The variance of the fit at a row of the columns, as a share of that of single numbers. */
  readonly varianceAt: (row: readonly number[]) => number;
}

/** A column that lies so close to those before it counts as made of them. */
const DEPENDENT = 1e-11;

/**
 * Ordinary least squares by Householder's QR, on columns of length 1. `undefined` where there are fewer numbers than
 * columns, or where one column is made of the others.
 * Source: G. H. Golub, Numerical methods for solving linear least squares problems, Numer. Math. 7 (1965) 206–216;
 * leverages: D. C. Hoaglin and R. E. Welsch, The hat matrix in regression and ANOVA, The American Statistician 32 (1978).
 * Example: `leastSquares([[1, 1], [1, 2], [1, 3]], [3, 5, 7])` has the coefficients 1 and 2.
 * @param rows one row of columns for each number
 */
export function leastSquares(
  rows: readonly (readonly number[])[],
  numbers: readonly number[],
): LeastSquares | undefined {
  const n = rows.length;
  const k = rows.at(0)?.length ?? 0;
  if (k === 0 || n < k) return undefined;
  const lengths = Array.from({ length: k }, (_, j) => Math.hypot(...rows.map((row) => row[j])));
  if (lengths.some((length) => !(length > 0) || !Number.isFinite(length))) return undefined;
  const a = rows.map((row) => row.map((value, j) => value / lengths[j]));
  const reflections: number[][] = [];
  for (let j = 0; j < k; j++) {
    const below = a.slice(j).map((row) => row[j]);
    const norm = Math.hypot(...below);
    if (norm < DEPENDENT) return undefined;
    const v = [...below];
    v[0] += below[0] < 0 ? -norm : norm;
    const long = Math.hypot(...v);
    const unit = v.map((value) => value / long);
    reflections.push(unit);
    for (let c = j; c < k; c++) {
      const dot = unit.reduce((sum, value, i) => sum + value * a[j + i][c], 0);
      unit.forEach((value, i) => (a[j + i][c] -= 2 * dot * value));
    }
  }
  const solved = (right: readonly number[]): number[] => {
    const z = reflected(reflections, right);
    const found = new Array<number>(k).fill(0);
    for (let j = k - 1; j >= 0; j--) {
      let left = z[j];
      for (let c = j + 1; c < k; c++) left -= a[j][c] * found[c];
      found[j] = left / a[j][j];
    }
    return found.map((value, j) => value / lengths[j]);
  };
  const leftOf = (coefficients: readonly number[]) =>
    numbers.map((value, i) => value - rows[i].reduce((sum, one, j) => sum + one * coefficients[j], 0));
  const first = solved(numbers);
  // One step of refinement takes away most of what rounding left.
  const correction = solved(leftOf(first));
  const coefficients = first.map((value, j) => value + correction[j]);
  const residuals = leftOf(coefficients);
  const degrees = n - k;
  const squares = residuals.reduce((sum, one) => sum + one * one, 0);
  const varianceAt = (row: readonly number[]) => {
    // The row in terms of the orthonormal columns: R transposed, solved from the front.
    const q = new Array<number>(k).fill(0);
    for (let j = 0; j < k; j++) {
      let left = row[j] / lengths[j];
      for (let c = 0; c < j; c++) left -= a[c][j] * q[c];
      q[j] = left / a[j][j];
    }
    return q.reduce((sum, value) => sum + value * value, 0);
  };
  return {
    coefficients,
    residuals,
    leverages: rows.map((row) => Math.min(varianceAt(row), 1)),
    degrees,
    deviation: degrees > 0 ? Math.sqrt(squares / degrees) : 0,
    varianceAt,
  };
}

function reflected(reflections: readonly (readonly number[])[], numbers: readonly number[]): number[] {
  const z = [...numbers];
  reflections.forEach((unit, j) => {
    const dot = unit.reduce((sum, value, i) => sum + value * z[j + i], 0);
    unit.forEach((value, i) => (z[j + i] -= 2 * dot * value));
  });
  return z;
}
