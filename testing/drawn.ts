import { fromIso, isoDate, offset, type Step } from '@/core/calendar';
import { layout, type ChartModel, type Room } from '@/core/layout';
import type { Frame } from '@/core/shaping';
import { byKey, type ChartSpec } from '@/core/spec';
import { readTable } from './table';

const { columns } = readTable([
  ['Sold on', 'Spot', 'Takings £', 'Rain (mm)'],
  ['2025-03-03', 'Yard', '4.50', '1'],
  ['2025-03-14', 'Shop', '7.25', '2'],
]);
const known = byKey(columns);

const facts: Frame['facts'] = {
  rows: 1,
  blankAcross: 0,
  emptyPlaces: 0,
  rests: [],
  gaps: 'open',
  counts: {},
  partials: {},
};

/** A chart of made-up values, laid out as the application does it. */
export function drawn(change: {
  across: ChartSpec['across'];
  values: readonly string[];
  series?: number;
  layers?: ChartSpec['layers'];
  size?: Room;
  text?: ChartSpec['text'];
  look?: ChartSpec['look'];
}): ChartModel {
  const { across, values, series = 1, size, look, text = {} } = change;
  const layers = change.layers ?? [
    { id: 'l1', amount: { column: 'c3' }, summary: 'sum' as const, shape: 'line' as const, side: 'left' as const },
  ];
  const spec: ChartSpec = {
    version: 1,
    sheet: 's',
    across,
    ...(series > 1 ? { split: { column: 'c2' } } : {}),
    layers,
    filters: [],
    scales: { left: { fit: 'zero' }, right: { fit: 'zero' } },
    text,
    ...(look ? { look } : {}),
  };
  const frame: Frame = {
    across: { kind: across.as === 'rows' ? 'group' : across.as, values },
    series: layers.flatMap((layer) =>
      Array.from({ length: series }, (_, s) => ({
        id: series > 1 ? `${layer.id}:S${s}` : layer.id,
        layer: layer.id,
        ...(series > 1 ? { split: `Series ${s}` } : {}),
        gaps: 'open' as const,
        values: values.map((_, i) => ((i * 37 + s * 11) % 90) + 5),
      })),
    ),
    facts,
  };
  return { ...layout(frame, spec, { columns: known }, size), checks: [] };
}

/** So many first days of steps, from 2023 on. */
export const run = (step: Step, places: number) =>
  Array.from({ length: places }, (_, i) => isoDate(offset(fromIso('2023-01-01'), step, i)));
