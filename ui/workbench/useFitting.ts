import { useLayoutEffect, useState, type RefObject } from 'react';

/** How many of the parts of a line stand whole within its room, the first ones; at least none, at most all. */
export function useFitting(line: RefObject<HTMLElement | null>, parts: number, words: string): number {
  const [fit, setFit] = useState(parts);
  useLayoutEffect(() => {
    const own = line.current;
    if (!own) return undefined;
    const measure = () => {
      const { left } = own.getBoundingClientRect();
      const room = own.clientWidth;
      const ends = [...own.children].map((child) => child.getBoundingClientRect().right - left);
      const over = ends.findIndex((end) => end > room + 0.5);
      setFit(over < 0 ? ends.length : over);
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(own);
    return () => observer.disconnect();
  }, [line, parts, words]);
  return Math.min(fit, parts);
}
