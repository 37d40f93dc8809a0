import { useEffect, useRef } from 'react';
import { useActiveTooltipCoordinate, useActiveTooltipLabel } from 'recharts';
import type { DrawingProps } from './drawing';

/** Enter at the place that is read across, where arrow keys led, does what a click there does. */
export function EnterPoint({ onPoint }: { onPoint: NonNullable<DrawingProps['onPoint']> }) {
  const label = useActiveTooltipLabel();
  const spot = useActiveTooltipCoordinate();
  const here = useRef<SVGGElement>(null);
  const [x, y] = [spot?.x, spot?.y];
  useEffect(() => {
    const chart = here.current?.closest('.recharts-wrapper');
    const place = Number(label);
    if (!chart || label === undefined || !Number.isInteger(place)) return undefined;
    const onKey = (event: Event) => {
      if ((event as KeyboardEvent).key !== 'Enter') return;
      event.preventDefault();
      event.stopPropagation();
      onPoint(place, { x: x ?? 0, y: y ?? 0 });
    };
    chart.addEventListener('keydown', onKey, true);
    return () => chart.removeEventListener('keydown', onKey, true);
  }, [label, x, y, onPoint]);
  return <g ref={here} />;
}
