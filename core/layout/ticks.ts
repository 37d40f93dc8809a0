/** Steps between ticks: 1, 2, 2.5 or 5 times a power of ten. */
const ROUND = [1, 2, 2.5, 5, 10];

/**
 * The round step that cuts a span into at most `most` parts.
 * Example: `roundStep(90, 5)` is `20`.
 */
export function roundStep(span: number, most: number): number {
  const raw = span / Math.max(most, 1);
  const power = 10 ** Math.floor(Math.log10(raw));
  const found = ROUND.find((times) => times * power >= raw * (1 - 1e-9));
  return (found ?? 10) * power;
}

/**
 * Multiples of a step from at or below `low` to at or above `high`, without binary dust.
 * Example: `coveringTicks(3, 41, 20)` is `[0, 20, 40, 60]`.
 */
export function coveringTicks(low: number, high: number, step: number): number[] {
  const first = Math.floor(low / step + 1e-9);
  const last = Math.ceil(high / step - 1e-9);
  return Array.from({ length: last - first + 1 }, (_, i) => clean((first + i) * step));
}

/**
 * Multiples of a step within a range, ends included.
 * Example: `insideTicks(3, 41, 20)` is `[20, 40]`.
 */
export function insideTicks(low: number, high: number, step: number): number[] {
  const first = Math.ceil(low / step - 1e-9);
  const last = Math.floor(high / step + 1e-9);
  return Array.from({ length: Math.max(last - first + 1, 0) }, (_, i) => clean((first + i) * step));
}

/**
 * How many decimals a step needs to be written: 0.25 needs 2, 50 needs none.
 * Example: `decimalsOf(0.25)` is `2`.
 */
export function decimalsOf(step: number): number {
  for (let places = 0; places <= 12; places++)
    if (Math.abs(step * 10 ** places - Math.round(step * 10 ** places)) < 1e-6) return places;
  return 12;
}

/** Takes off the binary dust that multiplying leaves: 0.30000000000000004 is 0.3. */
function clean(value: number): number {
  const rounded = Number(value.toPrecision(12));
  return rounded === 0 ? 0 : rounded;
}
