'use client';

import { useState } from 'react';
import { App, Modal, Select } from 'antd';
import { useQueryClient } from '@tanstack/react-query';
import { api } from '../api';
import { wordsOf } from './doings';

/** What something on the desk is filed under. */
export function LabelsDialog({
  id,
  name,
  labels,
  known,
  onClose,
}: {
  id: string;
  name: string;
  labels: readonly string[];
  /** The labels that are in use already. */
  known: readonly string[];
  onClose: () => void;
}) {
  const client = useQueryClient();
  const { message } = App.useApp();
  const [draft, setDraft] = useState([...labels]);
  const [busy, setBusy] = useState(false);
  const [open, setOpen] = useState(false);
  const keep = async () => {
    setBusy(true);
    try {
      await api.keepLabels(id, draft);
      await Promise.all(
        ['sheets', 'charts', 'boards'].map((queryKey) => client.invalidateQueries({ queryKey: [queryKey] })),
      );
      onClose();
    } catch (error) {
      message.error(wordsOf(error));
      setBusy(false);
    }
  };
  return (
    <Modal
      open
      title={`File “${name}” under`}
      okText="Keep"
      cancelText="Leave it"
      okButtonProps={{ loading: busy }}
      onOk={() => void keep()}
      onCancel={onClose}
      width={420}
      destroyOnHidden
    >
      <Select
        mode="tags"
        autoFocus
        aria-label="Labels"
        placeholder="Write a label and press Enter"
        // It would lie over the buttons.
        open={open && known.length > 0}
        onOpenChange={setOpen}
        onSelect={() => setOpen(false)}
        style={{ width: '100%' }}
        maxCount={20}
        value={draft}
        onChange={(next: string[]) => setDraft(next.map((one) => one.trim().slice(0, 40)).filter(Boolean))}
        options={known.map((value) => ({ value, label: value }))}
      />
    </Modal>
  );
}
