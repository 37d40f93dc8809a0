'use client';

import { useId, useState } from 'react';
import { Checkbox, Input, InputNumber, Modal, Select, TimePicker } from 'antd';
import dayjs from 'dayjs';
import customParseFormat from 'dayjs/plugin/customParseFormat';
import { useQueryClient } from '@tanstack/react-query';
import { ATTACHMENTS, isMailAddress, isZone, type Attachment, type Delivery, type Every } from '@/core/deliveries';
import { api, type SavedDelivery } from '../api';
import { ConditionFields, useConditionStart } from '../conditions/ConditionFields';
import { wordsOf } from '../desk/doings';
import styles from './Deliveries.module.css';

dayjs.extend(customParseFormat);

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const ATTACHMENT_WORDS: Readonly<Record<Attachment, string>> = {
  png: 'Picture (PNG)',
  pdf: 'Picture (PDF)',
  csv: 'Figures (CSV)',
  xlsx: 'Figures (XLSX)',
};

interface Props {
  what: Delivery['what'];
  /** The delivery that is changed; without it a new one is made. */
  before?: SavedDelivery;
  onClose: () => void;
}

const ownZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone;

function zones(now: string): string[] {
  const known = Intl.supportedValuesOf('timeZone');
  return known.includes(now) ? known : [now, ...known];
}

