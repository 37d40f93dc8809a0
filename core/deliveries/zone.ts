/** A time of the clock: a day and a time of it, without a zone. */
export interface Local {
  readonly year: number;
  /** 1 to 12. */
  readonly month: number;
  readonly day: number;
  readonly hour: number;
  readonly minute: number;
}

const DAY_MS = 86_400_000;
const formats = new Map<string, Intl.DateTimeFormat>();

/** A formatter for a zone; made once, since making one takes far longer than using it. @throws RangeError for no zone */
function formatOf(zone: string): Intl.DateTimeFormat {
  let found = formats.get(zone);
  if (!found) {
    found = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      second: 'numeric',
      era: 'short',
    });
    formats.set(zone, found);
  }
  return found;
}

/** Whether a name is one of a zone (IANA time zone database, as the runtime knows it), and not an offset alone. */
export function isZone(name: string): boolean {
  if (!/^[A-Za-z][\w+\-/]{0,63}$/.test(name)) return false;
  try {
    formatOf(name);
    return true;
  } catch {
    return false;
  }
}

/** What the clock of a zone shows at an instant, in ms since 1970 as if it were UTC. */
function clockAt(instant: number, zone: string): number {
  const parts = new Map(
    formatOf(zone)
      .formatToParts(instant)
      .map(({ type, value }) => [type, value]),
  );
  const part = (name: string) => Number(parts.get(name as Intl.DateTimeFormatPartTypes));
  return Date.UTC(part('year'), part('month') - 1, part('day'), part('hour'), part('minute'), part('second'));
}

/** How far a zone is ahead of UTC at an instant, in ms. */
const offsetAt = (instant: number, zone: string): number => clockAt(instant, zone) - Math.floor(instant / 1000) * 1000;

/** The day and time that the clock of a zone shows. */
export function localAt(instant: number, zone: string): Local {
  const clock = new Date(clockAt(instant, zone));
  return {
    year: clock.getUTCFullYear(),
    month: clock.getUTCMonth() + 1,
    day: clock.getUTCDate(),
    hour: clock.getUTCHours(),
    minute: clock.getUTCMinutes(),
  };
}

/**
 * The instant at which the clock of a zone shows a time: of one that is shown twice (the clock goes back) the first, of one
 * that is never shown (it goes forward) the first that is. In ms since 1970.
 * Example: `new Date(instantOf({ year: 2025, month: 3, day: 30, hour: 1, minute: 30 }, 'Europe/London')).toISOString()` is `'2025-03-30T01:00:00.000Z'`.
 */
export function instantOf({ year, month, day, hour, minute }: Local, zone: string): number {
  const clock = Date.UTC(year, month - 1, day, hour, minute);
  // Zones change at most once within two days: before and after it are all the offsets there are.
  const [before, after] = [offsetAt(clock - DAY_MS, zone), offsetAt(clock + DAY_MS, zone)];
  const shown = [clock - before, clock - after].filter((instant) => clockAt(instant, zone) === clock);
  if (shown.length > 0) return Math.min(...shown);
  // The clock leaps over it: the leap itself is the first time that is shown.
  let [low, high] = [clock - Math.max(before, after) - DAY_MS, clock - Math.min(before, after) + DAY_MS];
  while (high - low > 1000) {
    const middle = Math.floor((low + high) / 2000) * 1000;
    if (offsetAt(middle, zone) === before) low = middle;
    else high = middle;
  }
  return high;
}
