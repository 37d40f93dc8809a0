import { isNumeric } from '@/core/inference';
import { senseTable, tableOf } from '@/testing/sense';
import { readTable } from '@/testing/table';
import { candidates, choose, type Candidate, type Scored } from '.';

const day = (i: number) => new Date(Date.UTC(2025, 0, 1 + i)).toISOString().slice(0, 10);
const chance = (i: number, most: number) => (Math.imul(i + 1, 0x9e3779b1) >>> 8) % most;

function found(rows: string[][], sheetName = 'table'): { picks: string[]; kind: string; summaries: string[] }[] {
  const { columns, row } = senseTable(rows, { sheetName });
  const { cells } = readTable(rows);
  const sample = {
    columns: columns.map((column, c) =>
      cells.map((one) => (one[c] === null ? null : isNumeric(column) ? Number(one[c]) : one[c])),
    ),
    rows: cells.length,
    total: cells.length,
  };
  const of = (key: string) => columns.find((column) => column.key === key);
  return candidates(columns, row, sample).map(({ picks, kind }) => ({
    kind,
    picks: picks.map((key) => of(key)?.name ?? ''),
    summaries: picks.flatMap((key) => (of(key)?.role === 'amount' ? [of(key)?.summary ?? ''] : [])),
  }));
}

test('what came in over time comes first, not what stands first', () => {
  const rows = tableOf(90, {
    Temperature: (i) => (10 + chance(i, 90) / 10).toFixed(1),
    Place: (i) => ['Yard', 'Shop'][i % 2],
    Day: (i) => day(chance(i, 60)),
    'Takings (£)': (i) => 20 + chance(i, 300),
  });
  expect(found(rows)[0]).toMatchObject({ kind: 'time', picks: ['Day', 'Takings'] });
});

test('of two groups the one that splits the amount best is tried first', () => {
  const rows = tableOf(120, {
    Day: (i) => day(chance(i, 60)),
    Coin: (i) => ['heads', 'tails'][chance(i, 2)],
    Size: (i) => ['small', 'large'][i % 2],
    'Takings (£)': (i) => (i % 2 ? 900 : 20) + chance(i, 30),
  });
  expect(found(rows).find(({ kind }) => kind === 'split')?.picks).toEqual(['Day', 'Takings', 'Size']);
});

test('things show what goes together, coloured by the group that tells them apart', () => {
  const rows = tableOf(60, {
    Name: (i) => `thing ${i}`,
    Kind: (i) => ['a', 'b', 'c'][i % 3],
    'Width (mm)': (i) => 10 + (i % 3) * 20 + chance(i, 9),
    'Height (mm)': (i) => 30 + (i % 3) * 41 + chance(i, 12),
    'Zork (mm)': (i) => 50 + chance(i, 9),
  });
  expect(found(rows)[0]).toMatchObject({ kind: 'pair', picks: ['Width', 'Height', 'Kind'] });
});

test('no start adds up prices, marks or keys', () => {
  const rows = tableOf(90, {
    'Order no': (i) => 4000 + i,
    Day: (i) => day(chance(i, 60)),
    'Unit price (£)': (i) => (1 + chance(i, 900) / 100).toFixed(2),
    Rating: (i) => 1 + chance(i, 5),
  });
  const all = found(rows, 'orders');
  expect(all.length).toBeGreaterThan(0);
  expect(all.flatMap(({ summaries }) => summaries)).not.toContain('sum');
  expect(all.flatMap(({ picks }) => picks)).not.toContain('Order no');
});

test('one row, one column or none', () => {
  expect(found([['Zork'], ['5']]).length).toBeGreaterThanOrEqual(0);
  expect(found(tableOf(9, { Word: (i) => `w${i % 2}` }))[0]).toMatchObject({ kind: 'count', picks: ['Word'] });
});

describe('choosing', () => {
  const of = (kind: Candidate['kind'], picks: string[], score: number, course?: number[]): Scored => ({
    candidate: { kind, picks, worth: score },
    form: 'line',
    score,
    ...(course ? { course } : {}),
  });
  const many = { rows: 100, columns: 5 };

  test('best first, scores falling, no two on the same columns and form', () => {
    const chosen = choose(
      [of('ranked', ['b', 'a'], 0.6), of('ranked', ['a', 'b'], 0.7), of('time', ['t', 'a'], 0.9)],
      many,
    );
    expect(chosen.map(({ candidate }) => candidate.kind)).toEqual(['time', 'ranked']);
    const scores = chosen.map(({ score }) => score);
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
  });

  test('a second line that goes along with the first is left to other things', () => {
    const course = [1, 5, 2, 8, 3];
    const chosen = choose(
      [
        of('time', ['t', 'a'], 0.9, course),
        of(
          'time',
          ['t', 'b'],
          0.85,
          course.map((one) => one * 10),
        ),
        of('time', ['t', 'c'], 0.8, [9, 1, 7, 2, 8]),
      ],
      many,
    );
    expect(chosen.map(({ candidate }) => candidate.picks[1])).toEqual(['a', 'c']);
  });

  test('a sheet of groups alone has three starts of one kind', () => {
    const counts = ['a', 'b', 'c', 'd'].map((key, i) => of('count', [key], 0.5 - i * 0.1));
    const chosen = choose(counts, many);
    expect(chosen).toHaveLength(3);
    const scores = chosen.map(({ score }) => score);
    expect(scores).toEqual([...scores].sort((a, b) => b - a));
  });

  test('one start is enough for one column or three rows', () => {
    const some = [of('time', ['t', 'a'], 0.9), of('ranked', ['g', 'a'], 0.8)];
    expect(choose(some, { rows: 3, columns: 5 })).toHaveLength(1);
    expect(choose(some, { rows: 50, columns: 1 })).toHaveLength(1);
  });
});
