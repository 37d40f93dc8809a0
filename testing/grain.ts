import { exactColumn, exactText } from '@/core/decimals';
import { floor, fromIso } from '@/core/calendar';
import { type Grain, type GrainQuery, type GrainValue, type Measure } from '@/core/grain';
import type { Frame } from '@/core/shaping';
import { fromHeld, shape } from '@/core/shaping';
import { byKey, type ChartSpec } from '@/core/spec';
import type { TestTable } from './table';

/** Answers a question from the rows of a small table, group by group: what the database is asked, done by hand. */
export function grainOf(query: GrainQuery, table: TestTable): Grain {
  if (query.kind !== 'grouped') throw new RangeError('only groups are answered here');
  const at = new Map(table.columns.map(({ key }, i) => [key, i]));
  const cell = (row: readonly (string | null)[], key: string) => row[at.get(key) ?? -1] ?? null;
  const kept = table.cells.filter((row) =>
    query.filters.every((filter) => {
      if (!('keep' in filter)) throw new RangeError('only kept values are answered here');
      return filter.keep.includes(cell(row, filter.column)) !== Boolean(filter.not);
    }),
  );
  const groups = new Map<string, { keys: GrainValue[]; rows: (readonly (string | null)[])[] }>();
  for (const row of kept) {
    const keys = query.axes.map((axis): GrainValue => {
      const value = cell(row, axis.column);
      if (axis.as === 'value' || value === null) return value;
      if (axis.as !== 'step') throw new RangeError(`no ${axis.as} here`);
      return floor(fromIso(value), axis.step, axis.calendar);
    });
    const name = JSON.stringify(keys);
    const group = groups.get(name) ?? { keys, rows: [] };
    group.rows.push(row);
    groups.set(name, group);
  }
  const list = [...groups.values()];
  const figure = (measure: Measure, rows: readonly (readonly (string | null)[])[]): string | number | null => {
    if (measure.want === 'rows') return rows.length;
    if (measure.want === 'place') throw new RangeError('no single rows here');
    if (measure.want === 'first-row') return table.cells.indexOf(rows[0] as (string | null)[]);
    const values = rows.map((row) => cell(row, measure.of)).filter((value): value is string => value !== null);
    if (measure.want === 'count') return values.length;
    if (values.length === 0) return null;
    if (measure.want === 'min') return Math.min(...values.map(Number));
    if (measure.want === 'max') return Math.max(...values.map(Number));
    if (measure.want !== 'sum') throw new RangeError(`no ${measure.want} here`);
    const { units, scale } = exactColumn(values);
    return exactText(
      units.reduce<bigint>((sum, unit) => sum + (unit ?? 0n), 0n),
      scale,
    );
  };
  return {
    size: list.length,
    axes: query.axes.map((_, a) => list.map(({ keys }) => keys[a])),
    measures: query.measures.map((measure) => list.map(({ rows }) => figure(measure, rows))),
  };
}

/** The frame of a chart of a small table, without a database. */
export function framed(spec: ChartSpec, table: TestTable): Frame {
  const answers = { get: (key: string) => grainOf(JSON.parse(key) as GrainQuery, table) };
  const frame = fromHeld(shape(spec, { columns: byKey(table.columns) }), answers);
  if (!frame) throw new RangeError('a question was not answered');
  return frame;
}
