import { GROUPS } from './till-receipts';
import type { Cell } from './workbook';

/** Planned takings by month and plant group, from January 2025 to December 2026. */
export function seasonPlan(): Cell[][] {
  const rows: Cell[][] = [['Month', 'Plant group', 'Planned takings']];
  for (let m = 0; m < 24; m++) {
    for (const { name, weight, months, price } of GROUPS) {
      const year = m < 12 ? 1 : 1.06;
      const planned = weight * months[m % 12] * ((price[0] + price[1]) / 2) * 3.7 * year;
      rows.push([new Date(Date.UTC(2025, m, 1)), name, Math.round(planned / 50) * 50]);
    }
  }
  return rows;
}

/** What the plan rests on: the workbook's second sheet. */
export function planNotes(): Cell[][] {
  return [
    ['What the plan rests on'],
    ['Takings of the last two years by month, and 6 % more in the second year'],
    ['Bulbs as ordered in June'],
  ];
}
