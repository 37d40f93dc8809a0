'use client';

import { useRef, useState, type CSSProperties } from 'react';
import { Input, type InputRef } from 'antd';
import styles from './InPlaceText.module.css';

interface Props {
  /** What is shown now. */
  text: string;
  /** What this text is: "Title", "Left axis title". */
  what: string;
  /** Whether the user wrote it; then it can go back to the tool's words. */
  written: boolean;
  /** `undefined` gives the words back to the tool. */
  onChange: (text: string | undefined) => void;
  className?: string;
  style?: CSSProperties;
  /** Shown in place of an empty text, while it is pointed at. */
  placeholder?: string;
}

/** A text that is rewritten where it stands: click or Enter begins, Enter or leaving keeps, Escape gives up. */
export function InPlaceText({ text, what, written, onChange, className = '', style, placeholder }: Props) {
  const [draft, setDraft] = useState<string>();
  const given = useRef(false);
  const field = useRef<InputRef>(null);
  const button = useRef<HTMLButtonElement>(null);
  const end = (keep: boolean) => {
    if (given.current) return;
    given.current = true;
    if (keep && draft !== undefined && draft !== text) onChange(draft);
    setDraft(undefined);
    requestAnimationFrame(() => button.current?.focus({ preventScroll: true }));
  };
  const begin = () => {
    given.current = false;
    setDraft(text);
    requestAnimationFrame(() => field.current?.focus({ cursor: 'all' }));
  };
  if (draft === undefined) {
    return (
      <button
        ref={button}
        type="button"
        className={`${styles.text} ${text === '' ? styles.none : ''} ${className}`}
        style={style}
        onClick={begin}
        // What is only an invitation to write is in no picture.
        data-no-export={text === '' ? '' : undefined}
        title={`${what}: click to rewrite`}
        aria-label={text ? `${text}. ${what}, rewrite` : `${what}: none. Write one`}
      >
        {text || placeholder || what}
      </button>
    );
  }
  return (
    <span className={styles.editing} style={style}>
      <Input
        ref={field}
        className={className}
        value={draft}
        maxLength={300}
        aria-label={what}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={() => end(true)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') end(true);
          if (event.key === 'Escape') {
            event.stopPropagation();
            end(false);
          }
        }}
      />
      {written && (
        <button
          type="button"
          className={styles.back}
          onMouseDown={(event) => {
            event.preventDefault();
            given.current = true;
            onChange(undefined);
            setDraft(undefined);
          }}
        >
          Write it for me
        </button>
      )}
    </span>
  );
}
