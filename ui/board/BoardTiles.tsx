import { useRouter } from 'next/navigation';
import { Button } from 'antd';
import { heightOf, inOrder, tileBoxes, type Tile } from '@/core/boards';
import type { BoardTile } from '../api';
import styles from './Board.module.css';
import { opensOf } from './opens';
import { TileDrawing, TileFrame } from './picture/TileDrawing';

interface Props {
  tiles: readonly Tile[];
  drawn: ReadonlyMap<string, BoardTile>;
  width: number;
  /** Nothing has come yet. */
  waiting: boolean;
  onArrange: () => void;
}

/** The tiles of a board to be looked at: what each reads is read across, and a click opens what it was made of. */
export function BoardTiles({ tiles, drawn, width, waiting, onArrange }: Props) {
  const hidden = new Set([...drawn.values()].flatMap((tile) => (tile.hidden === undefined ? [] : [tile.id])));
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
          <ViewedTile key={tile.id} tile={tile} drawn={drawn.get(tile.id)} box={boxes.get(tile.id)} />
        ))}
    </div>
  );
}

function ViewedTile({
  tile,
  drawn,
  box,
}: {
  tile: Tile;
  drawn: BoardTile | undefined;
  box: { left: number; top: number; width: number; height: number } | undefined;
}) {
  const router = useRouter();
  if (!box) return null;
  const opens = opensOf(tile, drawn?.model);
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
      onClick={({ target }) => !(target as Element).closest('a') && go()}
      aria-label={drawn?.model?.title || (drawn?.text ? drawn.text.split('\n')[0].replace(/^# /, '') : 'Tile')}
    >
      {drawn && <TileDrawing {...drawn} box={box} />}
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
      {drawn?.text !== undefined && <p className="sr">{drawn.text.replace(/^# /, '')}</p>}
    </article>
  );
}
