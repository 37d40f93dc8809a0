import { Button } from 'antd';
import type { History } from './useUndoKeys';

export function UndoButtons({ canUndo, canRedo, undo, redo }: History) {
  return (
    <>
      <Button type="text" disabled={!canUndo} onClick={undo} title="Undo (Ctrl+Z)">
        Undo
      </Button>
      <Button type="text" disabled={!canRedo} onClick={redo} title="Redo (Ctrl+Shift+Z)">
        Redo
      </Button>
    </>
  );
}
