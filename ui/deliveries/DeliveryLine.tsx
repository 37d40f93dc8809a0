'use client';

import { useState } from 'react';
import { App, Button } from 'antd';
import { useQueryClient } from '@tanstack/react-query';
import { everyWords, type Delivery } from '@/core/deliveries';
import { api, type SavedDelivery } from '../api';
import { Menu } from '../cards/Menu';
import { wordsOf } from '../desk/doings';
import { dayWords, whenWords } from '../desk/dates';
import styles from './Deliveries.module.css';
import { DeliveryDialog } from './DeliveryDialog';

/** So many of the last sendings are shown. */
const SHOWN = 3;

/** A delivery: to whom and when, what became of it so far, and what can be done with it. */
export function DeliveryLine({ delivery, title }: { delivery: SavedDelivery; title?: string }) {
  const client = useQueryClient();
  const { message, modal } = App.useApp();
  const [changing, setChanging] = useState(false);
  const [busy, setBusy] = useState(false);
  const [all, setAll] = useState(false);
  const anew = () => client.invalidateQueries({ queryKey: ['deliveries'] });
  const doing = async (work: () => Promise<unknown>) => {
    setBusy(true);
    try {
      await work();
    } catch (error) {
      message.error(wordsOf(error));
    } finally {
      setBusy(false);
      await anew();
    }
  };
  const now = () =>
    doing(async () => {
      const [last] = (await api.sendNow(delivery.id)).sent;
      if (last?.ok) void message.success('Sent.');
      else void message.info(last?.message ?? 'It is on its way.');
      await client.invalidateQueries({ queryKey: ['outbox'] });
    });
  const pause = (paused: boolean) =>
    doing(() => api.replaceDelivery(delivery.id, { ...plain(delivery), paused }, delivery.revision));
  const choose: Record<string, () => void> = {
    change: () => setChanging(true),
    pause: () => void pause(true),
    go: () => void pause(false),
    delete: () =>
      void modal.confirm({
        title: 'Stop this delivery?',
        content: 'It is not sent any more, and what became of it so far is forgotten.',
        okText: 'Stop it',
        okButtonProps: { danger: true },
        cancelText: 'Keep',
        onOk: () => doing(() => api.deleteDelivery(delivery.id)),
      }),
  };
  const shown = all ? delivery.sent : delivery.sent.slice(0, SHOWN);
  return (
    <li className={styles.line}>
      {changing && <DeliveryDialog what={delivery.what} before={delivery} onClose={() => setChanging(false)} />}
      <div className={styles.words}>
        {title && <strong>{title}</strong>}
        <span className={styles.to}>to {delivery.to.join(', ')}</span>
        <span className="second">
          {everyWords(delivery.every)}
          {delivery.onlyIf ? ', only under a condition' : ''}
        </span>
        <span className="second">
          {delivery.paused
            ? 'paused'
            : delivery.nextAt
              ? `next ${whenWords(delivery.nextAt)}`
              : 'rests: what it sends was deleted'}
        </span>
        {shown.length > 0 && (
          <ul className={styles.sent} aria-label="What became of it">
            {shown.map(({ at, ok, message: words }) => (
              <li key={at} data-ok={ok}>
                {ok ? 'sent' : 'not sent'} {dayWords(at)}
                {words ? `: ${words}` : ''}
              </li>
            ))}
            {!all && delivery.sent.length > SHOWN && (
              <li>
                <button type="button" className="action" onClick={() => setAll(true)}>
                  {delivery.sent.length - SHOWN} earlier
                </button>
              </li>
            )}
          </ul>
        )}
      </div>
      <Button size="small" loading={busy} onClick={() => void now()}>
        Send now
      </Button>
      <Menu
        placement="bottomRight"
        items={[
          { key: 'change', label: 'Change' },
          delivery.paused ? { key: 'go', label: 'Go on' } : { key: 'pause', label: 'Pause' },
          { key: 'delete', label: 'Stop and delete', danger: true },
        ]}
        onChoose={(key) => choose[key]?.()}
      >
        <Button type="text" size="small" aria-label={`More for the delivery to ${delivery.to[0]}`}>
          ⋯
        </Button>
      </Menu>
    </li>
  );
}

/** What of a delivery is its user's. */
function plain({ what, to, subject, message, attach, every, onlyIf }: SavedDelivery): Delivery {
  return {
    what,
    to,
    attach,
    every,
    ...(subject ? { subject } : {}),
    ...(message ? { message } : {}),
    ...(onlyIf ? { onlyIf } : {}),
  };
}
