'use client';

import { useState } from 'react';
import { Input, Modal } from 'antd';
import { textOf, textParts } from '@/core/boards';
import styles from '../Board.module.css';

/** A heading, a note, or both. */
export function TextDialog({
  text,
  onKeep,
  onClose,
}: {
  text: string;
  onKeep: (text: string) => void;
  onClose: () => void;
}) {
  const [parts, setParts] = useState(() => textParts(text));
  const empty = parts.heading.trim() === '' && parts.note.trim() === '';
  return (
    <Modal
      open
      title="Heading and note"
      okText="Keep"
      cancelText="Not now"
      okButtonProps={{ disabled: empty }}
      onOk={() => onKeep(textOf({ heading: parts.heading.trim(), note: parts.note.trim() }))}
      onCancel={onClose}
      destroyOnHidden
    >
      <div className={styles.form}>
        <label>
          Heading
          <Input
            autoFocus
            maxLength={200}
            value={parts.heading}
            onChange={(event) => setParts({ ...parts, heading: event.target.value })}
          />
        </label>
        <label>
          Note
          <Input.TextArea
            rows={5}
            maxLength={4000}
            value={parts.note}
            onChange={(event) => setParts({ ...parts, note: event.target.value })}
          />
        </label>
      </div>
    </Modal>
  );
}
