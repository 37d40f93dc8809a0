import type { Letters } from '../../spec';
import { FACE_WIDTHS } from './face-widths';

/** The letters of a text in a picture: all that decides how wide it is, and its colour. */
export type Face = Required<Letters>;

const TABLES = new Map(
  Object.entries(FACE_WIDTHS).map(([name, widths]) => [name, widths.split(' ').map(Number)] as const),
);
const PRINTABLE = 32;
const LATIN = 160;
const FIRST_COUNT = 95;
/** What is in no table: dashes and quotes, other alphabets, and the squares of East Asian writing, as shares of the size. */
const OTHER = 0.62;
const SQUARE = 1;
const SQUARES_FROM = 0x2e80;
/** Slanted and bold letters that are made of others run a little wider. */
const ITALIC = 1.02;

/**
 * How wide a text is in a face, in pixels, by the widths of its characters (kerning is left aside: less than a hundredth).
 * Example: `Math.round(faceWidth('0000', { face: 'sans', size: 10, bold: false, italic: false, color: '#000000' }))` is `20`.
 */
export function faceWidth(text: string, { face, bold, size, italic }: Face): number {
  const table = TABLES.get(bold ? `${face}Bold` : face) ?? [];
  let units = 0;
  for (const character of text) {
    const code = character.codePointAt(0) ?? PRINTABLE;
    const at = code < LATIN ? code - PRINTABLE : code - LATIN + FIRST_COUNT;
    units += (code < 127 || code >= LATIN ? table[at] : undefined) ?? (code >= SQUARES_FROM ? SQUARE : OTHER) * 1000;
  }
  return (units / 1000) * size * (italic ? ITALIC : 1);
}

/** A text cut to a width, with an ellipsis for what is left off. */
export function cutText(text: string, width: number, face: Face): string {
  if (faceWidth(text, face) <= width) return text;
  const characters = [...text];
  let [low, high] = [0, characters.length];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (faceWidth(`${characters.slice(0, middle).join('').trimEnd()}…`, face) <= width) low = middle;
    else high = middle - 1;
  }
  return `${characters.slice(0, Math.max(low, 1)).join('').trimEnd()}…`;
}

/** A text in lines of at most `width` pixels, broken between words, the last of at most `most` lines cut. */
export function wrapText(text: string, width: number, face: Face, most: number): string[] {
  const lines: string[] = [];
  let line = '';
  const words = text.split(/\s+/).filter(Boolean);
  for (let i = 0; i < words.length; i++) {
    const longer = line === '' ? words[i] : `${line} ${words[i]}`;
    if (faceWidth(longer, face) <= width || line === '') line = longer;
    else {
      if (lines.length === most - 1) {
        line = [line, ...words.slice(i)].join(' ');
        break;
      }
      lines.push(line);
      line = words[i];
    }
  }
  return line === '' ? lines : [...lines, line].map((one) => cutText(one, width, face));
}
