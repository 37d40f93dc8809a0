import { useMemo, useState } from 'react';
import { keepPreviousData, skipToken, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Board } from '@/core/boards';
import type { Filter } from '@/core/spec';
import { api, type SavedBoard } from '../api';
import { useEvents, type Line } from '../theme/useEvents';

/** A saved board, kept as it is on the server. */
export function useBoard(id: string, first?: SavedBoard) {
  return useQuery({ queryKey: ['board', id], queryFn: () => api.board(id), initialData: first, staleTime: 1_000 });
}

interface Wish {
  readonly width: number;
  /** Only where they are others than those that are saved. */
  readonly tiles?: Board['tiles'];
  readonly filters?: readonly Filter[];
}

/** The drawings of a board's tiles in a width; the old ones stay until the new ones are there. */
export function useBoardModels(board: SavedBoard | undefined, { width, tiles, filters }: Wish) {
  return useQuery({
    queryKey: ['board-models', board?.id, board?.revision, width, tiles, filters],
    queryFn:
      board && width > 0
        ? ({ signal }) =>
            api.boardModels(
              board.id,
              width,
              { ...(tiles ? { tiles } : {}), ...(filters ? { filters: [...filters] } : {}) },
              signal,
            )
        : skipToken,
    placeholderData: keepPreviousData,
    structuralSharing: false,
    staleTime: Infinity,
  });
}

/** Follows what the server tells of a board: new data are asked for within a moment. Answers how the connection is. */
export function useLive(id: string): { line: Line; asOf?: string } {
  const client = useQueryClient();
  const [asOf, setAsOf] = useState<string>();
  const board = () => void client.invalidateQueries({ queryKey: ['board', id] });
  const models = () => void client.invalidateQueries({ queryKey: ['board-models', id] });
  const line = useEvents(`/api/boards/${id}/changes`, {
    on: { changed: models, board, looked: (data) => setAsOf((data as { asOf: string }).asOf) },
    onBack: () => {
      board();
      models();
    },
  });
  return useMemo(() => ({ line, ...(asOf ? { asOf } : {}) }), [line, asOf]);
}
