import { useEffect, useRef, useState, type MouseEvent, type PointerEvent } from 'react';
import type { ChartModel } from '@/core/layout';
import type { StretchInSight } from './useStretch';

/** A pointer that moved less than this, in pixels, clicked. */
const CLICK = 6;

/** A stretch that is being dragged out across the chart, in pixels of the drawing. */
export interface DraggedBand {
  readonly left: number;
  readonly width: number;
}

/**
 * Dragging a mouse across the chart takes the stretch that it passed: what is dragged out is shown on the way, and Escape or a click
 * without a drag takes nothing. Touch scrolls and pinches instead.
 * @param placeAt the place of the chart at a share of the drawing's width, 0 to 1
 */
export function useDraggedStretch(
  model: ChartModel,
  placeAt: (share: number) => number,
  stretch: StretchInSight | undefined,
) {
  const [band, setBand] = useState<DraggedBand>();
  const begun = useRef<number>(undefined);
  const dragged = useRef(false);
  const { plot, width } = model.size;
  const xOf = ({ currentTarget, clientX }: PointerEvent<HTMLElement>) => {
    const box = currentTarget.getBoundingClientRect();
    const x = ((clientX - box.left) / Math.max(box.width, 1)) * width;
    return Math.min(Math.max(x, plot.left), plot.left + plot.width);
  };
  const end = () => {
    begun.current = undefined;
    setBand(undefined);
  };
  const dragging = band !== undefined;
  useEffect(() => {
    if (!dragging) return;
    const stop = ({ key }: KeyboardEvent) => {
      if (key !== 'Escape') return;
      begun.current = undefined;
      setBand(undefined);
    };
    document.addEventListener('keydown', stop);
    return () => document.removeEventListener('keydown', stop);
  }, [dragging]);
  return {
    band,
    handlers: {
      onPointerDown: (event: PointerEvent<HTMLElement>) => {
        dragged.current = false;
        const inside = event.pointerType === 'mouse' && event.button === 0 && isGround(event.target as Element);
        begun.current = stretch && inside ? xOf(event) : undefined;
      },
      onPointerMove: (event: PointerEvent<HTMLElement>) => {
        if (begun.current === undefined) return;
        const x = xOf(event);
        if (!dragged.current && Math.abs(x - begun.current) < CLICK) return;
        if (!dragged.current) event.currentTarget.setPointerCapture(event.pointerId);
        dragged.current = true;
        setBand({ left: Math.min(x, begun.current), width: Math.abs(x - begun.current) });
      },
      onPointerUp: () => {
        if (stretch && band && dragged.current) {
          const [from, to] = [band.left, band.left + band.width].map((x) => Math.round(placeAt(x / width)));
          stretch.keep({ from, to });
        }
        end();
      },
      onPointerCancel: end,
      /** The click that ends a drag opens nothing. */
      onClickCapture: (event: MouseEvent<HTMLElement>) => {
        if (!dragged.current) return false;
        dragged.current = false;
        event.stopPropagation();
        return true;
      },
    },
  };
}

/** What is dragged itself, or written in, is no ground to begin a stretch on. */
const isGround = (target: Element): boolean => target.closest('button, input, textarea, [contenteditable], a') === null;
