'use client';

import { useLayoutEffect, useRef, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { placeBox } from './place-box';
import styles from './ReadAcross.module.css';

/**
 * What is read at a place of a chart, over everything else on the page and whole within the window. The drawing library
 * hands in the spot, in pixels of its own drawing.
 */
export function HoverBox({
  coordinate,
  copy = false,
  children,
}: {
  coordinate?: { readonly x?: number; readonly y?: number };
  /** Its chart is a small copy: that stays in sight whole. */
  copy?: boolean;
  children: ReactNode;
}) {
  const anchor = useRef<HTMLSpanElement>(null);
  const box = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const drawing = anchor.current?.closest('.recharts-wrapper, [data-drawing]') as HTMLElement | null;
    const own = box.current;
    if (!drawing || !own) return;
    const at = drawing.getBoundingClientRect();
    const scale = drawing.offsetWidth > 0 ? at.width / drawing.offsetWidth : 1;
    const spot = { x: at.left + (coordinate?.x ?? 0) * scale, y: at.top + (coordinate?.y ?? 0) * scale };
    const { left, top } = placeBox(
      { width: own.offsetWidth, height: own.offsetHeight },
      spot,
      { width: window.innerWidth, height: window.innerHeight },
      copy ? at : undefined,
    );
    own.style.left = `${left}px`;
    own.style.top = `${top}px`;
  });
  return (
    <span ref={anchor}>
      {createPortal(
        <div ref={box} className={`${styles.box} ${styles.float}`} data-hover>
          {children}
        </div>,
        document.fullscreenElement ?? document.body,
      )}
    </span>
  );
}
