'use client';

import { useEffect, useRef, type RefObject } from 'react';
import { Slider } from 'antd';
import { isLying, scrollOf, type ChartModel } from '@/core/layout';
import styles from './ChartPane.module.css';

interface Props {
  model: ChartModel;
  /** The first place in sight. */
  from: number;
  onFrom: (from: number) => void;
  /** What turns of the wheel over it move the places too. */
  over: RefObject<HTMLElement | null>;
}

/** So far the wheel turns for one place, in pixels. */
const PER_PLACE = 30;

/** Moves along places that do not all fit: by its handle, its keys, or the wheel over the chart. */
export function PlaceScroll({ model, from, onFrom, over }: Props) {
  const { size, across } = model;
  const scroll = scrollOf(model);
  const lying = isLying(model);
  const { plot } = size;
  const count = across.values.length;
  const shown = scroll?.shown ?? count;
  const last = Math.max(count - shown, 0);
  const now = useRef({ from, left: 0 });
  useEffect(() => {
    now.current.from = from;
  }, [from]);
  useEffect(() => {
    const chart = over.current;
    const turn = ({ deltaX, deltaY, shiftKey }: WheelEvent) => {
      const by = lying ? deltaY : deltaX || (shiftKey ? deltaY : 0);
      const turned = now.current.left + by / PER_PLACE;
      const places = Math.trunc(turned);
      now.current.left = turned - places;
      if (places === 0) return;
      now.current.from = Math.min(Math.max(now.current.from + places, 0), last);
      onFrom(now.current.from);
    };
    chart?.addEventListener('wheel', turn, { passive: true });
    return () => chart?.removeEventListener('wheel', turn);
  }, [over, lying, last, onFrom]);
  const n = (value: number) => value.toLocaleString('en-GB');
  const words = `${n(from + 1)} to ${n(from + shown)} of ${n(count)}`;
  return (
    <div
      className={styles.scroll}
      data-lying={lying || undefined}
      style={
        lying
          ? { top: plot.top, right: -6, height: plot.height }
          : { left: plot.left, bottom: 0, width: size.width - plot.left }
      }
      data-no-export
    >
      <Slider
        className={styles.slider}
        vertical={lying}
        reverse={lying}
        min={0}
        max={last}
        value={from}
        onChange={onFrom}
        tooltip={{ formatter: null }}
        styles={{ track: { background: 'transparent' }, rail: { background: 'var(--rule)' } }}
        ariaLabelForHandle="Places in sight"
        ariaValueTextFormatterForHandle={() => words}
      />
      <span className={styles.scrollWords}>{words}</span>
    </div>
  );
}
