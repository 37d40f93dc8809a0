'use client';

import { useCallback, useMemo, useRef, type KeyboardEvent } from 'react';
import { Slider } from 'antd';
import { line } from 'd3-shape';
import { spanWords, stepTick, type Step } from '@/core/calendar';
import { alongPlaces, isBanded, type ChartModel } from '@/core/layout';
import { thinned } from '@/core/statistics';
import { mannerOf, type ChartSpec, type View } from '@/core/spec';
import { widened, within, type StretchInSight } from './useStretch';
import { useStretchGestures } from './useStretchGestures';
import styles from './Strip.module.css';

interface Props {
  model: ChartModel;
  spec: ChartSpec;
  stretch: StretchInSight;
  width: number;
}

const HEIGHT = 44;
const WIDER = 1.5;

/** The whole run in small, with the stretch in sight on it: two ends and a middle to drag, and steps to choose. */
export function Strip({ model, spec, stretch, width }: Props) {
  const { count, now, keep, move, all } = stretch;
  const picture = useMemo(() => pictureOf(model, Math.max(width, 60)), [model, width]);
  const years = useMemo(() => yearsOf(model, spec, width), [model, spec, width]);
  const onKey = (event: KeyboardEvent) => {
    const by = Math.max(Math.round((now.to - now.from + 1) / 12), 1);
    const next: Partial<Record<string, () => void>> = {
      ArrowLeft: () => keep(within({ from: now.from - by, to: now.to - by }, count)),
      ArrowRight: () => keep(within({ from: now.from + by, to: now.to + by }, count)),
      '+': () => keep(widened(now, 1 / WIDER, count)),
      '=': () => keep(widened(now, 1 / WIDER, count)),
      '-': () => keep(widened(now, WIDER, count)),
      Home: () => keep({ from: 0, to: now.to - now.from }),
      End: () => keep({ from: count - 1 - (now.to - now.from), to: count - 1 }),
      Escape: () => keep(undefined),
    };
    const act = next[event.key];
    if (!act || event.ctrlKey || event.metaKey || event.altKey) return;
    // A handle that has the focus is moved by itself.
    if (onHandle(event.target) && MOVES_HANDLE.test(event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };
  const words = wordsOf(model, spec, now);
  const run = useRef<HTMLDivElement>(null);
  const placeAt = useCallback((share: number) => share * (count - 1), [count]);
  useStretchGestures(run, placeAt, stretch);
  return (
    <div className={styles.strip} data-no-export>
      <div className={styles.line}>
        <div className={styles.steps} role="group" aria-label="The stretch in sight">
          {stepsFor(model, spec).map(({ words: name, view }) => (
            <button key={name} type="button" aria-pressed={chosen(view, spec, all)} onClick={() => keep(view)}>
              {name}
            </button>
          ))}
        </div>
        <span className={styles.words} role="status">
          {all ? 'All is in sight.' : `In sight: ${words}.`}{' '}
          <span className={styles.hint}>Drag the ends or the middle; ← → move, + − narrow and widen.</span>
        </span>
      </div>
      <div
        ref={run}
        className={styles.run}
        style={{ height: HEIGHT }}
        tabIndex={0}
        role="group"
        aria-label={`The whole run; ${all ? 'all of it is in sight' : `in sight: ${words}`}. Arrow keys move the stretch, plus and minus narrow and widen it.`}
        onKeyDownCapture={onKey}
        onDoubleClick={() => keep(undefined)}
      >
        <svg width={width} height={HEIGHT} aria-hidden>
          {picture.map(({ id, d, color, dash }) => (
            <path
              key={id}
              d={d}
              fill="none"
              stroke={color}
              strokeWidth={1.2}
              strokeDasharray={dash}
              strokeOpacity={0.8}
            />
          ))}
          {years.map(({ x, label }) => (
            <text key={label} x={x + 4} y={11} fontSize={11} fill="#5c615a">
              {label}
            </text>
          ))}
        </svg>
        <Slider
          className={styles.slider}
          range={{ draggableTrack: true }}
          min={0}
          max={count - 1}
          value={[now.from, now.to]}
          onChange={(ends: number[]) => move(asStretch(ends))}
          onChangeComplete={(ends: number[]) => keep(asStretch(ends))}
          tooltip={{ formatter: null }}
          ariaLabelForHandle={['First place in sight', 'Last place in sight']}
          ariaValueTextFormatterForHandle={[
            (at) => model.across.labels[at ?? 0] ?? '',
            (at) => model.across.labels[at ?? 0] ?? '',
          ]}
        />
      </div>
    </div>
  );
}

const MOVES_HANDLE = /^(Arrow|Home|End|Page)/;
const onHandle = (target: EventTarget) => (target as Element).getAttribute('role') === 'slider';

const asStretch = ([from, to]: readonly number[]) => ({ from, to });

/** The lines of the whole run in small; very long ones are thinned, their peaks stay. */
function pictureOf(model: ChartModel, width: number) {
  const values = model.series.flatMap((series) => series.values.filter((one): one is number => one !== null));
  const low = values.reduce((least, one) => Math.min(least, one), Infinity);
  const high = values.reduce((most, one) => Math.max(most, one), -Infinity);
  const bottom = Math.min(low, Math.max(0, low - (high - low) * 0.2));
  const count = model.across.values.length;
  const banded = isBanded(model.series, model);
  const y = (value: number) => HEIGHT - 5 - ((value - bottom) / (high - bottom || 1)) * (HEIGHT - 20);
  const path = (list: readonly (number | null)[]) =>
    line<number>(
      (at) => alongPlaces(at, count, banded) * width,
      (at) => y(list[at] ?? 0),
    )
      .defined((at) => list[at] !== null)
      .digits(1)(thinned(list, Math.round(width / 2))) ?? '';
  const lines = model.series
    .slice(0, 12)
    .map(({ id, values: own, color }) => ({ id, d: path(own), color, dash: undefined }));
  const ahead = (model.trends ?? [])
    .filter(({ ahead: steps }) => steps > 0)
    .map(({ id, of, values: own, color }) => ({
      id: `${id} ${of}`,
      d: path(own.map((value, at) => (at >= count - (model.across.ahead ?? 0) ? value : null))),
      color,
      dash: '3 3',
    }));
  return [...lines, ...ahead];
}

/** Where the years begin along the strip, as many as have room. */
function yearsOf({ across }: ChartModel, spec: ChartSpec, width: number) {
  if (spec.across.as !== 'time') return [];
  const { step } = spec.across;
  const found = across.values.flatMap((value, at) => {
    const year = String(value).slice(0, 4);
    return at === 0 || year !== String(across.values[at - 1]).slice(0, 4) ? [{ at, year }] : [];
  });
  const marks =
    found.length > 1
      ? found.map(({ at, year }) => ({ x: (at / Math.max(across.values.length - 1, 1)) * width, label: year }))
      : [{ x: 0, label: stepTick(String(across.values[0]), step, mannerOf(spec)).under ?? '' }];
  let last = -Infinity;
  return marks.filter(({ x, label }) => {
    if (x - last < 34 || x > width - 30 || label === '') return false;
    last = x;
    return true;
  });
}

const DAYS: Readonly<Record<Step, number>> = {
  hour: 1 / 24,
  day: 1,
  week: 7,
  month: 30.4,
  quarter: 91.3,
  year: 365.25,
};
const STEPS: readonly { readonly words: string; readonly days: number; readonly view: View }[] = [
  { words: '1 day', days: 1, view: { last: 1, step: 'day' } },
  { words: '7 days', days: 7, view: { last: 7, step: 'day' } },
  { words: '1 month', days: 30, view: { last: 1, step: 'month' } },
  { words: '3 months', days: 91, view: { last: 3, step: 'month' } },
  { words: '6 months', days: 182, view: { last: 6, step: 'month' } },
  { words: '1 year', days: 365, view: { last: 1, step: 'year' } },
  { words: '3 years', days: 1096, view: { last: 3, step: 'year' } },
  { words: '10 years', days: 3653, view: { last: 10, step: 'year' } },
];
const ALL = 'All';
const MOST_STEPS = 4;

/** The steps to choose that suit the span and the step: each shows some places, and not all. */
function stepsFor({ across }: ChartModel, spec: ChartSpec): { words: string; view: View | undefined }[] {
  if (spec.across.as !== 'time') return [{ words: ALL, view: undefined }];
  const { step } = spec.across;
  const measured = across.values.length - (across.ahead ?? 0);
  const span = measured * DAYS[step];
  const fit = STEPS.filter(({ days }) => days >= 2.9 * DAYS[step] && days < span * 0.95);
  const last = String(across.values[measured - 1] ?? '');
  const year = last.slice(0, 4);
  const thisYear: View = { from: `${year}-01-01`, to: last };
  const inYear = across.values.filter((value) => String(value).startsWith(year)).length;
  const offersYear = step !== 'year' && inYear >= 2 && inYear < measured && /^\d{4}/.test(year);
  return [
    ...fit.slice(-MOST_STEPS).map(({ words, view }) => ({ words, view })),
    ...(offersYear ? [{ words: 'This year', view: thisYear }] : []),
    { words: ALL, view: undefined },
  ];
}

const chosen = (view: View | undefined, spec: ChartSpec, all: boolean): boolean =>
  view === undefined ? all : JSON.stringify(view) === JSON.stringify(spec.view);

function wordsOf({ across }: ChartModel, spec: ChartSpec, { from, to }: { from: number; to: number }): string {
  const [first, last] = [across.values[from], across.values[to]];
  if (spec.across.as === 'time' && first !== undefined && last !== undefined)
    return spanWords(String(first), String(last), spec.across.step, mannerOf(spec));
  return `${across.labels[from] ?? ''} to ${across.labels[to] ?? ''}`;
}
