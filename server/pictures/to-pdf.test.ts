import { inflateSync } from 'node:zlib';
import { asPdf } from './to-pdf';

const drawn = (text: string) => ({
  width: 300,
  height: 60,
  title: 'Letters',
  inner: `<text x="10" y="40" font-family="Source Sans 3">${text}</text>`,
});

/** The characters that a document says its letters are (ISO 32000-1, 9.10.3, ToUnicode). */
function charactersOf(pdf: Uint8Array): Set<string> {
  const text = Buffer.from(pdf).toString('latin1');
  const found = new Set<string>();
  for (const [, stream] of text.matchAll(/stream\r?\n([\s\S]*?)\r?\nendstream/g)) {
    let map: string;
    try {
      map = inflateSync(Buffer.from(stream, 'latin1')).toString('latin1');
    } catch {
      continue;
    }
    if (!map.includes('begincmap')) continue;
    for (const [, list] of map.matchAll(/\[([^\]]*)\]/g))
      for (const [, code] of list.matchAll(/<([0-9a-f]{4})>/gi)) found.add(String.fromCharCode(parseInt(code, 16)));
  }
  return found;
}

test('the text of a document is whole whatever was drawn before it: an ä makes no a without a character', async () => {
  await asPdf(drawn('Ä ä ö ü é'));
  const there = charactersOf(await asPdf(drawn('Aaoue and more')));
  expect([...new Set('Aaouendmr')].filter((letter) => !there.has(letter))).toEqual([]);
});
