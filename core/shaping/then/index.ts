import { fromIso, isoDate, isoDateTime, yearBefore } from '../../calendar';
import { overOf, type ChartSpec, type Layer } from '../../spec';
import type { Frame, FrameSeries } from '../frame';
import { change } from './change';
import { movingAverage } from './moving-average';
import { running, yearsOf } from './running';
import { shareOfGroup, shareOfTotal } from './share';

/** What is made of the values of each layer after the summary, layer by layer. */
export function applyThen(frame: Frame, spec: ChartSpec): Frame {
  return spec.layers.reduce((now, layer) => (layer.then ? thenOf(now, layer, spec) : now), frame);
}

function thenOf(frame: Frame, layer: Layer, spec: ChartSpec): Frame {
  const own = frame.series.filter((series) => series.layer === layer.id);
  const lists = own.map(({ values }) => values);
  const made = make(own, lists, frame, layer, spec);
  const byId = new Map(own.map((series, i) => [series.id, made[i]]));
  return {
    ...frame,
    series: frame.series.map((series) => ({ ...series, values: byId.get(series.id) ?? series.values })),
  };
}

function make(
  own: readonly FrameSeries[],
  lists: readonly (readonly (number | null)[])[],
  frame: Frame,
  layer: Layer,
  spec: ChartSpec,
): (number | null)[][] {
  const { across, calendar } = spec;
  switch (layer.then) {
    case 'running': {
      const years =
        layer.thenBy?.restart === 'year' && across.as === 'time' ? yearsOf(frame.across.values, calendar) : undefined;
      return lists.map((values) => running(values, years));
    }
    case 'share-of-total':
      return shareOfTotal(lists);
    case 'share-of-group':
      return shareOfGroup(lists);
    case 'moving-average':
      return lists.map((values) => movingAverage(values, overOf(layer, spec)));
    case 'change':
    case 'change-percent': {
      const percent = layer.then === 'change-percent';
      const against = againstOf(own, frame, layer, spec);
      return lists.map((values, s) => values.map((value, place) => change(value, against(s, place), percent)));
    }
    default:
      return lists.map((values) => [...values]);
  }
}

/** What a value is compared with: the place before it, or the same step a year before. */
function againstOf(
  own: readonly FrameSeries[],
  frame: Frame,
  layer: Layer,
  { across, calendar }: ChartSpec,
): (series: number, place: number) => number | null | undefined {
  if (layer.thenBy?.against !== 'year-before') return (s, place) => own[s].values[place - 1];
  if (across.as === 'time') {
    const { step } = across;
    const write = step === 'hour' ? isoDateTime : isoDate;
    const places = new Map(frame.across.values.map((value, i) => [String(value), i]));
    const before = frame.across.values.map((value) => {
      const at = yearBefore(fromIso(String(value)), step, calendar);
      return at === undefined ? undefined : places.get(write(at));
    });
    return (s, place) => {
      const at = before[place];
      return at === undefined ? undefined : own[s].values[at];
    };
  }
  // One series per year over a cycle: the year before is another series, at the same place.
  const byYear = new Map(own.map((series, s) => [String(series.split), s]));
  return (s, place) => {
    const year = /^(\d{4})(\/\d\d)?$/.exec(String(own[s].split));
    const name = year && (year[2] ? `${+year[1] - 1}/${year[1].slice(2)}` : String(+year[1] - 1));
    const at = name ? byYear.get(name) : undefined;
    return at === undefined ? undefined : own[at].values[place];
  };
}
