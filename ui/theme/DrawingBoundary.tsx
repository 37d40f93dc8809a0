'use client';

import type { ReactNode } from 'react';
import { Button } from 'antd';
import { ErrorBoundary } from 'react-error-boundary';
import styles from './DrawingBoundary.module.css';

interface Props {
  /** What is drawn in it, for its reader: "The chart", "This tile". */
  readonly what: string;
  /** Once one of these is another, it is drawn again. */
  readonly of: readonly unknown[];
  /** Takes the last change back, where there is one. */
  readonly onUndo?: () => void;
  /** A small picture within something that is clicked itself: it has no buttons of its own. */
  readonly small?: boolean;
  readonly children: ReactNode;
}

/** What cannot be drawn says so in its own place, and takes nothing around it along. */
export function DrawingBoundary({ what, of, onUndo, small = false, children }: Props) {
  return (
    <ErrorBoundary
      resetKeys={[...of]}
      onError={(error) => console.error(`${what} could not be drawn:`, error)}
      fallbackRender={({ error, resetErrorBoundary }) =>
        small ? (
          <span className={styles.small}>{what} could not be drawn.</span>
        ) : (
          <div className={styles.fault} role="alert">
            <p>
              {what} could not be drawn. Nothing is lost.
              <span className="second"> ({error instanceof Error ? error.message : String(error)})</span>
            </p>
            <p>
              {onUndo && (
                <Button size="small" type="primary" onClick={onUndo}>
                  Undo the last change
                </Button>
              )}
              <Button size="small" onClick={resetErrorBoundary}>
                Try again
              </Button>
            </p>
          </div>
        )
      }
    >
      {children}
    </ErrorBoundary>
  );
}
