import type { PersistStorage, StorageValue } from 'zustand/middleware';

/** How long a change may wait before it is written down. */
const WAIT_MS = 300;

/** What has not been written down yet, by name. */
const waiting = new Map<string, StorageValue<unknown>>();
let timer: ReturnType<typeof setTimeout> | undefined;

/** Writes down all that waits; where the browser has no room for it, it stays in the page alone. */
function write(): void {
  clearTimeout(timer);
  timer = undefined;
  for (const [name, value] of waiting) {
    try {
      localStorage.setItem(name, JSON.stringify(value));
    } catch {
      // The history of a very large chart; the chart itself is small and was written first.
    }
  }
  waiting.clear();
}

/**
 * The browser's own storage, written a moment after a change, so that no click waits for it; at once when the page is
 * left or hidden. There is none where the page is made on the server.
 */
export function laterStorage<S>(): PersistStorage<S> | undefined {
  if (typeof window === 'undefined') return undefined;
  addEventListener('pagehide', write);
  addEventListener('visibilitychange', write);
  return {
    getItem: (name) => {
      const held = (waiting.get(name) as StorageValue<S> | undefined) ?? parsed<S>(localStorage.getItem(name));
      return held ?? null;
    },
    setItem: (name, value) => {
      waiting.set(name, value as StorageValue<unknown>);
      timer ??= setTimeout(write, WAIT_MS);
    },
    removeItem,
  };
}

export function removeItem(name: string): void {
  waiting.delete(name);
  localStorage.removeItem(name);
}

function parsed<S>(text: string | null): StorageValue<S> | undefined {
  if (text === null) return undefined;
  try {
    return JSON.parse(text) as StorageValue<S>;
  } catch {
    return undefined;
  }
}
