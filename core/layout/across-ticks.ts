import { column, mannerOf, type ChartLook, type ChartSpec, type Sources } from '../spec';
import { isDated } from '../inference';
import type { Frame } from '../shaping';
import { cycleLabel, momentWords, roundStride, startsStride, stepLabel, stepTick, type Locale } from '../calendar';
import { alongPlaces } from './along-places';
import { shorten, widestText } from './measure';
import type { AcrossTick } from './model';
import { writeNumber, writeValue } from './numbers';
import { decimalsOf } from './ticks';

export const TICK_SIZE = 12;
/** How large the words of the axes are, in pixels. */
export const tickSize = (look?: ChartLook): number => look?.axisLetters?.size ?? TICK_SIZE;
const GAP = 14;
/** The longest a leaning label may be, in pixels along it. */
export const LEANING = 110;

export interface AcrossWords {
  readonly labels: string[];
  readonly ticks: AcrossTick[];
  readonly turned: boolean;
  /** How far they lean, in degrees. */
  readonly angle?: number;
}

/** Labels that lean, and labels that stand, in degrees. */
export const LEANS = -38;
const STANDS = -90;

/** The words along the horizontal axis for a plot of a width: all of them whole, and those that there is room to write. */
export function acrossWords(spec: ChartSpec, frame: Frame, sources: Sources, width: number): AcrossWords {
  const words = chosenWords(spec, frame, sources, width);
  const wish = spec.look?.labels;
  const room = width / Math.max(words.labels.length, 1);
  if (wish === undefined || spec.across.as === 'number') return words;
  const size = tickSize(spec.look);
  if (wish === 'level') return words.turned ? thinned(words, room, size) : words;
  return turned(words, room, wish === 'leaning' ? LEANS : STANDS, size);
}

/** Only as many level labels as there is room for. */
function thinned({ labels, ticks }: AcrossWords, room: number, size: number): AcrossWords {
  const widest = Math.min(widestText(labels, size), LEANING);
  const every = Math.max(1, Math.ceil((widest + GAP) / Math.max(room, 0.001)));
  return { labels, ticks: ticks.filter(({ at }) => at % every === 0), turned: false };
}

/** As many turned labels as there is room for, each whole in itself. */
function turned({ labels, ticks }: AcrossWords, room: number, angle: number, size: number): AcrossWords {
  const every = Math.max(1, Math.ceil((size * 1.5) / Math.max(room, 0.001)));
  const level = new Set(ticks.map(({ at }) => at));
  const shown = labels.flatMap((label, at) =>
    (every === 1 ? true : level.size < labels.length / every ? level.has(at) : at % every === 0)
      ? [{ at, label: shorten(label, LEANING, size) }]
      : [],
  );
  return { labels, ticks: shown, turned: true, angle };
}

/** How far the foot of a leaning label reaches beyond its line, in pixels. */
const OVERHANG = 8;

/** Labels near the edges are shortened so that none leaves the drawing: leaning ones reach to the left, level ones to both sides. */
export function within(
  words: AcrossWords,
  plot: { left: number; width: number },
  width: number,
  banded: boolean,
  size = TICK_SIZE,
): AcrossWords {
  const flat = Math.cos(((words.angle ?? LEANS) * Math.PI) / 180);
  const count = words.labels.length;
  const ticks = words.ticks.map((tick) => {
    const share = alongPlaces(tick.at, count, banded);
    const x = plot.left + share * plot.width;
    const room = words.turned ? Math.min((x - OVERHANG) / Math.max(flat, 0.01), LEANING) : 2 * Math.min(x, width - x);
    return { ...tick, label: shorten(tick.label, room, size) };
  });
  return { ...words, ticks };
}

function chosenWords(spec: ChartSpec, frame: Frame, { columns }: Sources, width: number): AcrossWords {
  const { across } = spec;
  const values = frame.across.values;
  const size = tickSize(spec.look);
  const room = width / Math.max(values.length, 1);
  if (across.as === 'time' && across.step === 'year' && column(columns, across.column).format.financialYear)
    return fitted(values.map(financialYear), values.map(financialYear), room, size);
  if (across.as === 'time') return timeWords(values.map(String), across.step, spec, room, frame.across.labels);
  if (across.as === 'cycle') {
    const labels = values.map((value) => cycleLabel(Number(value), across.cycle, true, spec.look?.locale));
    return fitted(
      labels,
      values.map((value) => cycleLabel(Number(value), across.cycle, false, spec.look?.locale)),
      room,
      size,
    );
  }
  if (across.as === 'bins')
    return binWords(
      values.map(Number),
      frame.across.width ?? 1,
      column(columns, across.column).unit,
      room,
      size,
      spec.look?.locale,
    );
  if (across.as === 'rows') {
    const dated = isDated(column(columns, across.column));
    const names = [...(frame.across.labels ?? values.map(String))].map((name) =>
      dated ? momentWords(name, spec.look?.locale) : name,
    );
    return fitted(names, names, room, size);
  }
  if (across.as === 'group') return fitted(values.map(String), values.map(String), room, size);
  return { labels: [], ticks: [], turned: false };
}

