'use client';

import { useRef, useState } from 'react';
import { App, Button, Modal } from 'antd';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { counted } from '@/core/spec';
import { api, type Deleted } from '../api';
import { Menu } from '../cards/Menu';
import { dayWords } from './dates';
import styles from './Desk.module.css';
import { wordsOf } from './doings';

/** What can be done with the desk as a whole: saved as one file, taken in again, and what was deleted brought back. */
export function DeskMenu() {
  const client = useQueryClient();
  const { message, modal } = App.useApp();
  const field = useRef<HTMLInputElement>(null);
  const [deleted, setDeleted] = useState(false);
  const takeIn = async (file: File) => {
    const close = message.loading('Taking the desk in …', 0);
    try {
      const { sheets, charts, boards, deliveries } = await api.takeWorkspaceIn(file);
      await client.invalidateQueries();
      modal.success({
        title: 'The desk was taken in',
        content: `${counted(sheets, 'sheet')}, ${counted(charts, 'chart')}, ${counted(boards, 'board')} and ${counted(deliveries, 'delivery', 'deliveries')}, beside what was there.${deliveries > 0 ? ' Deliveries are paused.' : ''}`,
      });
    } catch (error) {
      modal.error({ title: 'Nothing was taken in', content: wordsOf(error) });
    } finally {
      close();
    }
  };
  const doing: Record<string, () => void> = {
    save: () => window.location.assign('/api/workspace.zip'),
    take: () => field.current?.click(),
    deleted: () => setDeleted(true),
  };
  return (
    <>
      <input
        ref={field}
        type="file"
        hidden
        accept=".zip,application/zip"
        aria-label="A saved desk"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) void takeIn(file);
        }}
      />
      <Menu
        placement="bottomRight"
        items={[
          { key: 'save', label: 'Save the whole desk as one file' },
          { key: 'take', label: 'Take a saved desk in' },
          { key: 'deleted', label: 'What was deleted' },
        ]}
        onChoose={(key) => doing[key]?.()}
      >
        <Button type="text" aria-label="More for the desk">
          ⋯
        </Button>
      </Menu>
      {deleted && <DeletedDialog onClose={() => setDeleted(false)} />}
    </>
  );
}

const KINDS: Readonly<Record<Deleted['kind'], string>> = { sheet: 'Sheet', chart: 'Chart', board: 'Board' };

function DeletedDialog({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const { message } = App.useApp();
  const found = useQuery({ queryKey: ['deleted'], queryFn: api.deleted, staleTime: 0 });
  const back = async ({ id, name }: Deleted) => {
    try {
      await api.bringBack(id);
      message.success(`“${name}” is back.`);
    } catch (error) {
      message.error(wordsOf(error));
    }
    await client.invalidateQueries();
  };
  return (
    <Modal open title="What was deleted" footer={null} onCancel={onClose} destroyOnHidden>
      {found.error && <p role="alert">{found.error.message}</p>}
      {found.data?.length === 0 && <p>Nothing. What is deleted can be brought back from here for 30 days.</p>}
      <ul className={styles.deleted}>
        {found.data?.map((one) => (
          <li key={one.id}>
            <span>
              <strong>{one.name}</strong>{' '}
              <span className="second">
                {KINDS[one.kind]}, deleted {dayWords(one.deletedAt)}; until {dayWords(one.until)}
              </span>
            </span>
            <Button size="small" onClick={() => void back(one)} aria-label={`Bring ${one.name} back`}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </Modal>
  );
}
