import jstat from 'jstat';

/**
 * Half the width of the interval around 0 that holds a share of Student's t distribution; of the normal one without
 * degrees of freedom. Source: Student, The probable error of a mean, Biometrika 6 (1908).
 * Example: `middleOf(0.95, 10)` is about 2.228.
 * @throws RangeError where the share is not between 0 and 1.
 */
export function middleOf(share: number, degrees?: number): number {
  if (!(share > 0 && share < 1)) throw new RangeError(`invalid share: ${share}`);
  const upper = (1 + share) / 2;
  return degrees === undefined ? jstat.normal.inv(upper, 0, 1) : jstat.studentt.inv(upper, degrees);
}
