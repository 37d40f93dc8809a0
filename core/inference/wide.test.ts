import { ColumnTally, inferColumns, keysFor, rankWhens, splitHeader } from '.';
import { readDuration } from './duration';
import { profileOf, typedCells } from '@/testing/table';

describe('numbers with something beside them', () => {
  test('a unit behind every number is the unit of the column; another unit is not read', () => {
    const profile = profileOf('Weight', ['12 kg', '7.5 kg', '3 kg', '250 g', '8 kg']);
    expect(profile).toMatchObject({ type: 'decimal', unit: 'kg', role: 'amount', unread: { count: 1 } });
    expect(typedCells('Weight', ['12 kg', '7.5 kg', '3 kg', '250 g', '8 kg'])).toEqual(['12', '7.5', '3', null, '8']);
  });

  test('5k and 1.2M are read where the column counts so throughout', () => {
    expect(typedCells('Followers', ['5k', '1.2M', '800k', '950'])).toEqual(['5000', '1200000', '800000', '950']);
  });

  test('one stray 5k among plain numbers is not read', () => {
    expect(profileOf('Sold', ['12', '7', '3', '9', '5k']).unread).toMatchObject({ count: 1 });
  });

  test('a header in thousands makes whole amounts, and it is said', () => {
    const profile = profileOf('Takings (£000)', ['12.5', '7']);
    expect(profile).toMatchObject({ name: 'Takings', unit: 'GBP', stats: { min: 7000, max: 12500 } });
    expect(profile.reasons.join(' ')).toContain('counts in thousands');
  });

  test.each([
    ['Takings £', { name: 'Takings', unit: 'GBP' }],
    ['Depth (mm)', { name: 'Depth', unit: 'mm' }],
    ['Sales in thousands', { name: 'Sales', power: 3 }],
    ['Revenue (€M)', { name: 'Revenue', unit: 'EUR', power: 6 }],
    ["Turnover, £'000", { name: 'Turnover', unit: 'GBP', power: 3 }],
    ['Height (m)', { name: 'Height', unit: 'm' }],
    ['Crimes per 100,000', { name: 'Crimes per 100,000' }],
    ['Spending, NLG', { name: 'Spending', unit: 'NLG' }],
    ['Plan A', { name: 'Plan A' }],
    ['Notes (internal)', { name: 'Notes (internal)' }],
  ])('the header %s', (header, parts) => expect(splitHeader(header)).toEqual(parts));

  test('a second currency in a column of money is unread, never added up', () => {
    expect(profileOf('Paid', ['£5', '£6', '£7', '£8', '€9']).unread).toMatchObject({
      count: 1,
      samples: [{ text: '€9' }],
    });
  });
});

describe('spans of time', () => {
  test.each([
    ['1:30:00', 5400],
    ['90 min', 5400],
    ['2h 15m', 8100],
    ['1.5 hours', 5400],
    ['PT1H30M', 5400],
    ['26:10', 94200],
    ['45 s', 45],
  ])('%s', (text, seconds) => expect(readDuration(text)?.seconds).toBe(seconds));

  test('are an Amount in one unit', () => {
    expect(profileOf('Time taken', ['1:30:00', '0:45:00'])).toMatchObject({
      type: 'decimal',
      meaning: 'duration',
      unit: 'min',
      role: 'amount',
    });
    expect(typedCells('Watering', ['90 min', '2h 15m', '1h'])).toEqual(['90', '135', '60']);
  });

  test('times of day stay times of day', () => expect(profileOf('Opened', ['09:30', '16:20']).type).toBe('time'));
});

describe('dates that only a header gives away', () => {
  test("a spreadsheet's day numbers (45720 is 4 March 2025, by the day that ISO/IEC 29500-1 counts from)", () => {
    expect(typedCells('Date', ['45720', '45721'])).toEqual(['2025-03-04', '2025-03-05']);
    expect(profileOf('Sold', ['45720', '45721']).type).toBe('integer');
  });

  test('seconds and milliseconds since 1970', () => {
    expect(typedCells('created_at', ['1741105200', '1741105260'])).toEqual([
      '2025-03-04T16:20:00',
      '2025-03-04T16:21:00',
    ]);
    expect(typedCells('timestamp', ['1741105200000'])).toEqual(['2025-03-04T16:20:00']);
  });

  test('financial years', () => {
    expect(profileOf('Year', ['2022/23', '2023/24'])).toMatchObject({
      type: 'date',
      meaning: 'year',
      role: 'when',
      format: { financialYear: true },
    });
  });

  test('the numbers 1 to 12 under Month come round; as amounts they are numbers', () => {
    expect(profileOf('Month', ['1', '2', '12', '3'])).toMatchObject({ role: 'when', meaning: 'month-of-year' });
    expect(profileOf('Boxes', ['1', '2', '12', '3'])).toMatchObject({ role: 'amount' });
  });
});

