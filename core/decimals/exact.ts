/**
 * Exact decimals: whole units at a fixed number of places, as on adding machine paper. 12.30 at scale 2 is 1230 units.
 * Sums never round; the value is rounded once, to the nearest double, when it is drawn.
 */
export interface ExactColumn {
  readonly scale: number;
  readonly units: readonly (bigint | null)[];
}

const PLAIN = /^(-?)(\d+)(?:\.(\d+))?$/;

/**
 * Plain decimal texts ("-1234.50") to exact units at the largest scale among them.
 * @throws RangeError with the text that is not a plain decimal.
 */
export function exactColumn(texts: readonly (string | null)[]): ExactColumn {
  const scale = texts.reduce((most, text) => Math.max(most, places(text)), 0);
  return { scale, units: texts.map((text) => (text === null ? null : toUnits(text, scale))) };
}

function places(text: string | null): number {
  const point = text?.indexOf('.') ?? -1;
  return text === null || point < 0 ? 0 : text.length - point - 1;
}

function toUnits(text: string, scale: number): bigint {
  const found = PLAIN.exec(text);
  if (!found) throw new RangeError(`not a plain decimal: ${text}`);
  const units = BigInt(found[2] + (found[3] ?? '').padEnd(scale, '0'));
  return found[1] ? -units : units;
}

/** Exact units as a plain decimal text, "-1234.50". */
export function exactText(units: bigint, scale: number): string {
  const digits = (units < 0n ? -units : units).toString().padStart(scale + 1, '0');
  const text = scale === 0 ? digits : `${digits.slice(0, -scale)}.${digits.slice(-scale)}`;
  return units < 0n ? `-${text}` : text;
}

/**
 * The double nearest to exact units.
 * Example: `exactNumber(1230n, 2)` is `12.3`.
 */
export function exactNumber(units: bigint, scale: number): number {
  return Number(exactText(units, scale));
}

/**
 * The double nearest to exact units divided by a count: an average, rounded to 20 places before it becomes a double.
 * Example: `exactMean(1n, 0, 4)` is `0.25`.
 */
export function exactMean(units: bigint, scale: number, count: number): number {
  const more = 20;
  const widened = (units * 10n ** BigInt(more)) / BigInt(count);
  return Number(exactText(widened, scale + more));
}

/**
 * The sum of doubles that stand for decimals, as decimals: 0.1 and 0.2 are 0.3. Numbers too large or too small to be
 * written without an exponent are added as doubles.
 * Example: `addDecimals([0.1, 0.2])` is `0.3`.
 */
export function addDecimals(values: readonly number[]): number {
  const texts = values.map(String);
  if (!texts.every((text) => PLAIN.test(text))) return values.reduce((sum, value) => sum + value, 0);
  const { units, scale } = exactColumn(texts);
  return exactNumber(
    units.reduce<bigint>((sum, unit) => sum + (unit ?? 0n), 0n),
    scale,
  );
}
