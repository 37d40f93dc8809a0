import { DAY, fields, type Instant } from './instant';
import type { Calendar } from './step';

/** A run of places that comes round again: its values lie over each other. */
export const CYCLES = ['month-of-year', 'weekday', 'hour-of-day'] as const;
export type Cycle = (typeof CYCLES)[number];

/**
 * The place of an instant in a cycle: months 1–12, weekdays 1 (Monday) to 7 (Sunday) as in ISO 8601, hours 0–23.
 * Example: `placeInCycle(fromIso('2025-03-04'), 'weekday')` is `2`.
 */
export function placeInCycle(at: Instant, cycle: Cycle): number {
  if (cycle === 'month-of-year') return fields(at).month;
  if (cycle === 'hour-of-day') return fields(at).hour;
  const day = Math.floor(at / DAY);
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

/**
 * All places of a cycle in the order of the calendar; months begin with the business year, weekdays with its week.
 * Example: `placesOfCycle('weekday', { weekStart: 'sunday' })` is `[7, 1, 2, 3, 4, 5, 6]`.
 */
export function placesOfCycle(cycle: Cycle, calendar: Calendar = {}): number[] {
  if (cycle === 'hour-of-day') return Array.from({ length: 24 }, (_, i) => i);
  if (cycle === 'weekday') return calendar.weekStart === 'sunday' ? [7, 1, 2, 3, 4, 5, 6] : [1, 2, 3, 4, 5, 6, 7];
  const start = (calendar.yearStart ?? 1) - 1;
  return Array.from({ length: 12 }, (_, i) => ((i + start) % 12) + 1);
}
