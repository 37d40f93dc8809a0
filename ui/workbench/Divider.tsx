'use client';

import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import styles from './Divider.module.css';

interface Props {
  label: string;
  /** How much of the room the part before it has, in percent. */
  value: number;
  least: number;
  most: number;
  onChange: (value: number) => void;
  /** Back to what it was at first. */
  onReset: () => void;
}

const STEP = 2;

/** A line between two parts that is moved by dragging it, or by the arrow keys; a double click puts it back. */
export function Divider({ label, value, least, most, onChange, onReset }: Props) {
  const line = useRef<HTMLDivElement>(null);
  const set = (next: number) => onChange(Math.min(Math.max(next, least), most));
  const onMove = (event: PointerEvent) => {
    const box = line.current?.parentElement?.getBoundingClientRect();
    if (box && event.buttons === 1) set(((event.clientX - box.left) / box.width) * 100);
  };
  const onKey = (event: KeyboardEvent) => {
    const to: Partial<Record<string, number>> = {
      ArrowLeft: value - STEP,
      ArrowRight: value + STEP,
      Home: least,
      End: most,
    };
    const next = to[event.key];
    if (next === undefined) return;
    event.preventDefault();
    set(next);
  };
  return (
    <div
      ref={line}
      className={styles.line}
      role="separator"
      aria-orientation="vertical"
      aria-label={label}
      aria-valuenow={Math.round(value)}
      aria-valuemin={least}
      aria-valuemax={most}
      tabIndex={0}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={onMove}
      onDoubleClick={onReset}
      onKeyDown={onKey}
    />
  );
}
