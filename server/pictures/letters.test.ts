import * as fontkit from 'fontkit';
import { embeddedFonts } from './embedded-fonts';
import { fontFor, FONTS, openedFont } from './fonts';
import { haloed } from './halos';

const advance = (text: string, size: number, bold = false) => {
  const font = openedFont(fontFor('Source Sans 3', bold, false));
  return (font.layout(text).advanceWidth * size) / font.unitsPerEm;
};
/** Left and right end of a path of absolute commands. */
function reach(d: string): [number, number] {
  const xs = [...d.matchAll(/[MLQC]([^MLQCZ]+)/g)].flatMap(([, numbers]) =>
    numbers
      .trim()
      .split(/[\s,]+/)
      .map(Number)
      .filter((_, i) => i % 2 === 0),
  );
  return [Math.min(...xs), Math.max(...xs)];
}

test('every face is a file of its family and weight', () => {
  for (const one of FONTS) {
    const { familyName, postscriptName } = openedFont(one);
    expect(familyName).toContain(one.family);
    expect(/It(alic)?$/.test(postscriptName)).toBe(one.italic);
  }
  expect(openedFont(FONTS[0])).toBe(openedFont(FONTS[0]));
  expect(fontFor('Georgia', false, true)).toMatchObject({ family: 'Source Sans 3', weight: 400, italic: true });
});

test('words with a rim become outlines where the words stand, and the words over them once', () => {
  const text = (anchor: string) =>
    haloed(
      `<text x="100" y="50" font-size="13" text-anchor="${anchor}" stroke="#fff" stroke-width="3" paint-order="stroke" fill="#000">1,234 &amp; 5</text>`,
    );
  const width = advance('1,234 & 5', 13);
  for (const [anchor, from] of [
    ['start', 100],
    ['middle', 100 - width / 2],
    ['end', 100 - width],
  ] as const) {
    const found =
      /^<path d="([^"]+)" fill="#fff" stroke="#fff" stroke-width="3" stroke-linejoin="round"\/>(<text .*)$/.exec(
        text(anchor),
      );
    expect(found?.[2]).toBe(
      `<text x="100" y="50" font-size="13" text-anchor="${anchor}" fill="#000">1,234 &amp; 5</text>`,
    );
    const [left, right] = reach(found?.[1] ?? '');
    // The outermost letters begin and end within a letter's side bearing of the advance.
    expect(Math.abs(left - from)).toBeLessThan(2);
    expect(Math.abs(right - (from + width))).toBeLessThan(2);
  }
});

test('words without a rim, and turned ones, stay as they are but for the rim', () => {
  const plain = '<text x="1" y="2">a</text>';
  expect(haloed(plain)).toBe(plain);
  expect(
    haloed('<text x="1" y="2" transform="rotate(-90)" stroke="#fff" stroke-width="3" paint-order="stroke">a</text>'),
  ).toBe('<text x="1" y="2" transform="rotate(-90)">a</text>');
});

test('a picture brings the letters that it uses, and no others', async () => {
  const rules = await embeddedFonts(
    `<text font-family="'Source Serif 4'" font-weight="600">Fée</text><text>&amp; 12</text>`,
  );
  const faces = [
    ...rules.matchAll(
      /@font-face\{font-family:'([^']+)';font-weight:(\d+);font-style:(\w+);src:url\(data:font\/woff;base64,([^)]+)\)/g,
    ),
  ];
  expect(faces.map(([, family, weight, style]) => `${family} ${weight} ${style}`)).toEqual([
    'Source Sans 3 400 normal',
    'Source Sans 3 600 normal',
    'Source Serif 4 400 normal',
    'Source Serif 4 600 normal',
  ]);
  for (const [, , , , data] of faces) {
    const font = fontkit.create(Buffer.from(data, 'base64'));
    if (!('layout' in font)) throw new Error('no font');
    expect([...'Fée&12 '].filter((letter) => !font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0))).toEqual([]);
    expect(font.hasGlyphForCodePoint('Z'.codePointAt(0) ?? 0)).toBe(false);
  }
  expect(await embeddedFonts('<path d="M0 0"/>')).toBe('');
});
