import { Chance } from '@/demo/random';

/** The text of one cell of row `i`. */
type Cell = (chance: Chance, i: number) => string | number;

const DAY = 86_400_000;
const day = (from: string, days: number) => new Date(Date.parse(from) + days * DAY).toISOString().slice(0, 10);
const month = (from: string, months: number) => {
  const [year, first] = from.split('-').map(Number);
  return new Date(Date.UTC(year, first - 1 + months, 1)).toISOString().slice(0, 10);
};
const of =
  (...names: string[]): Cell =>
  (chance) =>
    chance.of(names);
const inTurn =
  (...names: string[]): Cell =>
  (_, i) =>
    names[i % names.length];
const whole =
  (low: number, high: number): Cell =>
  (chance) =>
    chance.whole(low, high);
const money =
  (low: number, high: number): Cell =>
  (chance) =>
    (low * (high / low) ** chance.next()).toFixed(2);
const about =
  (mean: number, deviation: number, decimals = 1): Cell =>
  (chance) =>
    chance.normal(mean, deviation).toFixed(decimals);
const counted =
  (text: string, from = 1): Cell =>
  (_, i) =>
    `${text}${from + i}`;
const someDay =
  (from: string, days: number): Cell =>
  (chance) =>
    day(from, chance.whole(0, days));
const dayOf =
  (from: string, perDay = 1): Cell =>
  (_, i) =>
    day(from, Math.floor(i / perDay));
const monthOf =
  (from: string, perMonth = 1): Cell =>
  (_, i) =>
    month(from, Math.floor(i / perMonth));
/** Goes on from row to row by steps of chance, one walk for each of `things` that take turns. */
function walk(start: number, step: number, decimals: number, things = 1): Cell {
  const at = Array.from({ length: things }, (_, i) => start * (1 + i * 0.3));
  return (chance, i) => (at[i % things] = Math.max(0, at[i % things] + chance.normal(0, step))).toFixed(decimals);
}
/** Grows from row to row, never falls. */
function grows(start: number, low: number, high: number): Cell {
  let at = start;
  return (chance) => (at += chance.whole(low, high));
}

const FIRST = 'Ada Ben Cleo Dan Eve Finn Gwen Hal Iris Jack Kit Lena Max Nell Otto Pia'.split(' ');
const LAST = 'Ash Birch Cedar Dale Elm Ford Glen Hill Isle Jay Kerr Lake Moss Nash Oake Pike'.split(' ');
const person: Cell = (_, i) => `${FIRST[i % 16]} ${LAST[(i * 7 + Math.floor(i / 16)) % 16]}`;

