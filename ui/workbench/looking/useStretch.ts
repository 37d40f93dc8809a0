import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { firstView, hasStretches, inView, unscrolled, withView, type ChartModel } from '@/core/layout';
import type { Stretch } from '@/core/looking';
import { setView, type ChartSpec, type Sources, type View } from '@/core/spec';
import { useWork } from '../store';

/** The stretch in sight: how it is moved, and the chart laid out for it. */
export interface StretchInSight {
  /** All places of the chart. */
  readonly count: number;
  readonly now: Stretch;
  /** Whether all places are in sight. */
  readonly all: boolean;
  /** Shows a stretch while it is being moved: nothing is kept, nothing is asked. */
  readonly move: (to: Stretch) => void;
  /** Shows a stretch and keeps it with the chart, as one step of undo. */
  readonly keep: (to: Stretch | View | undefined) => void;
  readonly seen: ChartModel;
  /** It is being moved: what is only there to be read and clicked can wait. */
  readonly moving: boolean;
}

/** How long after the last turn of the wheel a stretch is kept, in ms. */
const SETTLED_MS = 350;
/** At least so many places stay in sight. */
const LEAST = 3;

/** @param spec the chart that the model was drawn of: what is looked at is laid out for the kind of places that it has */
export function useStretch(
  model: ChartModel | undefined,
  spec: ChartSpec | undefined,
  sources: Sources,
): StretchInSight | undefined {
  const edit = useWork((state) => state.edit);
  const [moved, setMoved] = useState<{ of: ChartModel; to: Stretch; moving?: boolean }>();
  const settle = useRef<ReturnType<typeof setTimeout>>(undefined);
  const next = useRef<{ frame: number; to: Stretch }>(undefined);
  useEffect(
    () => () => {
      clearTimeout(settle.current);
      if (next.current) cancelAnimationFrame(next.current.frame);
    },
    [],
  );
  const count = model?.across.values.length ?? 0;
  const suits = model !== undefined && hasStretches(model);
  const first = useMemo(() => (model && suits ? firstView(model) : undefined), [model, suits]);
  // What was moved of another drawing is over, also where that drawing comes back by undo.
  if (moved && model && moved.of !== model) setMoved(undefined);
  const live = moved && moved.of === model ? moved.to : undefined;
  const seen = useMemo(() => {
    if (!model || !spec || !suits) return undefined;
    if (!live && !first) return inView(model);
    const to = live ?? first ?? undefined;
    const whole = to && to.from <= 0 && to.to >= count - 1;
    return inView(withView(model, whole ? undefined : to, unscrolled(spec), sources));
  }, [model, spec, sources, live, first, suits, count]);
  const move = useCallback(
    (to: Stretch) => {
      if (!model) return;
      clearTimeout(settle.current);
      // A pointer tells more often where it is than pictures are shown.
      if (next.current) {
        next.current.to = to;
        return;
      }
      const frame = requestAnimationFrame(() => {
        const wanted = next.current?.to ?? to;
        next.current = undefined;
        setMoved({ of: model, to: within(wanted, count), moving: true });
      });
      next.current = { frame, to };
    },
    [model, count],
  );
  const keep = useCallback(
    (to: Stretch | View | undefined) => {
      if (!model) return;
      clearTimeout(settle.current);
      if (next.current) cancelAnimationFrame(next.current.frame);
      next.current = undefined;
      const asView = (wanted: Stretch): View | undefined => {
        const { from, to: end } = within(wanted, count);
        const values = model.across.values;
        return from <= 0 && end >= count - 1 ? undefined : { from: values[from], to: values[end] };
      };
      if (!to) {
        setMoved({ of: model, to: { from: 0, to: count - 1 } });
        edit((now) => setView(now, undefined));
        return;
      }
      const stretch = isStretch(to) ? to : undefined;
      if (stretch) setMoved({ of: model, to: within(stretch, count), moving: true });
      const view = stretch ? asView(stretch) : (to as View);
      settle.current = setTimeout(
        () => {
          setMoved((one) => one && { ...one, moving: false });
          edit((now) => setView(now, view));
        },
        stretch ? SETTLED_MS : 0,
      );
    },
    [model, count, edit],
  );
  return useMemo(() => {
    if (!seen || !model) return undefined;
    const now = live ?? model.view ?? first ?? { from: 0, to: count - 1 };
    return {
      count,
      now,
      all: now.from <= 0 && now.to >= count - 1,
      move,
      keep,
      seen,
      moving: (live && moved?.moving) ?? false,
    };
  }, [seen, model, live, moved?.moving, first, count, move, keep]);
}

const isStretch = (one: Stretch | View): one is Stretch =>
  'from' in one && typeof one.from === 'number' && typeof one.to === 'number';

/** A stretch that lies within the places, and is not too short. */
export function within({ from, to }: Stretch, count: number): Stretch {
  const length = Math.min(Math.max(Math.round(to - from), LEAST - 1), count - 1);
  const start = Math.min(Math.max(Math.round(from), 0), count - 1 - length);
  return { from: start, to: start + length };
}

/** A stretch with its middle or a place in it kept, so many times as long. */
export function widened({ from, to }: Stretch, times: number, count: number, around = (from + to) / 2): Stretch {
  const length = to - from;
  const next = Math.min(Math.max(length * times, LEAST - 1), count - 1);
  const share = length > 0 ? (around - from) / length : 0.5;
  const start = around - share * next;
  return within({ from: start, to: start + next }, count);
}
