import { beginning } from '../reading';

const LONGEST = 80;
/** Names that a program may not give a file (Microsoft, "Naming Files, Paths, and Namespaces"). */
const RESERVED = /^(?:con|prn|aux|nul|com\d|lpt\d)$/i;

/**
 * A plain name for a file out of a title: letters, figures and hyphens of any script. Nothing in it means something to a
 * shell or a folder, or turns the direction of reading.
 * Example: `fileNameOf('Takings: by month / spot')` is `'Takings-by-month-spot'`.
 */
export function fileNameOf(title: string): string {
  const plain = beginning(
    title
      .normalize('NFC')
      .replace(/[^\p{L}\p{M}\p{N} _-]/gu, '')
      .trim()
      .replace(/[\s_-]+/g, '-')
      .replace(/^-+/, ''),
    LONGEST,
  ).replace(/-+$/, '');
  return plain === '' || RESERVED.test(plain) ? `chart${plain === '' ? '' : `-${plain}`}` : plain;
}
