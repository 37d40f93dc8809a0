import { dividesByColumn, isRowsFirst, leavesBlanksOut, parseFormula, type Formula } from './formula';

/** Whether rows of an amount can be left out: for a blank cell, or since something is divided by nought. */
export const leavesRowsOut = (amount: Parameters<typeof leavesBlanksOut>[0]): boolean =>
  leavesBlanksOut(amount) || (isRowsFirst(amount) && dividesByColumn(parseFormula(amount.formula)));

/** Whether a formula divides by all of some columns: with a 0 in them it leaves the same rows out as with a blank. */
export function dividesByAll(formula: string, keys: readonly string[]): boolean {
  const divisors = new Set(plainDivisors(parseFormula(formula)));
  return keys.length > 0 && keys.every((key) => divisors.has(key));
}

/** The columns that stand by themselves under a stroke. */
function plainDivisors(formula: Formula): string[] {
  if (formula.is === 'number' || formula.is === 'column') return [];
  if (formula.is === 'minus') return plainDivisors(formula.of);
  const { left, right } = formula;
  const own = formula.is === '/' && right.is === 'column' ? [right.key] : [];
  return [...own, ...plainDivisors(left), ...plainDivisors(right)];
}
