import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import * as fontkit from 'fontkit';

/** One of our faces as a file that ships with the application. */
export interface FontFile {
  readonly family: 'Source Sans 3' | 'Source Serif 4';
  readonly weight: 400 | 600;
  readonly italic: boolean;
  readonly file: string;
}

const FOLDERS = { 400: '400Regular', 600: '600SemiBold' } as const;

/** Packages are looked for from where the application stands: this file may be bundled. */
const from = createRequire(path.join(process.cwd(), 'package.json'));

const fileOf = (family: FontFile['family'], weight: FontFile['weight'], italic: boolean): FontFile => {
  const name = `${family.replaceAll(' ', '')}_${FOLDERS[weight]}${italic ? '_Italic' : ''}`;
  const folder = path.dirname(
    from.resolve(`@expo-google-fonts/${family.toLowerCase().replaceAll(' ', '-')}/package.json`),
  );
  return {
    family,
    weight,
    italic,
    file: path.join(folder, `${FOLDERS[weight]}${italic ? '_Italic' : ''}`, `${name}.ttf`),
  };
};

/** All faces that a chart is set in. */
export const FONTS: readonly FontFile[] = (['Source Sans 3', 'Source Serif 4'] as const).flatMap((family) =>
  ([400, 600] as const).flatMap((weight) => [false, true].map((italic) => fileOf(family, weight, italic))),
);

const held = new Map<string, Buffer>();

export function fontBytes({ file }: FontFile): Buffer {
  const known = held.get(file);
  if (known) return known;
  const bytes = readFileSync(file);
  held.set(file, bytes);
  return bytes;
}

/** A face with the letters that it remembers, which its types do not name. */
type Opened = fontkit.Font & { _glyphs: Record<number, unknown> };
const opened = new Map<string, Opened>();

/** A face that is read once, with all that was looked up in it since: what is drawn next is set sooner. */
export function openedFont(one: FontFile): fontkit.Font {
  const known = opened.get(one.file);
  if (known) return known;
  const font = fontkit.create(fontBytes(one));
  if (!('layout' in font)) throw new RangeError(`${one.file} is no single font`);
  opened.set(one.file, font as Opened);
  return font;
}

/**
 * Forgets the letters that the opened faces remember. A document that holds an "ä" makes its "a" a letter without a character:
 * in the next document the "a" would be drawn, and lost to who searches or copies its text.
 */
export function forgetLetters(): void {
  for (const font of opened.values()) font._glyphs = {};
}

/** The face for words: where there is no such cut the nearest. */
export function fontFor(family: string, bold: boolean, italic: boolean): FontFile {
  const wanted = /serif 4/i.test(family) ? 'Source Serif 4' : 'Source Sans 3';
  return (
    FONTS.find((one) => one.family === wanted && one.weight === (bold ? 600 : 400) && one.italic === italic) ?? FONTS[0]
  );
}
