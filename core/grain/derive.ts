import { exactColumn, exactText } from '../decimals';
import { axisFrom, measureFrom } from './finer';
import type { Grain, GrainValue, GroupedQuery, Measure } from './grain-query';

/**
 * The answer to a question from the answer to a finer one about the same rows: with more axes, or with finer steps.
 * `undefined` where it does not follow.
 */
export function deriveGrain(wanted: GroupedQuery, held: GroupedQuery, grain: Grain): Grain | undefined {
  if (wanted.sheet !== held.sheet || JSON.stringify(wanted.filters) !== JSON.stringify(held.filters)) return undefined;
  // Single rows are the first so many alone: nothing follows from them but themselves.
  if (held.axes.some(({ as }) => as === 'row') && !wanted.axes.some(({ as }) => as === 'row')) return undefined;
  const sources = wanted.axes.flatMap((axis) => axisFrom(axis, held) ?? []);
  const columns = wanted.measures.flatMap((measure) => {
    const from = measureFrom(measure, held);
    return from && 'at' in from ? [from.at] : [];
  });
  if (sources.length < wanted.axes.length || columns.length < wanted.measures.length) return undefined;
  const groups = new Map<string, number[]>();
  const keys: GrainValue[][] = wanted.axes.map(() => []);
  for (let i = 0; i < grain.size; i++) {
    const values = sources.map(({ at, of }) => of(grain.axes[at][i]));
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
