import type { ChartModel } from '../model';
import { faceWidth, wrapText, type Face } from './face';
import type { RemarkNote } from './parts';

export const NOTES_FACE: Face = { face: 'sans', size: 12, bold: false, italic: false, color: '#24302c' };
export const NOTES_LINE = 16;
/** The number in its ring, and the room after it. */
export const RING = 22;
const COLUMN_LEAST = 300;
const COLUMN_GAP = 24;
const LINES = 2;

const bold = { ...NOTES_FACE, bold: true };

/** The remarks in sight, in columns above `bottom`; what finds no room is counted. */
export function remarkNotes(
  { remarks = [], view, across }: Omit<ChartModel, 'checks'>,
  { left, width, bottom }: { left: number; width: number; bottom: number },
  most: number,
): RemarkNote[] {
  const seen = remarks.filter(({ at }) => at >= 0 && (!view || (at >= view.from && at <= view.to)));
  if (seen.length === 0) return [];
  const columns = seen.length > 1 && width >= 2 * COLUMN_LEAST + COLUMN_GAP ? 2 : 1;
  const each = (width - (columns - 1) * COLUMN_GAP) / columns;
  const rows = Math.max(1, Math.floor(most / (LINES * NOTES_LINE)));
  const room = rows * columns;
  const shown = seen.length <= room ? seen : seen.slice(0, room - 1);
  const written = shown.map(({ number, at, strong = '', text }) => {
    const place = across.labels[at] ?? '';
    const head = [place, strong].filter(Boolean).join('  ');
    const indent = faceWidth(head, bold) + 8;
    return { number, place, strong, lines: afterHead(text, each - RING, indent) };
  });
  const rest = seen.length - shown.length;
  const all = rest > 0 ? [...written, { place: '', strong: '', lines: [`and ${rest} more remarks`] }] : written;
  const perColumn = Math.ceil(all.length / columns);
  const heights = Array.from({ length: perColumn }, (_, row) =>
    Math.max(
      ...Array.from({ length: columns }, (__, column) => (all[column * perColumn + row]?.lines.length ?? 0) || 1),
    ),
  );
  const total = heights.reduce((sum, lines) => sum + lines * NOTES_LINE + 2, 0);
  return all.map((one, i) => {
    const row = i % perColumn;
    const above = heights.slice(0, row).reduce((sum, lines) => sum + lines * NOTES_LINE + 2, 0);
    return {
      ...one,
      left: left + Math.floor(i / perColumn) * (each + COLUMN_GAP),
      top: bottom - total + above,
      width: each,
    };
  });
}

/** Text in at most two lines, the first of which begins further in. */
function afterHead(text: string, width: number, indent: number): string[] {
  const words = text.split(/\s+/).filter(Boolean);
  let count = words.length;
  while (count > 0 && faceWidth(words.slice(0, count).join(' '), NOTES_FACE) > width - indent) count--;
  if (count === words.length) return [words.join(' ')];
  return [words.slice(0, count).join(' '), ...wrapText(words.slice(count).join(' '), width, NOTES_FACE, LINES - 1)];
}
