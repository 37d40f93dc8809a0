import { useMemo } from 'react';
import type { ColumnProfile } from '@/core/inference';
import { seriesColor } from '@/core/layout';
import { useWork } from './store';

const INK = '#24302c';

/** The colour of each picked column: its layer's, or ink for what runs across and the split. */
export function usePickColors(columns: readonly ColumnProfile[]): ReadonlyMap<string, string> {
  const spec = useWork((state) => state.spec);
  const picks = useWork((state) => state.picks);
  return useMemo(() => {
    const colors = new Map(
      picks.filter((key) => columns.some((column) => column.key === key)).map((key) => [key, INK]),
    );
    spec?.layers.forEach((layer, i) => {
      if ('column' in layer.amount)
        colors.set(layer.amount.column, spec.split ? seriesColor(0) : (layer.style?.color ?? seriesColor(i)));
    });
    return colors;
  }, [columns, picks, spec]);
}
