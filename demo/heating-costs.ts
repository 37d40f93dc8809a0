import { Chance } from './random';
import type { Cell } from './workbook';

const BAYS = [
  'Bay 1 north',
  'Bay 2 north',
  'Bay 3 cold',
  'Bay 4 seedlings',
  'Bay 5 seedlings',
  'Bay 6 palms',
  'Bay 7 shade',
  'Packing shed',
];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
/** How much of a winter month's heat each month takes. */
const COLD = [1, 0.95, 0.66, 0.42, 0.17, 0.07, 0.04, 0.05, 0.14, 0.38, 0.72, 0.94];

/** One row a glasshouse bay, the months across the top, a title above, a totals row and a remark below; one meter was not read. */
export function heatingCosts(seed = 31): Cell[][] {
  const chance = new Chance(seed);
  const rows = BAYS.map((bay, b) => {
    const winter = 60 + b * 38 * chance.between(0.85, 1.1);
    return [bay, ...COLD.map((share) => Math.round(winter * share * chance.between(0.9, 1.12) * 100) / 100)];
  });
  const totals = MONTHS.map((_, m) => Math.round(rows.reduce((sum, row) => sum + Number(row[m + 1]), 0) * 100) / 100);
  rows[5][4] = 'meter?';
  return [
    ['Heating of the glasshouse bays, 2025 (in £)'],
    [],
    ['Bay', ...MONTHS.map((month) => `${month} 2025`)],
    ...rows,
    ['All bays', ...totals],
    ['Meters are read on the last working day of the month'],
  ];
}
