'use client';

import { useRef, useState } from 'react';
import { Input } from 'antd';
import { readTyped } from '@/core/inference';
import styles from './cards.module.css';

interface Props {
  label: string;
  value: number | undefined;
  unit?: string;
  placeholder?: string;
  /** What is wrong with a number that can be read; nothing where it is right. */
  wrong?: (value: number) => string | undefined;
  onChange: (value: number | undefined) => void;
}

/** A number as people type it: "50m", "50k", "50,000". What cannot be taken is said beside it and stays. */
export function TypedNumber({ label, value, unit, placeholder, wrong, onChange }: Props) {
  const [draft, setDraft] = useState<string>();
  const escaped = useRef(false);
  const shown = value === undefined ? '' : written(value, unit);
  const read = draft === undefined || draft.trim() === '' ? undefined : readTyped(draft, unit);
  const trouble =
    draft === undefined || draft.trim() === ''
      ? undefined
      : read === undefined
        ? `“${draft}” is no number. Write it as 50,000, 50k or 50m.`
        : wrong?.(read);
  const done = () => {
    if (escaped.current || draft === undefined || trouble !== undefined) return;
    if (read !== value) onChange(read);
    setDraft(undefined);
  };
  return (
    <div className={styles.typed}>
      <Input
        size="small"
        aria-label={label}
        aria-invalid={trouble !== undefined}
        status={trouble === undefined ? undefined : 'error'}
        value={draft ?? shown}
        placeholder={placeholder}
        onChange={(event) => setDraft(event.target.value)}
        // Escape leaves the field with what it held before.
        onKeyDown={({ key }) => {
          escaped.current = key === 'Escape';
          if (escaped.current) setDraft(undefined);
        }}
        onBlur={done}
        onPressEnter={done}
      />
      {trouble !== undefined && (
        <p role="alert" className={styles.error}>
          {trouble}
        </p>
      )}
    </div>
  );
}

const written = (value: number, unit: string | undefined) =>
  unit === '%'
    ? `${Number((value * 100).toPrecision(12))}%`
    : value.toLocaleString('en-GB', { maximumFractionDigits: 10 });
