import fc from 'fast-check';
import { profileOf, readTable, typedCells } from '@/testing/table';

const repeat = (cells: readonly string[], times: number) => Array.from({ length: times }, () => cells).flat();

describe('the type of a column is decided from all its cells', () => {
  test('3 March is read day first when a 13 stands anywhere in the column', () => {
    const profile = profileOf('Sold on', ['03/04/2025', '05/04/2025', '13/04/2025']);
    expect(profile).toMatchObject({ type: 'date', role: 'when', format: { dateOrder: 'DMY' } });
    expect(profile.format.ambiguous).toBeUndefined();
    expect(typedCells('Sold on', ['03/04/2025', '13/04/2025'])).toEqual(['2025-04-03', '2025-04-13']);
  });

  test('month first, when a 13 stands in the second place', () => {
    expect(profileOf('Sold on', ['03/04/2025', '03/13/2025']).format.dateOrder).toBe('MDY');
  });

  test('where nothing decides between day and month it is said, and confidence falls', () => {
    const profile = profileOf('Sold on', ['03/04/2025', '05/06/2025']);
    expect(profile.format).toMatchObject({ dateOrder: 'DMY', ambiguous: true });
    expect(profile.confidence).toBe(0);
    expect(profile.reasons.join(' ')).toContain('Nothing in the column tells day and month apart');
  });

  test('days that do not exist are unread, with their rows', () => {
    const profile = profileOf('Sold on', ['01/02/2025', '15/02/2025', '31/02/2025', '16/02/2025', '17/02/2025']);
    expect(profile.unread).toEqual({ count: 1, samples: [{ row: 4, at: 0, text: '31/02/2025' }] });
  });

  test('a currency sign, a stray word and a comma do not make a column of numbers text', () => {
    const profile = profileOf('Takings', ['£1,234.50', '£12.00', 'see note', '£3.20', '£4.00', '(£5.00)', 'n/a']);
    expect(profile).toMatchObject({
      type: 'decimal',
      role: 'amount',
      meaning: 'currency',
      unit: 'GBP',
      summary: 'sum',
    });
    expect(profile.stats).toMatchObject({ count: 5, missing: 1, min: -5, max: 1234.5 });
    expect(profile.unread.count).toBe(1);
  });

  test('decimal commas are told by the cells that read only that way', () => {
    expect(typedCells('Preis', ['1.234,50', '12,5', '3,20'])).toEqual(['1234.50', '12.5', '3.20']);
  });

  test('"1,234" beside smaller whole numbers is a thousand and more', () => {
    expect(typedCells('Litres', ['164', '1,284', '97'])).toEqual(['164', '1284', '97']);
  });

  test('steps of one scale are a group with an order; one other word among them, and they are not', () => {
    expect(profileOf('Pot size', repeat(['Small', 'large', 'Medium'], 5))).toMatchObject({
      role: 'group',
      meaning: 'ordinal',
      reasons: expect.arrayContaining([expect.stringContaining('from “Small” to “large”')]) as unknown,
    });
    expect(profileOf('Pot size', repeat(['Small', 'Large', 'Tray'], 5)).meaning).toBeUndefined();
    expect(profileOf('Name', repeat(['Hot'], 9)).meaning).toBeUndefined();
  });

  test('percent cells are stored as fractions and averaged', () => {
    const profile = profileOf('Discount', ['10%', '12.5%', '']);
    expect(profile).toMatchObject({ type: 'decimal', meaning: 'percent', unit: '%', summary: 'mean' });
    expect(profile.stats).toMatchObject({ min: 0.1, max: 0.125 });
  });

  test('whole years are a When, months and quarters stand for their first day', () => {
    expect(profileOf('Year', ['2019', '2020', '2021'])).toMatchObject({
      type: 'integer',
      meaning: 'year',
      role: 'when',
    });
    expect(profileOf('Month', ['Mar 2024', 'Apr 2024'])).toMatchObject({
      type: 'date',
      meaning: 'month',
      role: 'when',
    });
    expect(profileOf('Q', ['2024 Q1', '2024 Q2'])).toMatchObject({ type: 'date', meaning: 'quarter', role: 'when' });
  });

  test('month and weekday names without a year are texts that come round', () => {
    expect(profileOf('Month', ['March', 'April'])).toMatchObject({
      type: 'text',
      meaning: 'month-of-year',
      role: 'when',
    });
    expect(profileOf('Day', ['Tue', 'Wed'])).toMatchObject({ type: 'text', meaning: 'weekday', role: 'when' });
  });

  test('a third answer among yes and no is kept: all are groups', () => {
    expect(profileOf('Sex', [...repeat(['f'], 30), 'm', 'm', 'm'])).toMatchObject({ type: 'text', role: 'group' });
    const answers = [...repeat(['yes', 'no'], 20), ...repeat(['none'], 5), ...repeat(['partly'], 4)];
    expect(profileOf('Insured', answers)).toMatchObject({ type: 'text', stats: { distinct: 4, missing: 0 } });
    // A slip is no answer, and a word for nothing is none either.
    expect(profileOf('Paid', [...repeat(['yes', 'no'], 20), 'yse'])).toMatchObject({
      type: 'boolean',
      unread: { count: 1 },
    });
    expect(profileOf('Paid', repeat(['yes', 'no', 'yes', 'n/a'], 10))).toMatchObject({ type: 'boolean' });
  });

  test('decimals with four places are no months, and figures under "at end" no days', () => {
    expect(profileOf('Timber harvest', ['5.1212', '7.1408', '6.1101', '9.1310'])).toMatchObject({ type: 'decimal' });
    expect(profileOf('Month', ['3.2024', '4.2024', '12.2024'])).toMatchObject({ type: 'date', meaning: 'month' });
    expect(profileOf('Cash at end', ['21500', '30210', '38900'])).toMatchObject({ type: 'integer', role: 'amount' });
    expect(profileOf('Sold on', ['45000', '45001', '45002'])).toMatchObject({ type: 'date' });
    expect(profileOf('End', ['45000', '45001', '45002'])).toMatchObject({ type: 'date' });
  });

  test('"num_sold" counts, "num" and "client num" name', () => {
    expect(profileOf('num_sold', ['3', '9', '4', '9'])).toMatchObject({ role: 'amount' });
    expect(profileOf('client_num', ['3', '9', '4', '8'])).toMatchObject({ role: 'key' });
  });

  test('yes and no make two groups; 1 and 0 only under a header that asks', () => {
    expect(profileOf('Paid', ['yes', 'no', 'Yes'])).toMatchObject({ type: 'boolean', role: 'group' });
    expect(profileOf('Paid?', ['1', '0', '1'])).toMatchObject({ type: 'boolean' });
    expect(profileOf('Children', ['1', '0', '1'])).toMatchObject({ type: 'integer' });
  });

  test('numbers with noughts in front are codes and keep their digits', () => {
    expect(typedCells('Code', ['007', '012', '101'])).toEqual(['007', '012', '101']);
  });

  test('whole numbers past 2^53 are not rounded', () => {
    expect(typedCells('Counter', ['9007199254740993', '9007199254740995'])).toEqual([
      '9007199254740993',
      '9007199254740995',
    ]);
  });
});

