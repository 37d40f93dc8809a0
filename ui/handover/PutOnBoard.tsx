'use client';

import { useState } from 'react';
import { App, Button, Select } from 'antd';
import { useRouter } from 'next/navigation';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { freePlace, REFRESH } from '@/core/boards';
import { api } from '../api';
import { wordsOf } from '../desk/doings';
import { boardNames } from '../desk/names';
import styles from './HandOver.module.css';

const NEW = 'new board';
const SIZE = { w: 6, h: 7 } as const;
const FIGURE = { w: 3, h: 4 } as const;

/** The part of "Hand over" that puts a saved chart on a board. */
export function PutOnBoard({ chart, form }: { chart: string; form: string }) {
  const client = useQueryClient();
  const router = useRouter();
  const { message } = App.useApp();
  const boards = useQuery({ queryKey: ['boards'], queryFn: api.boards });
  const [chosen, setChosen] = useState<string>();
  const [busy, setBusy] = useState(false);
  const now = chosen ?? boards.data?.[0]?.id ?? NEW;
  const put = async () => {
    setBusy(true);
    try {
      const size = form === 'number' ? FIGURE : SIZE;
      if (now === NEW) {
        const tiles = [{ id: 't1', x: 0, y: 0, ...size, show: { chart } }];
        const { id } = await api.saveBoard({ name: 'New board', tiles, filters: [], refresh: REFRESH });
        await client.invalidateQueries({ queryKey: ['boards'] });
        router.push(`/boards/${id}`);
        return;
      }
      const { name, tiles, filters, refresh, revision } = await api.board(now);
      const place = freePlace(tiles, size.w, size.h);
      if (!place) throw new Error('There is no room left on this board. Take some tiles away first.');
      const ids = new Set(tiles.map(({ id }) => id));
      let n = tiles.length + 1;
      while (ids.has(`t${n}`)) n++;
      const next = [...tiles, { id: `t${n}`, ...place, ...size, show: { chart } }];
      client.setQueryData(
        ['board', now],
        await api.replaceBoard(now, { name, filters, refresh, tiles: next }, revision),
      );
      void message.success({
        content: (
          <>
            It stands on “{name}” now. <a href={`/boards/${now}`}>Open the board</a>
          </>
        ),
      });
    } catch (error) {
      void message.error(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <section className={styles.part}>
      <h3>Put on a board</h3>
      <p>
        <Select
          size="small"
          aria-label="Board"
          style={{ flex: 1, minWidth: 0 }}
          value={now}
          onChange={setChosen}
          options={[
            ...[...boardNames(boards.data ?? [])].map(([{ id }, label]) => ({ value: id, label })),
            { value: NEW, label: 'A new board' },
          ]}
        />
        <Button size="small" loading={busy} onClick={() => void put()}>
          Put it there
        </Button>
      </p>
    </section>
  );
}
