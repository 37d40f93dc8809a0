/**
 * The lowest point of a function within the unit cube, by the simplex method from a start; steps outside are put back to
 * its faces. Source: J. A. Nelder and R. Mead, A simplex method for function minimization, Computer Journal 7 (1965) 308–313.
 * Example: `minimise(([x]) => (x - 0.3) ** 2, [0.5])` is about `[0.3]`.
 */
export function minimise(of: (at: readonly number[]) => number, start: readonly number[], rounds = 400): number[] {
  const inside = (at: readonly number[]) => at.map((one) => Math.min(Math.max(one, 0), 1));
  const worth = (at: readonly number[]) => {
    const point = inside(at);
    const value = of(point);
    return { point, value: Number.isFinite(value) ? value : Infinity };
  };
  const n = start.length;
  let simplex = [
    worth(start),
    ...start.map((one, i) => worth(start.map((other, j) => (i === j ? one + (one > 0.5 ? -0.25 : 0.25) : other)))),
  ];
  for (let round = 0; round < rounds; round++) {
    simplex = simplex.sort((a, b) => a.value - b.value);
    const worst = simplex[n];
    if (spread(simplex) < 1e-10) break;
    const middle = start.map((_, j) => simplex.slice(0, n).reduce((sum, { point }) => sum + point[j], 0) / n);
    const along = (by: number) => worth(middle.map((one, j) => one + by * (worst.point[j] - one)));
    const reflected = along(-1);
    if (reflected.value < simplex[0].value) {
      const expanded = along(-2);
      simplex[n] = expanded.value < reflected.value ? expanded : reflected;
    } else if (reflected.value < simplex[n - 1].value) simplex[n] = reflected;
    else {
      const contracted = along(reflected.value < worst.value ? -0.5 : 0.5);
      if (contracted.value < Math.min(worst.value, reflected.value)) simplex[n] = contracted;
      else simplex = simplex.map(({ point }) => worth(point.map((one, j) => (one + simplex[0].point[j]) / 2)));
    }
  }
  return simplex.sort((a, b) => a.value - b.value)[0].point;
}

const spread = (simplex: readonly { point: readonly number[] }[]) =>
  Math.max(...simplex.flatMap(({ point }) => point.map((one, j) => Math.abs(one - simplex[0].point[j]))));