describe('role, unit and summary', () => {
  test.each([
    ['Takings £', ['12.50', '3.20'], { role: 'amount', unit: 'GBP', summary: 'sum' }],
    ['Unit price £', ['12.50', '3.20'], { role: 'amount', unit: 'GBP', summary: 'mean' }],
    ['Depth (mm)', ['12', '15'], { role: 'amount', unit: 'mm', summary: 'mean' }],
    ['Quantity', ['1', '2'], { role: 'amount', summary: 'sum' }],
    ['Soil warmth (°C)', ['12.5', '15.0'], { role: 'amount', unit: '°C', summary: 'mean' }],
    ['Tank level (%)', ['82', '91'], { role: 'amount', unit: '%', summary: 'last' }],
    ['Stock in hand', ['40', '38'], { role: 'amount', summary: 'last' }],
    ['Receipt no', ['410001', '410002'], { role: 'key', summary: 'distinct' }],
  ] as const)('%s', (header, cells, expected) => expect(profileOf(header, cells)).toMatchObject(expected));

  test('what repeats is a Group, however long its words and however many there are', () => {
    const kinds = Array.from(
      { length: 10 },
      (_, i) => `${'A name of a thing that fills more than a line of it '.repeat(1)}${i}`,
    );
    const many = Array.from({ length: 300 }, (_, i) => kinds[i % 10]);
    expect(profileOf('What', many).role).toBe('group');
    const customers = Array.from(
      { length: 101 },
      (_, i) => `Customer ${String.fromCharCode(65 + (i % 26))}${'a'.repeat(i % 9)} & Sons ${'x'.repeat(1 + (i % 11))}`,
    );
    expect(profileOf('Bought by', [...customers, ...customers, ...customers]).role).toBe('group');
  });

  test('few different texts are a Group, long ones a Note, all-different codes a Key', () => {
    expect(profileOf('Spot', repeat(['Yard', 'Shop'], 20)).role).toBe('group');
    expect(
      profileOf(
        'Remark',
        Array.from({ length: 20 }, (_, i) => `${'a long remark about the day '.repeat(2)}${i}`),
      ).role,
    ).toBe('note');
    expect(
      profileOf(
        'Batch',
        Array.from({ length: 20 }, (_, i) => `GT-${100 + i}`),
      ).role,
    ).toBe('key');
  });

  test('what the user says wins over the guess', () => {
    const profile = profileOf('Code', ['1', '2', '3'], { role: 'key', name: 'Bed', unit: 'kg', summary: 'count' });
    expect(profile).toMatchObject({ role: 'key', name: 'Bed', unit: 'kg', summary: 'count' });
  });

  test('a wrong guess loses nothing: the cells are read again by the correction', () => {
    const cells = [['Sold on'], ['03/04/2025'], ['05/06/2025']];
    expect(readTable(cells, { c1: { format: { dateOrder: 'MDY' } } }).cells).toEqual([['2025-03-04'], ['2025-05-06']]);
    expect(readTable(cells, { c1: { type: 'text' } }).cells).toEqual([['03/04/2025'], ['05/06/2025']]);
  });
});

test('a profile does not depend on the order of the rows', () => {
  const cell = fc.oneof(
    fc.constantFrom(
      '',
      'n/a',
      '12.50',
      '£1,234.50',
      '03/04/2025',
      '13/04/2025',
      'Yard',
      '7%',
      'yes',
      '007',
      '2024',
      'Mar 2024',
    ),
    fc.string({ maxLength: 8 }),
  );
  fc.assert(
    fc.property(fc.array(cell, { minLength: 1, maxLength: 30 }), fc.integer(), (cells, seed) => {
      const turned = [...cells].sort((a, b) => ((a.length * 31 + seed) % 7) - ((b.length * 31 + seed) % 7));
      const about = (list: readonly string[]) => {
        const { type, role, unit, format, summary, stats, unread } = profileOf('Column', list);
        return {
          type,
          role,
          unit,
          format,
          summary,
          counts: [stats.count, stats.missing, stats.distinct, stats.min, stats.max],
          unread: unread.count,
        };
      };
      expect(about(turned)).toEqual(about(cells));
    }),
  );
});
