'use client';

import { useState } from 'react';
import { Modal } from 'antd';
import type { Delivery } from '@/core/deliveries';
import type { Condition } from '@/core/spec';
import { ConditionFields, useConditionStart } from '../../conditions/ConditionFields';

interface Props {
  title: string;
  condition?: Condition;
  /** The chart or board whose sheet it begins with. */
  of?: Delivery['what'];
  onKeep: (condition: Condition) => void;
  onClose: () => void;
}

/** Under what condition something is shown or sent. */
export function ConditionDialog({ title, condition, of, onKeep, onClose }: Props) {
  const [draft, setDraft] = useState(condition);
  const start = useConditionStart(of);
  const now = draft ?? start;
  return (
    <Modal
      open
      title={title}
      okText="Keep"
      cancelText="Not now"
      okButtonProps={{ disabled: !now }}
      onOk={() => now && onKeep(now)}
      onCancel={onClose}
      destroyOnHidden
    >
      {now ? <ConditionFields condition={now} onChange={setDraft} /> : <p>There is no sheet to look at yet.</p>}
    </Modal>
  );
}
