'use client';

import { useState } from 'react';
import { Input, Modal, Radio } from 'antd';
import { isSafeAddress, type Tile } from '@/core/boards';
import styles from '../Board.module.css';

type Kind = 'workbench' | 'sheet' | 'nothing' | 'address';

/** What a click on a tile opens. */
export function OpensDialog({
  opens,
  chart,
  onKeep,
  onClose,
}: {
  opens: Tile['opens'];
  /** It shows a chart. */
  chart: boolean;
  onKeep: (opens: Tile['opens']) => void;
  onClose: () => void;
}) {
  const [kind, setKind] = useState<Kind>(
    typeof opens === 'object' ? 'address' : (opens ?? (chart ? 'workbench' : 'nothing')),
  );
  const [address, setAddress] = useState(typeof opens === 'object' ? opens.address : 'https://');
  const wrong = kind === 'address' && !isSafeAddress(address.trim());
  const keep = () => onKeep(kind === 'address' ? { address: address.trim() } : kind === 'workbench' ? undefined : kind);
  return (
    <Modal
      open
      title="What a click opens"
      okText="Keep"
      cancelText="Not now"
      okButtonProps={{ disabled: wrong }}
      onOk={keep}
      onCancel={onClose}
      destroyOnHidden
    >
      <div className={styles.form}>
        <Radio.Group
          value={kind}
          onChange={(event) => setKind(event.target.value as Kind)}
          style={{ display: 'flex', flexDirection: 'column', gap: 8 }}
          options={[
            ...(chart
              ? [
                  { value: 'workbench', label: 'Its chart, to be looked at closer and changed' },
                  { value: 'sheet', label: 'Its sheet' },
                ]
              : []),
            { value: 'address', label: 'An address' },
            { value: 'nothing', label: 'Nothing' },
          ]}
        />
        {kind === 'address' && (
          <label>
            Address
            <Input
              aria-label="Address"
              value={address}
              maxLength={2000}
              status={wrong ? 'error' : undefined}
              aria-invalid={wrong}
              onChange={(event) => setAddress(event.target.value)}
            />
            {wrong && (
              <span className="second">
                Write it whole, beginning with https:// or mailto:, or with http:// for an address inside your house
              </span>
            )}
          </label>
        )}
      </div>
    </Modal>
  );
}
