import Link from 'next/link';
import type { ReactNode } from 'react';
import styles from './TopBar.module.css';

/** The bar at the top of every screen: where one is, and what can be done with the whole. */
export function TopBar({ path = [], children }: { path?: { words: string; href?: string }[]; children?: ReactNode }) {
  return (
    <header className={styles.bar}>
      <Link href="/" className={styles.mark}>
        Up Chart
      </Link>
      <nav aria-label="Where you are" className={styles.path}>
        <ol>
          {path.map(({ words, href }, i) => (
            <li key={words + i}>
              {href ? (
                <Link href={href}>{words}</Link>
              ) : (
                <span aria-current={i === path.length - 1 ? 'page' : undefined}>{words}</span>
              )}
            </li>
          ))}
        </ol>
      </nav>
      <div className={styles.actions}>{children}</div>
    </header>
  );
}
