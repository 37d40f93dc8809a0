import { useCallback, useState } from 'react';

/** Something small that the browser keeps: the width of a part, an order of columns. */
export function useKept<T>(key: string, first: T): [T, (next: T) => void] {
  const [value, setValue] = useState<T>(() => {
    if (typeof window === 'undefined') return first;
    try {
      const kept = localStorage.getItem(key);
      return kept === null ? first : (JSON.parse(kept) as T);
    } catch {
      return first;
    }
  });
  const keep = useCallback(
    (next: T) => {
      setValue(next);
      try {
        localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // Without room in the browser it holds for this page alone.
      }
    },
    [key],
  );
  return [value, keep];
}
