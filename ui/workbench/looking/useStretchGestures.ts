import { useRef, type RefObject } from 'react';
import { useGesture } from '@use-gesture/react';
import { widened, within, type StretchInSight } from './useStretch';

/** So many pixels of a turned wheel make the stretch about twice as long, or move it by its whole width. */
const WHEEL_DOUBLES = 500;

/**
 * Wheel and pinch over the chart, or over the whole run in small: up and down widen the stretch in sight around the pointer, sideways
 * moves it; a double click shows all.
 * @param placeAtShare the place at a share of the width of what the pointer is over, 0 to 1
 */
export function useStretchGestures(
  over: RefObject<HTMLElement | null>,
  placeAtShare: (share: number) => number,
  stretch: StretchInSight | undefined,
) {
  const pinched = useRef<{ from: number; to: number }>(undefined);
  // Turns come faster than pictures: each goes on from the last.
  const turned = useRef<{ of: StretchInSight['now']; from: number; to: number }>(undefined);
  const placeAt = (clientX: number) => {
    const box = over.current?.getBoundingClientRect();
    return box ? placeAtShare((clientX - box.left) / Math.max(box.width, 1)) : 0;
  };
  useGesture(
    {
      onWheel: ({ event, delta: [dx, dy], ctrlKey }) => {
        if (!stretch || ctrlKey) return;
        event.preventDefault();
        const now = turned.current?.of === stretch.now ? turned.current : stretch.now;
        const sideways = event.shiftKey ? dy || dx : dx;
        const next =
          Math.abs(sideways) > Math.abs(event.shiftKey ? 0 : dy)
            ? within(moved(now, (sideways / WHEEL_DOUBLES) * (now.to - now.from + 1)), stretch.count)
            : widened(now, 2 ** (dy / WHEEL_DOUBLES), stretch.count, placeAt(event.clientX));
        turned.current = { of: stretch.now, ...next };
        stretch.move(next);
        stretch.keep(next);
      },
      onPinch: ({ event, first, origin: [x], movement: [scale], last }) => {
        if (!stretch) return;
        event.preventDefault();
        if (first || !pinched.current) pinched.current = { from: stretch.now.from, to: stretch.now.to };
        const next = widened(pinched.current, 1 / Math.max(scale, 0.01), stretch.count, placeAt(x));
        stretch.move(next);
        if (last) {
          pinched.current = undefined;
          stretch.keep(next);
        }
      },
    },
    { target: over, eventOptions: { passive: false }, pinch: { scaleBounds: { min: 0.02, max: 50 } } },
  );
}

/** Fewer than half a place still moves by one. */
function moved({ from, to }: { from: number; to: number }, by: number): { from: number; to: number } {
  const places = by > 0 ? Math.max(Math.round(by), 1) : Math.min(Math.round(by), -1);
  return { from: from + places, to: to + places };
}
