import { INK, wrapText, type Block, type Face } from '../layout';

const HEADING: Face = { face: 'serif', size: 17, bold: true, italic: false, color: INK };
const NOTE: Face = { face: 'sans', size: 14, bold: false, italic: false, color: INK };
const EDGE = 16;

/** A text of a board: its first line is a heading where it begins with "# "; the rest is a note. */
export interface TextParts {
  readonly heading: string;
  readonly note: string;
}

export function textParts(text: string): TextParts {
  const [first, ...rest] = text.split('\n');
  return first.startsWith('# ')
    ? { heading: first.slice(2).trim(), note: rest.join('\n').trim() }
    : { heading: '', note: text.trim() };
}

/** Example: `textOf({ heading: 'To do', note: 'Order nets' })` is `'# To do\nOrder nets'`. */
export const textOf = ({ heading, note }: TextParts): string => (heading ? `# ${heading}\n${note}` : note);

/** The lines of a text in a tile, in pixels; what finds no room ends with an ellipsis. */
export function textBlocks(text: string, { width, height }: { width: number; height: number }): Block[] {
  const { heading, note } = textParts(text);
  const inner = width - 2 * EDGE;
  const blocks: Block[] = [];
  let top = 10;
  const add = (words: string, face: Face, lineHeight: number) => {
    const most = Math.floor((height - top - 6) / lineHeight);
    if (most < 1 || words === '') return;
    const lines = wrapText(words, inner, face, most);
    blocks.push({ lines, left: EDGE, top, width: inner, lineHeight, align: 'start', face });
    top += lines.length * lineHeight;
  };
  add(heading, HEADING, 24);
  for (const paragraph of note.split('\n')) {
    if (paragraph.trim() === '') top += 8;
    else add(paragraph, NOTE, 20);
  }
  return blocks;
}

/** How high a text is in a width, in pixels: all its lines. */
export function textHeight(text: string, width: number): number {
  const blocks = textBlocks(text, { width, height: 4_000 });
  return Math.max(...blocks.map(({ top, lines, lineHeight }) => top + lines.length * lineHeight), 24) + 14;
}
