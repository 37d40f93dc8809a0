import { useMemo, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { api, type Sheet, type Start } from '../api';
import { columnsKey, type Size } from './useChart';

/** Between cards, and within them on both sides, in pixels. */
export const START_GAP = 14;
const PADDING = 32;
const HEIGHT = 92;
/** Narrower than this the cards stand under each other. */
const TWO = 560;
const SLACK = 6;

/** In how many columns starts stand in a room, and how large each is drawn. */
function roomFor({ width }: Size): { columns: number; width: number; height: number } {
  const columns = width < TWO ? 1 : 2;
  return {
    columns,
    width: Math.max(220, Math.floor((width - SLACK - START_GAP * (columns - 1)) / columns) - PADDING),
    height: HEIGHT,
  };
}

/** The charts worth making of a sheet, asked for while nothing is picked; `room` is that of the chart. */
export function useStarts(sheet: Sheet, wanted: boolean, room: Size) {
  // They keep the size that the chart had at first: small pictures do not follow every pixel of the divider.
  const [first, setFirst] = useState<Size>();
  if (!first && room.width > 0) setFirst(room);
  const { columns, width, height } = roomFor(first ?? room);
  const query = useQuery({
    queryKey: ['starts', sheet.id, sheet.version, columnsKey(sheet), sheet.row?.is, sheet.row?.name, width],
    queryFn: () => api.starts(sheet.id, width, height),
    enabled: wanted && first !== undefined,
    staleTime: 60_000,
    retry: false,
  });
  const { data, isPending, error } = query;
  return useMemo(
    () => ({
      starts: data ?? NONE,
      asked: wanted && isPending,
      columns,
      size: { width, height },
      ...(error ? { error: error.message } : {}),
    }),
    [data, isPending, error, wanted, columns, width, height],
  );
}
const NONE: readonly Start[] = [];
