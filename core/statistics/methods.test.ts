import fc from 'fast-check';
import {
  averageOver,
  bestLag,
  exponential,
  holtWinters,
  leastSquares,
  loess,
  loessLeftOut,
  logarithmic,
  median,
  minimise,
  polynomial,
  power,
  spreadAround,
  thinned,
  trailingLeftOut,
  type CurveFit,
  type Pairs,
} from '.';

const somePairs = fc
  .array(fc.tuple(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 1, max: 9_999 })), {
    minLength: 8,
    maxLength: 40,
  })
  .filter((pairs) => new Set(pairs.map(([x]) => x)).size > 6)
  .map((pairs) => pairs.map(([x, y]) => [x, y / 7] as const));

const FITS: readonly (readonly [string, (pairs: Pairs) => CurveFit | undefined])[] = [
  ['a straight line', (pairs) => polynomial(pairs, 1)],
  ['a cubic', (pairs) => polynomial(pairs, 3)],
  ['logarithmic', logarithmic],
  ['exponential', exponential],
  ['power', power],
];

test.each(FITS)('%s: what is left out is what a fit without it misses', (_, fit) => {
  fc.assert(
    fc.property(somePairs, (pairs) => {
      const all = fit(pairs);
      pairs.slice(0, 6).forEach(([x, y], i) => {
        const without = fit(pairs.filter((_unused, j) => j !== i));
        // Where the fit goes through a point by itself nothing can be said of it.
        if (!without || !Number.isFinite(all?.leftOut[i] ?? NaN)) return;
        const missed = y - without.at(x);
        expect(Math.abs((all?.leftOut[i] ?? NaN) - missed)).toBeLessThan(
          1e-6 * Math.max(1, Math.abs(missed), Math.abs(y)),
        );
      });
    }),
    { numRuns: 60 },
  );
});

test('LOESS: what is left out is refitted without it', () => {
  const pairs: Pairs = Array.from({ length: 20 }, (_, i) => [i + 1, Math.sin(i) * 5 + i] as const);
  const left = loessLeftOut(pairs, 0.5);
  pairs.forEach(([x, y], i) => {
    const without = pairs.filter((_, j) => j !== i);
    // ⌊19 · 0.5⌋ = 9 neighbours.
    const at = loess(without, 9.001 / 19);
    expect(left[i]).toBeCloseTo(y - (at?.(x) ?? NaN), 9);
  });
});

test.each(FITS)('%s does not change with the order of the rows', (_, fit) => {
  fc.assert(
    fc.property(somePairs, fc.infiniteStream(fc.nat()), (pairs, stream) => {
      const keys = pairs.map(() => stream.next().value as number);
      const shuffled = pairs.map((pair, i) => ({ pair, key: keys[i] })).sort((a, b) => a.key - b.key);
      const [one, other] = [fit(pairs), fit(shuffled.map(({ pair }) => pair))];
      for (const x of [1, 77.5, 400])
        expect(Math.abs((one?.at(x) ?? 0) - (other?.at(x) ?? 0))).toBeLessThan(
          1e-7 * Math.max(1, Math.abs(one?.at(x) ?? 0)),
        );
    }),
    { numRuns: 60 },
  );
});

test('polynomials move with x and grow with y', () => {
  fc.assert(
    fc.property(somePairs, fc.integer({ min: 1, max: 4 }), fc.integer({ min: -500, max: 500 }), (pairs, degree, by) => {
      const plain = polynomial(pairs, degree);
      const moved = polynomial(
        pairs.map(([x, y]) => [x + by, 3 * y] as const),
        degree,
      );
      for (const x of [1, 200, 400]) {
        const wanted = 3 * (plain?.at(x) ?? NaN);
        expect(Math.abs((moved?.at(x + by) ?? NaN) - wanted)).toBeLessThan(1e-7 * Math.max(1, Math.abs(wanted)));
      }
    }),
    { numRuns: 60 },
  );
});

test('a curve of degree 6 over 1 to 400 keeps eight digits', () => {
  // Each power adds about as much as any other.
  const right = [3, -7, 5, 11, -2, 8, -6].map((value, k) => value / 400 ** k);
  const y = (x: number) => right.reduce((sum, value, k) => sum + value * x ** k, 0);
  const fit = polynomial(
    Array.from({ length: 400 }, (_, i) => [i + 1, y(i + 1)] as const),
    6,
  );
  fit?.coefficients.forEach((value, k) => expect(Math.abs(value / right[k] - 1)).toBeLessThan(1e-9));
  for (const x of [1, 57, 200, 399]) expect(Math.abs((fit?.at(x) ?? 0) - y(x))).toBeLessThan(1e-12);
});

