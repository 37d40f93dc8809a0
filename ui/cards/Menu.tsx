'use client';

import { useMemo, useRef, type ReactElement } from 'react';
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
  const { plain, keyOf } = useMemo(() => withPlainKeys(items), [items]);
  const onClick: MenuProps['onClick'] = ({ key, domEvent }) => {
    // The key that chose would press the button that has the focus next, and open the menu again.
    if (domEvent.type === 'keydown') domEvent.preventDefault();
    opener.current?.focus({ preventScroll: true });
    onChoose(keyOf.get(key) ?? key);
  };
  return (
    <Dropdown
      trigger={['click']}
      autoFocus
      menu={{ items: plain, onClick, style: { maxHeight: 'min(420px, 60vh)', overflow: 'auto' } }}
      onOpenChange={noteOpener}
      {...dropdown}
    >
      {children}
    </Dropdown>
  );
}

type Items = NonNullable<MenuProps['items']>;

/**
 * The library looks for an item by a selector that it makes of its key: a name with an apostrophe in it would break that. Items
 * get numbers for keys, and `keyOf` tells their own.
 */
function withPlainKeys(items: MenuProps['items']): { plain: Items; keyOf: ReadonlyMap<string, string> } {
  const keyOf = new Map<string, string>();
  const plainOf = (list: Items): Items =>
    list.map((item) => {
      if (!item) return item;
      const children = 'children' in item && item.children ? { children: plainOf(item.children) } : {};
      if (item.key === undefined) return { ...item, ...children };
      const key = `item-${keyOf.size}`;
      keyOf.set(key, String(item.key));
      return { ...item, ...children, key };
    });
  return { plain: plainOf(items ?? []), keyOf };
}
