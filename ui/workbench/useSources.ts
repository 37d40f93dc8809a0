import { useMemo } from 'react';
import { useQueries } from '@tanstack/react-query';
import { otherSheets, sourcesOf, type FormerColumn, type Sources } from '@/core/spec';
import { api, ApiError, type Sheet } from '../api';
import { useWork } from './store';

/** A sheet that a layer comes from and that was deleted, as far as it is remembered. */
export interface LostSheet {
  readonly id: string;
  readonly name?: string;
  readonly columns: readonly FormerColumn[];
}

/** The sheets that layers of the chart come from beside its own, the columns of all of them, and those that are not there any more. */
export function useSources(sheet: Sheet): { sources: Sources; others: readonly Sheet[]; lost: readonly LostSheet[] } {
  const spec = useWork((state) => state.spec);
  const ids = useMemo(() => (spec ? otherSheets(spec) : []), [spec]);
  const found = useQueries({
    queries: ids.map((id) => ({ queryKey: ['sheet', id], queryFn: () => api.sheet(id) })),
    combine: (results) => ({
      others: results.flatMap(({ data }) => (data ? [data] : [])),
      lost: results.flatMap(({ error }, i): LostSheet[] =>
        error instanceof ApiError && error.status === 404 ? [{ id: ids[i], columns: [], ...error.more.deleted }] : [],
      ),
    }),
  });
  const { others, lost } = found;
  // Of a sheet that is counted anew nothing that charts speak of changes.
  const { id, name, columns, row, colors } = sheet;
  return useMemo(
    () => ({
      sources: sourcesOf({ id, name, columns, row, colors }, others),
      others,
      lost,
    }),
    [id, name, columns, row, colors, others, lost],
  );
}
