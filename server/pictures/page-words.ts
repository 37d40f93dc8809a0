import { readSpots, writeValue, type ChartModel } from '@/core/layout';
import type { ChartTable } from '../exports/chart-table';
import type { PageWords } from './to-page';

/** More places than these are read from the picture and the table alone: the page stays small. */
const MOST_SPOTS = 4_000;
/** Rows of figures that a page holds. */
const MOST_ROWS = 5_000;

/** What a page says of a chart beside the picture: of the model what is in sight, of the table all that is charted. */
export function pageWords(seen: ChartModel, whole: ChartModel, { columns, rows }: ChartTable): PageWords {
  const spots = readSpots(seen);
  const locale = whole.look?.locale;
  const cell = (value: string | number | null, i: number) =>
    value === null ? '–' : typeof value === 'string' ? value : writeValue(value, columns[i].unit, undefined, locale);
  const labels = whole.points ? undefined : whole.across.labels;
  const shown = rows.slice(0, MOST_ROWS);
  return {
    sentence: whole.sentence,
    spots: spots.slice(0, MOST_SPOTS),
    head: columns.map(({ name }) => name),
    rows: [
      ...shown.map((row, r) => row.map((value, i) => (i === 0 ? (labels?.[r] ?? cell(value, i)) : cell(value, i)))),
      ...(rows.length > shown.length ? [[`and ${rows.length - shown.length} more rows`]] : []),
    ],
  };
}
