import { useEffect, useRef, useState } from 'react';

/** How far below what is seen something counts as coming into sight. */
const AHEAD = '240px';

/** Whether an element has come into sight, once and for all. */
export function useSeen<T extends Element>() {
  const place = useRef<T>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const element = place.current;
    if (seen || !element) return undefined;
    const watcher = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true);
      },
      { rootMargin: AHEAD },
    );
    watcher.observe(element);
    return () => watcher.disconnect();
  }, [seen]);
  return { place, seen };
}

const FIRST = 60;

/** The beginning of a long list: more of it is shown on request. */
export function useGrowing<T>(list: readonly T[]): { shown: readonly T[]; more: number; grow: () => void } {
  const [most, setMost] = useState(FIRST);
  return { shown: list.slice(0, most), more: Math.max(0, list.length - most), grow: () => setMost(most + 4 * FIRST) };
}