/** The columns of each sheet: its header and how a cell is made. */
const SHEETS: Readonly<Record<string, readonly [rows: number, ...columns: (readonly [string, Cell])[]]>> = {
  'plumbing jobs': [
    180,
    ['Job no', counted('J-')],
    ['Date', someDay('2025-01-06', 300)],
    ['Kind', of('Leak', 'Boiler', 'Drain', 'Tap')],
    ['Hours', (chance) => chance.whole(1, 16) / 2],
    ['Parts (£)', money(3, 400)],
    ['Rating', whole(1, 5)],
  ],
  'stock by month': [
    96,
    ['Month', monthOf('2024-01-01', 4)],
    ['Store', inTurn('North', 'South', 'Harbour', 'Mill')],
    ['Stock', walk(420, 30, 0, 4)],
    ['Deliveries', whole(5, 90)],
  ],
  'fridge readings': [
    240,
    [
      'Read at',
      (_, i) =>
        `2025-05-${String(1 + Math.floor(i / 12)).padStart(2, '0')} ${String((i % 12) * 2).padStart(2, '0')}:00`,
    ],
    ['Fridge', inTurn('Fridge A', 'Fridge B')],
    ['Temperature (°C)', walk(4, 0.2, 1, 2)],
    ['Humidity (%)', walk(60, 1, 0, 2)],
  ],
  'guest survey': [
    150,
    ['Age group', of('18-24', '25-34', '35-49', '50-64', '65+')],
    ['Came from', of('Town', 'County', 'Abroad')],
    ['Food (1-5)', whole(2, 5)],
    ['Service (1-5)', whole(1, 5)],
    ['Nights', (chance) => 1 + Math.floor(-Math.log(chance.next()) * 1.6)],
    ['Would return', of('yes', 'yes', 'no')],
  ],
  'staff list': [
    48,
    ['Name', person],
    ['Department', of('Kitchen', 'Bar', 'Office')],
    ['Age', whole(18, 64)],
    ['Hourly pay (£)', about(14, 3, 2)],
    ['Years with us', whole(0, 22)],
  ],
  'customer list': [
    120,
    ['Customer no', counted('', 4001)],
    ['Town', of('Alder', 'Brook', 'Combe', 'Dene', 'Ely')],
    ['Orders', (chance) => Math.floor(-Math.log(chance.next()) * 6)],
    ['Spent (£)', money(10, 6000)],
  ],
  invoices: [
    140,
    ['Invoice no', counted('', 10025)],
    ['Invoiced on', (_, i) => day('2025-01-02', Math.floor(i * 2.3))],
    ['Customer', of('Alder Ltd', 'Brook & Co', 'Combe Farm', 'Dene School')],
    ['Net (£)', money(40, 4000)],
    ['VAT rate (%)', of('20', '20', '5')],
    ['Paid', of('yes', 'no')],
  ],
  'price list': [
    60,
    ['Item', counted('Item ')],
    ['Kind', of('Screws', 'Nails', 'Paint', 'Tools')],
    ['Price (£)', money(0.8, 90)],
    ['Weight (kg)', money(0.01, 12)],
  ],
  'electricity meter': [36, ['Read on', monthOf('2022-11-01')], ['Meter (kWh)', grows(48_120, 310, 720)]],
  'gym by month': [
    30,
    ['Month', monthOf('2023-01-01')],
    ['Members', walk(310, 9, 0)],
    ['Joined', whole(8, 40)],
    ['Left', whole(5, 35)],
    ['Visits', whole(2100, 3900)],
  ],
  'course bookings': [
    110,
    ['Booked on', someDay('2025-02-01', 200)],
    ['Course', of('Bread', 'Pasta', 'Cakes')],
    ['Seats', (chance) => 1 + Math.floor(-Math.log(chance.next()) * 1.2)],
    ['Price per seat (£)', of('45', '60', '75')],
  ],
  'web by day': [
    200,
    ['Day', dayOf('2025-03-01')],
    ['Visitors', (chance, i) => Math.round((400 + i) * (i % 7 > 4 ? 0.6 : 1) * chance.between(0.85, 1.15))],
    ['Orders', whole(4, 31)],
    ['Bounce rate', (chance) => chance.between(0.3, 0.6).toFixed(3)],
  ],
  'parcel run': [
    200,
    [
      'Delivered',
      (chance, i) =>
        `${day('2025-06-02', Math.floor(i / 10))} ${String(8 + (i % 10)).padStart(2, '0')}:${chance.whole(10, 59)}`,
    ],
    ['Postcode', (chance) => `AL${chance.whole(1, 9)} ${chance.whole(1, 9)}QX`],
    ['Weight (kg)', money(0.2, 25)],
    ['Minutes late', (chance) => Math.max(0, Math.round(chance.normal(-4, 14)))],
  ],
  'visitors counted': [
    24,
    ['Hall', (_, i) => ['Art', 'Ships', 'Birds'][Math.floor(i / 8)]],
    ['Ticket', inTurn('Adult', 'Adult', 'Child', 'Child', 'Senior', 'Senior', 'Free', 'Free')],
    ['Season', inTurn('Summer', 'Winter')],
    ['Number', whole(30, 900)],
  ],
  'working hours': [
    160,
    ['Week', (_, i) => day('2025-01-06', 7 * Math.floor(i / 8))],
    ['Who', inTurn(...FIRST.slice(0, 8))],
    ['Hours worked', (chance) => chance.whole(24, 84) / 2],
    ['Hourly rate (£)', (_, i) => (12 + (i % 8) * 1.25).toFixed(2)],
  ],
  bestellungen: [
    130,
    ['Bestellnummer', counted('', 7100)],
    ['Datum', (_, i) => day('2025-01-02', i).split('-').reverse().join('.')],
    ['Warengruppe', of('Brot', 'Kuchen', 'Brötchen')],
    ['Umsatz (€)', (chance) => money(4, 300)(chance, 0).toString().replace('.', ',')],
    ['Stückpreis (€)', (chance) => money(0.6, 9)(chance, 0).toString().replace('.', ',')],
    ['Menge', whole(1, 40)],
  ],
  'relevés de température': [
    90,
    ['Jour', dayOf('2025-04-01')],
    ['Température (°C)', walk(12, 1.1, 1)],
    ['Pluie (mm)', (chance) => (chance.happens(0.6) ? 0 : chance.between(0.2, 18).toFixed(1))],
  ],
  'shop figures': [
    36,
    ['Month', monthOf('2023-01-01')],
    ['Bread', whole(3000, 5200)],
    ['Cakes', whole(900, 2400)],
    ['Coffee', whole(1200, 2900)],
    ['Total', () => ''],
  ],
  'milk by cow': [
    126,
    ['Date', (_, i) => day('2025-07-01', 7 * Math.floor(i / 9))],
    ['Cow', inTurn('Bella', 'Clover', 'Daisy', 'Flora', 'Heidi', 'Molly', 'Nutmeg', 'Poppy', 'Rosie')],
    ['Milk (l)', about(24, 5)],
    ['Fat (%)', about(4.1, 0.2, 2)],
  ],
  'accounts at month end': [
    60,
    ['Month end', (_, i) => day(month('2024-02-01', Math.floor(i / 3)), -1)],
    ['Account', inTurn('Current', 'Savings', 'Loan')],
    ['Balance (£)', walk(9000, 600, 2, 3)],
  ],
};

/** Made-up sheets of small firms, as text with commas, by name; the same in every run. */
export const SHEETS_OF_FIRMS: ReadonlyMap<string, string> = new Map(
  Object.entries(SHEETS).map(([name, [rows, ...columns]], s) => {
    const chance = new Chance(4_000 + s);
    const lines = Array.from({ length: rows }, (_, i) => {
      const cells = columns.map(([, cell]) => String(cell(chance, i)));
      // The last column of the figures of a shop adds up the others.
      if (name === 'shop figures') cells[4] = String(cells.slice(1, 4).reduce((sum, cell) => sum + Number(cell), 0));
      return cells;
    });
    return [
      name,
      [columns.map(([header]) => header), ...lines]
        .map((line) => line.map((cell) => (/,/.test(cell) ? `"${cell}"` : cell)).join(','))
        .join('\n'),
    ] as const;
  }),
);
