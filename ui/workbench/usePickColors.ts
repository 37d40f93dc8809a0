import { useMemo } from 'react';
import type { ColumnProfile } from '@/core/inference';
import { seriesColor } from '@/core/layout';
import { isDrawn, layersByAge, type ChartSpec } from '@/core/spec';
import { useWork } from './store';

const INK = '#24302c';

/** The colour of each picked column: its layer's, or ink for what runs across and the split. */
export function usePickColors(columns: readonly ColumnProfile[]): ReadonlyMap<string, string> {
  // Compared by what they say: most changes of a chart leave them as they are.
  const colors = useWork(({ spec, picks }) => JSON.stringify(colorsOf(spec, picks, columns)));
  return useMemo(() => new Map(JSON.parse(colors) as [string, string][]), [colors]);
}

function colorsOf(
  spec: ChartSpec | undefined,
  picks: readonly string[],
  columns: readonly ColumnProfile[],
): [string, string][] {
  const colors = new Map(picks.filter((key) => columns.some((column) => column.key === key)).map((key) => [key, INK]));
  const layers = spec ? layersByAge(spec) : [];
  layers.forEach((layer, i) => {
    if ('column' in layer.amount && isDrawn(layer))
      colors.set(layer.amount.column, spec?.split ? seriesColor(0) : (layer.style?.color ?? seriesColor(i)));
  });
  return [...colors];
}
