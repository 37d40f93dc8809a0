import { fromIso, isoDateTime, windowRange, type Instant } from '../calendar';
import { isNumeric, type ColumnProfile } from '../inference';
import { column, type Columns } from './against-columns';
import type { ChartSpec, Filter } from './chart-spec';

/** A filter without windows of time: those became ranges. */
export type PlainFilter = Exclude<Filter, { window: unknown }>;

/** A window of time as it stands now: its stretch, and the day up to which its steps are shown. */
export interface Stretch {
  readonly column: string;
  readonly from: Instant;
  readonly to: Instant;
  readonly reference: Instant;
}

/**
 * Filters with their windows as ranges. `today` (ISO 8601) is the day that windows go by; without it the newest date of
 * their column. A window on a column without dates keeps nothing.
 */
export function resolveFilters(
  filters: readonly Filter[],
  columns: Columns,
  calendar: ChartSpec['calendar'],
  today?: string,
): { filters: PlainFilter[]; stretches: Stretch[] } {
  const stretches: Stretch[] = [];
  const plain = filters.map((filter): PlainFilter => {
    if (!('window' in filter)) return filter;
    const profile = column(columns, filter.column);
    const reference = today === undefined ? newest(profile) : fromIso(today);
    if (reference === undefined) return { column: filter.column, keep: [] };
    const { from, to } = windowRange(filter.window, reference, calendar);
    stretches.push({ column: filter.column, from, to, reference });
    return { column: filter.column, from: bound(from, profile), to: bound(to, profile) };
  });
  return { filters: plain, stretches };
}

/** A column of years is bounded by years: its year stands for the first day. */
function bound(at: Instant, profile: ColumnProfile): string | number {
  if (!isNumeric(profile)) return isoDateTime(at);
  const year = Number(isoDateTime(at).slice(0, 4));
  return at > fromIso(`${String(year).padStart(4, '0')}-01-01`) ? year + 1 : year;
}

function newest({ stats: { max } }: ColumnProfile): Instant | undefined {
  if (max === undefined) return undefined;
  return fromIso(typeof max === 'number' ? `${String(max).padStart(4, '0')}-01-01` : max);
}

/** The filters of the groups that were stepped into. */
export function withinFilters(spec: ChartSpec, columns: Columns): PlainFilter[] {
  if (spec.across.as !== 'group') return [];
  return (spec.across.within ?? []).map(({ column: key, value }) => ({
    column: key,
    keep: [typedValue(value, column(columns, key))],
  }));
}

/** A group's text as the value that its cells hold: "(blank)" is null, yes and no are true and false. */
export function typedValue(text: string, profile: ColumnProfile): string | number | boolean | null {
  if (text === BLANK) return null;
  if (profile.type === 'boolean') return text === 'Yes' || text === 'true';
  return isNumeric(profile) ? Number(text) : text;
}

/** What rows with an empty cell are called where groups are named. */
export const BLANK = '(blank)';
/** What the groups beyond the first few are called together. */
export const OTHER = 'Other';
