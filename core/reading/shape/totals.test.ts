import { cellLook } from '@/core/inference';
import { findTotals } from './totals';

/** The rows, from 1 and without their head, that are totals. */
const totals = (text: string) => {
  const body = text
    .trim()
    .split('\n')
    .map((line, i) => ({ cells: line.split(';').map((cell) => cell.trim()), number: i + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell !== ''));
  const { rows, proven } = findTotals(body, cellLook);
  return rows.map((i) => `${body[i].number}${proven.has(i) ? '' : ' says so'}`);
};

const FORMATS: readonly (readonly [string, (value: number) => string])[] = [
  ['1234.5', (value) => String(value)],
  ['1,234.50', (value) => value.toLocaleString('en-GB', { minimumFractionDigits: 2 })],
  ['1.234,50', (value) => value.toLocaleString('de-DE', { minimumFractionDigits: 2 })],
  ['1.234,50 €', (value) => `${value.toLocaleString('de-DE', { minimumFractionDigits: 2 })} €`],
  ['1 234,50', (value) => value.toLocaleString('fr-FR', { minimumFractionDigits: 2 })],
  ["1'234.50", (value) => value.toLocaleString('de-CH', { minimumFractionDigits: 2 }).replace(/’/g, "'")],
  ['1.235 (whole)', (value) => Math.round(value * 2).toLocaleString('de-DE')],
  ['1,235 (whole)', (value) => Math.round(value * 2).toLocaleString('en-GB')],
];
const VALUES = [1200.5, 980, 2410, 760.5, 1999, 3010];
const sum = (from: number, to: number) => VALUES.slice(from, to).reduce((all, value) => all + value, 0);

describe.each(FORMATS)('written as %s', (_, write) => {
  const [a, b, c, d, e, f] = VALUES.map(write);

  test('a total at the end and subtotals after their rows', () => {
    expect(
      totals(`North;${a}\nNorth;${b}\nNorth;${c}\nTotal North;${write(sum(0, 3))}
South;${d}\nSouth;${e}\nSouth;${f}\nTotal South;${write(sum(3, 6))}\nGrand total;${write(sum(0, 6))}`),
    ).toEqual(['4', '8', '9']);
  });

  test('blank rows between them', () => {
    expect(
      totals(`North;${a}\nNorth;${b}\nNorth;${c}\nSubtotal;${write(sum(0, 3))}\n;\nSouth;${d}\nSouth;${e}\nSouth;${f}
Subtotal;${write(sum(3, 6))}\n;\nTotal;${write(sum(0, 6))}`),
    ).toEqual(['4', '9', '11']);
  });

  test('subtotals before their rows, and the total above all', () => {
    expect(
      totals(`Total;${write(sum(0, 6))}\nNorth total;${write(sum(0, 3))}\nA;${a}\nB;${b}\nC;${c}
South total;${write(sum(3, 6))}\nD;${d}\nE;${e}\nF;${f}`),
    ).toEqual(['1', '2', '6']);
  });

  test('months under their days', () => {
    expect(
      totals(`05/01/2025;${a}\n12/01/2025;${b}\n19/01/2025;${c}\nJanuary 2025;${write(sum(0, 3))}
02/02/2025;${d}\n09/02/2025;${e}\n16/02/2025;${f}\nFebruary 2025;${write(sum(3, 6))}`),
    ).toEqual(['4', '8']);
  });

  test('a group whose name stands alone', () => {
    expect(
      totals(`Herbs;Basil;${a}\nHerbs;Mint;${b}\nHerbs;Dill;${c}\nHerbs;;${write(sum(0, 3))}
Trees;Oak;${d}\nTrees;Ash;${e}\nTrees;Elm;${f}\nTrees;;${write(sum(3, 6))}
${Array.from({ length: 30 }, (_, i) => `Bulbs;Kind ${i};${write(700 + 13 * i)}`).join('\n')}`),
    ).toEqual(['4', '8']);
  });
});

test('"Total" among dates or numbers is no row, whatever its figures are', () => {
  expect(totals('2025-01-05;10\n2025-01-06;11\n2025-01-07;12\nTotal;999\n2025-01-08;7\n2025-01-09;8')).toEqual([
    '4 says so',
  ]);
  expect(totals('1001;10\n1002;11\n1003;12\nSumme;50\n1004;7\n1005;8')).toEqual(['4 says so']);
});

test('a shop that is called so is none, and rows that lack a name are data', () => {
  expect(totals('Total Fitness;10\nYard;11\nStall;12\nWeb;13\nVan;14\nBarn;15')).toEqual([]);
  expect(
    totals(Array.from({ length: 30 }, (_, i) => `Bulbs;${i === 2 ? '' : `Kind ${i}`};${[1, 2, 3][i % 3]}`).join('\n')),
  ).toEqual([]);
});
