import { alongPlaces } from '../along-places';
import { isBanded } from '../families';
import { alongScale } from '../log-range';
import { figureIn, isLying, slicesIn, type ChartModel } from '../model';
import { writeRound, writeValue } from '../numbers';
import { readingsAt } from '../readings';

/** A place of a picture that can be read: where it is, and what is read there. Pixels of the whole picture. */
export interface ReadSpot {
  readonly x: number;
  readonly y: number;
  /** By what the pointer finds it: along the places, or by being near. */
  readonly by: 'x' | 'y' | 'near';
  /** The plot that it is read in. */
  readonly box: readonly [left: number, top: number, width: number, height: number];
  readonly title: string;
  readonly lines: readonly { readonly name: string; readonly words: string; readonly color: string }[];
}

const TREND = '#8d8674';

/** All places of a whole picture that are read across, in the order of the keys: copy by copy, place by place. */
export function readSpots(model: ChartModel): ReadSpot[] {
  const { whole } = model;
  if (!whole || figureIn(model)) return [];
  const copies = model.panels ?? [undefined];
  const spots = copies.flatMap((panel) => {
    const own = panel && new Set(panel.series);
    const [left, top] = [whole.plot.left + (panel?.left ?? 0), whole.plot.top + (panel?.top ?? 0)];
    const series = own ? model.series.filter(({ id }) => own.has(id)) : model.series;
    const at = { ...model, series, scales: { ...model.scales, ...panel?.scales } };
    const slices = panel?.slices ?? slicesIn(model);
    const found = slices.length > 0 ? ofSlices(at, slices) : model.points ? ofPoints(at) : ofPlaces(at);
    return found.map((spot): ReadSpot => {
      const [x, y, width, height] = spot.box;
      const title = panel ? `${panel.label}, ${spot.title}` : spot.title;
      return { ...spot, title, x: spot.x + left, y: spot.y + top, box: [x + left, y + top, width, height] };
    });
  });
  const k = whole.letters;
  return spots.map((spot) => ({
    ...spot,
    x: rounded(spot.x * k),
    y: rounded(spot.y * k),
    box: [spot.box[0] * k, spot.box[1] * k, spot.box[2] * k, spot.box[3] * k].map(
      rounded,
    ) as unknown as ReadSpot['box'],
  }));
}

const rounded = (value: number) => Math.round(value * 10) / 10;

const boxOf = ({ size: { plot } }: ChartModel): ReadSpot['box'] => [plot.left, plot.top, plot.width, plot.height];

function ofPlaces(model: ChartModel): ReadSpot[] {
  const { across, size, trends = [], further = [] } = model;
  const { plot } = size;
  const lying = isLying(model);
  const banded = isBanded(model.series, model);
  const ids = new Set(model.series.map(({ id }) => id));
  return across.values.map((_, i) => {
    const share = alongPlaces(i, across.values.length, banded);
    const unitOf = (side: 'left' | 'right') => model.scales[side]?.unit;
    return {
      x: plot.left + (lying ? plot.width / 2 : share * plot.width),
      y: plot.top + (lying ? share * plot.height : plot.height / 2),
      by: lying ? ('y' as const) : ('x' as const),
      box: boxOf(model),
      title: across.labels[i] ?? '',
      lines: [
        ...readingsAt(model, i).map(({ series, words }) => ({
          name: series.name,
          words: words ?? 'no rows',
          color: series.color,
        })),
        ...trends
          .filter(({ of }) => ids.has(of))
          .flatMap(({ name, values, side }) => {
            const value = values[i] ?? null;
            return value === null
              ? []
              : [{ name, words: writeRound(value, unitOf(side), model.look?.locale), color: TREND }];
          }),
        ...further.map(({ name, labels }) => ({ name, words: labels[i] ?? '–', color: TREND })),
      ],
    };
  });
}

function ofPoints(model: ChartModel): ReadSpot[] {
  const { plot } = model.size;
  const { across } = model.scales;
  const series = new Map(model.series.map((one) => [one.id, one]));
  if (!across) return [];
  return (model.points ?? []).flatMap(({ x, y, series: id, count }) => {
    const own = series.get(id);
    const scale = own && model.scales[own.side];
    if (!own || !scale) return [];
    const locale = model.look?.locale;
    return [
      {
        x: plot.left + alongScale(x, across.domain, across.kind) * plot.width,
        y: plot.top + (1 - alongScale(y, scale.domain, scale.kind)) * plot.height,
        by: 'near' as const,
        box: boxOf(model),
        title: model.series.length > 1 ? own.name : '',
        lines: [
          { name: model.across.title, words: writeValue(x, across.unit, undefined, locale), color: own.color },
          { name: scale.title, words: writeValue(y, scale.unit, undefined, locale), color: own.color },
          ...(count > 1 ? [{ name: 'Rows', words: writeValue(count, undefined, 0, locale), color: own.color }] : []),
        ],
      },
    ];
  });
}

function ofSlices(model: ChartModel, slices: ReturnType<typeof slicesIn>): ReadSpot[] {
  const { plot } = model.size;
  const radius = plot.width / 2;
  return slices.map(({ from, to, name, words, color }) => {
    const turn = (from + to) * Math.PI;
    return {
      x: plot.left + radius + Math.sin(turn) * radius * 0.7,
      y: plot.top + plot.height / 2 - Math.cos(turn) * radius * 0.7,
      by: 'near' as const,
      box: boxOf(model),
      title: name,
      lines: [{ name, words, color }],
    };
  });
}
