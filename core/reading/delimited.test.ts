import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { decode, detectDelimiter, EncodingDetector, readDelimited, ReadingRefusal } from '.';

async function* inPieces(text: string, size: number): AsyncGenerator<string> {
  for (let at = 0; at < text.length; at += size) yield text.slice(at, at + size);
}

async function recordsOf(text: string, delimiter = ',', size = 7): Promise<string[][]> {
  const records: string[][] = [];
  for await (const batch of readDelimited(inPieces(text, size), delimiter)) records.push(...batch.records);
  return records;
}

describe('delimited text', () => {
  test('quotes may hold delimiters, line breaks and doubled quotes', async () => {
    expect(await recordsOf('a,b\r\n"x, y","line\r\nbreak"\r\n"she said ""no""",2\r\n')).toEqual([
      ['a', 'b'],
      ['x, y', 'line\r\nbreak'],
      ['she said "no"', '2'],
    ]);
  });

  test('LF, CRLF and CR end a record, and the last needs no line break', async () => {
    for (const end of ['\n', '\r\n', '\r']) expect(await recordsOf(`a,b${end}1,2${end}3,4`)).toHaveLength(3);
  });

  test('blank lines are passed over and keep their number', async () => {
    const numbers: number[] = [];
    for await (const batch of readDelimited(inPieces('a\n\n1\n \n2\n', 3), ',')) numbers.push(...batch.numbers);
    expect(numbers).toEqual([1, 3, 5]);
  });

  test('a quotation mark that is never closed is refused with its row', async () => {
    await expect(recordsOf('a,b\n1,2\n"3,4\n5,6\n')).rejects.toThrow(ReadingRefusal);
    await expect(recordsOf('a,b\n1,2\n"3,4\n5,6\n')).rejects.toThrow('row 3 is never closed');
  });

  test('any table that a reference writer writes comes back cell for cell, wherever the text is cut', async () => {
    const cell = fc.string({ unit: fc.constantFrom('a', '1', ' ', ',', ';', '"', '\n', '\r\n', 'é', '\t', '|', "'") });
    const table = fc
      .integer({ min: 2, max: 4 })
      .chain((width) =>
        fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 8 }),
      );
    await fc.assert(
      fc.asyncProperty(
        table,
        fc.constantFrom(',', ';', '\t', '|'),
        fc.constantFrom('\n', '\r\n'),
        fc.integer({ min: 1, max: 40 }),
        async (rows, delimiter, end, size) => {
          // A quoted head keeps the first line break outside quotes the record's own.
          const text = stringify([rows[0].map((_, i) => `h${i}`), ...rows], {
            delimiter,
            record_delimiter: end,
            quoted: true,
          });
          expect((await recordsOf(text, delimiter, size)).slice(1)).toEqual(rows);
        },
      ),
      { numRuns: 300 },
    );
  });

  test.each([
    ['a;b;c\n1,5;2;3\n2,5;3;4\n', ';'],
    ['a\tb\n1\t2\n', '\t'],
    ['a|b\n1|2\n', '|'],
    ['a,b\n"x;y",2\n"z;w",3\n', ','],
    ['only\none\ncolumn\n', ','],
    ['a^b\n1^2\n', '^'],
    ['Day: Monday#1\nopen#2\n', '#'],
    ['title\n\na;b;c\n1;2;3\n', ';'],
  ] as const)('the delimiter of %j is %j', (text, delimiter) => expect(detectDelimiter(text)).toBe(delimiter));
});

describe('encodings', () => {
  const detect = (bytes: Uint8Array) => {
    const detector = new EncodingDetector();
    for (const byte of bytes) detector.add(Uint8Array.of(byte));
    return detector.end();
  };

  test('well-formed UTF-8 is UTF-8, anything else Windows-1252; a byte order mark decides', () => {
    expect(detect(Buffer.from('Größe', 'utf8'))).toBe('utf-8');
    expect(detect(Buffer.from('Größe', 'latin1'))).toBe('windows-1252');
    expect(detect(Buffer.from('\uFEFFa', 'utf16le'))).toBe('utf-16le');
    expect(detect(Buffer.from('plain'))).toBe('utf-8');
    expect(detect(Buffer.from('Spot,Sold\nYard,3\n', 'utf16le'))).toBe('utf-16le');
    expect(detect(Buffer.from('Spot,Sold\nYard,3\n', 'utf16le').swap16())).toBe('utf-16be');
    expect(detect(Buffer.from([0x41, 0xe9, 0x3b, 0x31, 0x32, 0xa4]))).toBe('iso-8859-15');
    expect(detect(Buffer.from([0x41, 0xe9, 0x3b, 0x31, 0x32, 0x80]))).toBe('windows-1252');
  });

  test('a character cut by the end of a chunk is joined again', async () => {
    const bytes = Buffer.from('é€😀', 'utf8');
    const chunks = (async function* () {
      for (const byte of bytes) yield Uint8Array.of(byte);
    })();
    let text = '';
    for await (const piece of decode(chunks, 'utf-8')) text += piece;
    expect(text).toBe('é€😀');
  });

  test('reading never throws on any bytes but in words for the user', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 200 }), async (bytes) => {
        const encoding = detect(bytes);
        const text = (async function* () {
          yield bytes;
        })();
        try {
          for await (const batch of readDelimited(decode(text, encoding), ','))
            expect(batch.records.length).toBe(batch.numbers.length);
        } catch (error) {
          expect(error).toBeInstanceOf(ReadingRefusal);
        }
      }),
    );
  });
});