/** A chart or board by mail: to whom, when, with what, and under what condition. */
export function DeliveryDialog({ what, before, onClose }: Props) {
  const client = useQueryClient();
  const field = useId();
  const [draft, setDraft] = useState<Delivery>(
    () =>
      before ?? {
        what,
        to: [],
        attach: [],
        every: { step: 'week', at: '08:00', weekday: 1, zone: isZone(ownZone()) ? ownZone() : 'Europe/London' },
      },
  );
  const [to, setTo] = useState(draft.to.join(', '));
  /** What is being typed is not found fault with before its field is left. */
  const [typing, setTyping] = useState(false);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const start = useConditionStart(what);
  const change = (next: Partial<Delivery>) => setDraft((now) => ({ ...now, ...next }));
  const every = (next: Partial<Every>) => setDraft((now) => ({ ...now, every: { ...now.every, ...next } }));
  const { step, at, weekday = 1, day = 1, zone } = draft.every;
  const recipients = to
    .split(/[\s,;]+/)
    .map((one) => one.trim())
    .filter(Boolean);
  const wrong = recipients.filter((one) => !isMailAddress(one));
  const found = !typing && wrong.length > 0;
  const keep = async () => {
    setTyping(false);
    if (wrong.length > 0) return;
    setBusy(true);
    setTrouble(undefined);
    const { subject, message, onlyIf, paused, attach } = draft;
    const delivery: Delivery = {
      what,
      to: recipients,
      attach,
      every: {
        step,
        at,
        zone,
        ...(step === 'week' ? { weekday } : {}),
        ...(step === 'month' ? { day } : {}),
      },
      ...(subject?.trim() ? { subject: subject.trim() } : {}),
      ...(message?.trim() ? { message: message.trim() } : {}),
      ...(onlyIf ? { onlyIf } : {}),
      ...(paused ? { paused } : {}),
    };
    try {
      await (before ? api.replaceDelivery(before.id, delivery, before.revision) : api.saveDelivery(delivery));
      await client.invalidateQueries({ queryKey: ['deliveries'] });
      onClose();
    } catch (error) {
      setTrouble(wordsOf(error));
      setBusy(false);
    }
  };
  return (
    <Modal
      open
      title={before ? 'Change the delivery' : 'Send it by mail'}
      okText="Keep"
      cancelText="Not now"
      okButtonProps={{ loading: busy, disabled: recipients.length === 0 }}
      onOk={() => void keep()}
      onCancel={onClose}
      width={560}
      destroyOnHidden
    >
      <div className={styles.form}>
        <div>
          <label htmlFor={field}>To</label>
          <Input
            autoFocus
            id={field}
            aria-describedby={found ? `${field}-trouble` : undefined}
            aria-invalid={found}
            value={to}
            placeholder="name@example.org, another@example.org"
            status={found ? 'error' : undefined}
            onChange={(event) => {
              setTo(event.target.value);
              setTyping(true);
            }}
            onBlur={() => setTyping(false)}
          />
          {found && (
            <span role="alert" id={`${field}-trouble`} className={styles.trouble}>
              {wrong.map((one) => `“${one}”`).join(', ')}{' '}
              {wrong.length === 1 ? 'is no mail address' : 'are no mail addresses'}. Write addresses such as
              name@example.org, with commas between them.
            </span>
          )}
        </div>
        <div className={styles.row}>
          <label>
            When
            <Select
              aria-label="When"
              value={step}
              onChange={(next: Every['step']) => every({ step: next })}
              options={[
                { value: 'day', label: 'Every day' },
                { value: 'week', label: 'Every week' },
                { value: 'month', label: 'Every month' },
              ]}
            />
          </label>
          {step === 'week' && (
            <label>
              On
              <Select
                aria-label="Weekday"
                value={weekday}
                onChange={(next: number) => every({ weekday: next })}
                options={WEEKDAYS.map((label, i) => ({ value: i + 1, label }))}
              />
            </label>
          )}
          {step === 'month' && (
            <label>
              On
              <span className={styles.row}>
                <Select
                  aria-label="Day of the month"
                  value={day === 'last' ? 'last' : 'day'}
                  onChange={(next: string) => every({ day: next === 'last' ? 'last' : 1 })}
                  options={[
                    { value: 'day', label: 'day' },
                    { value: 'last', label: 'the last day' },
                  ]}
                />
                {day !== 'last' && (
                  <InputNumber
                    aria-label="Day"
                    min={1}
                    max={31}
                    precision={0}
                    value={day}
                    onChange={(next) => next && every({ day: next })}
                  />
                )}
              </span>
            </label>
          )}
          <label>
            At
            <TimePicker
              aria-label="At"
              format="HH:mm"
              allowClear={false}
              needConfirm={false}
              value={dayjs(at, 'HH:mm')}
              onChange={(next) => next && every({ at: next.format('HH:mm') })}
            />
          </label>
        </div>
        <label>
          Time of
          <Select
            aria-label="Time zone"
            showSearch={{ optionFilterProp: 'label' }}
            value={zone}
            onChange={(next: string) => every({ zone: next })}
            options={zones(zone).map((value) => ({ value, label: value.replaceAll('_', ' ') }))}
          />
        </label>
        <label>
          Subject
          <Input
            value={draft.subject ?? ''}
            maxLength={200}
            placeholder="Its title"
            onChange={(event) => change({ subject: event.target.value })}
          />
        </label>
        <label>
          Message
          <Input.TextArea
            rows={3}
            maxLength={5000}
            value={draft.message ?? ''}
            onChange={(event) => change({ message: event.target.value })}
          />
        </label>
        <div role="group" aria-label="Attached">
          <span className={styles.label}>The picture stands in the mail. Attach also</span>
          <Checkbox.Group
            value={[...draft.attach]}
            onChange={(next) => change({ attach: next as Attachment[] })}
            options={ATTACHMENTS.map((value) => ({ value, label: ATTACHMENT_WORDS[value] }))}
          />
        </div>
        <Checkbox
          checked={draft.onlyIf !== undefined}
          disabled={!start && !draft.onlyIf}
          onChange={(event) => {
            const { onlyIf, ...always } = draft;
            void onlyIf;
            setDraft(event.target.checked && start ? { ...always, onlyIf: start } : always);
          }}
        >
          Only if …
        </Checkbox>
        {draft.onlyIf && (
          <div className={styles.condition}>
            <ConditionFields condition={draft.onlyIf} zone={zone} onChange={(onlyIf) => change({ onlyIf })} />
          </div>
        )}
        {trouble && (
          <p role="alert" className={styles.trouble}>
            {trouble}
          </p>
        )}
      </div>
    </Modal>
  );
}
