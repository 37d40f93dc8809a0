import { correlation, explained } from '.';

test('correlation of Anscombe’s first data set is 0.816 (F. J. Anscombe, Graphs in Statistical Analysis, The American Statistician 27, 1973)', () => {
  const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
  const y = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];
  expect(correlation(x.map((one, i) => [one, y[i]] as const))).toBeCloseTo(0.81642, 4);
});

test('along a line it is 1 or −1; of too few pairs, or of a constant, there is none', () => {
  expect(
    correlation([
      [1, 3],
      [2, 1],
      [3, -1],
    ]),
  ).toBeCloseTo(-1, 12);
  expect(
    correlation([
      [1, 1],
      [2, 2],
    ]),
  ).toBeUndefined();
  expect(
    correlation([
      [1, 5],
      [2, 5],
      [3, 5],
    ]),
  ).toBeUndefined();
});

test('groups that differ in nothing explain nothing, groups that are all the difference everything', () => {
  expect(
    explained([
      [1, 2, 3],
      [1, 2, 3],
    ]),
  ).toBe(0);
  expect(
    explained([
      [5, 5],
      [9, 9],
      [1, 1],
    ]),
  ).toBe(1);
  expect(explained([[1, 2, 3]])).toBe(0);
  expect(explained([])).toBe(0);
});

test('omega squared by hand: three groups of three', () => {
  // Means 2, 3 and 7, together 4: between 3·(4 + 1 + 9) = 42, within 2 + 2 + 2 = 6, error 6 / 6 = 1; (42 − 2·1) / (48 + 1).
  expect(
    explained([
      [1, 2, 3],
      [2, 3, 4],
      [6, 7, 8],
    ]),
  ).toBeCloseTo(40 / 49, 12);
});
