import { useEffect, useState, type RefObject } from 'react';

const NONE = { width: 0, height: 0 };

/** The inner size of an element in whole pixels, followed as it changes; 0 by 0 until it is there. */
export function useElementSize(element: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState(NONE);
  useEffect(() => {
    if (!element.current) return undefined;
    const observer = new ResizeObserver(([entry]) => {
      const next = { width: Math.floor(entry.contentRect.width), height: Math.floor(entry.contentRect.height) };
      setSize((now) => (now.width === next.width && now.height === next.height ? now : next));
    });
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return size;
}
