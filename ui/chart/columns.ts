import type { ChartModel, ModelSeries } from '@/core/layout';

/** The plot on the screen, in pixels. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** All columns of one series as one path: a chart of hundreds of them stays fast to draw. */
export interface ColumnPath {
  readonly series: ModelSeries;
  readonly d: string;
}

/** The share of a place that stays free on each side of its columns. */
const FREE = 0.16;
const BETWEEN = 1;

/**
 * Columns, or bars where the chart lies down: those of a place beside each other in order of the layers, stacks as one.
 * Positive parts of a stack go up from zero, negative ones down. What a fixed range cuts off ends at its edge.
 */
export function columnPaths(model: ChartModel, box: Box, widest: number): ColumnPath[] {
  const columns = model.series.filter(({ shape }) => shape === 'column' || shape === 'bar');
  if (columns.length === 0) return [];
  const slots = [...new Set(columns.map(slotOf))];
  const along = model.lying ? box.height : box.width;
  const band = along / Math.max(model.across.values.length, 1);
  const free = model.across.kind === 'bins' ? Math.min(1, band * 0.1) : band * FREE;
  const room = band - 2 * free - (slots.length - 1) * BETWEEN;
  const width = Math.max(Math.min(room / slots.length, widest), 0.5);
  const used = width * slots.length + (slots.length - 1) * BETWEEN;
  const wholes = sharedWholes(columns);
  const tops = new Map<string, { up: number; down: number }>();
  return columns.map((series) => {
    const scale = model.scales[series.side];
    if (!scale) return { series, d: '' };
    const [low, high] = scale.domain;
    const place = (value: number) => (Math.min(Math.max(value, low), high) - low) / (high - low);
    const slot = slots.indexOf(slotOf(series));
    const d = series.values
      .map((raw, i) => {
        if (raw === null) return '';
        const value = series.share ? shareOf(raw, wholes.get(`${series.stack} ${i}`) ?? 0) : raw;
        const [from, to] = span(series, i, value, tops);
        const [a, b] = [place(from), place(to)];
        if (a === b) return '';
        const start = band * (i + 0.5) - used / 2 + slot * (width + BETWEEN);
        return model.lying
          ? rectangle(box.left + Math.min(a, b) * box.width, box.top + start, Math.abs(b - a) * box.width, width)
          : rectangle(
              box.left + start,
              box.top + (1 - Math.max(a, b)) * box.height,
              width,
              Math.abs(b - a) * box.height,
            );
      })
      .join('');
    return { series, d };
  });
}

const slotOf = ({ id, stack }: ModelSeries) => stack ?? id;
const shareOf = (value: number, whole: number) => (whole > 0 ? Math.max(value, 0) / whole : 0);

/** Where a column begins and ends on its scale: at zero, or on what its stack has reached. */
function span(
  { stack }: ModelSeries,
  i: number,
  value: number,
  tops: Map<string, { up: number; down: number }>,
): [number, number] {
  if (stack === undefined) return [0, value];
  const key = `${stack} ${i}`;
  const reached = tops.get(key) ?? { up: 0, down: 0 };
  const from = value >= 0 ? reached.up : reached.down;
  const to = from + value;
  tops.set(key, value >= 0 ? { ...reached, up: to } : { ...reached, down: to });
  return [from, to];
}

function sharedWholes(columns: readonly ModelSeries[]): Map<string, number> {
  const wholes = new Map<string, number>();
  for (const { share, stack, values } of columns)
    if (share)
      values.forEach((value, i) => {
        const key = `${stack} ${i}`;
        wholes.set(key, (wholes.get(key) ?? 0) + Math.max(value ?? 0, 0));
      });
  return wholes;
}

const pixel = (value: number) => Number(value.toFixed(2));

function rectangle(x: number, y: number, width: number, height: number): string {
  return `M${pixel(x)},${pixel(y)}h${pixel(width)}v${pixel(height)}h${pixel(-width)}Z`;
}