describe('codes keep their digits', () => {
  test.each([
    ['Phone', ['+44 20 7946 0000', '020 7946 0001', '(020) 7946 0002']],
    ['Postcode', ['01067', '20095', '80331']],
    ['Card', ['0012', '0134', '0999']],
  ])('%s', (header, cells) => {
    expect(profileOf(header, cells)).toMatchObject({ type: 'text', role: 'key', summary: 'distinct' });
    expect(typedCells(header, cells)).toEqual(cells);
  });

  test('one nought in front among hundreds of quantities does not make them codes', () => {
    const cells = [...Array.from({ length: 300 }, (_, i) => String((i % 9) + 1)), '05'];
    expect(profileOf('Quantity', cells)).toMatchObject({ type: 'integer', role: 'amount' });
  });
});

describe('what stands for nothing', () => {
  test('goes by the column: counted apart from unread', () => {
    const profile = profileOf('Sold', ['3', 'n/a', '-', 'tbc', '#REF!', '?', '4', '5', '6', '7', 'two']);
    expect(profile.stats).toMatchObject({ count: 5, missing: 5 });
    expect(profile.unread).toMatchObject({ count: 1, samples: [{ text: 'two' }] });
  });

  test('in a column of words "none" is a word, an error cell is not', () => {
    expect(typedCells('Discount', ['none', 'staff', '#N/A', '-', 'none'])).toEqual([
      'none',
      'staff',
      null,
      null,
      'none',
    ]);
  });

  test.each([
    ['ja', 'nein'],
    ['oui', 'non'],
    ['sí', 'no'],
    ['sim', 'não'],
    ['vero', 'falso'],
    ['WAHR', 'FALSCH'],
  ])('%s and %s are yes and no', (yes, no) => {
    expect(typedCells('Checked', [yes, no])).toEqual(['true', 'false']);
  });
});

describe('columns of one sheet', () => {
  const infer = (columns: Readonly<Record<string, readonly string[]>>) =>
    inferColumns(
      Object.keys(columns),
      Object.values(columns).map((cells) => {
        const tally = new ColumnTally();
        for (const cell of cells) tally.add(cell);
        return tally;
      }),
    );

  test('the order of day and month is taken from another date of the sheet where one decides', () => {
    const [ordered, sent] = infer({ Ordered: ['03/04/2025', '05/06/2025'], Sent: ['03/14/2025', '05/26/2025'] });
    expect([ordered.format.dateOrder, ordered.format.ambiguous]).toEqual(['MDY', undefined]);
    expect(sent.format.dateOrder).toBe('MDY');
    expect(ordered.reasons.join(' ')).toContain('as the other dates of the sheet are, month first');
  });

  test('"1.234" alone goes by the decimal sign of the other columns', () => {
    const [, stock] = infer({ Preis: ['12,50', '3,20'], Bestand: ['1.234', '5.678'] });
    expect(stock.format).toMatchObject({ decimal: ',' });
    expect(stock.type).toBe('integer');
  });
});

test('of several dates the one that the rows are about comes first', () => {
  const dated = (name: string, cells: string[]) => ({ ...profileOf(name, cells), key: name });
  const days = ['2025-03-04', '2025-03-05'];
  const ranked = rankWhens([
    dated('Updated at', days),
    dated('Year', ['2024', '2025']),
    dated('Due', days),
    dated('Ordered', [days[0], '']),
    dated('Sold on', days),
  ]);
  expect(ranked.map(({ name }) => name)).toEqual(['Sold on', 'Ordered', 'Updated at', 'Due', 'Year']);
});

test('a column keeps its key under its name, and a key is never given twice', () => {
  const before = { headers: ['Day', 'Sold', 'Spot'], keys: ['c1', 'c2', 'c3'] };
  expect(keysFor(['Spot', 'Price', 'day '], before)).toEqual(['c3', 'c4', 'c1']);
  expect(keysFor(['A', 'B'])).toEqual(['c1', 'c2']);
});
