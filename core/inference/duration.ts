const CLOCK = /^(\d{1,4}):([0-5]\d)(?::([0-5]\d))?$/;
const WORDS =
  /^(?:(\d+(?:[.,]\d+)?)\s*(?:d|days?|tage?|jours?)\.?[\s,]*)?(?:(\d+(?:[.,]\d+)?)\s*(?:h|hrs?|hours?|std|stunden?|heures?|horas?|ore|uur)\.?[\s,]*)?(?:(\d+(?:[.,]\d+)?)\s*(?:m|min|mins|minutes?|minuten?|minutos?|minuti)\.?[\s,]*)?(?:(\d+(?:[.,]\d+)?)\s*(?:s|secs?|seconds?|sek|sekunden?|secondes?|segundos?|secondi)\.?)?$/i;
/** ISO 8601-1:2019, 5.5.2: PT1H30M. */
const ISO = /^P(?:(\d+)D)?T?(?:(\d+(?:\.\d+)?)H)?(?:(\d+(?:\.\d+)?)M)?(?:(\d+(?:\.\d+)?)S)?$/;

export interface DurationReading {
  readonly seconds: number;
  /** Written with words or as ISO 8601 ("90 min"), not as a clock ("1:30:00"), which may be a time of day. */
  readonly worded: boolean;
}

/** Reads a span of time; `undefined` where it is none: "1:30:00", "90 min", "2h 15m", "1.5 hours", "PT1H30M". */
export function readDuration(text: string): DurationReading | undefined {
  if (text.length > 32 || text.length < 2) return undefined;
  const clock = CLOCK.exec(text);
  if (clock) {
    const [, hours, minutes, seconds = '0'] = clock;
    return { seconds: (Number(hours) * 60 + Number(minutes)) * 60 + Number(seconds), worded: false };
  }
  const first = text.charCodeAt(0);
  if (first !== 80 && (first < 48 || first > 57)) return undefined;
  const found = ISO.exec(text) ?? WORDS.exec(text);
  if (!found || found.slice(1).every((part) => part === undefined)) return undefined;
  const [days, hours, minutes, seconds] = found.slice(1, 5).map((part) => Number((part ?? '0').replace(',', '.')));
  return { seconds: Math.round((((days * 24 + hours) * 60 + minutes) * 60 + seconds) * 1000) / 1000, worded: true };
}

export const DURATION_UNITS = ['min', 's'] as const;
export type DurationUnit = (typeof DURATION_UNITS)[number];

/** A span in one unit as plain decimal text, exact to the thousandth of a second. */
export function durationText(seconds: number, unit: DurationUnit): string {
  return String(unit === 's' ? seconds : Math.round((seconds / 60) * 1e6) / 1e6);
}
