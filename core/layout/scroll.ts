import type { Frame } from '../shaping';
import type { ChartSpec } from '../spec';
import { within } from './across-ticks';
import { isLying, scrollOf, type ChartModel, type ModelSeries, type Scroll } from './model';

/** The least room of a place, in pixels: a label of its own, and columns that can be told apart. */
const LEAST_UPRIGHT = 20;
const LEAST_LYING = 18;
const LEAST_COLUMN = 7;
const BETWEEN = 6;

/**
 * Whether the places of a chart are scrolled: groups that do not fit where nobody says otherwise, steps where it is wished.
 * @param length the room along the places, in pixels
 */
export function scrollFor(
  { look }: Pick<ChartSpec, 'look'>,
  { across }: Pick<Frame, 'across'>,
  series: readonly ModelSeries[],
  length: number,
  lying: boolean,
): Scroll | undefined {
  const first = look?.scroll ?? (across.kind === 'group' ? 'start' : 'none');
  if (first === 'none') return undefined;
  const columns = series.filter(({ shape }) => shape === 'column' || shape === 'bar');
  const slots = new Set(columns.map(({ stack, id }) => stack ?? id)).size;
  const least = Math.max(lying ? LEAST_LYING : LEAST_UPRIGHT, slots * LEAST_COLUMN + BETWEEN);
  const shown = Math.max(1, Math.floor(length / least));
  return across.values.length > shown ? { shown, first } : undefined;
}

/** The part of a chart that is in sight: `shown` places from one on. Charts that are not scrolled are their own. */
export function inSight(model: ChartModel, from: number): ChartModel {
  const { across, size } = model;
  const scroll = scrollOf(model);
  const lying = isLying(model);
  if (!scroll) return model;
  const { plot } = size;
  const start = Math.min(Math.max(from, 0), across.values.length - scroll.shown);
  const end = start + scroll.shown;
  const seen = <T>(list: readonly T[]): T[] => list.slice(start, end);
  const moved = (places: readonly number[]) => places.flatMap((at) => (at >= start && at < end ? [at - start] : []));
  const shift = (start * (lying ? plot.height : plot.width)) / scroll.shown;
  const ticks = across.ticks.flatMap((tick) =>
    tick.at >= start && tick.at < end ? [{ ...tick, at: tick.at - start }] : [],
  );
  const words = { labels: seen(across.labels), ticks, turned: across.turned, ...angleOf(across) };
  const { otherAt, ...rest } = across;
  return {
    ...model,
    across: {
      ...rest,
      values: seen(across.values),
      labels: words.labels,
      ticks: lying ? ticks : within(words, plot, size.width, true).ticks,
      rests: moved(across.rests),
      ...(otherAt === undefined ? {} : Object.fromEntries(moved([otherAt]).map((at) => ['otherAt', at]))),
    },
    series: model.series.map((series) => ({ ...series, values: seen(series.values), labels: seen(series.labels) })),
    ...(model.further
      ? {
          further: model.further.map(({ name, values, labels }) => ({
            name,
            values: seen(values),
            labels: seen(labels),
          })),
        }
      : {}),
    ...(model.values ? { values: valuesIn(model.values, shift, model) } : {}),
  };
}

const angleOf = ({ angle }: ChartModel['across']) => (angle === undefined ? {} : { angle });

/** The values on marks that stand in sight, moved to where their marks are. */
function valuesIn(
  values: NonNullable<ChartModel['values']>,
  shift: number,
  model: ChartModel,
): NonNullable<ChartModel['values']> {
  const { plot } = model.size;
  const lying = isLying(model);
  return values.flatMap((value) => {
    const moved = lying ? { ...value, y: value.y - shift } : { ...value, x: value.x - shift };
    const [at, low, high] = lying
      ? [moved.y, plot.top, plot.top + plot.height]
      : [moved.x, plot.left, plot.left + plot.width];
    return at > low && at < high ? [moved] : [];
  });
}
