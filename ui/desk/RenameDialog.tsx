'use client';

import { useState } from 'react';
import { Input, Modal } from 'antd';

interface Props {
  title: string;
  name: string;
  /** Keeps the new name; the dialog closes when it is kept. */
  onKeep: (name: string) => Promise<unknown>;
  onClose: () => void;
}

/** Another name for a chart, a sheet or a database. */
export function RenameDialog({ title, name: before, onKeep, onClose }: Props) {
  const [name, setName] = useState(before);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const keep = async () => {
    if (name.trim() === '' || name.trim() === before) return onClose();
    setBusy(true);
    try {
      await onKeep(name.trim());
      onClose();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The name could not be kept. Try again.');
      setBusy(false);
    }
  };
  return (
    <Modal
      open
      title={title}
      okText="Keep the name"
      cancelText="Leave it"
      okButtonProps={{ disabled: name.trim() === '', loading: busy }}
      onOk={() => void keep()}
      onCancel={onClose}
      width={420}
    >
      <Input
        autoFocus
        aria-label="Name"
        value={name}
        maxLength={200}
        onChange={(event) => setName(event.target.value)}
        onPressEnter={() => void keep()}
        onFocus={(event) => event.target.select()}
      />
      {trouble && <p role="alert">{trouble}</p>}
    </Modal>
  );
}
