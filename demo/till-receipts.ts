import { Chance } from './random';

export const TILL_HEADER = [
  'Sold on',
  'Receipt no',
  'Plant group',
  'Item',
  'Pot size (cm)',
  'Quantity',
  'Unit price £',
  'Discount',
  'Takings £',
  'Spot',
  'Paid by',
];

interface Group {
  readonly name: string;
  readonly weight: number;
  readonly price: readonly [number, number];
  readonly items: readonly string[];
  readonly months: readonly number[];
}

/** Sales of each group by month of the year, January first: the seasons of an invented nursery. */
export const GROUPS: readonly Group[] = [
  {
    name: 'Perennials',
    weight: 26,
    price: [4.5, 14],
    items: ['Ashpetal', 'Wren sage', 'Fenny cranesbill', 'Low catmint', 'Tallow aster'],
    months: [2, 3, 8, 14, 17, 13, 9, 8, 9, 7, 4, 2],
  },
  {
    name: 'Shrubs',
    weight: 14,
    price: [9, 42],
    items: ['Dapple holly', 'Mock quince', 'Silver bramling', 'Hedge laurel'],
    months: [4, 5, 9, 11, 11, 8, 5, 5, 9, 11, 9, 5],
  },
  {
    name: 'Bulbs',
    weight: 11,
    price: [2.5, 8],
    items: ['Early squill', 'Lantern tulip', 'Wood crocus'],
    months: [3, 4, 4, 2, 1, 1, 1, 5, 16, 19, 12, 4],
  },
  {
    name: 'Herbs',
    weight: 13,
    price: [2, 6],
    items: ['Broad thyme', 'Quill chive', 'Garden mint', 'Bush basil'],
    months: [1, 2, 6, 13, 18, 16, 12, 9, 6, 3, 1, 1],
  },
  {
    name: 'Bedding',
    weight: 16,
    price: [3, 9],
    items: ['Ruffle pansy', 'Trailing lobe', 'Sun marigold'],
    months: [1, 1, 6, 16, 26, 18, 8, 4, 6, 6, 2, 1],
  },
  {
    name: 'Fruit',
    weight: 7,
    price: [8, 38],
    items: ['Cordon apple', 'Patio fig', 'Bush currant'],
    months: [9, 10, 12, 8, 6, 4, 3, 3, 5, 9, 14, 11],
  },
  {
    name: 'Sundries',
    weight: 9,
    price: [1.5, 25],
    items: ['Peat-free compost', 'Twine', 'Clay pot', 'Watering rose'],
    months: [4, 5, 9, 12, 13, 11, 9, 8, 8, 8, 7, 6],
  },
  {
    name: 'Gift',
    weight: 4,
    price: [6, 30],
    items: ['Planted bowl', 'Gift card', 'Wreath'],
    months: [2, 5, 7, 5, 6, 4, 3, 3, 4, 6, 14, 30],
  },
];

const SPOTS = ['Yard', 'Glasshouse', 'Market stall', 'Web shop'] as const;
const DAY = 86_400_000;
const FIRST = Date.UTC(2023, 0, 2);
const LAST = Date.UTC(2025, 10, 22);
/** Days on which nothing was sold: holidays, and a storm. */
const CLOSED = ['12-25', '12-26', '01-01'];
const STORM = [Date.UTC(2024, 0, 21), Date.UTC(2024, 0, 24)];

const two = (n: number) => String(n).padStart(2, '0');

/** Three years of receipt lines, the newest first, with the mess of a real export: a few unreadable cells, empty cells, missing days. About 60,000 rows. */
export function tillReceipts(seed = 20250314, size = 1): string[][] {
  const chance = new Chance(seed);
  const rows: string[][] = [];
  let receipt = 410_000;
  for (let day = FIRST; day <= LAST; day += DAY) {
    const date = new Date(day);
    if (
      CLOSED.includes(`${two(date.getUTCMonth() + 1)}-${two(date.getUTCDate())}`) ||
      (day >= STORM[0] && day <= STORM[1])
    )
      continue;
    const receipts = Array.from({ length: receiptsOn(date, chance) * size }, () => receiptLines(date, chance));
    for (const lines of receipts.sort((a, b) => (a[0][0] < b[0][0] ? -1 : 1))) {
      receipt += chance.whole(1, 2);
      rows.push(...lines.map(([at, ...cells]) => [at, String(receipt), ...cells]));
    }
  }
  rows.reverse();
  return withMess(rows, chance);
}

