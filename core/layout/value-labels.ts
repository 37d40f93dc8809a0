import { alongScale } from './log-range';
import { textWidth } from './measure';
import { DIVISOR, unitFor, writeNumber } from './numbers';
import type { ModelSeries, Plot, ScaleModel, ValueLabel } from './model';

const SIZE = 12;
const HEIGHT = 14;
const AWAY = 9;

interface Drawn {
  readonly series: readonly ModelSeries[];
  readonly scales: { readonly left?: ScaleModel; readonly right?: ScaleModel };
  readonly plot: Plot;
  readonly banded: boolean;
  readonly lying: boolean;
}

interface Candidate extends ValueLabel {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly rank: number;
}

/**
 * The values that are written on the marks of the series named in `wanted`. None covers another or leaves the plot: the
 * least important give way. Highest and lowest come first, then first and last, then the rest from left to right. Parts
 * of stacks carry none.
 */
export function valueLabels(drawn: Drawn, wanted: ReadonlySet<string>, marksPerPlace: number): ValueLabel[] {
  const candidates = drawn.series
    .filter(({ layer }) => wanted.has(layer))
    .flatMap((series) => candidatesOf(series, drawn, marksPerPlace));
  const placed: Candidate[] = [];
  for (const one of [...candidates].sort((a, b) => a.rank - b.rank)) {
    const { plot } = drawn;
    const inside =
      one.left >= plot.left - 12 &&
      one.left + one.width <= plot.left + plot.width + 14 &&
      one.top >= plot.top - HEIGHT &&
      one.top + HEIGHT <= plot.top + plot.height;
    if (inside && !placed.some((other) => touches(one, other))) placed.push(one);
  }
  return placed.map(({ x, y, text, anchor, series }) => ({ x, y, text, anchor, series }));
}

/** A value on its mark is as short as the numbers of its scale, with three figures that matter. */
function onMark(value: number, whole: string | null, { ticks, unit }: ScaleModel): string | null {
  const counted = unitFor(ticks.reduce((most, tick) => Math.max(most, Math.abs(tick)), 0));
  if (counted === 'ones' || unit === '%' || whole === null) return whole;
  const size = Math.abs(value) / DIVISOR[counted];
  return writeNumber(value, { unit, in: counted, decimals: size >= 100 || size === 0 ? 0 : size >= 10 ? 1 : 2 });
}

const touches = (a: Candidate, b: Candidate) =>
  a.left < b.left + b.width && b.left < a.left + a.width && a.top < b.top + HEIGHT && b.top < a.top + HEIGHT;

function candidatesOf(series: ModelSeries, drawn: Drawn, marksPerPlace: number): Candidate[] {
  const scale = drawn.scales[series.side];
  if (!scale) return [];
  const { plot, lying, banded } = drawn;
  const count = series.values.length;
  const known = series.values.flatMap((value, i) => (value === null ? [] : [{ value, i }]));
  const high = known.reduce((a, b) => (b.value > a.value ? b : a), known[0]);
  const low = known.reduce((a, b) => (b.value < a.value ? b : a), known[0]);
  const rankOf = (i: number) =>
    i === high?.i || i === low?.i ? 0 : i === known[0]?.i || i === known[known.length - 1]?.i ? 1 : 2 + i;
  return known.flatMap(({ value, i }): Candidate[] => {
    const text = onMark(value, series.labels[i], scale);
    // Parts of a stack stand on each other: their heights are those of the drawing, not of their values alone.
    if (text === null || series.stack !== undefined) return [];
    const share = banded || count === 1 ? (i + 0.5) / count : i / (count - 1);
    const along = alongScale(value, scale.domain, scale.kind);
    if (!(along >= 0 && along <= 1)) return [];
    const width = textWidth(text, SIZE) + 4;
    const room = (lying ? plot.height : plot.width) / count / marksPerPlace;
    if (!lying && series.shape === 'column' && marksPerPlace > 1 && width > room * 1.6) return [];
    if (lying) {
      const x = plot.left + along * plot.width + (value < 0 ? -5 : 5);
      const y = plot.top + share * plot.height;
      const left = value < 0 ? x - width : x;
      return [
        {
          x,
          y,
          text,
          anchor: value < 0 ? 'end' : 'start',
          series: series.id,
          left,
          top: y - HEIGHT / 2,
          width,
          rank: rankOf(i),
        },
      ];
    }
    const x = plot.left + share * plot.width;
    const below = value < 0 || (i === low?.i && series.shape === 'line');
    const y = plot.top + (1 - along) * plot.height + (below ? AWAY + 3 : -AWAY);
    return [
      {
        x,
        y,
        text,
        anchor: 'middle',
        series: series.id,
        left: x - width / 2,
        top: y - HEIGHT / 2,
        width,
        rank: rankOf(i),
      },
    ];
  });
}
