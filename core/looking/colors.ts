import type { Frame, FrameSeries } from '../shaping';
import { meets, type ChartSpec, type ColorWhen, type Layer } from '../spec';
import type { ColorKey, Refused } from './looked';
import { colorAlong, isSequential, SEQUENTIAL } from './palettes';

export interface Colored {
  readonly colors: ReadonlyMap<string, readonly (string | null)[]>;
  readonly keys: readonly ColorKey[];
  readonly refused: readonly Refused[];
}

/** The colours of the places of each series that goes by a condition or by another amount. */
export function colorsOf(frame: Frame, spec: ChartSpec): Colored {
  const colors = new Map<string, readonly (string | null)[]>();
  const keys: ColorKey[] = [];
  const refused: Refused[] = [];
  for (const layer of spec.layers) {
    const colorBy = layer.style?.colorBy;
    const own = frame.series.filter((series) => series.layer === layer.id);
    if (!colorBy || own.length === 0) continue;
    if (frame.points) {
      refused.push({ what: 'color', id: layer.id, why: 'dots of single rows have one colour for each group' });
      continue;
    }
    if (layer.shape === 'pie' || layer.shape === 'figure') {
      refused.push({ what: 'color', id: layer.id, why: 'a chart of this form has colours of its own' });
      continue;
    }
    if ('when' in colorBy) {
      const met = new Array<number>(colorBy.when.length).fill(0);
      for (const series of own)
        colors.set(
          series.id,
          series.values.map((value, i) => {
            if (value === null) return null;
            const first = colorBy.when.findIndex((when) => holds(value, when, otherValue(when, series, frame, i)));
            if (first >= 0) met[first]++;
            return first >= 0 ? colorBy.when[first].color : (colorBy.otherwise ?? null);
          }),
        );
      keys.push({ layer: layer.id, when: colorBy.when.map(({ color }, w) => ({ color, met: met[w] })) });
      continue;
    }
    const by = frame.notes?.colors?.get(layer.id) ?? [];
    const key = alongAmount(
      own,
      by,
      layer,
      colors,
      isSequential(colorBy.palette) ? SEQUENTIAL[colorBy.palette] : SEQUENTIAL.leaf,
    );
    if (key) keys.push(key);
    else refused.push({ what: 'color', id: layer.id, why: 'the amount that gives the colours has no values here' });
  }
  return { colors, keys, refused };
}

/** The value of a layer's series of the same group at a place, which a condition compares with. */
function otherValue({ than }: ColorWhen, series: FrameSeries, frame: Frame, at: number): number | null | undefined {
  if (typeof than === 'number') return than;
  const theirs = frame.series.filter(({ layer }) => layer === than.layer);
  return (theirs.find(({ split }) => split === series.split) ?? theirs.at(0))?.values[at];
}

function holds(value: number, { is }: ColorWhen, than: number | null | undefined): boolean {
  return than !== null && than !== undefined && meets(value, { is, than });
}

function alongAmount(
  own: readonly FrameSeries[],
  by: readonly FrameSeries[],
  layer: Layer,
  colors: Map<string, readonly (string | null)[]>,
  palette: readonly string[],
): ColorKey | undefined {
  const theirsOf = (series: FrameSeries) =>
    by.find(({ split, like }) => split === series.split && sameCopy(like, series.like)) ?? by.at(0);
  // A place without a value has no mark that could be coloured: it takes no part in the range of the palette either.
  const amounts = own.flatMap((series) =>
    series.values.flatMap((value, i) => (value === null ? [] : (theirsOf(series)?.values[i] ?? []))),
  );
  if (amounts.length === 0) return undefined;
  const low = amounts.reduce((least, one) => Math.min(least, one), Infinity);
  const high = amounts.reduce((most, one) => Math.max(most, one), -Infinity);
  for (const series of own) {
    colors.set(
      series.id,
      series.values.map((value, i) => {
        const amount = theirsOf(series)?.values[i] ?? null;
        return value === null || amount === null
          ? null
          : colorAlong(palette, high > low ? (amount - low) / (high - low) : 1);
      }),
    );
  }
  return {
    layer: layer.id,
    scale: { low, high, colors: [0, 0.25, 0.5, 0.75, 1].map((at) => colorAlong(palette, at)) },
  };
}

const sameCopy = (a: string | undefined, b: string | undefined): boolean => (a === undefined) === (b === undefined);