/** A year that ends in the next one, as its cells name it: "2023/24". */
function financialYear(iso: string | number): string {
  const year = Number(String(iso).slice(0, 4));
  return `${year}/${String((year + 1) % 100).padStart(2, '0')}`;
}

function timeWords(
  values: readonly string[],
  step: NonNullable<Extract<ChartSpec['across'], { as: 'time' }>['step']>,
  spec: ChartSpec,
  room: number,
  /** The words of the places, where they are there already. */
  known?: readonly string[],
): AcrossWords {
  const size = tickSize(spec.look);
  const manner = mannerOf(spec);
  const labels = known ? [...known] : values.map((value) => stepLabel(value, step, manner));
  const short = values.map((value) => stepTick(value, step, manner));
  const widest = widestText(
    short.map(({ label }) => label),
    size,
  );
  const apart = Math.ceil((widest + GAP) / Math.max(room, 0.001));
  const stride = roundStride(step).find((candidate) => candidate >= apart) ?? apart;
  let shown = values.flatMap((value, i) => (startsStride(value, step, stride, spec.calendar) ? [i] : []));
  // Where round places do not thin out enough (weeks, runs shorter than a stride), count from the first.
  const crowded = (at: number, i: number) => i > 0 && at - shown[i - 1] < (step === 'day' ? apart * 0.9 : apart);
  if (shown.some(crowded) || shown.length < Math.min(2, values.length))
    shown = values.map((_, i) => i).filter((i) => i % stride === 0);
  let under: string | undefined;
  const ticks = shown.map((at): AcrossTick => {
    const tick = short[at];
    const changed = tick.under !== under;
    under = tick.under;
    return { at, label: tick.label, ...(changed && tick.under ? { under: tick.under } : {}) };
  });
  return { labels, ticks, turned: false };
}

/** Every label where they fit side by side, leaning where not, and only some where not even leaning ones fit. */
function fitted(labels: readonly string[], short: readonly string[], room: number, size: number): AcrossWords {
  const widest = widestText(short, size);
  if (widest + 8 <= room)
    return { labels: [...labels], ticks: short.map((label, at) => ({ at, label })), turned: false };
  const every = Math.max(1, Math.ceil((size * 1.5) / Math.max(room, 0.001)));
  const ticks = short.flatMap((label, at) => (at % every === 0 ? [{ at, label: shorten(label, LEANING, size) }] : []));
  return { labels: [...labels], ticks, turned: true };
}

function binWords(
  bounds: readonly number[],
  width: number,
  unit: string | undefined,
  room: number,
  size: number,
  locale?: Locale,
): AcrossWords {
  const decimals = decimalsOf(unit === '%' ? width * 100 : width);
  const write = (value: number) =>
    writeNumber(value, { unit: unit === '%' ? '%' : undefined, in: 'ones', decimals, locale });
  const labels = bounds.map(
    (bound) => `${writeValue(bound, unit, decimals, locale)} to ${writeValue(bound + width, unit, decimals, locale)}`,
  );
  const widest = widestText(bounds.map(write), size);
  const every = Math.max(1, Math.ceil((widest + GAP) / Math.max(room, 0.001)));
  return {
    labels,
    ticks: bounds.flatMap((bound, at) => (at % every === 0 ? [{ at, label: write(bound) }] : [])),
    turned: false,
  };
}

/** The words beside lying bars: each on its own line, shortened to the room, and only some where lines would touch. */
export function lyingWords(
  labels: readonly string[],
  plot: { left: number; height: number },
  size = TICK_SIZE,
): AcrossWords {
  const room = plot.height / Math.max(labels.length, 1);
  const every = Math.max(1, Math.ceil((size * 1.25) / Math.max(room, 0.001)));
  const ticks = labels.flatMap((label, at) =>
    at % every === 0 ? [{ at, label: shorten(label, plot.left - 12, size) }] : [],
  );
  return { labels: [...labels], ticks, turned: false };
}
