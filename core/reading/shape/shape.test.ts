import { cellLook } from '@/core/inference';
import { findShape, ReadingRefusal, type ShapeChoices } from '..';

const HEATING = [
  ['Heating, glasshouse bays, 2025 (in £)'],
  [],
  ['Bay', 'Jan', 'Feb', 'Mar'],
  ['North', '57.60', '59.36', '42.34'],
  ['South', '98.65', 'meter?', '64.36'],
  ['Palms', '131.25', '115.53', '87.18'],
  ['All bays', '287.50', '174.89', '193.88'],
  ['Readings taken on the last working day'],
];

function shaped(rows: readonly (readonly string[])[], choices?: ShapeChoices, whole = true) {
  const records = rows
    .map((cells, i) => ({ cells, number: i + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell !== ''));
  const shape = findShape(records, whole, cellLook, choices);
  return {
    headers: shape.headers,
    rows: records.flatMap((record) => shape.rows(record)),
    ids: shape.findings.filter(({ taken }) => taken).map(({ id }) => id),
    shape,
  };
}

describe('a table in its file', () => {
  test('months across the top become one column, the title and the total are left out', () => {
    const { headers, rows, ids } = shaped(HEATING);
    expect(headers).toEqual(['Bay', 'Month', 'Amount (£)']);
    expect(rows).toHaveLength(9);
    expect(rows[0]).toEqual(['North', 'Jan 2025', '57.60']);
    expect(rows[4]).toEqual(['South', 'Feb 2025', 'meter?']);
    expect(ids).toEqual(['title', 'footnotes', 'totals', 'across']);
  });

  test('each finding is turned round by a choice, and says what it is', () => {
    const { headers, rows, shape } = shaped(HEATING, { findings: { across: false, totals: false } });
    expect(headers).toEqual(['Bay', 'Jan', 'Feb', 'Mar']);
    expect(rows[3]).toEqual(['All bays', '287.50', '174.89', '193.88']);
    expect(shape.findings.find(({ id }) => id === 'totals')).toMatchObject({
      taken: false,
      rows: [7],
      why: expect.stringContaining('equals the sum'),
    });
  });

  test('a plain table has nothing to find', () => {
    const { headers, rows, ids } = shaped([
      ['Spot', 'Sold'],
      ['Yard', '3'],
      ['Shop', '4'],
    ]);
    expect([headers, rows, ids]).toEqual([
      ['Spot', 'Sold'],
      [
        ['Yard', '3'],
        ['Shop', '4'],
      ],
      [],
    ]);
  });

  test('figures in the first row are data: no row names the columns', () => {
    const { headers, rows, ids } = shaped([
      ['2025-03-01', 'Yard', '3.50'],
      ['2025-03-02', 'Shop', '4.50'],
      ['2025-03-03', 'Yard', '5.50'],
    ]);
    expect([headers, rows.length, ids]).toEqual([['', '', ''], 3, ['no-header']]);
  });

  test('years as names of columns are no data, though they look like figures', () => {
    const { headers, rows } = shaped([
      ['Country', '2019', '2020', '2021'],
      ['Here', '1.5', '1.6', '1.7'],
      ['There', '2.5', '2.6', '2.7'],
    ]);
    expect(headers).toEqual(['Country', 'Year', 'Amount']);
    expect(rows[0]).toEqual(['Here', '2019', '1.5']);
  });

  test('a header of two lines takes both names', () => {
    const { headers, ids } = shaped([
      ['', '2024', '', '2025', ''],
      ['Spot', 'Takings', 'Cost', 'Takings', 'Cost'],
      ['Yard', '5', '3', '6', '4'],
      ['Shop', '7', '5', '8', '6'],
    ]);
    expect(headers).toEqual(['Spot', '2024 Takings', '2024 Cost', '2025 Takings', '2025 Cost']);
    expect(ids).toContain('two-line-header');
  });

  test('a row of units is joined to the names', () => {
    const { headers, rows } = shaped([
      ['Day', 'Depth', 'Water'],
      ['', 'mm', 'l'],
      ['1 Mar 2025', '12', '3'],
      ['2 Mar 2025', '14', '4'],
    ]);
    expect(headers).toEqual(['Day', 'Depth (mm)', 'Water (l)']);
    expect(rows).toHaveLength(2);
  });

  test('subtotals inside and a grand total below are found by their figures', () => {
    const { rows, shape } = shaped([
      ['Group', 'Item', 'Sold'],
      ['Herbs', 'Thyme', '3'],
      ['Herbs', 'Mint', '4'],
      ['Herbs total', '', '7'],
      ['Fruit', 'Fig', '5'],
      ['Fruit', 'Apple', '6'],
      ['Subtotal', '', '11'],
      ['Grand total', '', '18'],
    ]);
    expect(rows.map(([, item]) => item)).toEqual(['Thyme', 'Mint', 'Fig', 'Apple']);
    expect(shape.findings.find(({ id }) => id === 'totals')?.rows).toEqual([4, 7, 8]);
  });

  test('a name that begins with All is no total unless its figures add up', () => {
    expect(
      shaped([
        ['Item', 'Sold'],
        ['Allium', '3'],
        ['All-year rose', '4'],
        ['Thyme', '5'],
      ]).rows,
    ).toHaveLength(3);
  });

  test('many rows that might be totals take one pass, and none is one', () => {
    const rows = Array.from({ length: 60_000 }, (_, i) => ['', `Item ${i}`, String((i % 97) + 1)]);
    expect(shaped([['Group', 'Item', 'Sold'], ...rows]).rows).toHaveLength(60_000);
  });

  test('a column that adds up the months is left out with them', () => {
    const { headers, ids } = shaped([
      ['Bay', 'Jan 2025', 'Feb 2025', 'Mar 2025', 'Year'],
      ['North', '1', '2', '3', '6'],
      ['South', '4', '5', '6', '15'],
      ['Palms', '7', '8', '9', '24'],
    ]);
    expect(headers).toEqual(['Bay', 'Month', 'Amount']);
    expect(ids).toContain('total-columns');
  });

  test('empty and repeated columns are left out', () => {
    const { headers, rows } = shaped([
      ['Spot', '', 'Sold', 'Sold'],
      ['Yard', '', '3', '3'],
      ['Shop', '', '4', '4'],
    ]);
    expect(headers).toEqual(['Spot', 'Sold']);
    expect(rows[0]).toEqual(['Yard', '3']);
  });

  test('a table on its side is turned', () => {
    const { headers, rows, ids } = shaped([
      ['Spot', 'Yard', 'Shop', 'Stall', 'Web'],
      ['Opened', '1 Mar 2025', '2 Mar 2025', '3 Mar 2025', '4 Mar 2025'],
      ['Takings', '12.50', '13.50', '14.50', '15.50'],
      ['Staff', '2', '3', '1', '0'],
    ]);
    expect(ids).toContain('on-its-side');
    expect(headers).toEqual(['Spot', 'Opened', 'Takings', 'Staff']);
    expect(rows[1]).toEqual(['Shop', '2 Mar 2025', '13.50', '3']);
  });

  test('only a run of rows is read where that is wanted', () => {
    const rows = [
      ['Spot', 'Sold'],
      ['Yard', '3'],
      ['Shop', '4'],
      ['Stall', '5'],
      ['Web', '6'],
    ];
    expect(shaped(rows, { rows: { to: 3 } }).rows).toEqual([
      ['Yard', '3'],
      ['Shop', '4'],
    ]);
    expect(() => shaped(rows, { rows: { from: 90 } })).toThrow(ReadingRefusal);
  });

  test('of a large file only the top is judged', () => {
    const { ids } = shaped(HEATING, undefined, false);
    expect(ids).not.toContain('totals');
    expect(ids).toContain('across');
  });
});

test('a table of very many short rows is looked at whole', () => {
  const records = Array.from({ length: 250_000 }, (_, i) => ({
    cells: i === 0 ? ['Delay', 'Hour'] : [String(i % 90), String(i % 24)],
    number: i + 1,
  }));
  expect(findShape(records, true, cellLook).headers).toEqual(['Delay', 'Hour']);
});

describe('only a run of rows', () => {
  const till = [
    ['Till of the yard'],
    [],
    ['Sold on', 'Spot', 'Takings £'],
    ...Array.from({ length: 40 }, (_, i) => [`${1 + (i % 28)}/03/2025`, i % 2 ? 'Yard' : 'Shop', `${i}.50`]),
    ['Total', '', '800.00'],
  ];
  test('keeps the header and the title of the table, and its names', () => {
    const { headers, rows, shape } = shaped(till, { rows: { from: 10, to: 20 } });
    expect(headers).toEqual(['Sold on', 'Spot', 'Takings £']);
    expect(shape.headerRow).toBe(3);
    expect(rows).toHaveLength(11);
    expect(rows[0]).toEqual(['7/03/2025', 'Yard', '6.50'].map((cell, c) => (c === 1 ? 'Shop' : cell)));
  });
  test('begins with a header of its own where another table begins there', () => {
    const two = [...till, [], ['Bench', 'Trays'], ['North', '12'], ['South', '9']];
    const { headers, rows } = shaped(two, { rows: { from: 46 } });
    expect([headers, rows]).toEqual([
      ['Bench', 'Trays'],
      [
        ['North', '12'],
        ['South', '9'],
      ],
    ]);
  });
  test('that holds no row of the table is refused', () =>
    expect(() => shaped(till, { rows: { to: 2 } })).toThrow(ReadingRefusal));
});

describe('rows that add up others', () => {
  const items = (name: string, at: number) => [
    ['Item', 'Sold', 'Takings'],
    ...Array.from({ length: 30 }, (_, i) => (i === at ? [name, '3', '12.40'] : [`Plant ${i}`, '4', '10.00'])),
  ];
  test('a row whose name begins with Total is data where its figures are no sum of those above', () => {
    expect(shaped(items('Total weed control, 1 l', 12)).rows).toHaveLength(30);
    expect(shaped(items('Totally organic feed', 29)).rows).toHaveLength(30);
  });
  test('the last rows may say so where they name nothing else, whatever became of their figures', () => {
    expect(shaped(items('Total', 29)).rows).toHaveLength(29);
    const named = [['Item', 'Spot', 'Sold'], ...Array.from({ length: 9 }, (_, i) => [`P ${i}`, 'Yard', '4'])];
    expect(shaped([...named, ['Total weed', 'Shop', '3']]).rows).toHaveLength(10);
    expect(shaped([...named, ['Total', '', '3']]).rows).toHaveLength(9);
  });
  test('a total may be the mean or the count in some columns', () => {
    const rows = [
      ['Group', 'Price', 'Sold', 'Of'],
      ['Herbs', '2.00', '10', '1'],
      ['Herbs', '4.00', '20', '1'],
      ['Herbs total', '3.00', '30', '2'],
      ['Ferns', '5.00', '7', '1'],
      ['Ferns', '6.00', '8', '1'],
      ['Total Ferns', '5.50', '15', '2'],
      ['Grand total', '4.25', '45', '4'],
      ['Mosses', '1.00', '5', '1'],
    ];
    expect(shaped(rows).shape.findings.find(({ id }) => id === 'totals')?.rows).toEqual([4, 7, 8]);
  });
  test('a total may stand over its rows', () => {
    const { rows } = shaped([
      ['Where', 'Sold'],
      ['Total', '9'],
      ['Yard', '4'],
      ['Shop', '5'],
    ]);
    expect(rows.map(([where]) => where)).toEqual(['Yard', 'Shop']);
  });
});

describe('measures that stand in rows', () => {
  const wide = [
    ['', 'Jan 2025', 'Feb 2025', 'Mar 2025'],
    ['Takings (£)', '1200', '1300', '1250'],
    ['Costs (£)', '800', '820', '790'],
    ['Visitors', '310', '290', '305'],
  ];
  test('each becomes a column where their units differ', () => {
    const { headers, rows, ids } = shaped(wide);
    expect(ids).toEqual(['across', 'measures']);
    expect(headers).toEqual(['Month', 'Takings (£)', 'Costs (£)', 'Visitors']);
    expect(rows).toEqual([
      ['Jan 2025', '1200', '800', '310'],
      ['Feb 2025', '1300', '820', '290'],
      ['Mar 2025', '1250', '790', '305'],
    ]);
  });
  test('kept in one column, the shape says that its figures are mixed', () => {
    const { headers, rows, shape } = shaped(wide, { findings: { measures: false } });
    expect(headers).toEqual(['', 'Month', 'Amount']);
    expect(rows).toHaveLength(9);
    expect(shape.mixed).toMatchObject({ amount: 2, by: 0 });
  });
  test('a long table of measures is spread too, one row for each of the other cells', () => {
    const { headers, rows } = shaped([
      ['Shop', 'Week', 'Measure', 'Value'],
      ...['Yard', 'Web'].flatMap((shop) =>
        [1, 2].flatMap((week) => [
          [shop, `2025-01-0${week}`, 'Sales £', `${100 * week}`],
          [shop, `2025-01-0${week}`, 'Orders', `${week}`],
        ]),
      ),
    ]);
    expect(headers).toEqual(['Shop', 'Week', 'Sales £', 'Orders']);
    expect(rows[3]).toEqual(['Web', '2025-01-02', '200', '2']);
  });
  test('groups of one measure stay rows', () => {
    const { ids } = shaped([
      ['Spot', 'Jan 2025', 'Feb 2025', 'Mar 2025'],
      ['Yard', '1200', '1300', '1250'],
      ['Glasshouse', '80', '82', '79'],
      ['Web shop', '310', '290', '305'],
    ]);
    expect(ids).toEqual(['across']);
  });
  test('names of measures of one size and unit are not torn apart', () => {
    const { ids } = shaped([
      ['Cost', 'Jan 2025', 'Feb 2025', 'Mar 2025'],
      ['Wages', '1200', '1300', '1250'],
      ['Rent', '800', '820', '790'],
      ['Energy', '310', '290', '305'],
    ]);
    expect(ids).toEqual(['across']);
  });
});
