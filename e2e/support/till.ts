import { parse } from 'csv-parse/sync';
import { tillFile as demoTill } from '../../demo/files';

/** The till receipts as the demo writes them. */
export function tillFile(): { name: string; text: string } {
  const { name, content } = demoTill();
  return { name, text: content };
}

type Row = Record<string, string>;

/** Pence of a cell, by hand: "1,234.50" and, for returns, "(12.50)"; nothing for what is no figure. */
function pence(cell: string): number | undefined {
  const found = /^(\()?(\d{1,3}(?:,\d{3})*|\d+)\.(\d{2})\)?$/.exec(cell);
  if (!found) return undefined;
  const value = Number(found[2].replaceAll(',', '')) * 100 + Number(found[3]);
  return found[1] ? -value : value;
}

/** The first day of the month or quarter of "31/12/2025 16:20". */
export function startOf(soldOn: string, step: 'month' | 'quarter'): string {
  const [, month, year] = soldOn.slice(0, 10).split('/').map(Number);
  const first = step === 'month' ? month : Math.floor((month - 1) / 3) * 3 + 1;
  return `${year}-${String(first).padStart(2, '0')}-01`;
}

/** Takings in pounds by step and spot, added up in whole pence from the raw file by another reader than the application's. */
export function takingsBy(text: string, step: 'month' | 'quarter', spotOf: (row: Row) => string = () => 'all') {
  const totals = new Map<string, Map<string, number>>();
  for (const row of parse(text, { columns: true }) as Row[]) {
    const value = pence(row['Takings £']);
    if (value === undefined) continue;
    const start = startOf(row['Sold on'], step);
    const spots = totals.get(start) ?? new Map<string, number>();
    spots.set(spotOf(row), (spots.get(spotOf(row)) ?? 0) + value);
    totals.set(start, spots);
  }
  return totals;
}

/** Pounds as the export writes them. */
export const pounds = (value: number) => String(value / 100);
