import Papa from 'papaparse';
import { detectDelimiter, decoderOf, EncodingDetector, notText, type SeenRecord } from '@/core/reading';

const HEAD = 64 * 1024;
const SHOWN = 16;

/** The first rows of a text file as they stand in it, before it is sent; none for other kinds of files. */
export async function firstRowsOf(file: File): Promise<SeenRecord[]> {
  const head = new Uint8Array(await file.slice(0, HEAD).arrayBuffer());
  const lineEnd = head.lastIndexOf(10);
  const whole = head.length < HEAD || lineEnd < 0 ? head : head.subarray(0, lineEnd);
  if (notText(whole) || whole.length === 0) return [];
  const detector = new EncodingDetector();
  detector.add(whole);
  const text = decoderOf(detector.end())(whole).replace(/^\uFEFF/, '');
  const { data } = Papa.parse<string[]>(text, { delimiter: detectDelimiter(text), preview: SHOWN });
  return data.map((cells, i) => ({ number: i + 1, cells: cells.map((cell) => cell.slice(0, 60)) }));
}
