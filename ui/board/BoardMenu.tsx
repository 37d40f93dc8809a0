'use client';

import { useState } from 'react';
import { App, Button } from 'antd';
import { useQueryClient } from '@tanstack/react-query';
import { Menu } from '../cards/Menu';
import { api, type SavedBoard } from '../api';
import { copyBoard, renameBoard, wordsOf } from '../desk/doings';
import { LabelsDialog } from '../desk/LabelsDialog';
import { RenameDialog } from '../desk/RenameDialog';

interface Props {
  board: Pick<SavedBoard, 'id' | 'name' | 'labels'>;
  /** The labels that are in use already, where it can be filed under them here. */
  known?: readonly string[];
  onCopied?: (copy: string) => void;
  onDeleted?: () => void;
  /** What its button is called. */
  label: string;
  small?: boolean;
}

/** What can be done with a board as a whole, on the desk and on its own page. */
export function BoardMenu({ board, known, onCopied, onDeleted, label, small = false }: Props) {
  const client = useQueryClient();
  const { message, modal } = App.useApp();
  const [renaming, setRenaming] = useState(false);
  const [filing, setFiling] = useState(false);
  const doing: Record<string, () => void> = {
    rename: () => setRenaming(true),
    labels: () => setFiling(true),
    copy: () =>
      void copyBoard(client, board.id).then(
        ({ id }) => onCopied?.(id),
        (error: unknown) => message.error(wordsOf(error)),
      ),
    delete: () =>
      void modal.confirm({
        title: `Delete "${board.name}"?`,
        content: 'Its charts stay. For 30 days it can be brought back from the desk.',
        okText: 'Delete',
        okButtonProps: { danger: true },
        cancelText: 'Keep',
        onOk: async () => {
          try {
            await api.deleteBoard(board.id);
            await client.invalidateQueries({ queryKey: ['boards'] });
            onDeleted?.();
          } catch (error) {
            message.error(wordsOf(error));
          }
        },
      }),
  };
  return (
    <>
      {renaming && (
        <RenameDialog
          title="Another name for the board"
          name={board.name}
          onKeep={(name) => renameBoard(client, board.id, name)}
          onClose={() => setRenaming(false)}
        />
      )}
      {filing && known && (
        <LabelsDialog
          id={board.id}
          name={board.name}
          labels={board.labels ?? []}
          known={known}
          onClose={() => setFiling(false)}
        />
      )}
      <Menu
        placement="bottomRight"
        items={[
          { key: 'rename', label: 'Rename' },
          ...(known ? [{ key: 'labels', label: 'File under …' }] : []),
          { key: 'copy', label: 'Duplicate' },
          { key: 'delete', label: 'Delete', danger: true },
        ]}
        onChoose={(key) => doing[key]?.()}
      >
        <Button type="text" size={small ? 'small' : undefined} aria-label={label}>
          ⋯
        </Button>
      </Menu>
    </>
  );
}
