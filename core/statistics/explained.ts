/**
 * How much of the differences between numbers the groups explain that they stand in, 0 to 1: omega squared of an analysis
 * of variance, which allows for how much as many groups would explain by chance. 0 where groups or numbers are too few.
 * Source: W. L. Hays, Statistics for Psychologists (1963), section 12.18; the section from memory.
 * Example: `explained([[1, 1, 1], [9, 9, 9]])` is `1`.
 * @param groups the numbers of each group
 */
export function explained(groups: readonly (readonly number[])[]): number {
  const filled = groups.filter((group) => group.length > 0);
  const n = filled.reduce((sum, group) => sum + group.length, 0);
  const k = filled.length;
  if (k < 2 || n <= k) return 0;
  const meanOf = (numbers: readonly number[]) => numbers.reduce((sum, one) => sum + one, 0) / numbers.length;
  const mean = meanOf(filled.map((group) => meanOf(group) * group.length)) * (k / n);
  let [between, within] = [0, 0];
  for (const group of filled) {
    const own = meanOf(group);
    between += group.length * (own - mean) ** 2;
    for (const one of group) within += (one - own) ** 2;
  }
  const error = within / (n - k);
  const total = between + within + error;
  return total > 0 ? Math.max(0, (between - (k - 1) * error) / total) : 0;
}
