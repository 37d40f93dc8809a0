import type { Letters } from '../../spec';
import { LETTERS_SCALES } from './letters';
import type { ChartModel } from '../model';
import { INK, INK_2, inksOn, SURFACE } from '../palette';
import type { Size } from '../plot';
import { faceWidth, wrapText, type Face } from './face';
import { flowed, legendEntries, rowsOf, stacked } from './legend';
import type { Block, LegendEntry, Placed, Whole } from './parts';
import { remarkNotes } from './notes';

/** The room between the edge of a picture and what stands in it, in pixels. */
const EDGE = { x: 16, top: 12, bottom: 10 } as const;
/** Smaller pictures have smaller titles of fewer lines, and leave words out before marks: from these heights on, in pixels. */
const TALL = 460;
const MIDDLE = 340;
const LOW = 240;
const LEAST = 170;
/** The title of a tile of a board. */
const TILE_TITLE = 16;
const ROW = 24;
const GAP = 4;
/** A legend beside the drawing has at most this share of the width; one above it this share of the height. */
const ASIDE = 0.26;
const ABOVE = 0.24;
/** The share of the height that remarks may have. */
const NOTES = 0.28;
/** A subtitle leaves the legend beside it the rest of its row. */
const SUBTITLE = 0.7;
const NOTE_LINES = 3;

export const TITLE_FACE: Face = { face: 'serif', size: 21, bold: true, italic: false, color: INK };
const SUBTITLE_FACE: Face = { face: 'sans', size: 13.5, bold: false, italic: false, color: INK_2 };
const NOTE_FACE: Face = { face: 'sans', size: 12, bold: false, italic: false, color: INK_2 };

/**
 * Lays a chart out in a whole picture: its words first, the drawing in the room that they leave.
 * @param lay lays the drawing out in a room of its own
 * @param size the picture in pixels, all of it included
 */
export function wholeOf<T extends Omit<ChartModel, 'checks'>>(
  lay: (size: Size) => T,
  size: Size,
  manners: { readonly note?: string; readonly tile?: boolean } = {},
): T {
  const first = lay(roomIn(size, 60));
  const words = around(first, size, manners);
  const second = lay(words.room);
  // Names that find no room at the lines' ends are listed, and the other way round.
  if (second.naming === first.naming) return { ...second, whole: words.whole };
  const again = around(second, size, manners);
  const third = lay(again.room);
  return { ...(third.naming === second.naming ? third : { ...third, naming: second.naming }), whole: again.whole };
}

const roomIn = ({ width, height }: Size, words: number): Size => ({
  width: Math.max(width - 2 * EDGE.x, 60),
  height: Math.max(height - EDGE.top - EDGE.bottom - words, 40),
});

