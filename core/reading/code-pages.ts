/** Encodings of one byte a character, by their WHATWG labels; all keep ASCII as it is. */
export const ONE_BYTE = [
  'windows-1252',
  'windows-1250',
  'iso-8859-15',
  'iso-8859-2',
  'windows-1251',
  'windows-1253',
  'windows-1254',
] as const;
export type OneByte = (typeof ONE_BYTE)[number];

const tables = new Map<OneByte, readonly string[]>();

/**
 * The characters of a code page by their byte. They are asked of the platform's decoder one by one and as parts of a stream: as
 * a whole text, Node's decoder takes windows-1252 for ISO 8859-1, which has control characters for € and the quotation marks.
 */
export function charactersOf(encoding: OneByte): readonly string[] {
  let table = tables.get(encoding);
  if (!table) {
    const decoder = new TextDecoder(encoding);
    table = Array.from({ length: 256 }, (_, byte) => decoder.decode(Uint8Array.of(byte), { stream: true }));
    tables.set(encoding, table);
  }
  return table;
}

export const isOneByte = (encoding: string): encoding is OneByte => (ONE_BYTE as readonly string[]).includes(encoding);

/** Languages by their letters (Greek is not among them: its bytes are those of Cyrillic letters; who knows better chooses it),
 * beyond a to z, with the code pages that they are written in (Unicode CLDR, main exemplar characters; from memory). */
const LANGUAGES: readonly { readonly letters: string; readonly in: readonly OneByte[] }[] = [
  ...[
    'äöüß',
    'éèêëàâçîïôûùœæÿ',
    'áéíóúüñ',
    'áâãàçéêíóôõú',
    'àèéìíòóù',
    'åäöé',
    'æøåéò',
    'áðéíóúýþæö',
    'éëïóüö',
    'äõöüšž',
  ].map((letters) => ({ letters, in: ['windows-1252', 'iso-8859-15', 'windows-1254'] as const })),
  ...['ąćęłńóśźż', 'áčďéěíňóřšťúůýž', 'áäčďéíĺľňóôŕšťúýž', 'áéíóöőúüű', 'čćđšž', 'čšž', 'ăâîşţ', 'äöüß'].map(
    (letters) => ({
      letters,
      in: ['windows-1250', 'iso-8859-2'] as const,
    }),
  ),
  { letters: 'çğıİöşüâîû', in: ['windows-1254'] },
  ...['абвгдежзийклмнопрстуфхцчшщъыьэюяё', 'абвгґдеєжзиіїйклмнопрстуфхцчшщьюя'].map((letters) => ({
    letters,
    in: ['windows-1251'] as const,
  })),
];

/** Signs that stand beside letters and are none: of units and of trade marks, by their bytes in the western code page. */
const SIGNS = new Set([0xb2, 0xb3, 0xb9, 0xb0, 0xba, 0xaa, 0xb5, 0xae, 0xa9, 0x99]);
/** Quotation marks, dashes and the like, which all Windows code pages have at the same bytes. */
const isMark = (byte: number) =>
  byte < 0xa0 && ![0x8a, 0x8c, 0x8d, 0x8e, 0x8f, 0x9a, 0x9c, 0x9d, 0x9e, 0x9f].includes(byte);
const isLetter = (byte: number) => (byte >= 0x41 && byte <= 0x5a) || (byte >= 0x61 && byte <= 0x7a);

/** Counts, fed in order, the bytes beyond ASCII that stand within words: what letters they are tells the code page. */
export class WordBytes {
  /** By their byte. */
  private readonly counts = new Uint32Array(256);
  /** How many of them stand beside another one. */
  private beside = 0;
  private before = 0;
  /** A sign at the end of a word is judged once the next byte is known. */
  private waiting: number | undefined;
  private windowsOnly = 0;
  private euros = 0;

  add(bytes: Uint8Array): void {
    for (const byte of bytes) {
      if (this.waiting !== undefined) {
        if (isLetter(byte) || byte >= 0xc0) this.counts[this.waiting]++;
        this.waiting = undefined;
      }
      if (byte >= 0x80) {
        if (byte < 0xa0) this.windowsOnly++;
        if (byte === 0xa4) this.euros++;
        if (SIGNS.has(byte)) this.waiting = byte;
        else if (!isMark(byte) && (isLetter(this.before) || this.before >= 0x80)) this.counts[byte]++;
        if (this.before >= 0xc0 && byte >= 0xc0) this.beside++;
        // At the beginning of a word the next byte tells whether it is one.
        else if (!isMark(byte)) this.waiting = byte;
      }
      this.before = byte;
    }
  }

  /** The code page in which the words are those of one language as far as can be; the western one where nothing tells. */
  end(): OneByte {
    const western: OneByte = this.euros > 0 && this.windowsOnly === 0 ? 'iso-8859-15' : 'windows-1252';
    const share = shareReader(this.counts);
    const total = this.counts.reduce((sum, count) => sum + count, 0);
    const least = share(western);
    let best: { page: OneByte; share: number } = { page: western, share: least };
    for (const page of ONE_BYTE) {
      // ISO code pages print nothing at these bytes.
      if (page.startsWith('iso') && this.windowsOnly > 0) continue;
      // Whole words of Cyrillic letters stand side by side; single letters among Latin ones are others.
      if (page === 'windows-1251' && this.beside < total * CROWDED) continue;
      const own = share(page);
      if (own > best.share + MARGIN) best = { page, share: own };
    }
    return best.page;
  }
}

/** Of whole words in other letters at least so many have one of them before them. */
const CROWDED = 0.5;
/** Words of several western languages in one file are less likely than those of one. */
const MIXED = 0.9;

/** A code page has to explain so many more of the letters than the western one, as a share of them. */
const MARGIN = 0.08;

/** What share of the counted bytes are letters of the one language of a code page that has most of them. */
function shareReader(counts: Uint32Array): (page: OneByte) => number {
  const total = counts.reduce((sum, count) => sum + count, 0);
  return (page) => {
    if (total === 0) return 0;
    const characters = charactersOf(page);
    const of = LANGUAGES.filter((language) => language.in.includes(page)).map(({ letters }) => {
      const known = new Set([...letters, ...letters.toUpperCase()]);
      return counts.reduce((sum, count, byte) => (count > 0 && known.has(characters[byte]) ? sum + count : sum), 0);
    });
    const all = new Set(
      LANGUAGES.filter((language) => language.in.includes(page)).flatMap(({ letters }) => [
        ...letters,
        ...letters.toUpperCase(),
      ]),
    );
    const any = counts.reduce((sum, count, byte) => (all.has(characters[byte]) ? sum + count : sum), 0);
    return Math.max(...of, page === 'windows-1252' || page === 'iso-8859-15' ? any * MIXED : 0) / total;
  };
}