function receiptsOn(date: Date, chance: Chance): number {
  const month = date.getUTCMonth();
  const season = GROUPS.reduce((sum, group) => sum + group.weight * group.months[month], 0) / 800;
  const growth = 1 + ((date.getTime() - FIRST) / DAY / 365) * 0.09;
  const weekday = [1.15, 0.7, 0.75, 0.95, 0.85, 1.05, 1.6][date.getUTCDay()];
  return Math.max(2, Math.round(season * growth * weekday * chance.between(0.72, 1.28) * 29));
}

/** The lines of one receipt, without its number. */
function receiptLines(date: Date, chance: Chance): string[][] {
  const month = date.getUTCMonth();
  const market = date.getUTCDay() === 6 || date.getUTCDay() === 3;
  const webGrowth = 0.6 + ((date.getTime() - FIRST) / DAY / 365) * 0.55;
  const spot = chance.weighted(
    SPOTS.map(
      (name) =>
        [
          name,
          name === 'Yard'
            ? 42
            : name === 'Glasshouse'
              ? 29
              : name === 'Market stall'
                ? market && !(month < 2 && date.getUTCFullYear() === 2024)
                  ? 34
                  : 0
                : 17 * webGrowth,
        ] as const,
    ),
  );
  const hour = spot === 'Web shop' ? chance.whole(0, 23) : chance.whole(9, 17);
  const at = `${two(date.getUTCDate())}/${two(month + 1)}/${date.getUTCFullYear()} ${two(hour)}:${two(chance.whole(0, 59))}`;
  const paid =
    spot === 'Web shop'
      ? chance.weighted([
          ['Card', 80],
          ['Voucher', 6],
          ['Transfer', 14],
        ])
      : chance.weighted([
          ['Card', 68],
          ['Cash', 27],
          ['Voucher', 5],
        ]);
  const lines = chance.weighted([
    [1, 52],
    [2, 27],
    [3, 14],
    [4, 7],
  ]);
  return Array.from({ length: lines }, () => {
    const group = chance.weighted(GROUPS.map((one) => [one, one.weight * one.months[month]] as const));
    const item = chance.of(group.items);
    const rise = 1 + (date.getUTCFullYear() - 2023) * 0.04;
    const price = Math.round(chance.between(group.price[0], group.price[1]) * rise * 20) / 20;
    const quantity =
      group.name === 'Shrubs' || group.name === 'Fruit'
        ? chance.weighted([
            [1, 80],
            [2, 16],
            [3, 4],
          ])
        : chance.weighted([
            [1, 44],
            [2, 22],
            [3, 16],
            [5, 10],
            [6, 8],
          ]);
    const discount = chance.happens(0.07) ? chance.of([0.1, 0.15, 0.2]) : 0;
    const takings = Math.round(price * quantity * (1 - discount) * 100) / 100;
    const pot =
      group.name === 'Sundries' || group.name === 'Gift'
        ? ''
        : String(chance.of(group.name === 'Shrubs' || group.name === 'Fruit' ? [13, 17, 22] : [9, 11, 13]));
    return [
      at,
      group.name,
      item,
      pot,
      String(quantity),
      price.toFixed(2),
      discount === 0 ? '' : `${Math.round(discount * 100)}%`,
      money(takings),
      spot,
      paid,
    ];
  });
}

const money = (value: number) =>
  value >= 1000 ? `${Math.floor(value / 1000)},${(value % 1000).toFixed(2).padStart(6, '0')}` : value.toFixed(2);

/** What happens to real exports: an l for a 1, an O for a 0, a word where a figure should be, returns in parentheses. */
function withMess(rows: string[][], chance: Chance): string[][] {
  const takings = TILL_HEADER.indexOf('Takings £');
  const some = () => rows[chance.whole(0, rows.length - 1)];
  for (const text of ['2l.50', '18.O0', 'see note']) some()[takings] = text;
  for (let i = 0; i < 12; i++) some()[takings] = '';
  for (let i = 0; i < 160; i++) {
    const row = some();
    if (/^\d/.test(row[takings])) row[takings] = `(${row[takings]})`;
  }
  for (let i = 0; i < 6; i++) some()[TILL_HEADER.indexOf('Paid by')] = '';
  return rows;
}
