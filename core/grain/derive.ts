import { floor, type Step } from '../calendar';
import { exactColumn, exactText } from './exact';
import { measureAt, type Grain, type GrainAxis, type GrainValue, type GroupedQuery, type Measure } from './grain-query';

const ROLLABLE: ReadonlySet<Measure['want']> = new Set(['rows', 'first-row', 'sum', 'count', 'some', 'min', 'max']);

/** Whether a measure of coarser groups follows from that of finer ones. */
export const isRollable = ({ want }: Measure): boolean => ROLLABLE.has(want);

/**
 * The answer to a question from the answer to a finer one about the same rows: with more axes, or with days where hours
 * were asked. `undefined` where it does not follow.
 */
export function deriveGrain(wanted: GroupedQuery, held: GroupedQuery, grain: Grain): Grain | undefined {
  if (wanted.sheet !== held.sheet || JSON.stringify(wanted.filters) !== JSON.stringify(held.filters)) return undefined;
  // Single rows are the first so many alone: nothing follows from them but themselves.
  if (held.axes.some(({ as }) => as === 'row') && !wanted.axes.some(({ as }) => as === 'row')) return undefined;
  const sources = wanted.axes.map((axis) => axisFrom(axis, held.axes));
  const columns = wanted.measures.map((measure) => (isRollable(measure) ? measureAt(held.measures, measure) : -1));
  if (sources.some((source) => source === undefined) || columns.some((at) => at < 0)) return undefined;
  const groups = new Map<string, number[]>();
  const keys: GrainValue[][] = wanted.axes.map(() => []);
  for (let i = 0; i < grain.size; i++) {
    const values = sources.map((source) => {
      const value = grain.axes[source?.at ?? 0][i];
      return source?.step && typeof value === 'number' ? floor(value, source.step) : value;
    });
    const key = JSON.stringify(values);
    const group = groups.get(key);
    if (group) group.push(i);
    else {
      groups.set(key, [i]);
      values.forEach((value, a) => keys[a].push(value));
    }
  }
  // All rows are one group where there is no axis, even when there are none.
  if (wanted.axes.length === 0 && groups.size === 0) groups.set('[]', []);
  const members = [...groups.values()];
  return {
    size: members.length,
    axes: keys,
    measures: wanted.measures.map((measure, m) => rollMeasure(measure, grain.measures[columns[m]], members)),
  };
}

function axisFrom(axis: GrainAxis, held: readonly GrainAxis[]): { at: number; step?: Step } | undefined {
  const same = held.findIndex((one) => JSON.stringify(one) === JSON.stringify(axis));
  if (same >= 0) return { at: same };
  if (axis.as !== 'step' || axis.step !== 'day') return undefined;
  const finer = held.findIndex((one) => one.as === 'step' && one.column === axis.column && one.step === 'hour');
  return finer >= 0 ? { at: finer, step: 'day' } : undefined;
}

function rollMeasure(
  { want }: Measure,
  values: readonly (string | number | null)[],
  members: readonly (readonly number[])[],
): (string | number | null)[] {
  if (want === 'sum') {
    const { units, scale } = exactColumn(values as readonly (string | null)[]);
    return members.map((group) => {
      const found = group.flatMap((i) => units[i] ?? []);
      return found.length > 0
        ? exactText(
            found.reduce((sum, unit) => sum + unit, 0n),
            scale,
          )
        : null;
    });
  }
  const counts = want === 'rows' || want === 'count' || want === 'some';
  return members.map((group) => {
    const found = group.flatMap((i) => (values[i] === null ? [] : [Number(values[i])]));
    if (counts) return found.reduce((sum, value) => sum + value, 0);
    if (found.length === 0) return null;
    return found.reduce((a, b) => (want === 'max' ? Math.max(a, b) : Math.min(a, b)));
  });
}
