import { useRouter } from 'next/navigation';
import { Button } from 'antd';
import { heightOf, inOrder, tileBoxes, type Tile } from '@/core/boards';
import { useMemo, useState } from 'react';
import type { BoardAtOnce, BoardTile } from '../api';
import styles from './Board.module.css';
import { DrawingBoundary } from '../theme/DrawingBoundary';
import { opensOf } from './opens';
import { useStill } from './useStill';
import { TileDrawing, TileFrame } from './picture/TileDrawing';

type Seen = BoardAtOnce['tiles'][number];
const NOTHING: Partial<Seen> = {};

interface Props {
  tiles: readonly Tile[];
  drawn: ReadonlyMap<string, BoardTile>;
  /** What is to be seen until it has come. */
  seen: ReadonlyMap<string, Seen>;
  width: number;
  /** Nothing has come yet. */
  waiting: boolean;
  onArrange: () => void;
  /** Takes the last change of the board back, where there is one. */
  onUndo: (() => void) | undefined;
}

/** The tiles of a board to be looked at: what each reads is read across, and a click opens what it was made of. */
export function BoardTiles({ tiles, drawn, seen, width, waiting, onArrange, onUndo }: Props) {
  const known = drawn.size > 0 ? drawn : seen;
  const hidden = new Set([...known.values()].flatMap((tile) => (tile.hidden === undefined ? [] : [tile.id])));
  const boxes = tileBoxes(tiles, width, hidden);
  if (tiles.length === 0)
    return (
      <div className={styles.empty}>
        <p>Nothing stands on this board yet. Put charts, figures and notes on it, and they are kept up to date.</p>
        <Button type="primary" onClick={onArrange}>
          Put something on it
        </Button>
      </div>
    );
  return (
    <div className={styles.tiles} style={{ height: heightOf(boxes) }} aria-busy={waiting} data-export="board">
      {inOrder(tiles)
        .filter(({ id }) => !hidden.has(id))
        .map((tile) => (
          <ViewedTile
            key={tile.id}
            tile={tile}
            drawn={drawn.get(tile.id)}
            seen={seen.get(tile.id)}
            box={boxes.get(tile.id)}
            onUndo={onUndo}
          />
        ))}
    </div>
  );
}

function ViewedTile({
  tile,
  drawn,
  seen,
  box,
  onUndo,
}: {
  tile: Tile;
  drawn: BoardTile | undefined;
  seen: Seen | undefined;
  box: { left: number; top: number; width: number; height: number } | undefined;
  onUndo: Props['onUndo'];
}) {
  const router = useRouter();
  const drawing = seen?.picture;
  const [touched, setTouched] = useState(false);
  const still = useStill(drawing !== undefined, drawn !== undefined, touched);
  const picture = useMemo(() => ({ __html: drawing ?? '' }), [drawing]);
  if (!box) return null;
  const { text, error, title: saved } = drawn ?? seen ?? NOTHING;
  // A tile is called by its chart's name; what is printed on it is the chart's title.
  const title = saved ?? drawn?.model?.title;
  const opens = opensOf(tile, title || undefined);
  const go = () => {
    if (!opens) return;
    if (opens.outside) window.open(opens.href, '_blank', 'noopener,noreferrer');
    else router.push(opens.href);
  };
  return (
    <article
      className={styles.tile}
      style={box}
      data-tile={tile.id}
      data-opens={opens ? '' : undefined}
      onClick={({ target }) => !(target as Element).closest('a, button') && go()}
      onPointerEnter={() => setTouched(true)}
      aria-label={title || (text ? text.split('\n')[0].replace(/^# /, '') : 'Tile')}
    >
      {still ? (
        <div dangerouslySetInnerHTML={picture} />
      ) : (
        (drawn?.model || text !== undefined || error !== undefined) && (
          <DrawingBoundary what="This tile" of={[drawn]} onUndo={onUndo}>
            <TileDrawing {...(drawn ?? seen)} box={box} />
          </DrawingBoundary>
        )
      )}
      <TileFrame {...box} />
      {opens && (
        <a
          className={styles.open}
          href={opens.href}
          {...(opens.outside ? { target: '_blank', rel: 'noopener noreferrer' } : {})}
          onClick={(event) => {
            if (event.metaKey || event.ctrlKey || opens.outside) return;
            event.preventDefault();
            go();
          }}
        >
          {opens.words}
        </a>
      )}
      {text !== undefined && <p className="sr">{text.replace(/^# /, '')}</p>}
    </article>
  );
}
