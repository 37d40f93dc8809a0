import { useEffect, useRef } from 'react';
import { useActiveTooltipCoordinate, useActiveTooltipDataPoints, useActiveTooltipLabel } from 'recharts';
import type { DrawingProps } from './drawing';

type At = { x: number; y: number };

/** Enter on a chart where something is read does what a click there does; `place` is nothing where nothing is read. */
function useEnter(place: number | undefined, act: (place: number, at: At) => void) {
  const spot = useActiveTooltipCoordinate();
  const here = useRef<SVGGElement>(null);
  const [x, y] = [spot?.x, spot?.y];
  useEffect(() => {
    const chart = here.current?.closest('.recharts-wrapper');
    if (!chart || place === undefined || !Number.isInteger(place)) return undefined;
    const onKey = (event: Event) => {
      if ((event as KeyboardEvent).key !== 'Enter') return;
      event.preventDefault();
      event.stopPropagation();
      act(place, { x: x ?? 0, y: y ?? 0 });
    };
    chart.addEventListener('keydown', onKey, true);
    return () => chart.removeEventListener('keydown', onKey, true);
  }, [place, x, y, act]);
  return here;
}

/** Enter at the place that is read across, where arrow keys led. */
export function EnterPoint({ onPoint }: { onPoint: NonNullable<DrawingProps['onPoint']> }) {
  const label = useActiveTooltipLabel();
  return <g ref={useEnter(label === undefined ? undefined : Number(label), onPoint)} />;
}

/** Enter at the dot that is read. */
export function EnterDot({ onDot }: { onDot: NonNullable<DrawingProps['onDot']> }) {
  const [dot] = useActiveTooltipDataPoints<{ at?: number }>() ?? [];
  return <g ref={useEnter(dot?.at, onDot)} />;
}
