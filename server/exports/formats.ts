import type { TableColumn } from './chart-table';

/** How the values of a column are shown in a workbook: the same in both formats. */
export type Shown =
  | { readonly is: 'text' | 'number' | 'percent' }
  | { readonly is: 'money'; readonly code: string; readonly sign: string; readonly decimals: number }
  | { readonly is: 'date'; readonly show: 'day' | 'month' | 'year' | 'time' };

export function shownAs({ type, unit, step }: TableColumn): Shown {
  if (type === 'text') return { is: 'text' };
  if (type === 'datetime') return { is: 'date', show: 'time' };
  if (type === 'date')
    return { is: 'date', show: step === 'year' ? 'year' : step === 'month' || step === 'quarter' ? 'month' : 'day' };
  if (unit === '%') return { is: 'percent' };
  if (unit !== undefined && /^[A-Z]{3}$/.test(unit)) return { is: 'money', code: unit, ...currencyOf(unit) };
  return { is: 'number' };
}

/** The sign of a currency, and the decimals of its minor unit (ISO 4217, as `Intl` knows them). */
function currencyOf(code: string): { sign: string; decimals: number } {
  const format = new Intl.NumberFormat('en-GB', { style: 'currency', currency: code, currencyDisplay: 'narrowSymbol' });
  const sign = format.formatToParts(1).find(({ type }) => type === 'currency')?.value ?? code;
  return { sign, decimals: format.resolvedOptions().maximumFractionDigits ?? 2 };
}
