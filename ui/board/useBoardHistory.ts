import { useCallback, useMemo, useRef } from 'react';
import type { Board, Tile } from '@/core/boards';
import type { Filter } from '@/core/spec';
import type { SavedBoard } from '../api';
import { NO_STEPS, redone, stepped, undone, type Steps } from '../theme/steps';
import { useHydrated } from '../theme/useHydrated';
import { useKept } from '../theme/useKept';
import type { History } from '../theme/useUndoKeys';

/** A board as it is kept, and the filters that are only looked at. */
interface Seen {
  readonly kept: Board;
  readonly looked?: readonly Filter[];
}

interface KeptSteps extends Steps<Seen> {
  /** The revision that the steps lead to: once somebody else changed the board they are not for it any more. */
  readonly revision: number;
}

const plain = ({ name, tiles, filters, refresh }: Board): Board => ({ name, tiles, filters, refresh });
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

interface Given {
  readonly board: SavedBoard;
  readonly looked: readonly Filter[] | undefined;
  readonly onLook: (filters: readonly Filter[] | undefined) => void;
  /** Keeps a board on the server; answers it with its next revision, nothing where it could not be kept. */
  readonly put: (board: Board, revision?: number) => Promise<SavedBoard | undefined>;
}

/** What was done to a board outside arranging, step by step; kept in the browser, so that a reload loses nothing. */
export function useBoardHistory({ board, looked, onLook, put }: Given): History & {
  /** @param revision the one that is changed, where that is not the board as it is now */
  keep: (change: Partial<Board>, revision?: number) => Promise<boolean>;
  look: (filters: readonly Filter[] | undefined) => void;
} {
  const [kept, setKept] = useKept<KeptSteps>(`up-chart:board:${board.id}:steps`, { ...NO_STEPS, revision: 0 });
  const busy = useRef(false);
  const hydrated = useHydrated();
  const steps: Steps<Seen> = hydrated && kept.revision === board.revision ? kept : NO_STEPS;
  const now = useMemo((): Seen => ({ kept: plain(board), ...(looked ? { looked } : {}) }), [board, looked]);
  const keep = useCallback(
    async (change: Partial<Board>, revision?: number) => {
      const next = { ...now.kept, ...change };
      if (same(next, now.kept)) return true;
      const saved = await put(next, revision);
      if (saved) setKept({ ...stepped(steps, now), revision: saved.revision });
      return saved !== undefined;
    },
    [now, put, setKept, steps],
  );
  const look = useCallback(
    (filters: readonly Filter[] | undefined) => {
      setKept({ ...stepped(steps, now), revision: board.revision });
      onLook(filters);
    },
    [board.revision, now, onLook, setKept, steps],
  );
  const go = useCallback(
    async (way: typeof undone<Seen>) => {
      const found = way(steps, now);
      if (!found || busy.current) return;
      busy.current = true;
      try {
        const { to } = found;
        const saved = same(to.kept, now.kept) ? board : await put(to.kept);
        if (!saved) return;
        setKept({ ...found.steps, revision: saved.revision });
        onLook(to.looked);
      } finally {
        busy.current = false;
      }
    },
    [board, now, onLook, put, setKept, steps],
  );
  const undo = useCallback(() => void go(undone), [go]);
  const redo = useCallback(() => void go(redone), [go]);
  return { keep, look, undo, redo, canUndo: steps.past.length > 0, canRedo: steps.future.length > 0 };
}

interface Draft extends Steps<readonly Tile[]> {
  readonly tiles: readonly Tile[];
  /** The revision that is arranged: whoever changed the board meanwhile is not overwritten. */
  readonly revision: number;
}

/** The tiles while they are arranged, with steps of their own; kept in the browser until they are done. */
export function useArranging(board: SavedBoard): {
  draft: readonly Tile[] | undefined;
  revision: number;
  change: (tiles: readonly Tile[]) => void;
  begin: () => void;
  end: () => void;
  history: History;
} {
  const [kept, setKept] = useKept<Draft | null>(`up-chart:board:${board.id}:arranging`, null);
  const hydrated = useHydrated();
  const draft = hydrated ? kept : null;
  const change = useCallback(
    (tiles: readonly Tile[]) => {
      if (draft && !same(tiles, draft.tiles)) setKept({ ...draft, ...stepped(draft, draft.tiles), tiles });
    },
    [draft, setKept],
  );
  const go = (way: typeof undone<readonly Tile[]>) => () => {
    const found = draft && way(draft, draft.tiles);
    if (draft && found) setKept({ ...draft, ...found.steps, tiles: found.to });
  };
  return {
    draft: draft?.tiles,
    revision: draft?.revision ?? board.revision,
    change,
    begin: () => setKept({ ...NO_STEPS, tiles: board.tiles, revision: board.revision }),
    end: () => setKept(null),
    history: {
      undo: go(undone),
      redo: go(redone),
      canUndo: (draft?.past.length ?? 0) > 0,
      canRedo: (draft?.future.length ?? 0) > 0,
    },
  };
}
