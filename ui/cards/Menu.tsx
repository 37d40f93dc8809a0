'use client';

import { useRef, type ReactElement } from 'react';
import { Dropdown, type MenuProps } from 'antd';

interface Props {
  items: MenuProps['items'];
  onChoose: (key: string) => void;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
  placement?: 'bottomLeft' | 'topLeft' | 'bottomRight';
  disabled?: boolean;
  children: ReactElement;
}

/**
 * A menu under its button. The focus is back on the button before what was chosen is done: a card or a dialog that opens
 * then gives it back there when it closes.
 */
export function Menu({ items, onChoose, onOpenChange, children, ...dropdown }: Props) {
  const opener = useRef<HTMLElement>(undefined);
  const noteOpener = (open: boolean) => {
    if (open) opener.current = document.activeElement as HTMLElement;
    onOpenChange?.(open);
  };
  const onClick: MenuProps['onClick'] = ({ key }) => {
    opener.current?.focus({ preventScroll: true });
    onChoose(key);
  };
  return (
    <Dropdown
      trigger={['click']}
      autoFocus
      menu={{ items, onClick, style: { maxHeight: 'min(420px, 60vh)', overflow: 'auto' } }}
      onOpenChange={noteOpener}
      {...dropdown}
    >
      {children}
    </Dropdown>
  );
}
