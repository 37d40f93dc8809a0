import type { ColumnProfile } from './profile';
import { headingWords } from './headings';

/** Words of dates that rows are about, and of dates that merely stand beside them (common practice, no source). */
const ABOUT =
  / (date|day|month|week|time|sold|ordered|order|delivered|arrived|paid|visited|booked|created|started|start|when|moved|on) /;
const BESIDE =
  / (birth|born|dob|due|expires|expiry|until|updated|modified|changed|end|ended|finished|closed|renewal|valid|deadline) /;

/**
 * The Whens of a sheet, the one that its rows are about first: real dates before years and names of months, then by the
 * words of their headers, then the one that is filled in more rows, then the one that stands first.
 */
export function rankWhens(columns: readonly ColumnProfile[]): ColumnProfile[] {
  const whens = columns.filter(({ role }) => role === 'when');
  return whens
    .map((column, i) => ({ column, i, score: scoreOf(column) }))
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .map(({ column }) => column);
}

function scoreOf({ name, type, meaning, stats, unread }: ColumnProfile): number {
  const words = headingWords(name);
  const dated = type === 'date' || type === 'datetime' ? 4 : meaning === 'year' ? 1 : 0;
  const said = (ABOUT.test(words) ? 1 : 0) - (BESIDE.test(words) ? 2 : 0);
  const rows = stats.count + stats.missing + unread.count;
  return dated + said + (rows > 0 ? stats.count / rows : 0);
}
