'use client';

import { useState, type KeyboardEvent } from 'react';
import { Button } from 'antd';
import GridLayout, { verticalCompactor } from 'react-grid-layout';
import 'react-grid-layout/css/styles.css';
import { COLUMNS, freePlace, GAP, moved, resized, ROW_HEIGHT, tileBoxes, type Tile } from '@/core/boards';
import type { BoardTile } from '../../api';
import { DrawingBoundary } from '../../theme/DrawingBoundary';
import styles from '../Board.module.css';
import { TileDrawing } from '../picture/TileDrawing';
import { AddChart } from './AddChart';
import { TextDialog } from './TextDialog';
import { TileMenu } from './TileMenu';

interface Props {
  tiles: readonly Tile[];
  drawn: ReadonlyMap<string, BoardTile>;
  width: number;
  onChange: (tiles: readonly Tile[]) => void;
}

/** How large what is put on a board is at first, in columns and rows. */
const CHART = { w: 6, h: 7 } as const;
const FIGURE = { w: 3, h: 3 } as const;
const TEXT = { w: 3, h: 3 } as const;

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The tiles of a board to be placed: dragged and sized by mouse, moved by arrow keys and sized with Shift. */
export function Arranging({ tiles, drawn, width, onChange }: Props) {
  const [adding, setAdding] = useState<'chart' | 'text'>();
  const [said, setSaid] = useState('');
  const boxes = tileBoxes(tiles, width);
  const add = (show: Tile['show'], size: { w: number; h: number }) => {
    const at = freePlace(tiles, size.w, size.h);
    if (at) onChange([...tiles, { id: freshId(tiles), ...at, ...size, show }]);
    else setSaid('There is no room left on this board. Make some tiles smaller, or take some away.');
    setAdding(undefined);
  };
  const onKey = (tile: Tile) => (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    if (event.key === 'Delete') {
      event.preventDefault();
      onChange(tiles.filter(({ id }) => id !== tile.id));
      return;
    }
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    const next = event.shiftKey ? resized(tiles, tile.id, ...step) : moved(tiles, tile.id, ...step);
    onChange(next);
    const now = next.find(({ id }) => id === tile.id);
    if (now) setSaid(`Column ${now.x + 1}, row ${now.y + 1}; ${now.w} columns wide, ${now.h} rows high.`);
  };
  return (
    <div className={styles.arranging}>
      <div className={styles.bar}>
        <Button onClick={() => setAdding('chart')}>+ a chart</Button>
        <Button onClick={() => setAdding('text')}>+ a heading or note</Button>
        <p>
          Drag a tile to its place, its corner to its size. By keys: arrows move the tile that is chosen, Shift and
          arrows size it, Delete takes it away.
        </p>
        <p className="sr" role="status">
          {said}
        </p>
      </div>
      <div className={styles.grid}>
        <GridLayout
          width={width}
          layout={tiles.map(({ id, x, y, w, h }) => ({ i: id, x, y, w, h, minW: 1, minH: 1 }))}
          gridConfig={{ cols: COLUMNS, rowHeight: ROW_HEIGHT, margin: [GAP, GAP], containerPadding: [0, 0] }}
          dragConfig={{ cancel: '[data-no-drag]' }}
          resizeConfig={{ handles: ['se'] }}
          compactor={verticalCompactor}
          onLayoutChange={(layout) => {
            const places = new Map(layout.map(({ i, x, y, w, h }) => [i, { x, y, w, h }]));
            const next = tiles.map((tile) => ({ ...tile, ...places.get(tile.id) }));
            if (JSON.stringify(next) !== JSON.stringify(tiles)) onChange(next);
          }}
        >
          {tiles.map((tile) => {
            const now = drawn.get(tile.id);
            const box = boxes.get(tile.id);
            const name = nameOf(tile, now);
            return (
              <div
                key={tile.id}
                className={styles.placed}
                tabIndex={0}
                role="group"
                aria-roledescription="tile"
                aria-label={name}
                data-tile={tile.id}
                data-hidden={now?.hidden === undefined ? undefined : ''}
                onKeyDown={onKey(tile)}
              >
                <div className={styles.still}>
                  {box && (now || 'text' in tile.show) && (
                    <DrawingBoundary what="This tile" of={[now]}>
                      <TileDrawing {...(now ?? ('text' in tile.show ? { text: tile.show.text } : {}))} box={box} />
                    </DrawingBoundary>
                  )}
                </div>
                {(now?.onlyIf ?? tile.onlyIf) && (
                  <span className={styles.badge} title={now?.onlyIf}>
                    Only shown while {now?.onlyIf ?? 'its condition holds'}
                  </span>
                )}
                <div className={styles.more} data-no-drag>
                  <TileMenu
                    tile={tile}
                    name={name}
                    onChange={(next) => onChange(tiles.map((one) => (one.id === tile.id ? next : one)))}
                    onRemove={() => onChange(tiles.filter(({ id }) => id !== tile.id))}
                  />
                </div>
              </div>
            );
          })}
        </GridLayout>
      </div>
      {adding === 'chart' && (
        <AddChart
          onChoose={(chart, form) => add({ chart }, form === 'number' ? FIGURE : CHART)}
          onClose={() => setAdding(undefined)}
        />
      )}
      {adding === 'text' && (
        <TextDialog text="" onKeep={(text) => add({ text }, TEXT)} onClose={() => setAdding(undefined)} />
      )}
    </div>
  );
}

/** The first id that no tile has. */
function freshId(tiles: readonly Tile[]): string {
  for (let i = 1; ; i++) if (!tiles.some(({ id }) => id === `t${i}`)) return `t${i}`;
}

function nameOf({ show }: Tile, drawn: BoardTile | undefined): string {
  if ('text' in show) return show.text.split('\n')[0].replace(/^# /, '') || 'Note';
  return (drawn?.title ?? drawn?.model?.title) || 'Chart';
}
