import type { ChartModel } from '../model';
import { cutText, faceWidth, type Face } from './face';
import type { LegendEntry, Placed } from './parts';

/** More names than these may not all be in sight: their number is said. */
const MANY = 10;
export const LEGEND_FACE: Face = { face: 'sans', size: 13, bold: false, italic: false, color: '#24302c' };
const ROW = 24;
const BETWEEN = 14;
/** What stands before a name: its mark and the room after it, in pixels. */
export const MARK_ROOM = 24;
export const RUN_WIDTH = 72;
const WORDS_GAP = 6;
/** Of a trend of each of many series: no colour of one of them. */
const ANY = '#8d8674';

/** What a legend lists: series where they are not named at their lines, trends once each, and what colours mean. */
export function legendEntries(model: Omit<ChartModel, 'checks'>): LegendEntry[] {
  const trends = [...new Map((model.trends ?? []).map((trend) => [trend.id, trend])).values()];
  const many = new Set((model.trends ?? []).map(({ of }) => of)).size > 1;
  // Small copies name what is alike once.
  const series = (model.naming === 'legend' ? model.series : []).filter(
    (one, i) => model.series.findIndex((other) => (other.like ?? other.id) === (one.like ?? one.id)) === i,
  );
  const twoScales = model.scales.left && model.scales.right;
  return [
    ...(series.length > MANY ? [{ is: 'words' as const, name: `${series.length} in all:` }] : []),
    ...series.map(({ id, name, side, symbol, color, shape, dash }) => ({
      is: 'series' as const,
      id,
      name,
      ...(twoScales ? { second: side } : {}),
      mark: { symbol, color, shape, ...(dash ? { dash } : {}) },
    })),
    ...trends.slice(0, MANY).map(({ id, name, color, dash }) => ({
      is: 'trend' as const,
      id,
      name: many ? name.split(',')[0] : name,
      mark: { symbol: 'circle' as const, color: many ? ANY : color, shape: 'line' as const, dash },
    })),
    ...(model.colorKeys ?? []).flatMap(({ name = '', low = '', high = '', colors, when = [] }) => [
      ...(colors ? [{ is: 'run' as const, name, low, high, colors }] : []),
      ...when.map(({ color, words }) => ({ is: 'chip' as const, name: words, color })),
    ]),
  ];
}

/** How wide an entry is, in pixels. */
function entryWidth(entry: LegendEntry): number {
  const words = faceWidth(entry.name, LEGEND_FACE);
  switch (entry.is) {
    case 'words':
      return words;
    case 'run':
      return words + faceWidth(entry.low, LEGEND_FACE) + faceWidth(entry.high, LEGEND_FACE) + RUN_WIDTH + 3 * WORDS_GAP;
    case 'chip':
      return words + 17;
    default:
      return MARK_ROOM + words + (entry.second ? WORDS_GAP + faceWidth(entry.second, LEGEND_FACE) : 0);
  }
}

/** Entries in rows of at most so many pixels; what finds no room in `most` rows is counted in the last. */
export function rowsOf(entries: readonly LegendEntry[], width: number, most: number): Sized[][] {
  const rows: Sized[][] = [];
  let row: Sized[] = [];
  let used = 0;
  for (let i = 0; i < entries.length; i++) {
    const entry = sized(entries[i], width);
    if (row.length > 0 && used + BETWEEN + entry.width > width) {
      if (rows.length === most - 1) return [...rows, counted(row, entries.length - i, width)];
      rows.push(row);
      [row, used] = [[], 0];
    }
    used += (row.length > 0 ? BETWEEN : 0) + entry.width;
    row.push(entry);
  }
  return row.length > 0 ? [...rows, row] : rows;
}

type Sized = LegendEntry & { readonly width: number };

const sized = (entry: LegendEntry, most: number): Sized => {
  const width = entryWidth(entry);
  if (width <= most || entry.is === 'run') return { ...entry, width };
  const name = cutText(entry.name, most - (width - faceWidth(entry.name, LEGEND_FACE)), LEGEND_FACE);
  return { ...entry, name, width: Math.min(entryWidth({ ...entry, name }), most) };
};

/** A row that ends with how many found no room. */
function counted(row: readonly Sized[], left: number, width: number): Sized[] {
  const kept = [...row];
  for (let missing = left; ; missing++) {
    const more = sized({ is: 'words', name: `and ${missing} more` }, width);
    const used = kept.reduce((sum, one) => sum + one.width + BETWEEN, 0);
    if (kept.length === 0 || used + more.width <= width) return [...kept, more];
    kept.pop();
  }
}

/** Rows at their places. */
export function flowed(
  rows: readonly (readonly Sized[])[],
  left: number,
  top: number,
  width: number,
  align: 'start' | 'middle' | 'end',
): Placed<LegendEntry>[] {
  return rows.flatMap((row, r) => {
    const used = row.reduce((sum, one) => sum + one.width, (row.length - 1) * BETWEEN);
    let x = left + (align === 'start' ? 0 : align === 'middle' ? (width - used) / 2 : width - used);
    return row.map((entry) => {
      const placed = { ...entry, left: x, top: top + r * ROW };
      x += entry.width + BETWEEN;
      return placed;
    });
  });
}

/** Entries below each other, each cut to the width; what finds no room in so many lines is counted. */
export function stacked(
  entries: readonly LegendEntry[],
  most: number,
  lines: number,
): { entries: Placed<LegendEntry>[]; width: number } {
  const room = Math.max(lines, 1);
  const fitting =
    entries.length <= room
      ? entries
      : [...entries.slice(0, room - 1), { is: 'words' as const, name: `and ${entries.length - room + 1} more` }];
  const placed = fitting.map((entry, i) => ({ ...sized(entry, most), left: 0, top: i * ROW }));
  return { entries: placed, width: Math.max(0, ...placed.map(({ width }) => width)) };
}