function around(
  model: Omit<ChartModel, 'checks'>,
  shown: Size,
  { note = '', tile = false }: { readonly note?: string; readonly tile?: boolean },
): { whole: Whole; room: Size } {
  const { look } = model;
  const ground = look?.ground ?? SURFACE;
  const { ink, ink2 } = inksOn(ground);
  const letters = LETTERS_SCALES[look?.letters ?? 'normal'];
  const [width, height] = [shown.width / letters, shown.height / letters];
  const inner = width - 2 * EDGE.x;
  const align = look?.title ?? 'start';
  const box = (top: number, lines: readonly string[], lineHeight: number, face: Face): Block => ({
    lines,
    left: EDGE.x,
    top,
    width: inner,
    lineHeight,
    align,
    face,
  });
  let top: number = height < LOW ? 7 : EDGE.top;
  const face = {
    ...TITLE_FACE,
    color: ink,
    size: tile ? TILE_TITLE : titleSize(height),
    ...(tile ? {} : chosen(look?.titleLetters)),
  };
  const titleLines = tile || height < MIDDLE ? 1 : height < TALL ? 2 : 3;
  const title = box(top, wrapText(model.title, inner, face, titleLines), face.size * 1.3, face);
  top += title.lines.length * title.lineHeight;

  const entries = height < LEAST ? [] : legendEntries(model);
  const place = look?.legend;
  const aside = place === 'left' || place === 'right' ? place : undefined;
  const above = aside === undefined && place !== 'bottom';
  const told = { ...SUBTITLE_FACE, color: ink2 };
  const subtitle = box(top - 2, wrapText(model.subtitle ?? '', inner * SUBTITLE, told, 1), ROW, told);
  const inline = above && height >= LOW ? besideSubtitle(entries, subtitle) : undefined;
  const hasSubtitle = subtitle.lines.length > 0 && (height >= LOW || entries.length === 0);
  const second = hasSubtitle || (inline !== undefined && entries.length > 0) || (height >= MIDDLE && !tile);
  if (second && height >= LEAST) top += ROW - 2;
  const most = Math.max(1, Math.min(2, Math.floor((height * ABOVE) / ROW)));
  const rows = above && !inline ? flowed(rowsOf(entries, inner, most), EDGE.x, top, inner, align) : [];
  if (rows.length > 0) top = Math.max(...rows.map((one) => one.top)) + ROW;
  top += GAP;

  let bottom = height - (height < LOW ? 6 : EDGE.bottom);
  const noteLines = height < LOW ? [] : wrapText(note, inner, NOTE_FACE, NOTE_LINES);
  const noteFace = { ...NOTE_FACE, color: ink2 };
  const noteBox = { ...box(bottom - noteLines.length * 16, noteLines, 16, noteFace), align: 'start' as const };
  if (noteLines.length > 0) bottom = noteBox.top - GAP;
  const remarks = height < MIDDLE ? [] : remarkNotes(model, { left: EDGE.x, width: inner, bottom }, height * NOTES);
  if (remarks.length > 0) bottom = Math.min(...remarks.map((one) => one.top)) - 2 * GAP;
  const below = place === 'bottom' ? rowsOf(entries, inner, most) : [];
  const foot = below.length > 0 ? flowed(below, EDGE.x, bottom - below.length * ROW, inner, align) : [];
  if (below.length > 0) bottom -= below.length * ROW;

  const column = aside ? stacked(entries, inner * ASIDE, Math.floor((bottom - top - ROW) / ROW)) : undefined;
  const taken = column && entries.length > 0 ? column.width + 14 : 0;
  const beside = (column?.entries ?? []).map((one) => ({
    ...one,
    left: aside === 'left' ? EDGE.x : EDGE.x + inner - (column?.width ?? 0),
    top: top + ROW + one.top,
  }));
  return {
    whole: {
      ...shown,
      letters,
      plot: { left: EDGE.x + (aside === 'left' ? taken : 0), top },
      ...(title.lines.length > 0 ? { title } : {}),
      ...(second && height >= LEAST ? { subtitle } : {}),
      ...(noteLines.length > 0 ? { note: noteBox } : {}),
      legend: [...(inline ?? []), ...rows, ...foot, ...beside],
      remarks,
      ground,
      frame: look?.frame ?? false,
    },
    room: { width: Math.max(inner - taken, 60), height: Math.max(bottom - top, 40) },
  };
}

const titleSize = (height: number) => (height < LOW ? 15 : height < MIDDLE ? 17 : TITLE_FACE.size);

const chosen = (letters: Letters = {}) => Object.fromEntries(Object.entries(letters).filter(([, one]) => one != null));

/** A legend that fits beside the subtitle stands there: it takes no row of its own. */
function besideSubtitle(entries: readonly LegendEntry[], subtitle: Block): Placed<LegendEntry>[] | undefined {
  if (entries.length === 0 || subtitle.align !== 'start') return entries.length === 0 ? [] : undefined;
  const taken = subtitle.lines.length > 0 ? widthOf(subtitle) + 22 : 0;
  const rows = rowsOf(entries, subtitle.width - taken, 1);
  if (rows.length !== 1 || rows[0].length !== entries.length) return undefined;
  return flowed(rows, subtitle.left + taken, subtitle.top, subtitle.width - taken, 'start');
}

/** How wide the widest line of a block is, in pixels. */
export const widthOf = ({ lines, face }: Pick<Block, 'lines' | 'face'>): number =>
  Math.max(0, ...lines.map((line) => faceWidth(line, face)));
