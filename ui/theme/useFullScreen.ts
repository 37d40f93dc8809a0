import { useCallback, useEffect, useState } from 'react';

/**
 * The chart over the whole screen, for showing. The page as a whole goes there, so that cards and what is read across stand
 * over the chart as they do otherwise; Escape, or the same button, leads back.
 */
export function useFullScreen(): { full: boolean; toggle: () => void } {
  const [full, setFull] = useState(false);
  useEffect(() => {
    const follow = () => document.fullscreenElement === null && setFull(false);
    document.addEventListener('fullscreenchange', follow);
    return () => document.removeEventListener('fullscreenchange', follow);
  }, []);
  const toggle = useCallback(() => {
    if (document.fullscreenElement) void document.exitFullscreen();
    else if (!full) void document.documentElement.requestFullscreen?.().catch(() => undefined);
    setFull(!full);
  }, [full]);
  return { full, toggle };
}
