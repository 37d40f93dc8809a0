'use client';

import { useEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { tabbable } from 'tabbable';
import { Select } from 'antd';
import styles from './cards.module.css';

const CONTROLS = 'input:not([disabled]), button:not([disabled]), [tabindex="0"]';

/** Gives the focus to an element, or, where it has gone since, to what stands in the nearest place that is still there. */
function focusNear(places: readonly Element[]): void {
  const [place, ...around] = places.filter(({ isConnected }) => isConnected);
  if (!place) return;
  const target = place === places[0] ? place : (place.querySelector(CONTROLS) ?? place);
  (target as HTMLElement).focus({ preventScroll: true });
  if (document.activeElement === document.body && around.length > 0) focusNear(around);
}

/** An element with all that it stands in, the innermost first. */
function placesOf(element: Element | null): Element[] {
  return element && element !== document.body ? [element, ...placesOf(element.parentElement)] : [];
}

/** How long a menu that opened a card may still reach for the focus, in ms: it does so a few pictures after it was shown. */
const CONTENDED_MS = 1_000;

/** Gives a card the focus and keeps it there until its user does something, or nothing else can be reaching for it any more. */
function takeFocus(card: HTMLElement): () => void {
  const focus = () => {
    if (!card.contains(document.activeElement))
      card.querySelector<HTMLElement>(CONTROLS)?.focus({ preventScroll: true });
  };
  const ends = new AbortController();
  const stop = () => ends.abort();
  focus();
  document.addEventListener('focusin', focus, { signal: ends.signal });
  for (const act of ['keydown', 'pointerdown'])
    document.addEventListener(act, stop, { capture: true, signal: ends.signal });
  const timer = setTimeout(stop, CONTENDED_MS);
  ends.signal.addEventListener('abort', () => clearTimeout(timer));
  return stop;
}

/**
 * Tab goes through the fields of a card in order, then back to what opened it, and from there into the card again: the card
 * itself stands at the end of the page. The answer ends it.
 */
function tabBetween(card: HTMLElement, before: readonly Element[]): () => void {
  const ends = new AbortController();
  const opener = () => before.find(({ isConnected }) => isConnected);
  document.addEventListener(
    'keydown',
    (event) => {
      if (event.key !== 'Tab' || event.defaultPrevented) return;
      const fields = tabbable(card);
      const at = document.activeElement;
      if (fields.length === 0) return;
      const edge = event.shiftKey ? fields[0] : fields[fields.length - 1];
      const into = event.shiftKey ? fields[fields.length - 1] : fields[0];
      if (at === edge || (at === card && event.shiftKey)) {
        event.preventDefault();
        focusNear(before);
      } else if (at !== null && at === opener()) {
        event.preventDefault();
        into.focus();
      }
    },
    { signal: ends.signal },
  );
  return () => ends.abort();
}

/**
 * Escape in a field that is written in ends the field; the next one closes the card. A list to choose from ends itself, and a
 * field that has the focus only because the card opened on it is not being written in yet.
 */
function endField(event: KeyboardEvent<HTMLElement>, untouched: Element | null): void {
  const field = event.target as HTMLElement;
  if (event.key !== 'Escape' || !field.matches(WRITTEN_IN) || field === untouched) return;
  event.stopPropagation();
  event.currentTarget.focus({ preventScroll: true });
}
const WRITTEN_IN = 'textarea, input:not([type=checkbox], [type=radio], [type=range], [type=file], [role=combobox])';

/** A small card of settings. It takes the focus when it opens and gives it back to where it was when it closes. */
export function Card({ name, title = name, children }: { name: string; title?: string; children: ReactNode }) {
  const card = useRef<HTMLDivElement>(null);
  /** The field that the card opened on, until its user types or clicks. */
  const untouched = useRef<Element | null>(null);
  const touch = () => (untouched.current = null);
  useEffect(() => {
    const before = placesOf(document.activeElement);
    const own = card.current;
    const letGo = own ? takeFocus(own) : undefined;
    untouched.current = own?.contains(document.activeElement) ? document.activeElement : null;
    const passOn = own ? tabBetween(own, before) : undefined;
    return () => {
      passOn?.();
      letGo?.();
      if (own?.contains(document.activeElement) || document.activeElement === document.body) focusNear(before);
    };
  }, []);
  return (
    <div
      ref={card}
      className={styles.card}
      role="dialog"
      aria-label={name}
      tabIndex={-1}
      onKeyDown={(event) => endField(event, untouched.current)}
      onInput={touch}
      onPointerDown={touch}
    >
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
