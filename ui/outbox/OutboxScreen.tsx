'use client';

import { useState } from 'react';
import { Button } from 'antd';
import { useQuery } from '@tanstack/react-query';
import { OUTBOX_DAYS } from '@/core/deliveries';
import { api } from '../api';
import { DeliveryLine } from '../deliveries/DeliveryLine';
import styles from '../deliveries/Deliveries.module.css';
import { dayWords } from '../desk/dates';
import { TopBar } from '../theme/TopBar';

/** What goes out by mail, and each message as its reader sees it. */
export function OutboxScreen() {
  const messages = useQuery({ queryKey: ['outbox'], queryFn: api.outbox, refetchInterval: 5_000, staleTime: 0 });
  const deliveries = useQuery({ queryKey: ['deliveries', 'all'], queryFn: () => api.deliveries(), staleTime: 0 });
  const charts = useQuery({ queryKey: ['charts'], queryFn: api.charts });
  const boards = useQuery({ queryKey: ['boards'], queryFn: api.boards });
  const [chosen, setChosen] = useState<string>();
  const open = chosen ?? messages.data?.[0]?.id;
  const nameOf = (what: { chart: string } | { board: string }) =>
    ('chart' in what
      ? charts.data?.find(({ id }) => id === what.chart)?.name
      : boards.data?.find(({ id }) => id === what.board)?.name) ?? 'deleted';
  const trouble = messages.error ?? deliveries.error;
  return (
    <>
      <TopBar path={[{ words: 'Desk', href: '/' }, { words: 'Outbox' }]} />
      <main className={styles.page}>
        <h1 className="sr">Outbox</h1>
        <div>
          <h2 className={styles.heading}>Messages</h2>
          {trouble && (
            <p role="alert" className={styles.trouble}>
              {trouble.message}
            </p>
          )}
          <div className={styles.panel}>
            {messages.data?.length === 0 && (
              <p className="second">Nothing has gone out yet. Open a chart or a board, and choose Hand over.</p>
            )}
            <ul className={styles.messages} aria-label="Messages">
              {messages.data?.map(({ id, at, to, subject }) => (
                <li key={id}>
                  <button type="button" aria-current={id === open} onClick={() => setChosen(id)}>
                    <strong className={styles.clip}>{subject || 'No subject'}</strong>
                    <span className={`second ${styles.clip}`}>
                      {dayWords(at)} · to {to.join(', ')}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
          {(messages.data?.length ?? 0) > 0 && <p className="second">Kept here for {OUTBOX_DAYS} days.</p>}
          <h2 className={styles.heading}>Deliveries</h2>
          <div className={styles.panel}>
            {deliveries.data?.length === 0 && <p className="second">Nothing goes out by itself.</p>}
            <ul className={styles.list} aria-label="Deliveries">
              {deliveries.data?.map((delivery) => (
                <DeliveryLine key={delivery.id} delivery={delivery} title={nameOf(delivery.what)} />
              ))}
            </ul>
          </div>
        </div>
        {open && <Message key={open} id={open} />}
      </main>
    </>
  );
}

/** A message as its reader sees it: with its pictures, or as those see it who have none. */
function Message({ id }: { id: string }) {
  const found = useQuery({ queryKey: ['outbox', id], queryFn: () => api.message(id), staleTime: Infinity });
  const [plain, setPlain] = useState(false);
  const message = found.data;
  if (found.error) return <p role="alert">{found.error.message}</p>;
  if (!message) return <div className={`${styles.panel} ${styles.mail}`} aria-busy />;
  return (
    <article className={`${styles.panel} ${styles.mail}`} aria-label={message.subject}>
      <h2 className={styles.heading}>{message.subject || 'No subject'}</h2>
      <dl>
        <dt>From</dt>
        <dd>{message.from}</dd>
        <dt>To</dt>
        <dd>{message.to.join(', ')}</dd>
        {message.attachments.length > 0 && (
          <>
            <dt>Attached</dt>
            <dd>
              {message.attachments.map(({ name, bytes }) => `${name} (${Math.ceil(bytes / 1024)} KB)`).join(', ')}
            </dd>
          </>
        )}
      </dl>
      <p className={styles.doings}>
        <Button size="small" onClick={() => setPlain(!plain)} aria-pressed={plain}>
          {plain ? 'With pictures' : 'As text alone'}
        </Button>
        <a href={`/api/outbox/${id}/message.eml`} download>
          Save the message
        </a>
      </p>
      {plain || !message.html ? (
        <p className={styles.plain}>{message.text}</p>
      ) : (
        <iframe sandbox="" srcDoc={message.html} title={`The message ${message.subject}`} />
      )}
    </article>
  );
}
