import { useEffect, useRef, useState } from 'react';

/** Whether the server tells of changes: not yet, yes, or the connection is lost and comes back by itself. */
export type Line = 'coming' | 'open' | 'lost';

interface Handlers {
  readonly on: Readonly<Record<string, (data: unknown) => void>>;
  /** The connection was away: what was told meanwhile was told to nobody. */
  readonly onBack: () => void;
}

/**
 * Follows server-sent events while the page is in sight: a browser has few connections to one server, and pages that nobody
 * looks at leave them to the others.
 */
export function useEvents(url: string, handlers: Handlers): Line {
  const [line, setLine] = useState<Line>('coming');
  const now = useRef(handlers);
  useEffect(() => {
    now.current = handlers;
  });
  useEffect(() => {
    let events: EventSource | undefined;
    let away = false;
    const open = () => {
      events = new EventSource(url);
      events.addEventListener('open', () => {
        setLine('open');
        if (away) now.current.onBack();
        away = false;
      });
      events.addEventListener('error', () => {
        away = true;
        setLine('lost');
        // A server that answered with an error is not asked again by the browser itself.
        if (events?.readyState === EventSource.CLOSED) again = setTimeout(follow, AGAIN_MS);
      });
      for (const name of Object.keys(now.current.on))
        events.addEventListener(name, ({ data }) => now.current.on[name]?.(JSON.parse(String(data))));
    };
    let again: ReturnType<typeof setTimeout> | undefined;
    const close = () => {
      clearTimeout(again);
      events?.close();
      events = undefined;
    };
    const follow = () => {
      close();
      if (document.visibilityState === 'visible') open();
      else away = true;
    };
    follow();
    document.addEventListener('visibilitychange', follow);
    return () => {
      document.removeEventListener('visibilitychange', follow);
      close();
    };
  }, [url]);
  return line;
}
const AGAIN_MS = 3_000;
