'use client';

import type { MenuProps } from 'antd';
import { useRef, useState, type ReactElement } from 'react';
import { Menu } from '../cards/Menu';
import { useForetelling } from './foretelling';
import { useWork } from './store';
import type { Choice, ChoiceGroup, Editor } from './menus';

interface Props {
  /** What there is to choose, asked when the menu opens. */
  groups: () => readonly ChoiceGroup[];
  onPicks: (picks: string[]) => void;
  /** Opens a card with more to say. */
  onOpen?: (editor: Editor) => void;
  children: ReactElement;
  placement?: 'bottomLeft' | 'topLeft' | 'bottomRight';
}

/** A small menu in place. Choosing changes the chart, or the picks. */
export function ChoiceMenu({ groups: ask, onPicks, onOpen, children, placement = 'bottomLeft' }: Props) {
  const edit = useWork((state) => state.edit);
  const [open, setOpen] = useState(false);
  const foretell = useForetelling();
  const stop = useRef<() => void>(undefined);
  const onOpenChange = (next: boolean) => {
    setOpen(next);
    stop.current?.();
    if (next) stop.current = foretell(ask().flatMap(({ choices }) => choices.flatMap(({ edit: one }) => one ?? [])));
  };
  const groups = open ? ask() : [];
  const all = new Map<string, Choice>(
    groups.flatMap((group, g) => group.choices.map((choice) => [`${g}:${choice.key}`, choice] as const)),
  );
  const items: MenuProps['items'] = groups.flatMap((group, g) => [
    ...(g > 0 ? [{ type: 'divider' as const }] : []),
    ...(group.title
      ? [{ type: 'group' as const, label: group.title, children: group.choices.map((choice) => item(choice, g)) }]
      : group.choices.map((choice) => item(choice, g))),
  ]);
  const choose = (key: string) => {
    const choice = all.get(key);
    if (choice?.edit) edit(choice.edit);
    else if (choice?.picks) onPicks([...choice.picks]);
    else if (choice?.opens) onOpen?.(choice.opens);
  };
  return (
    <Menu placement={placement} items={items} onChoose={choose} open={open} onOpenChange={onOpenChange}>
      {children}
    </Menu>
  );
}

function item(choice: Choice, group: number) {
  return {
    key: `${group}:${choice.key}`,
    label: (
      <span
        aria-current={choice.chosen || undefined}
        style={{ fontWeight: choice.chosen ? 700 : 400, display: 'flex', gap: 24, justifyContent: 'space-between' }}
      >
        {choice.words}
        {choice.chosen && <span aria-hidden>✓</span>}
      </span>
    ),
  };
}
