import { useEffect, useState } from 'react';
import { timeWords } from '../desk/dates';
import styles from './Board.module.css';
import type { Line } from '../theme/useEvents';

/** As of when the figures are, and whether new ones come by themselves. */
export function AsOf({ asOf, line, fetching }: { asOf?: string; line: Line; fetching: boolean }) {
  const now = useMinutes();
  if (line === 'lost')
    return (
      <span className={styles.lost} role="status">
        The connection is lost; trying again …
      </span>
    );
  const minutes = asOf ? Math.floor((now - Date.parse(asOf)) / 60_000) : 0;
  return (
    <span className={styles.asOf} role="status">
      {asOf && `As of ${timeWords(asOf)}${minutes > 0 ? `, ${minutes} minute${minutes > 1 ? 's' : ''} ago` : ''}`}
      {fetching && asOf && ' …'}
    </span>
  );
}

/** The time, a few times a minute. */
function useMinutes(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 15_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
