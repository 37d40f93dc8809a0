import { useCallback, useEffect, useState, type RefObject } from 'react';

/** An element that fills the screen, and goes back by Escape or by the same button. */
export function useFullScreen(element: RefObject<HTMLElement | null>): { full: boolean; toggle: () => void } {
  const [full, setFull] = useState(false);
  useEffect(() => {
    const follow = () => setFull(document.fullscreenElement !== null && document.fullscreenElement === element.current);
    document.addEventListener('fullscreenchange', follow);
    return () => document.removeEventListener('fullscreenchange', follow);
  }, [element]);
  const toggle = useCallback(() => {
    if (document.fullscreenElement) void document.exitFullscreen();
    else void element.current?.requestFullscreen?.().catch(() => undefined);
  }, [element]);
  return { full, toggle };
}
