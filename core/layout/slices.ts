import type { Locale } from '../calendar';
import type { Frame } from '../shaping';
import type { ChartLook, Layer } from '../spec';
import type { ModelSeries, Plot, SingleDrawing, Slice } from './model';
import type { Size } from './plot';
import { spreadLabels } from './end-labels';
import { shorten, textWidth, widestText } from './measure';
import { seriesColor } from './palette';
import { DIVISOR, unitFor, withShare, writeNumber, writeValue } from './numbers';

/** Room that one name takes, and what stands between the pie and a name, in pixels. */
const LINE = 17;
const REACH = 28;
const NAME_SIZE = 13;
/** A pie is never smaller than this share of the room; names that are longer are shortened. */
const SMALLEST = 0.22;

/** What a ring leaves free in its middle. */
const HOLE = 0.58;

/** The circle of a pie in a room, the upper half of it alone where it is half a ring: as large as the names beside it allow. */
export function pieRoom({ width, height }: Size, names: readonly string[], half = false): Plot {
  const widest = widestText(names, NAME_SIZE);
  const beside = (width - 2 * (widest + REACH)) / 2;
  const upright = half ? height - 36 : height / 2 - 12;
  const radius = Math.max(Math.min(upright, beside), Math.min(width, height) * SMALLEST);
  const top = half ? Math.max((height - radius) / 2, 12) : height / 2 - radius;
  return { left: width / 2 - radius, top, width: radius * 2, height: radius * 2 };
}

/** How a pie is wished, and what its values are counted in. */
export interface PieWish {
  readonly style?: Layer['style'];
  readonly unit?: string;
  readonly locale?: Locale;
  readonly colors?: ChartLook['colors'];
  readonly palette?: string;
}

/**
 * The slices of a pie: one per place of its series, clockwise from the top, with the share of each. Values below zero
 * have no slice. Names stand beside the pie on both sides; where they do not all fit the smallest go without.
 */
export function slicesOf(
  frame: Frame,
  series: Pick<ModelSeries, 'values' | 'labels'> | undefined,
  labels: readonly string[],
  size: Size,
  { style = {}, unit, locale, colors, palette }: PieWish = {},
): { slices: Slice[]; plot: Plot; hole?: Extract<SingleDrawing, { is: 'pie' }>['hole'] } {
  const half = style.ring === 'half';
  const values = (series?.values ?? []).map((value) => (value !== null && value > 0 ? value : 0));
  const whole = values.reduce((sum, value) => sum + value, 0);
  if (whole === 0) return { slices: [], plot: pieRoom(size, [], half) };
  const turn = (share: number) => (half ? (share - 0.5) / 2 : share);
  let turned = 0;
  const slices = values.flatMap((value, at): Omit<Slice, 'label'>[] => {
    if (value === 0) return [];
    const from = turned;
    turned += value / whole;
    return [
      {
        at,
        name: labels[at] ?? String(frame.across.values[at]),
        from: turn(from),
        to: turn(turned),
        words:
          style.values === false
            ? ''
            : sliceWords(series?.labels[at] ?? '', writeValue(value / whole, '%', undefined, locale), style.valuesAs),
        color: colors?.[String(frame.across.values[at])] ?? seriesColor(at, palette),
      },
    ];
  });
  const plot = pieRoom(
    size,
    slices.map(({ name, words }) => `${name} ${words}`),
    half,
  );
  const beside = (size.width - plot.width) / 2 - REACH;
  // Names keep their room: figures are shortened to the share, then left to be read, before a name is cut.
  const fitting = ({ name, words, from, to }: Bare): { name: string; words: string } => {
    const share = writeValue(half ? (to - from) * 2 : to - from, '%', undefined, locale);
    const found = [words, ...(words === '' ? [] : [share])].find(
      (one) => textWidth(`${name} ${one}`, NAME_SIZE) <= beside,
    );
    return { name: shorten(name, Math.max(beside, 24), NAME_SIZE), words: found ?? '' };
  };
  const named = [...placed(slices, plot, size, 'right'), ...placed(slices, plot, size, 'left')];
  return {
    plot,
    ...(style.ring ? { hole: { share: HOLE, words: wholeWords(whole, unit, locale), half } } : {}),
    slices: slices.map((slice) => {
      const y = named.find(([at]) => at === slice.at)?.[1];
      return { ...slice, ...(y === undefined ? {} : { label: { y, side: sideOf(slice), ...fitting(slice) } }) };
    }),
  };
}

type Bare = Omit<Slice, 'label'>;
const middle = ({ from, to }: Bare) => (from + to) / 2;
const sideOf = (slice: Bare): 'left' | 'right' => (Math.sin(middle(slice) * 2 * Math.PI) >= 0 ? 'right' : 'left');

function sliceWords(amount: string, share: string, as: NonNullable<Layer['style']>['valuesAs'] = 'both'): string {
  return as === 'amount' ? amount : as === 'share' ? share : withShare(amount, share);
}

/** The whole in the middle of a ring, as short as three figures that matter. */
function wholeWords(whole: number, unit: string | undefined, locale?: Locale): string {
  const counted = unitFor(whole, locale);
  if (counted === 'ones' || unit === '%') return writeValue(whole, unit, undefined, locale);
  return writeNumber(whole, { unit, in: counted, decimals: whole / DIVISOR[counted] >= 100 ? 0 : 1, locale });
}

/** The heights of the names on one side, by place; the smallest slices give way. */
function placed(slices: readonly Bare[], plot: Plot, size: Size, side: 'left' | 'right'): [number, number][] {
  const room = Math.floor((size.height - 24) / LINE);
  const own = slices
    .filter((slice) => sideOf(slice) === side)
    .sort((a, b) => b.to - b.from - (a.to - a.from))
    .slice(0, Math.max(room, 0));
  const radius = Math.min(plot.width, plot.height) / 2;
  const center = plot.top + plot.height / 2;
  const wanted = own.map((slice) => center - Math.cos(middle(slice) * 2 * Math.PI) * radius);
  const heights = spreadLabels(wanted, 12, size.height - 12);
  return heights ? own.map((slice, i) => [slice.at, heights[i]]) : [];
}
