'use client';

import { useState } from 'react';
import { App, Button } from 'antd';
import { fileNameOf } from '@/core/spec';
import { api, download, type SavedBoard } from '../api';
import { Card } from '../cards/Card';
import { CardPopover } from '../cards/CardPopover';
import { wordsOf } from '../desk/doings';
import { MailPart } from '../deliveries/MailPart';
import { copyPicture } from '../handover/copying';
import styles from '../handover/HandOver.module.css';

/** What leaves the application with a board. */
export function BoardHandOver({ board }: { board: SavedBoard }) {
  const { message } = App.useApp();
  const [open, setOpen] = useState(false);
  const [busy, setBusy] = useState('');
  const act = (key: string, words: string, work: () => Promise<unknown>) => (
    <Button
      size="small"
      loading={busy === key}
      disabled={busy !== '' && busy !== key}
      onClick={() => {
        setBusy(key);
        work()
          .catch((error: unknown) => message.error(wordsOf(error)))
          .finally(() => setBusy(''));
      }}
    >
      {words}
    </Button>
  );
  const save = (content: Blob, extension: string) => download(content, `${fileNameOf(board.name)}.${extension}`);
  const content = (
    <Card name="Hand over">
      <section className={styles.part}>
        <h3>Copy</h3>
        <p>
          {act('copy', 'As a picture', async () => {
            const made = api.boardPicture(board.id, 'png', 2);
            if (await copyPicture(made)) return message.success('Copied. Paste it where it is to stand.');
            save(await made, 'png');
            return message.info('The browser does not let pictures be copied here: it was saved as a file instead.');
          })}
        </p>
      </section>
      <section className={styles.part}>
        <h3>Save as a picture</h3>
        <p>
          {act('png', 'PNG', async () => save(await api.boardPicture(board.id, 'png'), 'png'))}
          {act('png2', 'PNG 2×', async () => save(await api.boardPicture(board.id, 'png', 2), 'png'))}
          {act('pdf', 'PDF', async () => save(await api.boardPicture(board.id, 'pdf'), 'pdf'))}
        </p>
      </section>
      <MailPart what={{ board: board.id }} />
    </Card>
  );
  return (
    <CardPopover open={open} onOpenChange={setOpen} placement="bottomRight" arrow={false} content={content}>
      <Button aria-haspopup="dialog" aria-expanded={open} onClick={() => setOpen(!open)}>
        Hand over
      </Button>
    </CardPopover>
  );
}
