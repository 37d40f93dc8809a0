import { splitText, type ChartSpec, type Layer } from '../spec';
import { TRANSFORMS } from '../then';
import type { Frame } from './frame';

/** What is made of the values of each layer after the summary, layer by layer. */
export function applyThen(frame: Frame, spec: ChartSpec): Frame {
  return spec.layers.reduce((now, layer) => (layer.then ? thenOf(now, layer, layer.then, spec) : now), frame);
}

function thenOf(frame: Frame, { id, thenBy = {} }: Layer, then: NonNullable<Layer['then']>, spec: ChartSpec): Frame {
  const { across, calendar, split } = spec;
  const own = frame.series.filter((series) => series.layer === id);
  const made = TRANSFORMS[then].apply(
    own.map(({ values }) => values),
    {
      by: thenBy,
      ...(across.as === 'time' ? { step: across.step } : {}),
      ...(calendar ? { calendar } : {}),
      ...(across.as === 'cycle' && split?.step ? { laidOver: true } : {}),
      places: frame.across.values.map(String),
      splits: own.map(({ split }) => (split === undefined ? undefined : splitText(split))),
    },
  );
  const byId = new Map(own.map((series, i) => [series.id, made[i]]));
  return {
    ...frame,
    series: frame.series.map((series) => ({ ...series, values: byId.get(series.id) ?? series.values })),
  };
}
