import { layout } from '@/core/layout';
import { byKey, type ChartSpec, type Layer, type Trend } from '@/core/spec';
import { framed } from './grain';
import { readTable, type TestTable } from './table';

export const day = (at: number) => new Date(Date.UTC(2023, 0, 1) + at * 86_400_000).toISOString().slice(0, 10);
export const SEASON = [13, 18, 36, 45, 57, 43, 31, 26, 36, 39, 32, 27];
/** Three years of months with a season and growth, one row a month; `set` changes single months. */
export function months(count: number, set: Readonly<Record<number, string>> = {}): TestTable {
  const rows = Array.from({ length: count }, (_, i) => {
    const iso = `${2023 + Math.floor(i / 12)}-${String((i % 12) + 1).padStart(2, '0')}-01`;
    const wobble = ((i * 7919) % 13) - 6;
    return [iso, set[i] ?? String(1000 * SEASON[i % 12] + 150 * i + 40 * wobble)];
  });
  return readTable([['Sold on', 'Takings (£)'], ...rows]);
}

export const layer: Layer = { id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'line', side: 'left' };
export const spec = (more: Partial<ChartSpec> = {}): ChartSpec => ({
  version: 1,
  sheet: 's',
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [layer],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: {},
  ...more,
});
export const drawn = (table: TestTable, more: Partial<ChartSpec> = {}) => {
  const one = spec(more);
  const sources = { columns: byKey(table.columns) };
  return layout(framed(one, table), one, sources);
};
export const trend = (parts: Partial<Trend>): Trend => ({ id: 't1', layer: 'l1', kind: 'linear', ...parts });
