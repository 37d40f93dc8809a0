/** First bytes that give a kind of file away, with the words a person knows it by. Values: the formats' own specifications. */
const SIGNATURES: readonly { readonly bytes: readonly number[]; readonly is: string; readonly advice: string }[] = [
  { bytes: [0x89, 0x50, 0x4e, 0x47], is: 'a PNG picture', advice: 'Drop the table itself, saved as CSV.' },
  { bytes: [0xff, 0xd8, 0xff], is: 'a JPEG picture', advice: 'Drop the table itself, saved as CSV.' },
  { bytes: [0x47, 0x49, 0x46, 0x38], is: 'a GIF picture', advice: 'Drop the table itself, saved as CSV.' },
  { bytes: [0x25, 0x50, 0x44, 0x46], is: 'a PDF document', advice: 'Export the table behind it as CSV and drop that.' },
  {
    bytes: [0x50, 0x4b, 0x03, 0x04],
    is: 'a workbook or a zip archive',
    advice: 'Save the worksheet as CSV and drop that.',
  },
  { bytes: [0xd0, 0xcf, 0x11, 0xe0], is: 'an old binary workbook', advice: 'Save the worksheet as CSV and drop that.' },
  { bytes: [0x1f, 0x8b], is: 'a gzip archive', advice: 'Unpack it and drop the file inside.' },
];

/**
 * Says what a file is that is not text, from its first bytes; `undefined` for text. A NUL byte in the first bytes means
 * binary, unless it is UTF-16.
 */
export function notText(head: Uint8Array): { readonly is: string; readonly advice: string } | undefined {
  const known = SIGNATURES.find((signature) => signature.bytes.every((byte, i) => head[i] === byte));
  if (known) return known;
  if (isWide(head))
    return { is: 'text in UTF-32, which hardly any program writes', advice: 'Save it as UTF-8, then drop it again.' };
  const utf16 = (head[0] === 0xff && head[1] === 0xfe) || (head[0] === 0xfe && head[1] === 0xff);
  if (!utf16 && !isPairedText(head) && head.includes(0))
    return { is: 'not a text file', advice: 'Drop a table saved as CSV.' };
  return undefined;
}

/** UTF-32: of every four bytes the same two are nought (Unicode has 17 planes), whatever mark stands before them. */
function isWide(head: Uint8Array): boolean {
  const quads = Math.floor(head.length / 4);
  if (quads < 2) return false;
  const noughtAt = (place: number) =>
    Array.from({ length: quads }, (_, i) => head[i * 4 + place]).filter((byte) => byte === 0).length / quads;
  return (noughtAt(3) > 0.95 && noughtAt(2) > 0.9) || (noughtAt(0) > 0.95 && noughtAt(1) > 0.9);
}

/** UTF-16 without a byte order mark: nearly every other byte is nought, and no other. */
function isPairedText(head: Uint8Array): boolean {
  const noughts = [0, 0];
  head.forEach((byte, i) => {
    if (byte === 0) noughts[i % 2]++;
  });
  const half = head.length / 2;
  const [few, many] = [Math.min(...noughts), Math.max(...noughts)];
  return many > half * 0.4 && few < half * 0.1;
}
