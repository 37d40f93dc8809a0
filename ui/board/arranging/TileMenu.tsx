'use client';

import { useState } from 'react';
import { Button } from 'antd';
import type { Tile } from '@/core/boards';
import { Menu } from '../../cards/Menu';
import { ConditionDialog } from './ConditionDialog';
import { OpensDialog } from './OpensDialog';
import { TextDialog } from './TextDialog';

interface Props {
  tile: Tile;
  name: string;
  onChange: (tile: Tile) => void;
  onRemove: () => void;
}

/** What can be changed of a tile beside its place. */
export function TileMenu({ tile, name, onChange, onRemove }: Props) {
  const [open, setOpen] = useState<string>();
  const close = () => setOpen(undefined);
  const { show } = tile;
  return (
    <>
      <Menu
        placement="bottomRight"
        items={[
          ...('text' in show ? [{ key: 'text', label: 'Rewrite' }] : []),
          { key: 'opens', label: 'What a click opens' },
          { key: 'onlyIf', label: tile.onlyIf ? 'Change its condition' : 'Show it only if …' },
          ...(tile.onlyIf ? [{ key: 'always', label: 'Show it always' }] : []),
          { key: 'remove', label: 'Take it away', danger: true },
        ]}
        onChoose={(key) => {
          if (key === 'remove') onRemove();
          else if (key === 'always') {
            const { onlyIf, ...always } = tile;
            void onlyIf;
            onChange(always);
          } else setOpen(key);
        }}
      >
        <Button size="small" type="text" aria-label={`More for ${name}`}>
          ⋯
        </Button>
      </Menu>
      {open === 'text' && 'text' in show && (
        <TextDialog
          text={show.text}
          onKeep={(text) => {
            onChange({ ...tile, show: { text } });
            close();
          }}
          onClose={close}
        />
      )}
      {open === 'opens' && (
        <OpensDialog
          opens={tile.opens}
          chart={'chart' in show}
          onKeep={(opens) => {
            const { opens: before, ...rest } = tile;
            void before;
            onChange(opens === undefined ? rest : { ...rest, opens });
            close();
          }}
          onClose={close}
        />
      )}
      {open === 'onlyIf' && (
        <ConditionDialog
          title={`Show “${name}” only if`}
          condition={tile.onlyIf}
          of={'chart' in show ? { chart: show.chart } : undefined}
          onKeep={(onlyIf) => {
            onChange({ ...tile, onlyIf });
            close();
          }}
          onClose={close}
        />
      )}
    </>
  );
}
