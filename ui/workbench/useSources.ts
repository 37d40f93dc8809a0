import { useMemo } from 'react';
import { useQueries } from '@tanstack/react-query';
import { byKey, otherSheets, type Sources } from '@/core/spec';
import { api, type Sheet } from '../api';
import { useWork } from './store';

/** The sheets that layers of the chart come from beside its own, and the columns of all of them. */
export function useSources(sheet: Sheet): { sources: Sources; others: readonly Sheet[] } {
  const spec = useWork((state) => state.spec);
  const ids = useMemo(() => (spec ? otherSheets(spec) : []), [spec]);
  const others = useQueries({
    queries: ids.map((id) => ({ queryKey: ['sheet', id], queryFn: () => api.sheet(id) })),
    combine: (results) => results.flatMap(({ data }) => (data ? [data] : [])),
  });
  return useMemo(
    () => ({
      sources: {
        columns: byKey(sheet.columns),
        others: new Map(others.map(({ id, columns }) => [id, byKey(columns)])),
        names: new Map(others.map(({ id, name }) => [id, name])),
      },
      others,
    }),
    [sheet.columns, others],
  );
}
