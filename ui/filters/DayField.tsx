'use client';

import { useState } from 'react';
import { Button, Calendar, Input, Popover } from 'antd';
import { CalendarOutlined } from '@ant-design/icons';
import dayjs from 'dayjs';
import { dayShort, fromIso } from '@/core/calendar';
import { readDay, type DateOrder } from '@/core/inference';
import styles from './filter.module.css';

interface Props {
  label: string;
  /** ISO 8601, the day alone; nothing where there is none. */
  value?: string;
  order?: DateOrder;
  /** The day; what was written where that is none, so that it is not left out unseen. */
  onChange: (day: string | undefined) => void;
}

/** A day, written in any way that the application reads, or picked from a calendar. What cannot be read is said, and stays. */
export function DayField({ label, value, order, onChange }: Props) {
  const [draft, setDraft] = useState<string>();
  const [open, setOpen] = useState(false);
  const text = draft ?? (value === undefined ? '' : dayShort(fromIso(value)));
  const unread = draft !== undefined && draft.trim() !== '' && readDay(draft, order) === undefined;
  const read = (next: string) => {
    setDraft(next);
    const day = readDay(next, order);
    onChange(day ?? (next.trim() === '' ? undefined : next));
  };
  return (
    <div className={styles.day}>
      <Input
        size="small"
        aria-label={label}
        aria-invalid={unread}
        status={unread ? 'error' : undefined}
        value={text}
        placeholder="31/03/2024 or 31 Mar 2024"
        onChange={(event) => read(event.target.value)}
        onBlur={() => !unread && setDraft(undefined)}
        suffix={
          <Popover
            open={open}
            onOpenChange={setOpen}
            trigger="click"
            placement="right"
            content={
              <div className={styles.calendar}>
                <Calendar
                  fullscreen={false}
                  value={dayjs(value)}
                  onSelect={(day, { source }) => {
                    if (source !== 'date') return;
                    setDraft(undefined);
                    onChange(day.format('YYYY-MM-DD'));
                    setOpen(false);
                  }}
                />
              </div>
            }
          >
            <Button
              type="text"
              size="small"
              icon={<CalendarOutlined />}
              aria-label={`${label}: pick from a calendar`}
            />
          </Popover>
        }
      />
      {unread && (
        <p role="alert" className={styles.unread}>
          “{draft}” is no date. Write it as 31/03/2024 or 31 Mar 2024.
        </p>
      )}
    </div>
  );
}
