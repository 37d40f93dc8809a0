import iconv from 'iconv-lite';
import { charactersOf, ONE_BYTE } from './code-pages';
import { decode, decoderOf, EncodingDetector, type Encoding } from './encoding';

const detected = (bytes: Uint8Array): Encoding => {
  const detector = new EncodingDetector();
  // In small pieces, as they come.
  for (let at = 0; at < bytes.length; at += 7) detector.add(bytes.subarray(at, at + 7));
  return detector.end();
};

test.each(ONE_BYTE)(
  'every byte of %s is the character that another library has, in heads and cells alike',
  async (page) => {
    const bytes = Uint8Array.from({ length: 256 }, (_, byte) => byte);
    const other = [...iconv.decode(Buffer.from(bytes), page)];
    // Bytes without a character are control characters here (WHATWG Encoding) and U+FFFD there.
    other.forEach((character, byte) => {
      if (character !== '\uFFFD') expect([byte, charactersOf(page)[byte]]).toEqual([byte, character]);
    });
    const cell = decoderOf(page)(bytes);
    let head = '';
    for await (const piece of decode(
      (async function* () {
        yield bytes;
      })(),
      page,
    ))
      head += piece;
    expect(cell).toBe(head);
  },
);

test.each<[Encoding, string]>([
  ['windows-1252', 'Datum;Umsatz\n01.02.2025;1.234,50 €\n02.02.2025;99,00 € – „bar“\nGröße;Straße'],
  ['windows-1252', 'Café;Entrée\nl’été;à la crème brûlée, garçon'],
  ['windows-1252', 'Año;Señal\nmañana;corazón'],
  ['windows-1252', 'Café;Sold\nGröße;1\naño;2'],
  ['windows-1252', 'Kød;Æbler\nblåbær;smør'],
  ['windows-1252', 'Fläche (m²);Volumen m³;10 °C;£5'],
  ['windows-1250', 'Miesiąc;Sprzedaż\nstyczeń;Łódź\nluty;Gdańsk, źródło'],
  ['windows-1250', 'Měsíc;Příjmy\núnor;čtvrtletí, žlutý kůň'],
  ['windows-1250', 'Hónap;Árbevétel\nfebruár;szőlő, fűszer'],
  ['iso-8859-2', 'Miesiąc;Sprzedaż\nstyczeń;Łódź\nluty;Gdańsk, źródło, świeży'],
  ['windows-1251', 'Месяц;Продажи\nфевраль;Москва'],
  ['iso-8859-15', 'Datum;Umsatz\nMärz;12 €\nGröße;3'],
  ['utf-8', 'Miesiąc;Sprzedaż €'],
])('a file in %s is told by its words: %s', (page, text) => {
  const bytes = page === 'utf-8' ? Buffer.from(text) : iconv.encode(text, page);
  expect(detected(bytes)).toBe(page);
  expect(decoderOf(page)(bytes)).toBe(text);
});