test('what cannot be fitted is not', () => {
  expect(polynomial([[1, 1]], 1)).toBeUndefined();
  expect(
    polynomial(
      [
        [2, 1],
        [2, 5],
      ],
      1,
    ),
  ).toBeUndefined();
  expect(
    logarithmic([
      [0, 1],
      [1, 2],
    ]),
  ).toBeUndefined();
  expect(
    exponential([
      [1, 0],
      [2, 3],
    ]),
  ).toBeUndefined();
  expect(
    power([
      [-1, 1],
      [2, 3],
    ]),
  ).toBeUndefined();
  expect(leastSquares([[1], [1]], [1, 2])?.coefficients[0]).toBeCloseTo(1.5, 12);
  expect(
    leastSquares(
      [
        [1, 2],
        [2, 4],
        [3, 6],
      ],
      [1, 2, 3],
    ),
  ).toBeUndefined();
  expect(() => polynomial([[1, 1]], 0)).toThrow(RangeError);
});

test('a season that repeats to the last digit is carried on as it was', () => {
  const season = [10, 30, 20, 40];
  const values = Array.from({ length: 16 }, (_, i) => season[i % 4] + i);
  const fit = holtWinters(values, 4);
  for (let steps = 1; steps <= 6; steps++)
    expect(fit?.ahead(steps)).toBeCloseTo(season[(15 + steps) % 4] + 15 + steps, 6);
  expect(holtWinters([1, 2, 1], 2)).toBeUndefined();
  expect(holtWinters([1, 2, 1, 2], 1)).toBeUndefined();
});

test('values with a nought are never taken for a season that multiplies', () =>
  expect(holtWinters([0, 4, 2, 0, 5, 3, 0, 6, 4], 3)?.kind).toBe('additive'));

test('the simplex finds a lowest point inside, and on an edge', () => {
  const inside = minimise(([a, b]) => (a - 0.3) ** 2 + (b - 0.7) ** 2, [0.5, 0.5]);
  expect(inside[0]).toBeCloseTo(0.3, 4);
  expect(inside[1]).toBeCloseTo(0.7, 4);
  expect(minimise(([a]) => a, [0.5])[0]).toBeCloseTo(0, 4);
});

test('a series and the same one later have their lag, either way', () => {
  const a = Array.from({ length: 60 }, (_, i) => Math.sin(i / 2.3) + Math.cos(i / 5.1));
  const b = a.map((_, i) => (i < 4 ? null : a[i - 4]));
  expect(bestLag(a, b)?.steps).toBe(4);
  expect(bestLag(b, a)?.steps).toBe(-4);
});

test('a trailing average, and what is left out of it', () => {
  expect(averageOver([1, 2, 6], 3)).toEqual([null, null, 3]);
  expect(trailingLeftOut([1, null, 6, 8], 3)).toEqual([null, null, 5, 2]);
});

test('the median and the spread around it hold out against one wild value', () => {
  expect(median([])).toBeUndefined();
  expect(median([2, 4])).toBe(3);
  expect(spreadAround([1, 2, 3, 4, 5])).toBeCloseTo(1.4826, 9);
  expect(spreadAround([1, 2, 3, 4, 5e9])).toBeCloseTo(1.4826, 9);
});

test('thinning keeps the first, the last and every extreme of each column of pixels, in order', () => {
  fc.assert(
    fc.property(
      fc.array(fc.option(fc.integer({ min: -1e6, max: 1e6 }), { freq: 9 }), { minLength: 1, maxLength: 900 }),
      fc.integer({ min: 1, max: 60 }),
      (values, columns) => {
        const kept = thinned(values, columns);
        const known = (list: readonly (number | null)[]) => list.filter((one): one is number => one !== null);
        expect([...kept].sort((a, b) => a - b)).toEqual(kept);
        expect(kept.length).toBeLessThanOrEqual(Math.max(values.length, 5 * columns));
        const shown = kept.map((at) => values[at]);
        const all = known(values);
        if (all.length === 0) return;
        expect(Math.max(...known(shown))).toBe(Math.max(...all));
        expect(Math.min(...known(shown))).toBe(Math.min(...all));
        for (let column = 0; column < columns; column++) {
          const [from, to] = [
            Math.floor((column * values.length) / columns),
            Math.floor(((column + 1) * values.length) / columns),
          ];
          const own = known(values.slice(from, to));
          if (own.length === 0) continue;
          const here = known(kept.filter((at) => at >= from && at < to).map((at) => values[at]));
          expect([Math.min(...here), Math.max(...here), here[0], here.at(-1)]).toEqual([
            Math.min(...own),
            Math.max(...own),
            own[0],
            own.at(-1),
          ]);
        }
      },
    ),
  );
});
