import { fileNameOf } from '@/core/spec';
import { attachment, safeText } from './csv';

test.each([
  ['=1+1', "'=1+1"],
  ['＝1+1', "'＝1+1"],
  ['＋1', "'＋1"],
  ['－cmd', "'－cmd"],
  ['＠sum', "'＠sum"],
  [' =1', "' =1"],
  ['\t=1', "'\t=1"],
  ['-9007199254740993', '-9007199254740993'],
  ['-3.25', '-3.25'],
  ['-3 pots', "'-3 pots"],
  ['Mint', 'Mint'],
])('%j is written as %j', (text, written) => expect(safeText(text)).toBe(written));

test.each([
  ['Takings by month', 'Takings-by-month'],
  ['../../etc/passwd', 'etcpasswd'],
  ['Größe – 50 %', 'Größe-50'],
  ['売上 2025', '売上-2025'],
  ['a\u202egnp.exe', 'agnpexe'],
  ['CON', 'chart-CON'],
  ['???', 'chart'],
  ['-rf x', 'rf-x'],
  ['😀'.repeat(90), 'chart'],
])('a file out of %j is called %j', (title, name) => expect(fileNameOf(title)).toBe(name));

test('an attachment has a name in ASCII, and its own', () => {
  expect(attachment('Größe', 'csv')).toBe(`attachment; filename="Groe.csv"; filename*=UTF-8''Gr%C3%B6%C3%9Fe.csv`);
});
