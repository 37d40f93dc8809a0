'use client';

import { useEffect, useRef, type ReactNode } from 'react';
import { Select } from 'antd';
import styles from './cards.module.css';

const CONTROLS = 'input:not([disabled]), button:not([disabled]), [tabindex="0"]';

/** A small card of settings. It takes the focus when it opens and gives it back to where it was when it closes. */
export function Card({ name, title = name, children }: { name: string; title?: string; children: ReactNode }) {
  const card = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const before = document.activeElement as HTMLElement | null;
    const own = card.current;
    own?.querySelector<HTMLElement>(CONTROLS)?.focus({ preventScroll: true });
    return () => {
      if (own?.contains(document.activeElement) || document.activeElement === document.body)
        before?.focus({ preventScroll: true });
    };
  }, []);
  return (
    <div ref={card} className={styles.card} role="dialog" aria-label={name}>
      <h2 className={styles.title}>{title}</h2>
      {children}
    </div>
  );
}

/** One setting: its word, and its control. */
export function Field({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className={styles.field}>
      <span className={styles.label}>{label}</span>
      <div className={styles.control}>{children}</div>
    </div>
  );
}

/** A setting that is chosen from a list; `name` is what it is called where its word alone would not say. */
export function SelectField<T extends string | number>({
  label,
  name = label,
  search = false,
  ...select
}: {
  label: string;
  name?: string;
  /** Long lists are searched by what they say. */
  search?: boolean;
  value: T;
  onChange: (value: T) => void;
  options: { value: T; label: string }[];
}) {
  return (
    <Field label={label}>
      <Select<T>
        size="small"
        aria-label={name}
        {...(search ? { showSearch: { optionFilterProp: 'label' } } : {})}
        {...select}
      />
    </Field>
  );
}
