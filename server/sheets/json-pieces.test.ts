import { ReadingRefusal } from '@/core/reading';
import { JsonCutter, type JsonPiece } from './json-pieces';

/** The pieces of a document that comes in chunks of a few characters. */
function piecesOf(text: string, chunk = 3): string[] {
  const found: JsonPiece[] = [];
  const cutter = new JsonCutter((piece) => found.push(piece));
  for (let i = 0; i < text.length; i += chunk) cutter.add(text.slice(i, i + chunk));
  cutter.end();
  return found.map(({ name = '', is, text: piece, line }) => `${line} ${name} ${is} ${piece.trim()}`);
}

test.each([1, 2, 7, 1000])('chunks of %i characters are cut alike', (chunk) => {
  expect(piecesOf('[{"a":"],[}\\""},\n [1,{}], 3]', chunk)).toEqual([
    '1  element {"a":"],[}\\""}',
    '2  element [1,{}]',
    '2  element 3',
  ]);
  expect(piecesOf('{"x": 1,\n"list": [{"a":1}, 2], "empty": [], "y": {"z":[1]}}', chunk)).toEqual([
    '1 "x" value 1',
    '2 "list" begin ',
    '2 "list" element {"a":1}',
    '2 "list" element 2',
    '2 "empty" begin ',
    '2 "y" value {"z":[1]}',
  ]);
  expect(piecesOf(' [ ] ', chunk)).toEqual([]);
});

test.each([
  ['[1,2', /ends too early/],
  ['[1] 2', /something stands behind its end/],
  ['[1}', /bracket does not match/],
  ['{"a":[1] 2}', /comma is missing/],
  ['{"a" 1}', /colon is missing/],
  ['['.repeat(80), /more than 64 levels/],
  [`{"a":${'{"b":'.repeat(80)}`, /more than 64 levels/],
])('%s is no JSON', (text, words) => {
  expect(() => piecesOf(text)).toThrow(ReadingRefusal);
  expect(() => piecesOf(text)).toThrow(words);
});
