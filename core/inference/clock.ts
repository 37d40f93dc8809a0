/**
 * A time of day inside a pattern, six groups: hour, minute, second, half of the day, offset, and the hour of "4 pm",
 * which has no minutes.
 */
export const CLOCK =
  '(?:(\\d{1,2})[:h](\\d{2})(?::(\\d{2})(?:[.,]\\d+)?)?\\s*([AaPp]\\.?[Mm]\\.?)?\\s*(Z|UTC|GMT|[+-]\\d{2}(?::?\\d{2})?)?|(\\d{1,2})\\s*([AaPp]\\.?[Mm]\\.?))';
/** How many groups `CLOCK` has. */
export const CLOCK_GROUPS = 7;

const CLOCK_ONLY = new RegExp(`^${CLOCK}$`);

export interface ClockReading {
  /** Milliseconds since midnight. */
  readonly ms: number;
  /** An offset from UTC stood beside it, and is left off. */
  readonly zoned: boolean;
}

/**
 * The time in the groups of `CLOCK` that begin at `at` of a match; `undefined` where there is no such time. A leap
 * second (23:59:60, RFC 3339, 5.8) is kept inside its minute.
 */
export function clockAt(found: RegExpExecArray, at: number): ClockReading | undefined {
  const hour = Number(found[at] ?? found[at + 5]);
  const minute = Number(found[at + 1] ?? 0);
  const second = Number(found[at + 2] ?? 0);
  const half = (found[at + 3] ?? found[at + 6])?.charAt(0).toLowerCase();
  if (minute > 59 || second > 60 || hour > 23 || (half && (hour < 1 || hour > 12))) return undefined;
  const hours = half ? (hour % 12) + (half === 'p' ? 12 : 0) : hour;
  return { ms: ((hours * 60 + minute) * 60 + Math.min(second, 59)) * 1000, zoned: found[at + 4] !== undefined };
}

/**
 * Reads a time of day as `HH:MM:SS`; `undefined` where it is none.
 * Example: `readTime('4:20 pm')` is `'16:20:00'`.
 */
export function readTime(text: string): string | undefined {
  const found = CLOCK_ONLY.exec(text);
  const clock = found && clockAt(found, 1);
  return clock && !clock.zoned ? new Date(clock.ms).toISOString().slice(11, 19) : undefined;
}
