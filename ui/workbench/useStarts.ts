import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { api, type Sheet, type Start } from '../api';
import { columnsKey } from './useChart';

/** As large a start is laid out; it is shown as wide as there is room. */
export const START_SIZE = { width: 392, height: 132 } as const;

/** The charts worth making of a sheet, asked for while nothing is picked. */
export function useStarts(sheet: Sheet, wanted: boolean): { starts: readonly Start[]; asked: boolean; error?: string } {
  const query = useQuery({
    queryKey: ['starts', sheet.id, sheet.version, columnsKey(sheet), sheet.row?.is, sheet.row?.name],
    queryFn: () => api.starts(sheet.id, START_SIZE.width, START_SIZE.height),
    enabled: wanted,
    staleTime: 60_000,
    retry: false,
  });
  const { data, isPending, error } = query;
  return useMemo(
    () => ({ starts: data ?? NONE, asked: wanted && isPending, ...(error ? { error: error.message } : {}) }),
    [data, isPending, error, wanted],
  );
}
const NONE: readonly Start[] = [];
