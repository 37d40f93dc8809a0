'use client';

import { Button } from 'antd';
import { TopBar } from '@/ui/theme/TopBar';

/** A page that could not be shown says so, and can be tried again; what is kept is not touched. */
export default function PageError({ error, reset }: { error: Error; reset: () => void }) {
  return (
    <>
      <TopBar path={[{ words: 'Desk', href: '/' }]} />
      <main style={{ padding: 24, maxWidth: 640 }} role="alert">
        <p>This page could not be shown. What you saved is safe. ({error.message})</p>
        <Button type="primary" onClick={reset}>
          Try again
        </Button>
      </main>
    </>
  );
}
