'use client';

import { useState } from 'react';
import { Button } from 'antd';
import { useQuery } from '@tanstack/react-query';
import type { Delivery } from '@/core/deliveries';
import { api } from '../api';
import part from '../handover/HandOver.module.css';
import styles from './Deliveries.module.css';
import { DeliveryDialog } from './DeliveryDialog';
import { DeliveryLine } from './DeliveryLine';

/** The part of "Hand over" that sends by mail: what is sent already, and a new delivery. */
export function MailPart({ what }: { what: Delivery['what'] }) {
  const id = 'chart' in what ? what.chart : what.board;
  const found = useQuery({ queryKey: ['deliveries', id], queryFn: () => api.deliveries(id) });
  const [adding, setAdding] = useState(false);
  return (
    <section className={part.part}>
      <h3>By mail</h3>
      {adding && <DeliveryDialog what={what} onClose={() => setAdding(false)} />}
      {(found.data?.length ?? 0) > 0 && (
        <ul className={styles.list}>
          {found.data?.map((delivery) => (
            <DeliveryLine key={delivery.id} delivery={delivery} />
          ))}
        </ul>
      )}
      <p>
        <Button size="small" onClick={() => setAdding(true)}>
          Send it by mail …
        </Button>
        <a href="/outbox">Outbox</a>
      </p>
    </section>
  );
}
