import type { Pairs } from './curve-fit';

/**
 * Locally weighted straight lines: the height at x is that of a line through the ⌊n·span⌋ nearest pairs, weighted by the
 * tricube of their distance as a share of the farthest of them. No robustness steps. `undefined` where fewer than three pairs are near.
 * Source: W. S. Cleveland, Robust locally weighted regression and smoothing scatterplots, JASA 74 (1979) 829–836.
 * Example: through points of a line, `loess([[1, 1], [2, 2], [3, 3], [4, 4]], 1)` is that line.
 * @param span the share of the pairs in each local fit, above 0 to 1
 */
export function loess(pairs: Pairs, span: number): ((x: number) => number) | undefined {
  if (!(span > 0 && span <= 1)) throw new RangeError(`invalid span: ${span}`);
  const q = Math.floor(pairs.length * span + 1e-9);
  if (q < 3) return undefined;
  const sorted = [...pairs].sort(([a], [b]) => a - b);
  return (x) => localLine(sorted, x, q);
}

/** What each pair misses by when the curve is made without it: refitted with ⌊(n − 1)·span⌋ neighbours. */
export function loessLeftOut(pairs: Pairs, span: number): number[] {
  const q = Math.floor((pairs.length - 1) * span + 1e-9);
  return pairs.map(([x, y], i) => {
    const others = pairs.filter((_, j) => j !== i).sort(([a], [b]) => a - b);
    return q < 2 ? Infinity : y - localLine(others, x, q);
  });
}

function localLine(sorted: Pairs, x: number, q: number): number {
  const near = nearest(sorted, x, q);
  const reach = Math.max(...near.map(([a]) => Math.abs(a - x)));
  const weights = near.map(([a]) => (reach > 0 ? (1 - Math.min(Math.abs(a - x) / reach, 1) ** 3) ** 3 : 1));
  const [w, wx, wy] = near.reduce(
    ([s, sx, sy], [a, b], i) => [s + weights[i], sx + weights[i] * (a - x), sy + weights[i] * b],
    [0, 0, 0],
  );
  if (!(w > 0)) return near.reduce((sum, [, b]) => sum + b, 0) / near.length;
  const [mx, my] = [wx / w, wy / w];
  const [xx, xy] = near.reduce(
    ([sxx, sxy], [a, b], i) => [sxx + weights[i] * (a - x - mx) ** 2, sxy + weights[i] * (a - x - mx) * (b - my)],
    [0, 0],
  );
  // Where all that weighs stands at one x, the height is its mean.
  return xx > 1e-12 * w * reach * reach ? my - (xy / xx) * mx : my;
}

/** The q pairs nearest to x of pairs in the order of x. */
function nearest(sorted: Pairs, x: number, q: number): Pairs {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle][0] < x) low = middle + 1;
    else high = middle;
  }
  let [from, to] = [low, low];
  while (to - from < q) {
    const left = from > 0 ? x - sorted[from - 1][0] : Infinity;
    const right = to < sorted.length ? sorted[to][0] - x : Infinity;
    if (left <= right) from--;
    else to++;
  }
  return sorted.slice(from, to);
}
