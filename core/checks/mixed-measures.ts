import { column, columnsOf, type ChartSpec, type Layer } from '../spec';
import type { CheckFinder } from './check';

/** A column of several measures that is summarised over them: pounds and visitors in one figure. */
export const mixedMeasures: CheckFinder = ({ spec, sources }) =>
  spec.layers.flatMap((layer) => {
    if (!('column' in layer.amount) || layer.summary === 'count') return [];
    const columns = columnsOf(layer, sources);
    const { name, mixes } = column(columns, layer.amount.column);
    if (mixes === undefined || !columns.has(mixes) || keepsApart(spec, layer, mixes)) return [];
    const by = column(columns, mixes).name;
    const free = !layer.from && !spec.panels && spec.across.as !== 'number' && spec.across.as !== 'bins';
    return [
      {
        id: 'mixed-measures' as const,
        level: 'warning' as const,
        message: `${name} holds several measures, told apart by ${by}: they are put together here, whatever their units.`,
        ...(free
          ? { edit: { do: 'setPanels' as const, with: [{ column: mixes }] as const }, changeWords: 'A small copy each' }
          : {}),
      },
    ];
  });

/** Whether each value of a chart is of one measure alone. */
function keepsApart({ across, split, panels, filters }: ChartSpec, { from }: Layer, key: string): boolean {
  if (from)
    return from.across === key || from.split === key || (from.filters ?? []).some((filter) => isOne(filter, key));
  return (
    across.column === key ||
    split?.column === key ||
    (panels !== undefined && 'column' in panels && panels.column === key) ||
    filters.some((filter) => isOne(filter, key)) ||
    (across.as === 'group' && (across.within ?? []).some(({ column: one }) => one === key))
  );
}

const isOne = (filter: ChartSpec['filters'][number], key: string) =>
  filter.column === key && 'keep' in filter && !filter.not && filter.keep.length === 1;
