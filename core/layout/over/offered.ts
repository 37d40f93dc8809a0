import { alongOf, candidates, dotsOf, type Candidate } from '../../looking';
import { BLANK, layerUnit, type ChartSpec, type Sources } from '../../spec';
import type { ChartModel } from '../model';
import { kindWords, missWords } from './trend-words';

/** The kinds of trend that a drawn series can have, by what they miss, least first, with their words. */
export interface Offered extends Candidate {
  readonly name: string;
  readonly misses: string;
}

export function candidatesOf(model: ChartModel, series: string, spec: ChartSpec, sources: Sources): Offered[] {
  const own = model.series.find(({ id }) => id === series);
  if (!own) return [];
  const step = spec.across.as === 'time' ? spec.across.step : undefined;
  const measured = model.across.values.length - (model.across.ahead ?? 0);
  const layer = spec.layers.find(({ id }) => id === own.layer) ?? spec.layers[0];
  const unit = layerUnit(layer, sources);
  const blankAt = model.across.values.indexOf(BLANK);
  const { otherAt } = model.across;
  const across = {
    kind: model.across.kind,
    values: model.across.values.slice(0, measured),
    ...(blankAt < 0 ? {} : { blankAt }),
    ...(otherAt === undefined ? {} : { otherAt }),
  };
  const found = model.points
    ? candidates({ pairs: dotsOf(model.points, series) })
    : candidates({
        values: own.values.slice(0, measured),
        along: alongOf({ across, facts: { rests: model.across.rests.filter((at) => at < measured) } }, step),
      });
  return found.map((one) => ({
    ...one,
    name: kindWords(one.degree === undefined ? { kind: one.kind } : { kind: one.kind, degree: one.degree }, step),
    misses: missWords(one.line.error, unit, spec),
  }));
}
