/** Room that one name takes at a line's end, in pixels. */
const LINE = 16;

/**
 * Spreads names at the ends of lines so that none covers another: `wanted` are the heights of the ends, the answer
 * keeps their order and stays within `top` to `bottom`. `undefined` where there is no room for all.
 * Example: `spreadLabels([50, 52], 0, 100).length` is `2`.
 */
export function spreadLabels(wanted: readonly number[], top: number, bottom: number): number[] | undefined {
  if (wanted.length * LINE > bottom - top + LINE) return undefined;
  const order = wanted.map((_, i) => i).sort((a, b) => wanted[a] - wanted[b] || a - b);
  const placed = new Array<number>(wanted.length).fill(0);
  let floor = top;
  for (const i of order) {
    placed[i] = Math.max(wanted[i], floor);
    floor = placed[i] + LINE;
  }
  let ceiling = bottom;
  for (const i of [...order].reverse()) {
    placed[i] = Math.min(placed[i], ceiling);
    ceiling = placed[i] - LINE;
  }
  return placed;
}
