import { useMemo } from 'react';
import { keepPreviousData, useQueries } from '@tanstack/react-query';
import { api, type Rows, type Sheet } from '../api';

/** How many rows are fetched at once. */
export const PAGE = 100;

interface Page {
  rows: Rows['rows'];
  unread: Map<string, string>;
}

/** The pages of rows that are in sight, fetched as they come into it. */
export function usePages(sheet: Sheet, first: number, last: number): Map<number, Page> {
  const numbers = useMemo(() => {
    const from = Math.floor(first / PAGE);
    return Array.from({ length: Math.floor(last / PAGE) - from + 1 }, (_, i) => from + i);
  }, [first, last]);
  const version = JSON.stringify(sheet.columns.map(({ type, format }) => [type, format.dateOrder, format.decimal]));
  const results = useQueries({
    queries: numbers.map((page) => ({
      queryKey: ['rows', sheet.id, version, page],
      queryFn: ({ signal }: { signal: AbortSignal }) => api.rows(sheet.id, page * PAGE, PAGE, signal),
      staleTime: Infinity,
      placeholderData: keepPreviousData,
      select: toPage,
    })),
  });
  return new Map(
    numbers.flatMap((page, i) => {
      const { data, isPlaceholderData } = results[i];
      return data && !isPlaceholderData ? [[page, data] as const] : [];
    }),
  );
}

function toPage({ rows, unread }: Rows): Page {
  return { rows, unread: new Map(unread.map(({ row, column, text }) => [`${row}:${column}`, text])) };
}
