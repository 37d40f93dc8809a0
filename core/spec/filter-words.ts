import { DAY, fromIso, isoDate, momentWords, type Locale, stepsInWords } from '../calendar';
import { isDated, type ColumnProfile } from '../inference';
import type { Filter } from './chart-spec';
import { WINDOW_WORDS } from './words';

/** What of a column a filter is said with. */
type Named = Pick<ColumnProfile, 'name'> & Partial<Pick<ColumnProfile, 'type' | 'unit'>>;

/** A filter in words: "Spot is Yard or Web shop", "Sold on from 1 Jan 2024 to 31 Mar 2024". */
export function filterWords(filter: Filter, column: Named, locale?: Locale): string {
  const { name } = column;
  if ('keep' in filter) {
    const values = filter.keep.map((value) => valueWords(value, column, locale));
    const listed =
      values.length > 3 ? `${values.slice(0, 2).join(', ')} or ${values.length - 2} others` : values.join(' or ');
    return `${name} is ${filter.not ? 'not ' : ''}${listed}`;
  }
  if ('present' in filter) return `${name} is ${filter.present ? 'filled' : 'empty'}`;
  if ('window' in filter)
    return typeof filter.window === 'string'
      ? `${name} is in ${WINDOW_WORDS[filter.window]}`
      : `${name} is in the last ${stepsInWords(filter.window.last, filter.window.step)}`;
  if ('top' in filter) return `${name} is among the ${filter.ascending ? 'lowest' : 'top'} ${filter.top}`;
  const { from, to } = filter;
  const end = to === undefined ? undefined : lastDay(to, column);
  return [
    name,
    from === undefined ? '' : `from ${valueWords(from, column, locale)}`,
    end !== undefined ? `to ${valueWords(end, column, locale)}` : '',
    end === undefined && to !== undefined
      ? `${isDatedColumn(column) ? 'before' : 'below'} ${valueWords(to, column, locale)}`
      : '',
  ]
    .filter(Boolean)
    .join(' ');
}

const isDatedColumn = ({ type }: Named) => type !== undefined && isDated({ type });

/** The last day that a range of dates holds, where it ends with a whole day: people name the last day, not the one after it. */
export function lastDay(to: string | number, column: Named): string | undefined {
  const whole = /^(\d{4}-\d\d-\d\d)(T00:00(:00)?)?$/.exec(String(to));
  return whole && isDatedColumn(column) ? isoDate(fromIso(whole[1]) - DAY) : undefined;
}

function valueWords(value: string | number | boolean | null, column: Named, locale?: Locale): string {
  if (value === null) return '(blank)';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (isDatedColumn(column)) return momentWords(String(value), locale);
  if (typeof value === 'number' && column.unit === '%') return `${Number((value * 100).toPrecision(12))} %`;
  return String(value);
}
