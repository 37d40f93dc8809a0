'use client';

import { useEffect, useRef, type ReactElement, type ReactNode } from 'react';
import { Popover } from 'antd';

interface Props {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  placement: 'left' | 'right' | 'bottomLeft' | 'bottomRight' | 'leftTop';
  arrow?: boolean;
  content: ReactNode;
  /** What the card stands beside. */
  children: ReactElement;
}

/** A card changes its side, or moves along what it stands beside, before any of it leaves the window. */
const WITHIN = { overflow: { adjustX: true, adjustY: true, shiftX: true, shiftY: true } };

/** A card beside what it speaks of, whole within the window: what it stands beside is brought into sight first. */
export function CardPopover({ children, open, ...popover }: Props) {
  const place = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    if (open) place.current?.nextElementSibling?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [open]);
  return (
    <>
      <span ref={place} hidden data-no-export />
      <Popover open={open} trigger="click" destroyOnHidden align={WITHIN} {...popover}>
        {children}
      </Popover>
    </>
  );
}
