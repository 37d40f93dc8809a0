import subsetFont from 'subset-font';
import { FONTS, fontBytes, type FontFile } from './fonts';

/** How many subsets are kept: charts of one sheet are written with the same letters. */
const KEPT = 60;
const held = new Map<string, Promise<string>>();

/**
 * The letters that a picture is written with as `@font-face` rules with their data in them, so that it reads the same on
 * machines without our faces and asks for nothing.
 * @param inner SVG or HTML whose words are set in them
 */
export async function embeddedFonts(inner: string): Promise<string> {
  const texts = [...inner.matchAll(/>([^<]+)</g)].map(([, text]) => text).join('');
  const letters = [...new Set(texts.replace(/&#39;/g, "'").replace(/&(amp|lt|gt|quot);/g, '&<>"'))].sort().join('');
  if (letters === '') return '';
  return (await Promise.all(facesIn(inner).map((face) => ruleOf(face, letters)))).join('');
}

/** The faces that some words are set in. */
function facesIn(inner: string): FontFile[] {
  const serif = inner.includes('Source Serif 4');
  const bold = /font-weight="600"|font-weight:\s*600/.test(inner);
  const italic = inner.includes('italic');
  return FONTS.filter(
    (one) => (one.family === 'Source Sans 3' || serif) && (one.weight === 400 || bold) && (!one.italic || italic),
  );
}

function ruleOf(font: FontFile, letters: string): Promise<string> {
  const key = `${font.file} ${letters}`;
  const known = held.get(key);
  if (known) return known;
  const rule = subsetFont(fontBytes(font), letters, { targetFormat: 'woff' }).then(
    (bytes) =>
      `@font-face{font-family:'${font.family}';font-weight:${font.weight};font-style:${font.italic ? 'italic' : 'normal'};src:url(data:font/woff;base64,${Buffer.from(bytes).toString('base64')}) format('woff')}`,
  );
  held.set(key, rule);
  if (held.size > KEPT) held.delete([...held.keys()][0]);
  return rule;
}
