import { useEffect, useMemo, useRef, useState } from 'react';
import { keepPreviousData, skipToken, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Board } from '@/core/boards';
import type { Filter } from '@/core/spec';
import { api, type BoardModels, type SavedBoard } from '../api';
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

/** What a board is made of: its revision, and a sign for each of its tiles. */
interface MadeOf {
  readonly revision: number;
  readonly signs: BoardModels['signs'];
}

/**
 * Follows what the server tells of a board: new data are asked for within a moment. What changed between the answer that is
 * shown and the begin of the stream shows in what the stream begins with. Answers how the connection is.
 */
export function useLive(id: string, shown: Partial<MadeOf>): { line: Line; asOf?: string } {
  const client = useQueryClient();
  const [asOf, setAsOf] = useState<string>();
  const [begun, setBegun] = useState<MadeOf>();
  const board = () => void client.invalidateQueries({ queryKey: ['board', id] });
  const models = () => void client.invalidateQueries({ queryKey: ['board-models', id] });
  const line = useEvents(`/api/boards/${id}/changes`, {
    on: {
      begun: (data) => setBegun(data as MadeOf),
      changed: models,
      board,
      looked: (data) => setAsOf((data as { asOf: string }).asOf),
    },
    onBack: () => {
      board();
      models();
    },
  });
  const { revision, signs } = shown;
  const compared = useRef<MadeOf>(undefined);
  useEffect(() => {
    if (!begun || compared.current === begun || revision === undefined || !signs) return;
    compared.current = begun;
    if (begun.revision > revision) void client.invalidateQueries({ queryKey: ['board', id] });
    if (Object.entries(begun.signs).some(([tile, sign]) => signs[tile] !== undefined && signs[tile] !== sign))
      void client.invalidateQueries({ queryKey: ['board-models', id] });
  }, [begun, revision, signs, client, id]);
  return useMemo(() => ({ line, ...(asOf ? { asOf } : {}) }), [line, asOf]);
}
