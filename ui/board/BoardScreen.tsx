'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useRouter } from 'next/navigation';
import { App, Button } from 'antd';
import { useQueryClient } from '@tanstack/react-query';
import { NARROW, WIDTH_COOKIE, type Board } from '@/core/boards';
import type { Filter } from '@/core/spec';
import { api, ApiError, type BoardAtOnce, type SavedBoard } from '../api';
import { wordsOf } from '../desk/doings';
import { TopBar } from '../theme/TopBar';
import { UndoButtons } from '../theme/UndoButtons';
import { useUndoKeys } from '../theme/useUndoKeys';
import { useFullScreen } from '../theme/useFullScreen';
import { useElementSize } from '../workbench/useElementSize';
import { AsOf } from './AsOf';
import { BoardFilters } from './BoardFilters';
import { BoardHandOver } from './BoardHandOver';
import { BoardMenu } from './BoardMenu';
import { BoardName } from './BoardName';
import { BoardTiles } from './BoardTiles';
import { Arranging } from './arranging/Arranging';
import styles from './Board.module.css';
import { useBoard, useBoardModels, useLive } from './useBoard';
import { useArranging, useBoardHistory } from './useBoardHistory';

interface Props {
  id: string;
  first?: SavedBoard;
  /** Its tiles as they were drawn last, to be seen before anything is asked for. */
  atOnce?: BoardAtOnce;
}

/** A board: charts, figures and notes side by side, kept up to date. */
export function BoardScreen({ id, first, atOnce }: Props) {
  const saved = useBoard(id, first);
  if (saved.error && !saved.data)
    return (
      <>
        <TopBar path={[{ words: 'Desk', href: '/' }, { words: 'Board' }]} />
        <main className={styles.screen}>
          <p className={styles.trouble} role="alert">
            {saved.error.message}
          </p>
        </main>
      </>
    );
  return saved.data ? (
    <Loaded board={saved.data} atOnce={atOnce} />
  ) : (
    <TopBar path={[{ words: 'Desk', href: '/' }, { words: 'Board' }]} />
  );
}

/** What came with a page that was left: who comes back to it by the browser's ways gets the same page, of that time. */
const left = new WeakSet<BoardAtOnce>();

function Loaded({ board, atOnce: came }: { board: SavedBoard; atOnce: BoardAtOnce | undefined }) {
  const [atOnce] = useState(() => (came && !left.has(came) ? came : undefined));
  useEffect(() => () => void (came && left.add(came)), [came]);
  const { message } = App.useApp();
  const client = useQueryClient();
  const router = useRouter();
  const place = useRef<HTMLDivElement>(null);
  const measured = useElementSize(place).width;
  const width = measured || (atOnce?.width ?? 0);
  const { full, toggle } = useFullScreen();
  const [filters, setFilters] = useState<readonly Filter[]>();
  const arranged = useArranging(board);
  const { draft } = arranged;
  const arranging = draft !== undefined;
  const tiles = draft ?? board.tiles;
  const changedTiles = draft && !same(draft, board.tiles) ? draft : undefined;
  const changedFilters = filters && !same(filters, board.filters) ? filters : undefined;
  const models = useBoardModels(board, {
    width,
    ...(changedTiles ? { tiles: changedTiles } : {}),
    ...(changedFilters ? { filters: changedFilters } : {}),
  });
  const live = useLive(board.id, { revision: board.revision, signs: models.data?.signs });
  const drawn = useMemo(() => new Map((models.data?.tiles ?? []).map((tile) => [tile.id, tile])), [models.data]);
  const asItCame = atOnce?.width === width && !changedTiles && !changedFilters;
  const seen = useMemo(
    () => new Map((asItCame ? atOnce.tiles : []).map((tile) => [tile.id, tile])),
    [atOnce, asItCame],
  );
  useEffect(() => {
    if (measured > 0) document.cookie = `${WIDTH_COOKIE}=${measured}; path=/; max-age=31536000; samesite=lax`;
  }, [measured]);

  const put = useCallback(
    async (next: Board, revision = board.revision) => {
      try {
        const saved = await api.replaceBoard(board.id, next, revision);
        client.setQueryData(['board', board.id], saved);
        void client.invalidateQueries({ queryKey: ['boards'] });
        return saved;
      } catch (error) {
        message.error(wordsOf(error));
        if (error instanceof ApiError && error.status === 412)
          void client.invalidateQueries({ queryKey: ['board', board.id] });
        return undefined;
      }
    },
    [board, client, message],
  );
  const outside = useBoardHistory({ board, looked: filters, onLook: setFilters, put });
  const { keep, look } = outside;
  const history = arranging ? arranged.history : outside;
  useUndoKeys(history);
  const done = async () => {
    if (!changedTiles || (await keep({ tiles: [...changedTiles] }, arranged.revision))) arranged.end();
  };
  const narrow = width > 0 && width < NARROW;
  return (
    <div className={styles.whole} data-full={full || undefined}>
      {!full && (
        <TopBar path={[{ words: 'Desk', href: '/' }, { words: board.name }]}>
          {arranging ? (
            <>
              <UndoButtons {...history} />
              <Button onClick={arranged.end}>Leave it as it was</Button>
              <Button type="primary" onClick={() => void done()}>
                Done
              </Button>
            </>
          ) : (
            <>
              <UndoButtons {...history} />
              <AsOf asOf={latest(models.data?.asOf, live.asOf)} line={live.line} fetching={models.isFetching} />
              <BoardMenu
                board={board}
                label="More for this board"
                onCopied={(copy) => router.push(`/boards/${copy}`)}
                onDeleted={() => router.push('/')}
              />
              {!narrow && <Button onClick={arranged.begin}>Arrange</Button>}
              <BoardHandOver board={board} />
              <Button onClick={toggle}>Full screen</Button>
            </>
          )}
        </TopBar>
      )}
      <main className={styles.screen}>
        <div className={styles.head}>
          <BoardName name={board.name} onChange={(name) => void keep({ name })} />
          <BoardFilters
            tiles={board.tiles}
            filters={changedFilters ?? board.filters}
            onChange={(next) => look(same(next, board.filters) ? undefined : next)}
            {...(changedFilters
              ? {
                  onKeep: () =>
                    void keep({ filters: [...changedFilters] }).then((kept) => kept && setFilters(undefined)),
                  onBack: () => look(undefined),
                }
              : {})}
          />
          {full && (
            <Button size="small" className={styles.back} onClick={toggle} title="Back (Esc)">
              Back
            </Button>
          )}
        </div>
        {models.error && (
          <p className={styles.trouble} role="alert">
            {models.error.message}
          </p>
        )}
        <div ref={place} className={styles.place}>
          {width > 0 &&
            (arranging ? (
              <Arranging tiles={tiles} drawn={drawn} width={width} onChange={arranged.change} />
            ) : (
              <BoardTiles
                tiles={tiles}
                drawn={drawn}
                seen={seen}
                width={width}
                waiting={models.data === undefined && !models.error}
                onArrange={arranged.begin}
                onUndo={outside.canUndo ? outside.undo : undefined}
              />
            ))}
        </div>
      </main>
    </div>
  );
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

const latest = (a: string | undefined, b: string | undefined) => (a && b ? (a > b ? a : b) : (a ?? b));
