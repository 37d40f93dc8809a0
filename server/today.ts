import { localAt } from '@/core/deliveries';

const two = (n: number) => String(n).padStart(2, '0');

/** The day that the clock shows, as ISO 8601: in a zone, or where the application runs. The one place that "today" comes from. */
export function todayIn(zone?: string, now = Date.now()): string {
  const { year, month, day } = localAt(now, zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone);
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}`;
}
